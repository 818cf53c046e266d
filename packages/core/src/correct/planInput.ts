import type { MetalNow } from '../cuts/metalNow.js';
import type { Search } from '../cuts/search.js';
import type { Crank } from '../rotor/crank.js';
import type { Cut, KnownCut } from '../rotor/cut.js';
import type { HoleMetal } from '../rotor/hole.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import type { CutShares } from './cutShare.js';

/** `unbalance` is where the crank is too heavy, as read in its planes. */
export interface PlanInput extends Omit<Search, 'metal'> {
  /** As it came. */
  readonly crank: Crank;
  /** What was cut since, in order: the reading contains it, the rules must respect it. */
  readonly existing: readonly KnownCut[];
  /** What that makes of the crank, where it is worked out already. */
  readonly metal?: MetalNow;
  /** Nothing but deepening, opening and filling what is there. */
  readonly onlyExisting?: boolean;
  /** Most new holes, 1…12. */
  readonly maxHoles: number;
  /** How much of each plane's unbalance is to be cut. */
  readonly share: CutShares;
}

export type PlannedCut = Cut & {
  readonly metal: HoleMetal;
  /** How far the bit travels from the moment its tip touches: depth plus the point. */
  readonly travelFromTouchMm: number;
};

export interface HolePlan {
  readonly holes: readonly PlannedCut[];
  readonly residual: PlaneUnbalance;
  /** The worse plane's residual as a share of its tolerance. */
  readonly worstShare: number;
}
