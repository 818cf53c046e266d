import {
  addPlanes,
  AIM_SHARE,
  BALANCED,
  crankTemplate,
  fewestHoles,
  fromPolar,
  layOut,
  LAYOUTS,
  planChoices,
  planHoles,
  toPlanes,
  toPolar,
  USUAL_DRILL,
  type ChoicesInput,
  type Crank,
  type PlaneUnbalance,
  type PlanInput,
  type TrackedPlane,
  type Vector,
} from '@tare/core';
import { highsSolver } from '@tare/solver';
import { chanceFor } from '@tare/standins/chance';
import { figure, timed, type Figure } from './figures.js';

const RUNS = 40;
const CRANKS = 60;
const BITS = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const layout = layOut(LAYOUTS.v8Cross90, 110);
const six = crankTemplate(LAYOUTS.v8Cross90, layout, 88);
const eight = crankTemplate({ ...LAYOUTS.v8Cross90, bareWebs: [] }, layout, 88);
const four: Crank = { ...six, counterweights: six.counterweights.filter((_, i) => i !== 2 && i !== 3) };

/** A crank left heavy at its counterweights, 5 to 25 g each. */
function heavy(crank: Crank, seed: number): PlanInput {
  const chance = chanceFor('bench', seed);
  const unbalance = crank.counterweights.reduce<PlaneUnbalance>(
    (sum, c) =>
      addPlanes(sum, toPlanes(fromPolar(c.rimRadiusMm * chance.between(5, 25), c.arcCentreDeg + chance.between(-25, 25)), c.zMm, crank.planes)),
    BALANCED,
  );
  return { crank, unbalance, toleranceAGmm: 85, toleranceBGmm: 85, bits: BITS, existing: [], maxHoles: 8, share: { a: 1, b: 1 } };
}

/** The same as it is known after one spin of a machine whose gain is known to 5 %. */
function known({ crank, unbalance, bits, existing, maxHoles, toleranceAGmm, toleranceBGmm }: PlanInput): ChoicesInput {
  const plane = (unbalanceGmm: Vector): TrackedPlane => ({
    unbalanceGmm,
    deviationGmm: 0.05 * toPolar(unbalanceGmm).amount + 10,
    gain: { re: 1, im: 0 },
    gainDeviation: 0.05,
  });
  const planes = { a: plane(unbalance.aGmm), b: plane(unbalance.bGmm), toleranceAGmm, toleranceBGmm, drill: USUAL_DRILL };
  return { crank, bits, bars: [], existing, maxHoles, known: planes };
}

/** Heavy cranks of six counterweights, to be planned for. */
export const heavyCranks = (count: number): PlanInput[] => Array.from({ length: count }, (_, i) => heavy(six, i));

/** The first good plan, and all that are shown, by how many counterweights there are. */
export async function planTimes(): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const [count, crank] of [
    [4, four],
    [6, six],
    [8, eight],
  ] as const) {
    figures.push(await timed(`first plan, ${count} counterweights`, RUNS, (i) => planHoles(heavy(crank, i))));
    figures.push(await timed(`all plans shown, ${count} counterweights`, RUNS, (i) => planChoices(known(heavy(crank, i)))));
  }
  return figures;
}

/** Holes of the plan with the fewest above what any plan needs, and how often it is proven that none has fewer. */
export async function optimalityGap(): Promise<Figure[]> {
  const solve = await highsSolver();
  const gaps: number[] = [];
  const times: number[] = [];
  for (let i = 0; i < CRANKS; i += 1) {
    const input = heavy(six, i);
    const plan = planHoles(input);
    if (plan.kind !== 'solved') continue;
    const started = performance.now();
    const bound = await fewestHoles(input, solve, Math.max(AIM_SHARE, plan.worstShare));
    times.push(performance.now() - started);
    if (bound !== null) gaps.push(plan.holes.length - bound);
  }
  return [
    figure('holes above the proven least', '', gaps),
    figure('plans proven to have the fewest holes', '%', [(100 * gaps.filter((gap) => gap === 0).length) / gaps.length]),
    figure('proof by integer programme', 'ms', times),
  ];
}
