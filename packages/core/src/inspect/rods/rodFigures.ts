import type { EngineLayout } from '../../engine/layout.js';
import { accept, type Acceptance, type Measured } from '../acceptance.js';
import { bestGrades, clearance, secondMethod, shellsToOrder, type GradeChoice, type SecondMethod, type ShellGrade } from '../clearance.js';
import { featureOf, type MadeReady, type Quantity } from '../inspectFacts.js';
import { journalFigures, type JournalFigures } from '../journal.js';
import { meanOf, placesAt, placesRead, worksBefore, type PlaceRead } from '../placesRead.js';
import { boltFigures, torquesDiffer, type BoltFigures } from './bolts.js';
import { closingFor, stockAcrossMm, type Closing, type DirectedSize } from './closing.js';
import { honeRate, honingFor, type HoneRate, type HoneStint, type Honing } from './honing.js';
import { isRodWork, type OverShell, type RodLimits, type TorqueStep } from './rodFacts.js';

/** Bolts of a rod. */
export const BOLTS = [1, 2] as const;

export type RodAdvice = 'leave' | 'hone' | 'close' | 'cannotYetTell' | 'out';

/** A size with where it lies. */
interface Judged {
  readonly mm: number;
  readonly verdict: Acceptance;
}

/** Ways out of a big end over its high limit, side by side. */
export interface WaysOut {
  readonly closing: Closing;
  /** Faces of the cap alone, or of rod and cap. */
  readonly faces: 'cap' | 'both';
  /** Shells with a larger outside that would fill it, honed round; null where none on sale do. */
  readonly shells: OverShell | null;
}

export interface RodRow {
  readonly rod: number;
  readonly feature: string;
  readonly size: JournalFigures | null;
  readonly advice: RodAdvice | null;
  /** Why it is out, whatever it measures. */
  readonly outBecause: string | null;
  /** What has to be said of it yet. */
  readonly asks: string | null;
  readonly waysOut: WaysOut | null;
  readonly honing: Honing | null;
  /** It was closed, and near the joint there is less to hone than nothing. */
  readonly lacksStockMm: number | null;
  readonly bend: Judged | null;
  readonly twist: Judged | null;
  readonly smallEnd: Judged | null;
  readonly bolts: readonly BoltFigures[];
}

export interface RodBearing extends SecondMethod {
  readonly rod: number;
  readonly clearanceMm: number;
  readonly deviationMm: number | null;
  readonly verdict: Acceptance;
}

export interface CentreDistances {
  /** Longest less shortest now; null while one is unread. */
  readonly spreadMm: number | null;
  /** Once those that are to be closed are closed and honed. */
  readonly afterMm: number;
  readonly isOver: boolean;
}

export interface RodsFigures {
  readonly rows: readonly RodRow[];
  /** Two steps at which another torque was said: nothing is judged until one is right. */
  readonly torquesDiffer: readonly [TorqueStep, TorqueStep] | null;
  readonly rate: HoneRate | null;
  readonly centre: CentreDistances | null;
  readonly bearings: readonly RodBearing[];
  readonly grades: readonly GradeChoice[];
  readonly order: readonly { readonly grade: ShellGrade; readonly halves: number }[];
}

const rodFeature = (rod: number): `rod.${number}` => `rod.${rod}`;

/** Everything that follows of what was measured of a set of rods; without limits nothing is judged. */
export function rodsFigures(made: MadeReady, { cylinders, pins }: Pick<EngineLayout, 'cylinders' | 'pins'>): RodsFigures {
  const { limits } = made.rods;
  const places = placesRead(made);
  const differ = torquesDiffer(made.rods.torques);
  const rate = honeRate(stintsOf(made));
  const rows = cylinders.map((_, i): RodRow => rowOf(i + 1, made, places, rate, differ !== null));
  const bearings = limits ? rows.flatMap(({ rod }) => bearingOf(rod, places, pins, limits)) : [];
  const gaps = rows.flatMap(({ rod, feature }) => {
    const [housing, journal] = [housingOf(rod, places), pinOf(rod, places, pins)];
    return housing && journal ? [{ id: feature, gapMm: housing.mm - journal.mm }] : [];
  });
  const { lowMm, highMm } = limits?.clearance ?? { lowMm: null, highMm: null };
  const grades = limits && lowMm !== null && highMm !== null && limits.grades.length > 0 ? bestGrades(gaps, limits.grades, (lowMm + highMm) / 2) : [];
  return {
    rows,
    torquesDiffer: differ,
    rate,
    centre: centreOf(rows, places, limits),
    bearings,
    grades,
    order: shellsToOrder(grades, limits?.grades ?? []),
  };
}

/** Where a big end is honed to; null where its band is not said. */
export const aimMm = ({ bigEnd: { lowMm, highMm }, aimRatio }: Pick<RodLimits, 'bigEnd' | 'aimRatio'>): number | null =>
  lowMm === null || highMm === null ? null : lowMm + aimRatio * (highMm - lowMm);

const directed = (places: readonly PlaceRead[]): DirectedSize[] => places.map(({ angleDeg, mm }) => ({ fromBeamDeg: angleDeg ?? 0, mm }));

function rowOf(rod: number, made: MadeReady, places: readonly PlaceRead[], rate: HoneRate | null, isStopped: boolean): RodRow {
  const { limits } = made.rods;
  const feature = rodFeature(rod);
  const own = placesAt(places, feature, 'bigEnd');
  const sizes = own.map((place) => ({ ...place, depth: place.depth ?? 1, directionDeg: place.angleDeg ?? 0 }));
  const size =
    limits && own.length > 0
      ? journalFigures(sizes, { ...limits.bigEnd, outOfRoundMm: limits.outOfRoundMm, taperMm: limits.taperMm }, false, limits.rule)
      : null;
  const judged = (quantity: Quantity, highMm: number | null, lowMm: number | null = null): Judged | null => {
    const [place] = placesAt(places, feature, quantity);
    return place && limits
      ? { mm: place.mm, verdict: accept({ ...place, mm: lowMm === null ? Math.abs(place.mm) : place.mm }, { lowMm, highMm }, limits.rule) }
      : null;
  };
  const [bend, twist] = [judged('bend', limits?.bendMm ?? null), judged('twist', limits?.twistMm ?? null)];
  const smallEnd = judged('smallEnd', limits?.smallEnd.highMm ?? null, limits?.smallEnd.lowMm ?? null);
  const bolts = limits ? BOLTS.map((bolt) => boltOf(bolt, feature, places, limits)) : [];
  const outBecause = whyOut({ rod, made, bend, twist, bolts });
  const aim = limits && aimMm(limits);
  const found = size && !isStopped ? adviceOf(size) : null;
  const advice = outBecause !== null ? 'out' : found;
  const lastWork = made.works.findLast(({ work }) => isRodWork(work) && work.rod === rod)?.work;
  const across = aim != null && lastWork?.kind === 'closeRod' ? stockAcrossMm(directed(own), aim) : null;
  return {
    ...{ rod, feature, size, advice, outBecause, bend, twist, smallEnd, bolts },
    asks: asksOf(rod, made),
    waysOut: advice === 'close' && limits && aim !== null ? waysOutOf(directed(own), size!, limits, aim) : null,
    honing: advice === 'hone' && aim != null && size ? honingFor(aim - size.meanMm, rate) : null,
    lacksStockMm: across !== null && across < 0 ? -across : null,
  };
}

/** Over its high limit, or no longer round, a big end is closed; under its low limit it is honed; inside it is left. */
function adviceOf({ size, round, parallel }: JournalFigures): RodAdvice {
  const shape = [round, parallel];
  if ((size.kind === 'outside' && size.side === 'high') || shape.some(({ kind }) => kind === 'outside')) return 'close';
  if (size.kind === 'outside') return 'hone';
  return [size, ...shape].some(({ kind }) => kind === 'cannotYetTell') ? 'cannotYetTell' : 'leave';
}

function waysOutOf(sizes: readonly DirectedSize[], size: JournalFigures, limits: RodLimits, aim: number): WaysOut {
  const closing = closingFor(sizes, aim, limits.stockMm);
  const largest = Math.max(...sizes.map(({ mm }) => mm));
  const shells = [...limits.overShells]
    .sort((a, b) => a.overMm - b.overMm)
    .find(({ overMm }) => aim + overMm >= largest && aim + overMm >= size.meanMm);
  return {
    closing,
    faces: limits.mostOffCapMm === null || closing.closeMm <= limits.mostOffCapMm ? 'cap' : 'both',
    shells: shells ?? null,
  };
}

interface Outs {
  readonly rod: number;
  readonly made: MadeReady;
  readonly bend: Judged | null;
  readonly twist: Judged | null;
  readonly bolts: readonly BoltFigures[];
}

/** What sends a rod out whatever its big end measures; null for nothing. */
function whyOut({ rod, made: { rods }, bend, twist, bolts }: Outs): string | null {
  const numbers = rods.numbers[String(rod)];
  const said = rods.bolts[String(rod)];
  const crack = rods.cracks[String(rod)];
  if (crack !== undefined && crack.trim() !== '') return `it is cracked: ${crack.trim()}`;
  if (numbers && numbers.rod.trim() !== '' && numbers.cap.trim() !== '' && numbers.rod.trim() !== numbers.cap.trim())
    return `rod ${numbers.rod.trim()} and cap ${numbers.cap.trim()} do not belong together`;
  if (bend?.verdict.kind === 'outside') return 'it is bent';
  if (twist?.verdict.kind === 'outside') return 'it is twisted';
  const longer = bolts.findIndex((bolt) => bolt.longer?.kind === 'outside');
  if (longer >= 0) return `bolt ${longer + 1} has stretched for good: other bolts, exchanged one at a time`;
  if (rods.limits?.mostUses != null && said && !said.areNew && said.uses >= rods.limits.mostUses)
    return `its bolts were torqued ${said.uses} times: other bolts, exchanged one at a time`;
  return null;
}

/** What nobody said yet of a rod that was measured. */
function asksOf(rod: number, { rods: { numbers } }: MadeReady): string | null {
  const own = numbers[String(rod)];
  if (!own || own.rod.trim() === '') return own && own.cap.trim() !== '' ? 'what is stamped on the rod' : null;
  return own.cap.trim() === '' ? 'what is stamped on its cap' : null;
}

function boltOf(bolt: number, feature: string, places: readonly PlaceRead[], { stretch, longerMm, rule }: RodLimits): BoltFigures {
  const read = (quantity: Quantity): Measured | null => placesAt(places, feature, quantity).find(({ depth }) => depth === bolt) ?? null;
  return boltFigures({ free: read('boltFree'), torqued: read('boltTorqued'), freeAgain: read('boltFreeAgain') }, stretch, longerMm, rule);
}

/** A big end in line with the load: along its beam. */
const housingOf = (rod: number, places: readonly PlaceRead[]): Measured | null =>
  meanOf(placesAt(places, rodFeature(rod), 'bigEnd').filter(({ angleDeg }) => angleDeg === 0));

/** The crankpin that a rod runs on, by the mean of what was read of it. */
function pinOf(rod: number, places: readonly PlaceRead[], pins: EngineLayout['pins']): Measured | null {
  const pin = pins.findIndex(({ cylinders }) => cylinders.includes(rod));
  return pin < 0 ? null : meanOf(placesAt(places, featureOf('pins', pin + 1), 'diameter'));
}

function bearingOf(rod: number, places: readonly PlaceRead[], pins: EngineLayout['pins'], limits: RodLimits): RodBearing[] {
  const feature = rodFeature(rod);
  const [[upper], [lower], [seen]] = [
    placesAt(places, feature, 'upperWall'),
    placesAt(places, feature, 'lowerWall'),
    placesAt(places, feature, 'clearanceSeen'),
  ];
  const [housing, journal] = [housingOf(rod, places), pinOf(rod, places, pins)];
  if (!housing || !journal || !upper) return [];
  const gap = clearance({ housing, upperWall: upper, lowerWall: lower ?? upper, oneWallForBoth: lower === undefined, journal });
  return [
    {
      rod,
      clearanceMm: gap.mm,
      deviationMm: gap.deviationMm,
      verdict: accept(gap, limits.clearance, limits.rule),
      ...secondMethod(gap, seen, limits.clearance),
    },
  ];
}

/** What closing and honing cost in centre distance over the set. */
function centreOf(rows: readonly RodRow[], places: readonly PlaceRead[], limits: RodLimits | null): CentreDistances | null {
  if (!limits) return null;
  const read = rows.map(({ feature }) => meanOf(placesAt(places, feature, 'centre'))?.mm ?? null);
  const isWhole = read.every((mm) => mm !== null);
  const spread = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);
  // Unread, they are taken as alike: what closing alone makes of it is told.
  const after = spread(rows.map(({ waysOut }, i) => (isWhole ? read[i]! : 0) - (waysOut?.closing.shorterMm ?? 0)));
  if (!isWhole && after === 0) return null;
  return {
    spreadMm: isWhole ? spread(read) : null,
    afterMm: after,
    isOver: limits.centreSpreadMm !== null && after > limits.centreSpreadMm,
  };
}

/** Stints at the hone with what each took off the mean of a big end, as far as it was read before and after it. */
function stintsOf(made: MadeReady): HoneStint[] {
  const meanAfter = (rod: number, works: number): number | null => {
    const own = made.measurements.filter(
      (one) =>
        one.feature === rodFeature(rod) &&
        one.quantity === 'bigEnd' &&
        !one.voided &&
        changesOf(made, rod, worksBefore(made.works, one.afterWorkId)) === changesOf(made, rod, works),
    );
    return meanOf(placesRead({ ...made, works: [], measurements: own }))?.mm ?? null;
  };
  return made.works.flatMap(({ work }, i): HoneStint[] => {
    if (work.kind !== 'honeRod') return [];
    const [before, after] = [meanAfter(work.rod, i), meanAfter(work.rod, i + 1)];
    return before === null || after === null ? [] : [{ seconds: work.seconds, takenMm: after - before }];
  });
}

/** How many of the first works made another big end of a rod. */
const changesOf = ({ works }: Pick<MadeReady, 'works'>, rod: number, first: number): number =>
  works.slice(0, first).filter(({ work }) => isRodWork(work) && work.rod === rod).length;
