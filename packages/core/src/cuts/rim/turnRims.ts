import { rimKindOf } from '../../rotor/crank.js';
import type { RimCut } from '../../rotor/cut.js';
import { addPlanes, type PlaneUnbalance } from '../../rotor/planes.js';
import { fitsAt } from '../cutRules.js';
import { costOf, DEPTH_STEP_MM, roundTo } from '../lever.js';
import { effectOf, furtherCut, metalsOf, type MetalNow } from '../metalNow.js';
import { siteIn, type Search } from '../search.js';

/** All counterweights' rims taken down alike, and what that leaves. */
export interface TurnedRims {
  readonly cuts: readonly RimCut[];
  readonly metal: MetalNow;
  readonly residual: PlaneUnbalance;
}

/** Less metal than this is not worth setting the lathe up, g over all rims. */
const LEAST_G = 20;

/**
 * The amount, in tenths of a millimetre, by which turning all counterweights down alike leaves least; null where that is
 * nothing. For a crank whose counterweights are all too heavy, as lighter pistons leave them (handbook section 7). Rims that would
 * leave too little beside a bar or a hole in the face are let be.
 */
export function turnRims(input: Search & { readonly mostTurnedMm: number }): TurnedRims | null {
  const { metal, unbalance, mostTurnedMm } = input;
  const start = { holes: [], residual: unbalance, cost: costOf(input, unbalance) };
  const rims = metal.crank.counterweights.filter((c) => rimKindOf(c) === 'counterweight' && c.drillFrom !== 'face' && c.drillFrom !== 'grind');
  const sites = new Map(rims.map((c) => [c.id, siteIn(input, start, c.id)]));
  const cutsOf = (depthMm: number): RimCut[] =>
    rims
      .map((c): RimCut => ({ kind: 'turn', counterweightId: c.id, angleDeg: c.arcCentreDeg, halfArcDeg: c.arcHalfWidthDeg, depthMm }))
      .filter((cut) => fitsAt(cut, sites.get(cut.counterweightId)!));
  const tryOut = (depthMm: number): { depthMm: number; cost: number; residual: PlaneUnbalance; massG: number } => {
    const metals = metalsOf(metal, cutsOf(depthMm));
    const residual = metals.reduce((sum, taken) => addPlanes(sum, effectOf(taken, metal.crank.planes)), unbalance);
    return { depthMm, residual, cost: costOf(input, residual), massG: metals.reduce((sum, { massG }) => sum + massG, 0) };
  };
  // What is left, squared, falls and rises once with depth.
  let [low, high] = [0, Math.floor(mostTurnedMm / DEPTH_STEP_MM + 1e-9)];
  const known = new Map<number, ReturnType<typeof tryOut>>();
  const at = (step: number): ReturnType<typeof tryOut> => {
    const before = known.get(step);
    if (before) return before;
    const tried = step === 0 ? { depthMm: 0, cost: start.cost, residual: unbalance, massG: 0 } : tryOut(roundTo(step * DEPTH_STEP_MM, DEPTH_STEP_MM));
    known.set(step, tried);
    return tried;
  };
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (at(middle).cost <= at(middle + 1).cost) high = middle;
    else low = middle + 1;
  }
  const best = at(low);
  if (best.massG < LEAST_G) return null;
  const cuts = cutsOf(best.depthMm);
  return { cuts, metal: furtherCut(metal, cuts), residual: best.residual };
}
