import Joi from 'joi';
import { idSchema, named } from './ids.js';

/** How the shop's other devices reach Tare; none of it while it is not opened to the network. */
export interface Reach {
  /** Addresses that a tablet may open, the best first. */
  readonly urls: readonly string[];
  /** SHA-256 of the shop's own certificate authority, to be compared on both screens. */
  readonly fingerprint: string;
  /** What a new device is let in by; told only to whoever sits at the machine that Tare runs on. */
  readonly code: string | null;
}
export interface ReachAnswer {
  readonly reach: Reach | null;
}

/** A device that the shop let in. */
export interface ShopDevice {
  readonly id: string;
  readonly name: string;
  readonly since: string;
  readonly seenAt: string;
  readonly revokedAt: string | null;
  /** The one that asks. */
  readonly isThis: boolean;
}

/** Asks to be let in: who knows the code is of the shop. */
export interface NewDevice {
  readonly id: string;
  readonly name: string;
  readonly code: string;
}
export const newDeviceSchema = Joi.object<NewDevice, true>({
  id: idSchema,
  name: named(Joi.string().pattern(/\S/).max(60).required(), 'What this device is called'),
  code: named(Joi.string().pattern(/\S/).max(60).required(), 'The shop code'),
});
