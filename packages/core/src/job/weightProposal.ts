import type { HungPiece } from '../estimate/hungPieces.js';
import type { Planes, PlaneUnbalance } from '../rotor/planes.js';
import { normaliseAngleDeg } from '../units/angle.js';
import { checkNumber } from '../units/check.js';
import { toPolar } from '../units/vector.js';

/** A piece of the shop's that can hang on a crank. */
export interface TrialWeight {
  readonly name: string;
  readonly massG: number;
  readonly deviationG: number | null;
}

/** One weight an end, as a spin with known weights wants them. */
export interface WeightProposal {
  readonly a: HungPiece;
  readonly b: HungPiece;
  /** A piece of the shop's is there for both; else they are to be weighed, each about so heavy. */
  readonly fromShop: boolean;
}

/** About what stands at its end, but no lighter and no heavier than this at the plane's radius (handbook section 6, definition 9a), g. */
const LEAST_G = 20;
const MOST_G = 60;
/** A piece serves where it weighs between half and twice what is wanted. */
const SERVES = 2;
/** So far past the heavy spot, then a quarter turn on: both spins turn less than the bare one did, and none goes off a scale that it was on. */
const FIRST_TURN_DEG = 135;
const QUARTER_DEG = 90;
/** Weights are hung by eye at the wheel's marks. */
const ANGLE_STEP_DEG = 5;
/** What is to be weighed is said to so much. */
const MASS_STEP_G = 5;

/** Heaviness that is wanted of a weight at an end. */
const wantedG = (amountGmm: number, radiusMm: number): number => Math.min(MOST_G, Math.max(LEAST_G, amountGmm / radiusMm));

/**
 * The first of two spins with known weights: one an end, each about what stands there, 135° past the heavy spot. A rotor's reading is
 * then 0.77 of the bare one at either end, now and a quarter turn further on.
 * @param unbalance what is known of the crank, g·mm, to where it is heavy
 * @param pieces the shop's
 * @throws CoreError for planes without a radius
 */
export function firstWeights(unbalance: PlaneUnbalance, planes: Planes, pieces: readonly TrialWeight[]): WeightProposal {
  checkNumber('The radius in A', planes.radiusAMm, { above: 0, unit: 'mm' }, 'radiusAMm');
  checkNumber('The radius in B', planes.radiusBMm, { above: 0, unit: 'mm' }, 'radiusBMm');
  const [atA, atB] = [toPolar(unbalance.aGmm), toPolar(unbalance.bGmm)];
  const [forA, forB] = [wantedG(atA.amount, planes.radiusAMm), wantedG(atB.amount, planes.radiusBMm)];
  const pair = bestPair(pieces, forA, forB);
  const toWeigh = (grams: number): TrialWeight => ({ name: '', massG: MASS_STEP_G * Math.round(grams / MASS_STEP_G), deviationG: null });
  const [a, b] = pair ?? [toWeigh(forA), toWeigh(forB)];
  return {
    a: hang(a, 'A', planes, atA.angleDeg + FIRST_TURN_DEG),
    b: hang(b, 'B', planes, atB.angleDeg + FIRST_TURN_DEG),
    fromShop: pair !== null,
  };
}

/** The second: the same two weights change ends, and each end's stands a quarter turn further on. */
export function secondWeights(first: Pick<WeightProposal, 'a' | 'b'>, planes: Planes): Pick<WeightProposal, 'a' | 'b'> {
  return {
    a: hang(first.b, 'A', planes, first.a.angleDeg + QUARTER_DEG),
    b: hang(first.a, 'B', planes, first.b.angleDeg + QUARTER_DEG),
  };
}

function hang({ name, massG, deviationG }: TrialWeight, at: 'A' | 'B', planes: Planes, angleDeg: number): HungPiece {
  const [zMm, radiusMm] = at === 'A' ? [planes.zAMm, planes.radiusAMm] : [planes.zBMm, planes.radiusBMm];
  const step = ANGLE_STEP_DEG * Math.round(angleDeg / ANGLE_STEP_DEG);
  return { name, massG, deviationG, at, zMm, radiusMm, angleDeg: normaliseAngleDeg(step) };
}

/** Two different pieces that serve at both ends, since they change ends; the pair nearest to what is wanted. */
function bestPair(pieces: readonly TrialWeight[], forA: number, forB: number): [TrialWeight, TrialWeight] | null {
  const serves = ({ massG }: TrialWeight, wanted: number): boolean =>
    massG >= Math.max(LEAST_G, wanted / SERVES) && massG <= Math.min(MOST_G, wanted * SERVES);
  const off = ({ massG }: TrialWeight, wanted: number): number => Math.abs(Math.log(massG / wanted));
  let best: { readonly pair: [TrialWeight, TrialWeight]; readonly off: number } | null = null;
  for (const a of pieces)
    for (const b of pieces) {
      if (a === b || !serves(a, forA) || !serves(b, forB)) continue;
      const both = off(a, forA) + off(b, forB);
      if (!best || both < best.off) best = { pair: [a, b], off: both };
    }
  return best?.pair ?? null;
}

/** What is wrong with weights that somebody means to hang for such a spin. */
export type WeightDoubt =
  /** Lighter than a tenth of what stands at its end. */
  | { readonly kind: 'tooLight'; readonly at: 'A' | 'B'; readonly massG: number; readonly wantedG: number }
  | { readonly kind: 'oneEnd' }
  /** As in the spin with weights before. */
  | { readonly kind: 'samePlace' };

/**
 * @param before what hung in the spin with weights before; null where there was none
 * @returns what is wrong first; null where nothing is
 */
export function weightDoubt(
  pieces: readonly HungPiece[],
  unbalance: PlaneUnbalance,
  planes: Planes,
  before: readonly HungPiece[] | null,
): WeightDoubt | null {
  const middleMm = (planes.zAMm + planes.zBMm) / 2;
  const ends = (['A', 'B'] as const).map((at) => ({ at, piece: pieces.find(({ zMm }) => (at === 'A' ? zMm < middleMm : zMm >= middleMm)) }));
  if (ends.some(({ piece }) => !piece)) return { kind: 'oneEnd' };
  for (const { at, piece } of ends) {
    const [{ amount }, radiusMm] = at === 'A' ? [toPolar(unbalance.aGmm), planes.radiusAMm] : [toPolar(unbalance.bGmm), planes.radiusBMm];
    if (piece!.massG * piece!.radiusMm < amount / 10) return { kind: 'tooLight', at, massG: piece!.massG, wantedG: wantedG(amount, radiusMm) };
  }
  const isSame = (x: HungPiece, y: HungPiece): boolean => x.zMm === y.zMm && x.massG === y.massG && Math.abs(x.angleDeg - y.angleDeg) < 1;
  return before && pieces.every((piece) => before.some((one) => isSame(one, piece))) ? { kind: 'samePlace' } : null;
}
