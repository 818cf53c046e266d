import { oilWaysOf } from '../rotor/crank.js';
import { isRimCut, replacedId, type Bit, type Cut, type OpenCut, type StandingCut } from '../rotor/cut.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import type { Bar } from '../rotor/slug.js';
import type { CutSite } from './goodCut.js';
import type { MetalNow } from './metalNow.js';
import type { State, Tolerances } from './lever.js';

/** What the shop does beside drilling rims; left out for what it does not. */
export interface PlanMeans {
  /** Side faces of counterweights, too. */
  readonly faces?: boolean;
  /** Bars in radial holes: they can leave at speed. */
  readonly radialBars?: boolean;
  readonly welding?: boolean;
  readonly grinding?: boolean;
}

/** What candidates for the next cut are looked for in. */
export interface Search extends PlanMeans, Tolerances {
  readonly metal: MetalNow;
  /** What is to be cut. */
  readonly unbalance: PlaneUnbalance;
  readonly bits: readonly Bit[];
  /** Heavy metal that may be pressed in; none where there is no need of it. */
  readonly bars?: readonly Bar[];
  /** Left between a hole's planned depth and the deepest that is allowed, for what the drill misses by; left out for none. */
  readonly depthRoomMm?: number;
}

const isOpen = (cut: Cut): cut is OpenCut => !isRimCut(cut) && cut.kind !== 'weld';

/** Whether a plan on its way changes this hole already: each is changed once. */
export const isSpoken = ({ holes }: State, { id }: StandingCut): boolean => holes.some((cut) => replacedId(cut) === id);

/** Where a new cut would come in a counterweight as it is, with what the plan has on its way; `old` is what it replaces. */
export function siteIn({ metal, bits, faces }: Search, state: State, counterweightId: string, old: StandingCut | null = null): CutSite {
  const counterweight = metal.crank.counterweights.find(({ id }) => id === counterweightId)!;
  const standing = metal.standing.filter((cut) => cut.counterweightId === counterweightId && cut !== old && !isSpoken(state, cut));
  const planned = state.holes.filter((cut) => cut.counterweightId === counterweightId).filter(isOpen);
  return {
    counterweight,
    goneMm: metal.pieces.get(counterweightId)!.counterweight.rimRadiusMm - counterweight.rimRadiusMm,
    others: [...standing, ...planned],
    old,
    workshop: { bits, faces: faces === true },
    oilWays: oilWaysOf(metal.crank),
  };
}
