import type { ExtraLine } from './bobWeight.js';

/** What the shop chose for the bob weights. */
export interface BobChoices {
  readonly factorRatio: number;
  readonly oilG: number;
  /** Lines that this engine has beside the usual ones. */
  readonly extras: readonly ExtraLine[];
  /** The figure each pin's bob was accepted at, front to rear; null while none was. */
  readonly acceptedG: readonly number[] | null;
  /** Pins, counted from 1, whose finished bob the scale refuses; left out for none. */
  readonly refusedPins?: readonly number[];
}
