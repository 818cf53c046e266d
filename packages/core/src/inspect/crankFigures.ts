import type { JobSpec } from '../job/jobFacts.js';
import { degToRad } from '../units/angle.js';
import { CoreError } from '../units/check.js';
import { toPolar, type Vector } from '../units/vector.js';
import { accept, worstDeviationMm, type Acceptance, type Limits, type Measured } from './acceptance.js';
import { bestGrades, clearance, secondMethod, shellsToOrder, type GradeChoice, type SecondMethod, type ShellGrade } from './clearance.js';
import { eccentricityOfSwing, harmonics, type Harmonics } from './harmonics.js';
import { featureOf, isRunOut, JOURNAL_GROUPS, type GroupLimits, type JournalGroup, type MadeReady } from './inspectFacts.js';
import { journalFigures, type JournalFigures } from './journal.js';
import { mainPlacesMm } from './mainPlaces.js';
import { nextPush, type NextPush, type Push } from './nextPush.js';
import { meanOf, placesAt, placesRead, worksBefore, type PlaceRead } from './placesRead.js';
import { straightness, type BentMain, type MainEccentricity } from './straightness.js';
import { undersizeFor, type UndersizeChoice, type WornJournal } from './undersize.js';

/** How straight the crank is, or why that is not told. */
export type RunOutFigures =
  /** Some mains are unread; those that were stand in `read`. */
  | { readonly kind: 'waiting'; readonly mains: readonly number[]; readonly read: readonly BentMain[] }
  | { readonly kind: 'refused'; readonly reason: string }
  /** Every main lies in a block, as the two of a single or a V-twin do: nothing is read, and nothing shows a bend. */
  | { readonly kind: 'unseen' }
  | { readonly kind: 'read'; readonly mains: readonly BentMain[]; readonly next: NextPush | null };

/** A journal with what was read of it. */
export interface JournalRow {
  readonly feature: string;
  readonly number: number;
  readonly figures: JournalFigures | null;
  /** Radius of its fillets and its width between them, as far as they were read. */
  readonly fillet: JudgedSize | null;
  readonly width: JudgedSize | null;
}

/** A size with where it lies. */
export interface JudgedSize {
  readonly mm: number;
  readonly verdict: Acceptance;
}

/** A main bearing as it would be with what is there. */
export interface BearingRow extends SecondMethod {
  readonly number: number;
  readonly clearanceMm: number;
  readonly deviationMm: number | null;
  readonly verdict: Acceptance;
}

export interface GroupFigures {
  readonly journals: readonly JournalRow[];
  /** Null while a journal is unread, or nobody said what there is to grind to. */
  readonly undersize: UndersizeChoice | null;
  readonly bearings: readonly BearingRow[];
  readonly grades: readonly GradeChoice[];
  readonly order: readonly { readonly grade: ShellGrade; readonly halves: number }[];
}

export interface CrankFigures {
  readonly runOut: RunOutFigures;
  readonly groups: Readonly<Record<JournalGroup, GroupFigures>>;
  readonly endFloat: { readonly mm: number; readonly verdict: Acceptance } | null;
  /** The crack test is still to be made, or due again after a push. */
  readonly cracksDue: 'never' | 'again' | null;
  readonly isCracked: boolean;
}

/** What of a job's engine the crank's own figures ask for. */
export type CrankSpec = Pick<JobSpec, 'layout' | 'crank' | 'strokeMm'>;

/** Everything that follows of what was measured of a crank; null limits judge nothing. */
export function crankFigures(made: MadeReady, spec: CrankSpec): CrankFigures {
  const places = placesRead(made);
  const runOut = runOutOf(made, places, spec);
  const group = (name: JournalGroup): GroupFigures => groupFigures(name, made, places, runOut, spec);
  const float = places.find(({ quantity }) => quantity === 'endFloat');
  const lastPush = made.works.findLastIndex(({ work }) => work.kind === 'push');
  return {
    runOut,
    groups: { mains: group('mains'), pins: group('pins') },
    endFloat: float && made.limits ? { mm: float.mm, verdict: accept(float, made.limits.endFloat, made.limits.rule) } : null,
    cracksDue: made.cracks === null ? 'never' : lastPush >= made.cracks.afterWorks ? 'again' : null,
    isCracked: isCracked(made),
  };
}

/** A crack was found in it. */
export const isCracked = ({ cracks }: Pick<MadeReady, 'cracks'>): boolean => (cracks?.cracks.length ?? 0) > 0;

/** Where the journals of a group stand along the crank, front to rear, mm. */
export const journalPlacesMm = (group: JournalGroup, { layout, crank }: Pick<JobSpec, 'layout' | 'crank'>): number[] =>
  group === 'mains' ? mainPlacesMm(layout, crank.sizes) : layout.pins.map(({ zMm }) => zMm);

/** Mains and pins of a crank, each by its number from the front. */
export function journalNumbers(group: JournalGroup, { layout, crank }: Pick<JobSpec, 'layout' | 'crank'>): number[] {
  return journalPlacesMm(group, { layout, crank }).map((_, i) => i + 1);
}

function runOutOf(made: MadeReady, places: readonly PlaceRead[], { layout, crank }: CrankSpec): RunOutFigures {
  if (made.limits === null) return { kind: 'refused', reason: 'Nobody said yet how far a main may run out, nor on which mains the crank lies.' };
  const { blocks, runOutMm, rule } = made.limits;
  const zs = mainPlacesMm(layout, crank.sizes);
  if (zs.every((_, i) => blocks.includes(i + 1))) return { kind: 'unseen' };
  const missing: number[] = [];
  try {
    const mains = zs.flatMap((zMm, i): MainEccentricity[] => {
      const main = i + 1;
      // A journal in its own V shows no eccentricity.
      if (blocks.includes(main)) return [{ main, zMm, eccentricityMm: { re: 0, im: 0 }, deviationMm: 0, freedom: Infinity }];
      const found = swingOf(places, main);
      if (found) return [{ main, zMm, ...found }];
      missing.push(main);
      return [];
    });
    const bent = straightness(mains, blocks, runOutMm ?? Infinity, rule);
    if (missing.length > 0) return { kind: 'waiting', mains: missing, read: bent };
    const isOver = bent.some(({ verdict }) => verdict.kind === 'outside');
    return { kind: 'read', mains: bent, next: isOver && !made.limits.isCast ? nextPush(bent, pushesOf(made)) : null };
  } catch (error) {
    if (error instanceof CoreError) return { kind: 'refused', reason: error.message };
    throw error;
  }
}

/** Pushes with what was off at their main before and after each, as far as it was read between them. */
export function pushesOf(made: Pick<MadeReady, 'works' | 'measurements' | 'settings'>): (Push & { readonly id: string })[] {
  /** Read when so many pushes had been made. */
  const eccentricity = (main: number, pushes: number): Vector | null => {
    const own = made.measurements.filter(
      (one) =>
        isRunOut(one.quantity) &&
        one.feature === featureOf('mains', main) &&
        !one.voided &&
        made.works.slice(0, worksBefore(made.works, one.afterWorkId)).filter(({ work }) => work.kind === 'push').length === pushes,
    );
    return orNull(() => swingOf(placesRead({ ...made, works: [], measurements: own }), main))?.eccentricityMm ?? null;
  };
  return made.works
    .flatMap(({ id, work }) => (work.kind === 'push' ? [{ ...work, id }] : []))
    .flatMap(({ id, main, pressedMm }, i): (Push & { readonly id: string })[] => {
      const [beforeMm, afterMm] = [eccentricity(main, i), eccentricity(main, i + 1)];
      return beforeMm && afterMm ? [{ id, main, pressedMm, beforeMm, afterMm }] : [];
    });
}

/** How a main swings: by the needle at every angle, else the short way; null where neither was read whole. */
function swingOf(places: readonly PlaceRead[], main: number): Harmonics | null {
  const own = places.filter(({ feature }) => feature === featureOf('mains', main));
  const round = own.filter(({ quantity }) => quantity === 'runOut');
  if (round.length >= 5)
    return harmonics(
      round.map(({ angleDeg, mm }) => ({ angleDeg: angleDeg ?? 0, mm })),
      worstDeviationMm(round),
    );
  const highest = own.findLast(({ quantity }) => quantity === 'runOutHigh');
  const lowest = own.findLast(({ quantity }) => quantity === 'runOutLow');
  return highest && lowest ? eccentricityOfSwing(highest.mm, lowest.mm, highest.angleDeg ?? 0, worstDeviationMm([highest, lowest])) : null;
}

function orNull<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

function groupFigures(group: JournalGroup, made: MadeReady, places: readonly PlaceRead[], runOut: RunOutFigures, spec: CrankSpec): GroupFigures {
  const limits = made.limits?.[group] ?? null;
  const numbers = journalNumbers(group, spec);
  const sizesOf = (number: number): PlaceRead[] =>
    places.filter(({ feature, quantity }) => quantity === 'diameter' && feature === featureOf(group, number));
  const journals = numbers.map((number): JournalRow => {
    const feature = featureOf(group, number);
    const sizes = sizesOf(number).map((place) => ({ ...place, depth: place.depth ?? 1, directionDeg: place.angleDeg ?? 0 }));
    const judged = (quantity: 'fillet' | 'width'): JudgedSize | null => {
      const place = placeOf(places, quantity, feature);
      return place && limits ? { mm: place.mm, verdict: accept(place, limits[quantity] ?? NO_LIMITS, made.limits!.rule) } : null;
    };
    const [fillet, width] = [judged('fillet'), judged('width')];
    const own = limits ? journalFigures(sizes, limits, made.marked[feature] === true, made.limits!.rule) : null;
    // A fillet or a width outside is for the grinder too, whatever the diameter is.
    const figures = own && [fillet, width].some((one) => one?.verdict.kind === 'outside') ? { ...own, advice: 'grind' as const } : own;
    return { feature, number, figures, fillet, width };
  });
  const bearings = limits ? numbers.flatMap((number) => bearingOf(group, number, places, limits, made)) : [];
  const grades = limits ? gradesOf(group, numbers, places, limits) : [];
  return {
    journals,
    undersize: limits ? undersizeOf(group, journals, limits, runOut, made, spec.strokeMm / 2) : null,
    bearings,
    grades,
    order: shellsToOrder(grades, limits?.grades ?? []),
  };
}

/** What an angle is at a radius, straight across. */
const chordMm = (radiusMm: number, deg: number): number => 2 * radiusMm * Math.abs(Math.sin(degToRad(deg) / 2));

/** What the group has to be ground to, once every journal of it was read; of mains with how far each lies off the new axis. */
function undersizeOf(
  group: JournalGroup,
  journals: readonly JournalRow[],
  limits: GroupLimits,
  runOut: RunOutFigures,
  { unwornMm, indexDeg }: Pick<MadeReady, 'unwornMm' | 'indexDeg'>,
  throwMm: number,
): UndersizeChoice | null {
  if (limits.targetMm === null || limits.undersizes.length === 0) return null;
  const worn = journals.flatMap(({ feature, number, figures }): WornJournal[] => {
    if (!figures) return [];
    const bent = group === 'mains' && runOut.kind === 'read' ? runOut.mains.find(({ main }) => main === number) : undefined;
    return [
      {
        id: feature,
        smallestMm: figures.smallestMm,
        // A throw that stands off its place is ground on another axis, by the chord at its radius.
        eccentricityMm: bent ? toPolar(bent.eccentricityMm).amount : group === 'pins' ? chordMm(throwMm, indexDeg[feature] ?? 0) : 0,
        unwornMm: unwornMm[feature] ?? null,
      },
    ];
  });
  const [first, ...more] = worn;
  return first && worn.length === journals.length ? undersizeFor([first, ...more], limits.targetMm, limits.cleanUpMm ?? 0, limits.undersizes) : null;
}

const placeOf = (places: readonly PlaceRead[], quantity: PlaceRead['quantity'], feature: string): PlaceRead | undefined =>
  places.find((place) => place.quantity === quantity && place.feature === feature);

/** A journal's own size for its bearing: the mean of what was read of it. */
const meanSize = (places: readonly PlaceRead[], feature: string): Measured | null => meanOf(placesAt(places, feature, 'diameter'));

function bearingOf(group: JournalGroup, number: number, places: readonly PlaceRead[], limits: GroupLimits, made: MadeReady): BearingRow[] {
  const feature = featureOf(group, number);
  const [housing, upper, lower] = (['housing', 'upperWall', 'lowerWall'] as const).map((quantity) => placeOf(places, quantity, feature));
  const journal = meanSize(places, feature);
  if (!housing || !upper || !journal) return [];
  const gap = clearance({ housing, upperWall: upper, lowerWall: lower ?? upper, oneWallForBoth: lower === undefined, journal });
  const seen = placeOf(places, 'clearanceSeen', feature);
  return [
    {
      number,
      clearanceMm: gap.mm,
      deviationMm: gap.deviationMm,
      verdict: accept(gap, limits.clearance, made.limits!.rule),
      ...secondMethod(gap, seen, limits.clearance),
    },
  ];
}

function gradesOf(
  group: JournalGroup,
  numbers: readonly number[],
  places: readonly PlaceRead[],
  { clearance: { lowMm, highMm }, grades }: GroupLimits,
): GradeChoice[] {
  if (lowMm === null || highMm === null || grades.length === 0) return [];
  const gaps = numbers.flatMap((number) => {
    const feature = featureOf(group, number);
    const [housing, journal] = [placeOf(places, 'housing', feature), meanSize(places, feature)];
    return housing && journal ? [{ id: feature, gapMm: housing.mm - journal.mm }] : [];
  });
  return bestGrades(gaps, grades, (lowMm + highMm) / 2);
}

/** Nobody said what it has to be. */
const NO_LIMITS: Limits = { lowMm: null, highMm: null };

/** The groups whose undersize is decided and not ground. */
export const plannedGroups = ({ planned }: Pick<MadeReady, 'planned'>): JournalGroup[] =>
  JOURNAL_GROUPS.filter((group) => planned[group] !== undefined);
