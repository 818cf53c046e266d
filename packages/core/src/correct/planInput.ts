import type { Crank } from '../rotor/crank.js';
import type { Bit, CrankHole } from '../rotor/crankHole.js';
import type { HoleMetal } from '../rotor/hole.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import type { Bar } from '../rotor/slug.js';
import type { CutShares } from './cutShare.js';

/** What the shop does beside drilling rims; left out for what it does not. */
export interface PlanMeans {
  /** Side faces of counterweights, too. */
  readonly faces?: boolean;
  /** Bars in radial holes: they can leave at speed. */
  readonly radialBars?: boolean;
  readonly welding?: boolean;
  readonly grinding?: boolean;
}

export interface PlanInput extends PlanMeans {
  readonly crank: Crank;
  /** Where the crank is too heavy, as read in its planes. */
  readonly unbalance: PlaneUnbalance;
  readonly toleranceAGmm: number;
  readonly toleranceBGmm: number;
  readonly bits: readonly Bit[];
  /** Heavy metal that may be pressed in; none where there is no need of it. */
  readonly bars?: readonly Bar[];
  /** Holes as they stand; the reading contains them, the webs must respect them. */
  readonly existing: readonly CrankHole[];
  /** Nothing but deepening, opening and filling what is there. */
  readonly onlyExisting?: boolean;
  /** Most new holes, 1…12. */
  readonly maxHoles: number;
  /** How much of each plane's unbalance is to be cut. */
  readonly share: CutShares;
}

export interface PlannedHole extends CrankHole {
  readonly metal: HoleMetal;
  /** How far the bit travels from the moment its tip touches: depth plus the point. */
  readonly travelFromTouchMm: number;
}

export interface HolePlan {
  readonly holes: readonly PlannedHole[];
  readonly residual: PlaneUnbalance;
  /** The worse plane's residual as a share of its tolerance. */
  readonly worstShare: number;
}
