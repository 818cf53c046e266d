import {
  addPlanes,
  BALANCED,
  crankTemplate,
  furtherCut,
  fromPolar,
  isPast,
  summariseTurns,
  trackedPlane,
  verdictBy,
  chanceInside,
  layOut,
  LAYOUTS,
  metalNow,
  missingCuts,
  planChoices,
  planHoles,
  scale,
  scalePlanes,
  times,
  toPlanes,
  toPolar,
  cutDoubts,
  estimate,
  USUAL_BARS,
  type Crank,
  type Cut,
  type KnownCut,
  type MetalNow,
  type DrillErrors,
  type Knowledge,
  type RecordEvent,
  type PlaneUnbalance,
  type Vector,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

/** The made-up cranks and the errors of ../shared/facts.md's last table. */
const CRANKS = Number(process.env['TARE_PRACTICE_CRANKS'] ?? 200);
const RADIUS_MM = 85;
const HEAVY_G = { least: 20, most: 110 };
/** What goes wrong: of the machine's gain and angle, of each reading, of the drill. */
interface Errors {
  readonly gain: number;
  readonly gainDeg: number;
  readonly readingG: number;
  readonly drill: DrillErrors;
}
const USUAL: Errors = { gain: 0.06, gainDeg: 3, readingG: 0.3, drill: { depthMm: 0.4, angleDeg: 1.5, densityRatio: 0 } };
/** Nothing is ever read quite truly: the arithmetic wants some scatter. */
const HARDLY_ANY_G = 0.005;
const PERFECT: Errors = { gain: 0, gainDeg: 0, readingG: HARDLY_ANY_G, drill: USUAL.drill };
const BITS = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const MOST_SPINS = 30;
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
  readonly drill: (metal: MetalNow, cut: Cut) => PlaneUnbalance;
}

/** A crank, a machine and a drill that err, by one seed. */
function setUp(seed: number, crank: Crank, errors: Errors): Bench {
  const chance = chanceFor('practice', seed);
  const gain = (): Vector => fromPolar(1 + chance.normal(errors.gain), chance.normal(errors.gainDeg));
  const [gainA, gainB] = [gain(), gain()];
  const scatter = (): Vector => ({ re: chance.normal(errors.readingG * RADIUS_MM), im: chance.normal(errors.readingG * RADIUS_MM) });
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
    drill: (metal: MetalNow, cut: Cut): PlaneUnbalance =>
      missingCuts(metal, [cut])[0]!({
        depthMm: chance.normal(errors.drill.depthMm),
        angleDeg: chance.normal(errors.drill.angleDeg),
        densityRatio: 0,
      }),
  };
}
const plus = (x: Vector, y: Vector): Vector => ({ re: x.re + y.re, im: x.im + y.im });

const isInside = ({ aGmm, bGmm }: PlaneUnbalance, toleranceGmm: number): boolean =>
  toPolar(aGmm).amount <= toleranceGmm && toPolar(bGmm).amount <= toleranceGmm;

type Method = (crank: Crank, toleranceGmm: number, reading: (holes: readonly KnownCut[] | null) => PlaneUnbalance, errors: Errors) => boolean;

/** Cuts with ids of their own, counted on. */
const known = (cuts: readonly Cut[], from: number): KnownCut[] => cuts.map((cut, i) => ({ ...cut, id: `cut ${from + i}` }));

/** Runs a method on one crank; `reading` drills these holes and spins. */
function practise(method: Method, crank: Crank, toleranceGmm: number, seed: number, errors: Errors): Story {
  const { unbalance, read, drill } = setUp(seed, crank, errors);
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
  const gainDeviation = Math.hypot(errors.gain, (errors.gainDeg * Math.PI) / 180) / Math.SQRT2;
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
    const told = estimate({ planes: crank.planes, gainDeviation: { machine: Math.max(1e-3, gainDeviation) }, densityDeviation: 1e-3, events });
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
