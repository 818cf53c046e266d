import {
  addPlanes,
  BALANCED,
  chanceInside,
  cutDoubts,
  estimate,
  furtherCut,
  isPast,
  metalNow,
  planChoices,
  planHoles,
  scalePlanes,
  summariseTurns,
  trackedPlane,
  USUAL_BARS,
  verdictBy,
  type Crank,
  type Cut,
  type Knowledge,
  type KnownCut,
  type PlaneUnbalance,
  type RecordEvent,
} from '@tare/core';
import { figure, type Figure } from '../figures.js';
import { BITS, crankWith, gainDeviationOf, isInside, MOST_HOLES, MOST_SPINS, practiceBench, RADIUS_MM, USUAL, type Errors } from './made.js';

const CRANKS = Number(process.env['TARE_PRACTICE_CRANKS'] ?? 100);
/** Nothing is ever read quite truly: the arithmetic wants some scatter. */
const HARDLY_ANY_G = 0.005;
const PERFECT: Errors = { gain: 0, gainDeg: 0, readingG: HARDLY_ANY_G, drill: USUAL.drill };

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

type Method = (crank: Crank, toleranceGmm: number, reading: (holes: readonly KnownCut[] | null) => PlaneUnbalance, errors: Errors) => boolean;

/** Cuts with ids of their own, counted on. */
const known = (cuts: readonly Cut[], from: number): KnownCut[] => cuts.map((cut, i) => ({ ...cut, id: `cut ${from + i}` }));

/** Runs a method on one crank; `reading` drills these holes and spins. */
function practise(method: Method, crank: Crank, toleranceGmm: number, seed: number, errors: Errors): Story {
  const { unbalance, read, drill } = practiceBench(seed, crank, errors);
  let now = unbalance;
  let metal = metalNow(crank, []);
  let [spins, holes] = [0, 0];
  let overshot = false;
  let trulyInsideAfter: number | null = null;
  const accepted = method(
    crank,
    toleranceGmm,
    (cut) => {
      for (const hole of cut ?? []) {
        now = addPlanes(now, drill(metal, hole));
        metal = furtherCut(metal, [hole]);
        holes += 1;
      }
      if (isPast(unbalance.aGmm, now.aGmm, toleranceGmm) || isPast(unbalance.bGmm, now.bGmm, toleranceGmm)) overshot = true;
      spins += 1;
      if (isInside(now, toleranceGmm)) trulyInsideAfter ??= spins - 1;
      return read(now);
    },
    errors,
  );
  return { respins: spins - 1, holes, overshot, accepted, inside: isInside(now, toleranceGmm), trulyInsideAfter };
}

/** Tare: everything known of both planes and of the gain, the plan with the least expected time, accepted when it is sure. */
const tare: Method = (crank, toleranceGmm, reading, errors) => {
  const events: RecordEvent[] = [];
  const existing: KnownCut[] = [];
  let received: PlaneUnbalance | null = null;
  const spin = (cuts: readonly Cut[]): void => {
    const holes = known(cuts, existing.length);
    const before = metalNow(crank, existing);
    const read = reading(holes);
    received ??= read;
    let metal = before;
    for (const hole of holes) {
      events.push({ kind: 'cut', id: hole.id, part: 'crank', ...cutDoubts(metal, hole, errors.drill) });
      metal = furtherCut(metal, [hole]);
    }
    const scatter = errors.readingG * RADIUS_MM;
    events.push({
      kind: 'spin',
      id: `spin ${events.length}`,
      calibration: 'machine',
      planes: crank.planes,
      mounted: { crank: 0 },
      hung: BALANCED,
      hungCovariance: null,
      reading: { turns: summariseTurns([read]), of: 'spins', display: null },
      scatterGmm: { a: scatter, b: scatter },
    });
    existing.push(...holes);
  };
  spin([]);
  for (let spins = 1; spins < MOST_SPINS; spins += 1) {
    const told = estimate({ planes: crank.planes, gainDeviation: { machine: gainDeviationOf(errors) }, densityDeviation: 1e-3, events });
    if (verdictBy(chanceInside(told.now!, { aGmm: toleranceGmm, bGmm: toleranceGmm })) === 'inside') return true;
    const knowledge: Knowledge = {
      a: trackedPlane(told, 'a')!,
      b: trackedPlane(told, 'b')!,
      toleranceAGmm: toleranceGmm,
      toleranceBGmm: toleranceGmm,
      drill: errors.drill,
      received: received!,
    };
    const plans = planChoices({ crank, bits: BITS, bars: USUAL_BARS, existing, maxHoles: MOST_HOLES, known: knowledge });
    // Where no hole helps by what is known, one more spin may know better.
    spin(plans.kind === 'nothingToDo' ? [] : plans.kind === 'notFound' ? plans.best.holes : plans.choices[0]!.plan.holes);
  }
  return false;
};

/** By hand: at the angle shown, 70 % of the reading, both ends each spin, until a reading lies inside. */
const byHand: Method = (crank, toleranceGmm, reading) => {
  const existing: KnownCut[] = [];
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
    const holes = known(plan.kind === 'nothingToDo' ? [] : plan.kind === 'solved' ? plan.holes : plan.best.holes, existing.length);
    if (plan.kind === 'notFound' && holes.length === 0) return false;
    existing.push(...holes);
    read = reading(holes);
  }
  return false;
};

/** A line of the table: who corrects, what goes wrong, on which arcs, to which tolerance. */
interface Line {
  readonly name: string;
  readonly method: Method;
  readonly errors: Errors;
  readonly arcDeg: number;
  readonly toleranceG: number;
}

const line = (name: string, method: Method, errors: Errors, arcDeg: number, toleranceG: number): Line => ({
  name,
  method,
  errors,
  arcDeg,
  toleranceG,
});

const LINES: readonly Line[] = [
  ...[55, 40].flatMap((arc) => [1, 0.5].map((tolerance) => line('by hand, 70 %, both ends', byHand, USUAL, arc, tolerance))),
  ...[55, 40].flatMap((arc) => [1, 0.5].map((tolerance) => line('Tare', tare, USUAL, arc, tolerance))),
  // The bound, and which error keeps from it.
  ...[1, 0.5].map((tolerance) => line('Tare, everything known, only the drill errs', tare, PERFECT, 55, tolerance)),
  line('Tare, readings without scatter', tare, { ...USUAL, readingG: HARDLY_ANY_G }, 55, 0.5),
  line('Tare, gain and angle known', tare, { ...USUAL, gain: 0, gainDeg: 0 }, 55, 0.5),
  line('Tare, a drill that never misses', tare, { ...USUAL, drill: { depthMm: 0, angleDeg: 0, densityRatio: 0 } }, 55, 0.5),
];

export function practice(cranks = CRANKS, only = ''): Figure[] {
  return LINES.filter(({ name, arcDeg, toleranceG }) => `${name}, ${arcDeg}, ${toleranceG}`.includes(only)).flatMap((one) => figuresOf(one, cranks));
}

function figuresOf({ name, method, errors, arcDeg, toleranceG }: Line, cranks: number): Figure[] {
  const crank = crankWith(arcDeg);
  const stories = Array.from({ length: cranks }, (_, i) => practise(method, crank, toleranceG * RADIUS_MM, i, errors));
  const done = stories.filter(({ accepted }) => accepted);
  const what = `${name}, ± ${arcDeg}°, ${toleranceG} g`;
  const share = (title: string, some: readonly Story[], of: readonly Story[]): Figure =>
    figure(`${what}: ${title}`, '%', [(100 * some.length) / Math.max(1, of.length)]);
  const each = (title: string, of: readonly Story[], value: (story: Story) => number): Figure => figure(`${what}: ${title}`, '', of.map(value));
  return [
    each('spins after the first', done, ({ respins }) => respins),
    each('holes', done, ({ holes }) => holes),
    share('accepted', done, stories),
    share(
      'accepted and truly inside',
      done.filter(({ inside }) => inside),
      done,
    ),
    share(
      'taken past nothing by more than the tolerance',
      stories.filter(({ overshot }) => overshot),
      stories,
    ),
    each('spins until truly inside', stories, ({ trulyInsideAfter }) => trulyInsideAfter ?? MOST_SPINS),
  ];
}
