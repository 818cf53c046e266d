import type { HungPiece } from '../estimate/hungPieces.js';
import { verdictBy } from '../estimate/verdict.js';
import type { Planes } from '../rotor/planes.js';
import { firstWeights, secondWeights, type TrialWeight, type WeightProposal } from './weightProposal.js';
import type { JobEstimate } from './jobEstimate.js';
import type { SpinFact } from './jobFacts.js';
import type { Wait } from './restsOn.js';

/** What waits: before a plan, or before the crank is taken for inside where it is inside by what is known. */
export const waitsNow = ({ inside, restsOn }: Pick<JobEstimate, 'inside' | 'restsOn'>): readonly Wait[] =>
  verdictBy(inside) === 'inside' ? restsOn.acceptWaits : restsOn.planWaits;

/** The spin that waits to be made. */
export interface AskedSpin {
  readonly wait: Wait;
  /** Known weights that hang in it; null for the crank as it is. */
  readonly weights: WeightProposal | null;
}

/** Weights at both ends as they hung in the last spin that had them; null for none. */
export function hungBefore(
  spins: readonly Pick<SpinFact, 'hungPieces' | 'quick'>[],
  { zAMm, zBMm }: Planes,
): { readonly a: HungPiece; readonly b: HungPiece } | null {
  const pieces = spins.findLast(({ hungPieces, quick }) => quick !== true && (hungPieces?.length ?? 0) > 0)?.hungPieces ?? [];
  const a = pieces.find(({ zMm }) => zMm < (zAMm + zBMm) / 2);
  const b = pieces.find(({ zMm }) => zMm >= (zAMm + zBMm) / 2);
  return a && b ? { a, b } : null;
}

/**
 * What the next spin has to be, by what waits first.
 * @param pieces the shop's trial pieces
 * @returns null where nothing waits
 */
export function askedSpin(
  spins: readonly Pick<SpinFact, 'hungPieces' | 'quick'>[],
  planes: Planes,
  estimate: Pick<JobEstimate, 'inside' | 'restsOn' | 'now'>,
  pieces: readonly TrialWeight[],
): AskedSpin | null {
  const [wait] = waitsNow(estimate);
  if (!wait || !estimate.now) return null;
  if (wait.kind !== 'weights' && wait.kind !== 'knownWeight') return { wait, weights: null };
  const first = firstWeights(estimate.now.unbalance, planes, pieces);
  const before = hungBefore(spins, planes);
  return { wait, weights: wait.kind === 'weights' && wait.done === 1 && before ? { ...secondWeights(before, planes), fromShop: true } : first };
}
