import { adviseBob, type BobAdvice } from './bobAdvice.js';
import type { BobBox, BuiltBob } from './box.js';

/** A finished bob on the scale: each half by itself where the shop builds by halves, and the whole; null where not weighed. */
export interface BobWeighIn {
  readonly halfAG: number | null;
  readonly halfBG: number | null;
  readonly wholeG: number | null;
}

/** Halves of a bob differ by no more than this (handbook section 4), g. */
export const HALVES_AGREE_WITHIN_G = 0.2;

/** Bobs are built to half a gram unless the shop says otherwise (handbook section 4), g. */
export const BUILT_WITHIN_G = 0.5;

/** What a finished bob weighs: as a whole, or by its halves; null while nothing tells. */
export const bobWholeG = ({ halfAG, halfBG, wholeG }: BobWeighIn): number | null =>
  wholeG ?? (halfAG !== null && halfBG !== null ? halfAG + halfBG : null);

const halvesDifferG = ({ halfAG, halfBG }: BobWeighIn): number | null => (halfAG !== null && halfBG !== null ? Math.abs(halfAG - halfBG) : null);

/** Whether a finished bob is near enough to its figure, and its halves to each other; null while nothing tells. */
export function isAccepted(weighIn: BobWeighIn, figureG: number, limitG: number): boolean | null {
  const whole = bobWholeG(weighIn);
  return whole === null ? null : Math.abs(whole - figureG) <= limitG && (halvesDifferG(weighIn) ?? 0) <= HALVES_AGREE_WITHIN_G;
}

export interface WeighInVerdict {
  readonly wholeG: number | null;
  readonly offG: number | null;
  readonly halvesDifferG: number | null;
  /** null while nothing tells. */
  readonly accepted: boolean | null;
  /** What brings it inside, or that nothing in the box does; null while it is accepted or not weighed. */
  readonly advice: BobAdvice | null;
}

/**
 * Whether a finished bob is accepted, and else what to change so that it is.
 *
 * @param bob how it was meant to be built; null where it was built by hand
 * @param leftOver what is still in the box, by piece
 */
export function judgeWeighIn(
  weighIn: BobWeighIn,
  figureG: number,
  limitG: number,
  bob: BuiltBob | null,
  box: BobBox,
  leftOver: ReadonlyMap<string, number>,
): WeighInVerdict {
  const [whole, differ] = [bobWholeG(weighIn), halvesDifferG(weighIn)];
  if (whole === null) return { wholeG: null, offG: null, halvesDifferG: differ, accepted: null, advice: null };
  const accepted = isAccepted(weighIn, figureG, limitG);
  return {
    wholeG: whole,
    offG: whole - figureG,
    halvesDifferG: differ,
    accepted,
    advice: accepted ? null : adviseBob({ ...weighIn, wholeG: whole, figureG, limitG, agreeWithinG: HALVES_AGREE_WITHIN_G, bob, box, leftOver }),
  };
}
