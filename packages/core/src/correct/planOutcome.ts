import { randomLcg, randomNormal } from 'd3-random';
import type { MetalNow } from '../cuts/metalNow.js';
import type { Cut } from '../rotor/cut.js';
import { addPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { absolute } from '../units/complex.js';
import { dot, type Vector } from '../units/vector.js';
import { missingCuts, type DrillErrors } from '../cuts/drillErrors.js';
import { halfOf } from '../estimate/cholesky.js';
import { fromFour } from '../estimate/fourNumbers.js';
import type { TrackedPlane } from './trackedPlane.js';

/** What both planes are known to be, and what they have to be. */
export interface Knowledge {
  readonly a: TrackedPlane;
  readonly b: TrackedPlane;
  readonly toleranceAGmm: number;
  readonly toleranceBGmm: number;
  readonly drill: DrillErrors;
  /** Of both planes together, 4 × 4: an error that both share goes both ways at once. Left out where the planes are known apart. */
  readonly covariance?: readonly number[];
  /** As the crank came: light along that, it needs metal added. Left out where nobody knows. */
  readonly received?: PlaneUnbalance;
}

/** How a plan may turn out. */
export interface PlanOutcome {
  /** Share of the tries that end inside in both planes. */
  readonly inside: number;
  /** Share that goes past nothing by more than the tolerance in a plane: more was taken than was there, now or as it came. */
  readonly overshot: number;
  /** The same of the plane that does so oftener. */
  readonly overshotInAPlane: number;
  /** Where the first tries end, to be drawn. */
  readonly cloud: readonly PlaneUnbalance[];
}

const TRIES = 2000;
const DRAWN = 150;

/**
 * Tries a plan over and over: the crank as far from what is known as that may be, each cut as far amiss as the drill goes,
 * the density out for all of them. The same plan has the same outcome every time.
 */
export function planOutcome(metal: MetalNow, cuts: readonly Cut[], known: Knowledge, tries = TRIES): PlanOutcome {
  const normal = randomNormal.source(randomLcg(0.5))(0, 1);
  const [a, b] = [known.a.deviationGmm ** 2, known.b.deviationGmm ** 2];
  const half = halfOf(known.covariance ?? [a, 0, 0, 0, 0, a, 0, 0, 0, 0, b, 0, 0, 0, 0, b]);
  const told = { aGmm: known.a.unbalanceGmm, bGmm: known.b.unbalanceGmm };
  const near = (): PlaneUnbalance => {
    const draws = [normal(), normal(), normal(), normal()];
    return addPlanes(told, fromFour([0, 1, 2, 3].map((i) => draws.reduce((sum, draw, k) => sum + half[4 * i + k]! * draw, 0))));
  };
  const { drill, toleranceAGmm, toleranceBGmm } = known;
  let [inside, overshot, inA, inB] = [0, 0, 0, 0];
  const cloud: PlaneUnbalance[] = [];
  const drilled = missingCuts(metal, cuts);
  for (let i = 0; i < tries; i += 1) {
    const before = near();
    const density = drill.densityRatio * normal();
    const after = drilled.reduce<PlaneUnbalance>(
      (sum, took) => addPlanes(sum, took({ depthMm: drill.depthMm * normal(), angleDeg: drill.angleDeg * normal(), densityRatio: density })),
      before,
    );
    if (absolute(after.aGmm) <= toleranceAGmm && absolute(after.bGmm) <= toleranceBGmm) inside += 1;
    const [pastA, pastB] = [isTakenPast(known, 'aGmm', before, after), isTakenPast(known, 'bGmm', before, after)];
    if (pastA) inA += 1;
    if (pastB) inB += 1;
    if (pastA || pastB) overshot += 1;
    if (i < DRAWN) cloud.push(after);
  }
  return { inside: inside / tries, overshot: overshot / tries, overshotInAPlane: Math.max(inA, inB) / tries, cloud };
}

/** A plane came out past nothing: along where it was heavy before this, or where it was heavy as it came. */
function isTakenPast(
  { received, toleranceAGmm, toleranceBGmm }: Knowledge,
  plane: keyof PlaneUnbalance,
  before: PlaneUnbalance,
  after: PlaneUnbalance,
): boolean {
  const toleranceGmm = plane === 'aGmm' ? toleranceAGmm : toleranceBGmm;
  return (
    isPast(before[plane], after[plane], toleranceGmm) ||
    (received !== undefined && !isPast(received[plane], before[plane], toleranceGmm) && isPast(received[plane], after[plane], toleranceGmm))
  );
}

/** Along where it was heavy, a plane has come out light by more than its tolerance. */
export function isPast(before: Vector, after: Vector, toleranceGmm: number): boolean {
  const amount = absolute(before);
  return amount > toleranceGmm && dot(before, after) / amount < -toleranceGmm;
}
