import type { AcceptanceRule, Limits } from '../acceptance.js';

/** How piston pins sit: floating in both, held in the rod by its grip. */
export const PIN_WAYS = ['floating', 'pressed'] as const;
export type PinWay = (typeof PIN_WAYS)[number];

/** What a set of pins has to be, typed from the engine's own data. */
export interface PinLimits {
  readonly way: PinWay;
  readonly rule: AcceptanceRule;
  /** Pin less small eye where it is pressed, small eye less pin where it floats; both above nothing. */
  readonly inRod: Limits;
  /** Pin bore of the piston less pin. */
  readonly inPiston: Limits;
}

/** What was done to pins. */
export type PinWork =
  | {
      readonly kind: 'pressPin';
      readonly cylinder: number;
      /** What the crayon on the small eye said, °C; null where it was pressed cold. */
      readonly crayonC: number | null;
      /** Why it was pressed before everything was weighed and matched; blank where it was. */
      readonly overruled: string;
    }
  | {
      readonly kind: 'pressOff';
      readonly cylinder: number;
      /** What the piston lay on. */
      readonly support: string;
      /** Pin bore and skirt before and after; null where nobody measured. */
      readonly boreBeforeMm: number | null;
      readonly boreAfterMm: number | null;
      readonly skirtBeforeMm: number | null;
      readonly skirtAfterMm: number | null;
    };

export const isPinWork = (work: { readonly kind: string }): work is PinWork => work.kind === 'pressPin' || work.kind === 'pressOff';
