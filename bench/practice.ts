import {
  addPlanes,
  BALANCED,
  crankTemplate,
  drillSpread,
  effectOfHoles,
  fromPolar,
  isPast,
  layOut,
  LAYOUTS,
  missingHole,
  planChoices,
  planHoles,
  planOutcome,
  scale,
  scalePlanes,
  times,
  toPlanes,
  toPolar,
  trackUnbalance,
  USUAL_BARS,
  type Crank,
  type CrankHole,
  type Knowledge,
  type PlaneEvent,
  type PlaneUnbalance,
  type Vector,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

/** The made-up cranks and the errors of ../shared/facts.md's last table. */
const CRANKS = Number(process.env['TARE_PRACTICE_CRANKS'] ?? 200);
const RADIUS_MM = 85;
const HEAVY_G = { least: 20, most: 110 };
const GAIN_ERROR = 0.06;
const GAIN_ANGLE_DEG = 3;
const READING_G = 0.3;
const DRILL = { depthMm: 0.4, angleDeg: 1.5, densityRatio: 0 };
const BITS = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const MOST_SPINS = 30;
/** Accepted when what is known says so with this certainty. */
const SURE = 0.97;
const MOST_HOLES = 12;

const layout = layOut(LAYOUTS.v8Cross90, 110);
const crankWith = (arcHalfWidthDeg: number): Crank => {
  const crank = crankTemplate(LAYOUTS.v8Cross90, layout, 88);
  return { ...crank, counterweights: crank.counterweights.map((c) => ({ ...c, arcHalfWidthDeg })) };
};

interface Story {
  readonly respins: number;
  readonly holes: number;
  readonly overshot: boolean;
  readonly accepted: boolean;
  /** It was truly inside when it was accepted. */
  readonly inside: boolean;
  /** Spins after the first until it was truly inside, known or not; null when it never was. */
  readonly trulyInsideAfter: number | null;
}

interface Bench {
  readonly unbalance: PlaneUnbalance;
  readonly read: (unbalance: PlaneUnbalance) => PlaneUnbalance;
  readonly drill: (crank: Crank, hole: CrankHole) => PlaneUnbalance;
}

/** A crank, a machine and a drill that err, by one seed. */
function setUp(seed: number, crank: Crank): Bench {
  const chance = chanceFor('practice', seed);
  const gain = (): Vector => fromPolar(1 + chance.normal(GAIN_ERROR), chance.normal(GAIN_ANGLE_DEG));
  const [gainA, gainB] = [gain(), gain()];
  const scatter = (): Vector => ({ re: chance.normal(READING_G * RADIUS_MM), im: chance.normal(READING_G * RADIUS_MM) });
  // Heavy where its counterweights stand, as cranks are: more at some than at others, the planes as the table has them.
  const excess = crank.counterweights.map(({ arcCentreDeg }) => fromPolar(chance.between(0.2, 1), arcCentreDeg + chance.between(-25, 25)));
  const wanted = { a: RADIUS_MM * chance.between(HEAVY_G.least, HEAVY_G.most), b: RADIUS_MM * chance.between(HEAVY_G.least, HEAVY_G.most) };
  let [front, rear] = [wanted.a, wanted.b];
  let unbalance: PlaneUnbalance = BALANCED;
  for (let step = 0; step < 30; step += 1) {
    unbalance = crank.counterweights.reduce<PlaneUnbalance>(
      (sum, { zMm }, i) => addPlanes(sum, toPlanes(scale(excess[i]!, i < 3 ? front : rear), zMm, crank.planes)),
      BALANCED,
    );
    front *= wanted.a / toPolar(unbalance.aGmm).amount;
    rear *= wanted.b / toPolar(unbalance.bGmm).amount;
  }
  return {
    unbalance,
    read: ({ aGmm, bGmm }: PlaneUnbalance): PlaneUnbalance => ({
      aGmm: plus(times(gainA, aGmm), scatter()),
      bGmm: plus(times(gainB, bGmm), scatter()),
    }),
    drill: (crank: Crank, hole: CrankHole): PlaneUnbalance =>
      missingHole(crank, hole)({ depthMm: chance.normal(DRILL.depthMm), angleDeg: chance.normal(DRILL.angleDeg), densityRatio: 0 }),
  };
}
const plus = (x: Vector, y: Vector): Vector => ({ re: x.re + y.re, im: x.im + y.im });

const isInside = ({ aGmm, bGmm }: PlaneUnbalance, toleranceGmm: number): boolean =>
  toPolar(aGmm).amount <= toleranceGmm && toPolar(bGmm).amount <= toleranceGmm;

type Method = (crank: Crank, toleranceGmm: number, reading: (holes: readonly CrankHole[] | null) => PlaneUnbalance) => boolean;

/** Runs a method on one crank; `reading` drills these holes and spins. */
function practise(method: Method, crank: Crank, toleranceGmm: number, seed: number): Story {
  const { unbalance, read, drill } = setUp(seed, crank);
  let now = unbalance;
  let [spins, holes] = [0, 0];
  let overshot = false;
  let trulyInsideAfter: number | null = null;
  const accepted = method(crank, toleranceGmm, (cut) => {
    for (const hole of cut ?? []) {
      now = addPlanes(now, drill(crank, hole));
      holes += 1;
    }
    if (isPast(unbalance.aGmm, now.aGmm, toleranceGmm) || isPast(unbalance.bGmm, now.bGmm, toleranceGmm)) overshot = true;
    spins += 1;
    if (isInside(now, toleranceGmm)) trulyInsideAfter ??= spins - 1;
    return read(now);
  });
  return { respins: spins - 1, holes, overshot, accepted, inside: isInside(now, toleranceGmm), trulyInsideAfter };
}

/** Tare: everything known of both planes and of the gain, the plan with the least expected time, accepted when it is sure. */
const tare: Method = (crank, toleranceGmm, reading) => {
  const gainDeviation = Math.hypot(GAIN_ERROR, (GAIN_ANGLE_DEG * Math.PI) / 180) / Math.SQRT2;
  const events: { aGmm: PlaneEvent[]; bGmm: PlaneEvent[] } = { aGmm: [], bGmm: [] };
  const existing: CrankHole[] = [];
  const spin = (holes: readonly CrankHole[]): void => {
    const read = reading(holes);
    for (const plane of ['aGmm', 'bGmm'] as const) {
      if (holes.length > 0)
        events[plane].push({ kind: 'cut', changeGmm: effectOfHoles(crank, holes)[plane], deviationGmm: drillSpread(crank, holes, DRILL)[plane] });
      events[plane].push({ kind: 'read', readGmm: read[plane], hungGmm: BALANCED.aGmm, deviationGmm: READING_G * RADIUS_MM });
    }
    existing.push(...holes);
  };
  spin([]);
  for (let spins = 1; spins < MOST_SPINS; spins += 1) {
    const known: Knowledge = {
      a: trackUnbalance(events.aGmm, gainDeviation),
      b: trackUnbalance(events.bGmm, gainDeviation),
      toleranceAGmm: toleranceGmm,
      toleranceBGmm: toleranceGmm,
      drill: DRILL,
    };
    if (planOutcome(crank, [], known, 1000).inside >= SURE) return true;
    const plans = planChoices({ crank, bits: BITS, bars: USUAL_BARS, existing, maxHoles: MOST_HOLES, known });
    if (plans.kind === 'notFound' && plans.best.holes.length === 0) return false;
    spin(plans.kind === 'nothingToDo' ? [] : plans.kind === 'notFound' ? plans.best.holes : plans.choices[0]!.plan.holes);
  }
  return false;
};

/** By hand: at the angle shown, 70 % of the reading, both ends each spin, until a reading lies inside. */
const byHand: Method = (crank, toleranceGmm, reading) => {
  const existing: CrankHole[] = [];
  let read = reading(null);
  for (let spins = 1; spins < MOST_SPINS; spins += 1) {
    if (isInside(read, toleranceGmm)) return true;
    const plan = planHoles({
      crank,
      unbalance: scalePlanes(read, 0.7),
      toleranceAGmm: toleranceGmm,
      toleranceBGmm: toleranceGmm,
      bits: BITS,
      existing,
      maxHoles: MOST_HOLES,
      share: { a: 1, b: 1 },
    });
    const holes = plan.kind === 'nothingToDo' ? [] : plan.kind === 'solved' ? plan.holes : plan.best.holes;
    if (plan.kind === 'notFound' && holes.length === 0) return false;
    existing.push(...holes);
    read = reading(holes);
  }
  return false;
};

export function practice(cranks = CRANKS, only = ''): Figure[] {
  const figures: Figure[] = [];
  for (const [name, method] of [
    ['by hand, 70 %, both ends', byHand],
    ['Tare', tare],
  ] as const)
    for (const arc of [55, 40])
      for (const tolerance of [1, 0.5]) {
        if (!`${name}, ${arc}, ${tolerance}`.includes(only)) continue;
        const crank = crankWith(arc);
        const stories = Array.from({ length: cranks }, (_, i) => practise(method, crank, tolerance * RADIUS_MM, i));
        const done = stories.filter(({ accepted }) => accepted);
        const what = `${name}, ± ${arc}°, ${tolerance} g`;
        const share = (some: readonly Story[], of: readonly Story[]): number[] => [(100 * some.length) / Math.max(1, of.length)];
        figures.push(
          figure(
            `${what}: spins after the first`,
            '',
            done.map(({ respins }) => respins),
          ),
          figure(
            `${what}: holes`,
            '',
            done.map(({ holes }) => holes),
          ),
          figure(`${what}: accepted`, '%', share(done, stories)),
          figure(
            `${what}: accepted and truly inside`,
            '%',
            share(
              done.filter(({ inside }) => inside),
              done,
            ),
          ),
          figure(
            `${what}: taken past nothing by more than the tolerance`,
            '%',
            share(
              stories.filter(({ overshot }) => overshot),
              stories,
            ),
          ),
        );
        const truly = stories.map(({ trulyInsideAfter }) => trulyInsideAfter ?? MOST_SPINS);
        figures.push(figure(`${what}: spins until truly inside`, '', truly));
      }
  return figures;
}
