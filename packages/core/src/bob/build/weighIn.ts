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

export interface WasherChange {
  readonly half: 'A' | 'B' | 'both';
  /** Taken off; null where something is only added. */
  readonly offId: string | null;
  readonly onId: string | null;
  /** What the whole bob weighs then. */
  readonly wholeThenG: number;
}

export interface WeighInVerdict {
  readonly wholeG: number | null;
  readonly offG: number | null;
  readonly halvesDifferG: number | null;
  /** null while nothing tells. */
  readonly accepted: boolean | null;
  /** The one change that brings it nearest, where it is not accepted and something in the box helps. */
  readonly change: WasherChange | null;
}

/**
 * Whether a finished bob is accepted, and else which washer to change: the single exchange, on one half or alike on both, that
 * leaves the whole nearest to its figure with halves that agree.
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
  const { halfAG, halfBG } = weighIn;
  const [whole, differ] = [bobWholeG(weighIn), halvesDifferG(weighIn)];
  if (whole === null) return { wholeG: null, offG: null, halvesDifferG: differ, accepted: null, change: null };
  const offG = whole - figureG;
  const accepted = isAccepted(weighIn, figureG, limitG);
  return {
    wholeG: whole,
    offG,
    halvesDifferG: differ,
    accepted,
    change: accepted ? null : bestChange(whole, figureG, halfAG, halfBG, bob, box, leftOver),
  };
}

function bestChange(
  wholeG: number,
  figureG: number,
  halfAG: number | null,
  halfBG: number | null,
  bob: BuiltBob | null,
  { pieces }: BobBox,
  leftOver: ReadonlyMap<string, number>,
): WasherChange | null {
  const massOf = (id: string | null): number => (id === null ? 0 : (pieces.find((piece) => piece.id === id)?.massG ?? 0));
  const offs: (string | null)[] = [null, ...(bob?.stack ?? []).map(({ pieceId }) => pieceId)];
  const ons = [null, ...pieces.map(({ id }) => id)];
  const known = halfAG !== null && halfBG !== null;
  const size = (change: WasherChange): number => {
    const by = massOf(change.onId) - massOf(change.offId);
    const a = (halfAG ?? wholeG / 2) + (change.half === 'B' ? 0 : by);
    const b = (halfBG ?? wholeG / 2) + (change.half === 'A' ? 0 : by);
    // A gram between the halves is as bad as a gram of the whole.
    return Math.abs(a + b - figureG) + (known ? Math.max(0, Math.abs(a - b) - HALVES_AGREE_WITHIN_G) : 0);
  };
  let best: WasherChange | null = null;
  let least = size({ half: 'both', offId: null, onId: null, wholeThenG: wholeG });
  for (const half of known ? (['both', 'A', 'B'] as const) : (['both'] as const)) {
    const halves = half === 'both' ? 2 : 1;
    for (const offId of offs) {
      for (const onId of ons) {
        if (offId === onId || (onId !== null && (leftOver.get(onId) ?? 0) < halves)) continue;
        const change = { half, offId, onId, wholeThenG: wholeG + halves * (massOf(onId) - massOf(offId)) };
        if (size(change) < least - 1e-9) [best, least] = [change, size(change)];
      }
    }
  }
  return best;
}
