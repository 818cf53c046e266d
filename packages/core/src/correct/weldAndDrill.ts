import { costOf, leverOf, type State } from '../cuts/lever.js';
import { effectOf, effectOfCuts, furtherCut, metalsOf, type MetalNow } from '../cuts/metalNow.js';
import { weldOf } from '../cuts/rework/candidates.js';
import type { Cut, WeldCut } from '../rotor/cut.js';
import { addPlanes, planeShares, type PlaneUnbalance } from '../rotor/planes.js';
import { turnBetweenDeg } from '../units/angle.js';
import { add, fromPolar, scale, toPolar } from '../units/vector.js';
import type { PlanInput } from './planInput.js';

/** So many sets of welds are drilled for; the others leave more even at their best. */
const MOST_SETS = 2;
/** What is left at best has to be inside, in tolerances, squared over both planes. */
const INSIDE = 2;
/** Places at which a set's drilling is guessed. */
const GUESSED_HOLES = 4;
/** Beyond so many old holes pairs are made of the most promising ones only. */
const MOST_PAIRED = 12;

/** Old holes to weld shut, one or two, and what is to be drilled once they are. */
export interface WeldedStart {
  readonly welds: readonly WeldCut[];
  readonly metal: MetalNow;
  readonly unbalance: PlaneUnbalance;
}

/**
 * The sets of one or two welds from which drilling gets nearest. A weld brings as much as its hole once took, seldom what is wanted:
 * what is too much is drilled off again, so that a set is judged by what drilling could leave after it, not by what it leaves itself.
 * How near drilling gets is guessed by the best moment at the best angle of each arc, a few times over.
 * @param unbalance what is to be cut
 */
export function weldedStarts(input: Omit<PlanInput, 'metal'> & { readonly metal: MetalNow }, unbalance: PlaneUnbalance): WeldedStart[] {
  const { metal } = input;
  const { planes } = metal.crank;
  const welds = metal.standing.filter(({ kind }) => kind !== 'bar').map(weldOf);
  const alone = welds
    .map((weld) => {
      const change = effectOf(metalsOf(metal, [weld])[0]!, planes);
      return { welds: [weld], left: drillableLeft(input, addPlanes(unbalance, change)), change };
    })
    .sort((x, y) => x.left - y.left);
  const paired = alone.slice(0, MOST_PAIRED);
  const pairs = paired.flatMap((one, i) =>
    paired.slice(i + 1).map((other) => {
      const change = addPlanes(one.change, other.change);
      return { welds: [...one.welds, ...other.welds], left: drillableLeft(input, addPlanes(unbalance, change)), change };
    }),
  );
  const near = (sets: typeof alone): typeof alone =>
    sets
      .filter(({ left }) => left <= INSIDE)
      .sort((x, y) => x.left - y.left)
      .slice(0, MOST_SETS);
  return [...near(alone), ...near(pairs)].map((set) => ({
    welds: set.welds,
    metal: furtherCut(metal, set.welds),
    // Holes that run into each other are filled by one weld: what both bring is less than the sum.
    unbalance: addPlanes(unbalance, set.welds.length === 1 ? set.change : effectOfCuts(metal, set.welds)),
  }));
}

/** What drilling at the counterweights leaves at best of this, in tolerances, squared: depths without a limit. */
function drillableLeft(input: Pick<PlanInput, 'toleranceAGmm' | 'toleranceBGmm'> & { readonly metal: MetalNow }, unbalance: PlaneUnbalance): number {
  let state: State = { holes: [], residual: unbalance, cost: costOf(input, unbalance) };
  for (let hole = 0; hole < GUESSED_HOLES; hole += 1) {
    let best = state;
    for (const counterweight of input.metal.crank.counterweights) {
      const lever = leverOf(input, state, counterweight);
      const { shareA, shareB } = planeShares(counterweight.zMm, input.metal.crank.planes);
      const { aGmm, bGmm } = state.residual;
      const { angleDeg } = toPolar(add(scale(aGmm, shareA / input.toleranceAGmm ** 2), scale(bGmm, shareB / input.toleranceBGmm ** 2)));
      const off = turnBetweenDeg(counterweight.arcCentreDeg, angleDeg);
      const unit = fromPolar(1, counterweight.arcCentreDeg + Math.max(-counterweight.arcHalfWidthDeg, Math.min(counterweight.arcHalfWidthDeg, off)));
      const wanted = lever.wantedGmm(unit);
      if (wanted <= 0) continue;
      const next = lever.without(unit, wanted);
      if (next.cost < best.cost) best = { holes: NO_CUTS, ...next };
    }
    if (best === state) break;
    state = best;
  }
  return state.cost;
}

const NO_CUTS: readonly Cut[] = [];
