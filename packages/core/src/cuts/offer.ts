import type { Counterweight } from '../rotor/crank.js';
import type { Cut, Face } from '../rotor/cut.js';
import { pointHeightMm } from '../rotor/hole.js';
import type { Vector } from '../units/vector.js';
import { fitsAt } from './cutRules.js';
import { leverOf, unitAt, type Lever, type State } from './lever.js';
import { siteIn, type Search } from './search.js';

/** What one place offers: a cut that may be made there, the moment that goes with it, and where along the crank. */
interface Offer {
  readonly cut: Cut;
  readonly momentGmm: number;
  readonly zMm: number;
}

/** The state with the best offer over these angles that breaks no rule; null when none helps. */
export function bestOffer(
  input: Search,
  state: State,
  counterweight: Counterweight,
  anglesDeg: readonly number[],
  offer: (angleDeg: number, unit: Vector, lever: Lever) => Offer | null,
): State | null {
  const site = siteIn(input, state, counterweight.id);
  const lever = leverOf(input, state, counterweight);
  let best: State | null = null;
  for (const angleDeg of anglesDeg) {
    const unit = unitAt(angleDeg);
    const offered = offer(angleDeg, unit, lever);
    if (!offered) continue;
    const { residual, cost } = leverOf(input, state, offered).without(unit, offered.momentGmm);
    if (cost >= state.cost || (best && cost >= best.cost)) continue;
    if (!fitsAt(offered.cut, site)) continue;
    best = { holes: [...state.holes, offered.cut], residual, cost };
  }
  return best;
}

/** The face that stands freer: the one nearer its end of the crank. */
export const freerFace = ({ metal: { crank } }: Search, { zMm }: Counterweight): Face =>
  zMm <= (crank.planes.zAMm + crank.planes.zBMm) / 2 ? 'front' : 'rear';

/** Where along the crank metal acts that reaches so far in from a face: its own middle, with the drill's point. */
export function faceMiddleMm({ zMm, widthMm }: Counterweight, face: Face, bitMm: number, pointAngleDeg: number, depthMm: number): number {
  const point = pointHeightMm(bitMm, pointAngleDeg);
  const into = (depthMm ** 2 / 2 + (point / 3) * (depthMm + point / 4)) / (depthMm + point / 3);
  return face === 'front' ? zMm - widthMm / 2 + into : zMm + widthMm / 2 - into;
}
