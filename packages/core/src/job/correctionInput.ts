import type { CutShares } from '../correct/cutShare.js';
import type { ChoicesInput } from '../correct/planChoices.js';
import type { ShopTools } from '../correct/shopTools.js';
import { isCorrectable, onlyRims } from '../cuts/correctable.js';
import { isCorrectedIn } from '../setups/inSetUp.js';
import type { Bit } from '../rotor/cut.js';
import type { Tolerance } from '../rotor/tolerance.js';
import type { JobFacts } from './jobFacts.js';
import { trackedPlane, type JobEstimate } from './jobEstimate.js';

/** What somebody wishes of a plan. */
export interface CorrectionWishes {
  readonly maxHoles: number;
  readonly heavyMetal: boolean;
  /** At most so much; left out: as much as is safe. */
  readonly share?: CutShares;
  /** Why parts that should be neutral are corrected all the same; null: they are left alone. */
  readonly neutralReason: string | null;
}

/** What the shop has to correct with. */
export interface CorrectionShop {
  readonly bits: readonly Bit[];
  readonly tools: ShopTools;
}

/**
 * What a job's next correction is planned from: its metal as it is, the rims that may be corrected, and all that is known of it.
 * @returns null before the first spin
 */
export function correctionInput(
  facts: Pick<JobFacts, 'spec' | 'holes' | 'setUp'>,
  estimate: JobEstimate,
  { aGmm, bGmm }: Tolerance,
  { bits, tools }: CorrectionShop,
  { maxHoles, heavyMetal, share, neutralReason }: CorrectionWishes,
): ChoicesInput | null {
  const [a, b] = [trackedPlane(estimate, 'a'), trackedPlane(estimate, 'b')];
  if (!a || !b || !estimate.received) return null;
  const most = estimate.restsOn.mostShare;
  const { crank, balance } = facts.spec;
  const { setUp } = facts;
  const rims = onlyRims({ crank, existing: facts.holes }, (rim) =>
    setUp ? isCorrectedIn(rim, setUp.current) : isCorrectable(rim, balance, neutralReason),
  );
  return {
    ...rims,
    bits,
    bars: heavyMetal ? tools.bars : [],
    tools,
    maxHoles,
    known: { a, b, covariance: estimate.now!.covariance, received: estimate.received, toleranceAGmm: aGmm, toleranceBGmm: bGmm, drill: tools.drill },
    mostShare: { a: Math.min(most, share?.a ?? 1), b: Math.min(most, share?.b ?? 1) },
  };
}
