import { checkPlanes, planeShares, type Planes, type PlaneUnbalance } from '../rotor/planes.js';
import { checkNumber, CoreError } from '../units/check.js';
import { degToRad, normaliseAngleDeg } from '../units/angle.js';
import type { Vector } from '../units/vector.js';
import { fromFour, planeOfFour, plus, toFour, type FourNumbers } from './fourNumbers.js';
import { chanceBeyond, radius95Of } from './laws.js';
import { pooledScatter, stateReading, type SpinReading, type SpinScatter, type StateReading } from './reading.js';
import { sandwich, squaredDistance, States, type CutStep, type PartInSpin, type ReadStep } from './states.js';

/** What is mounted, each part with how far it is turned from its own zero, degrees. */
export type Mounted = Readonly<Record<string, number>>;

export interface SpinEvent {
  readonly kind: 'spin';
  readonly id: string;
  /** Names the gain it is read by: a machine, a calibration, and what was done to them. */
  readonly calibration: string;
  readonly planes: Planes;
  readonly mounted: Mounted;
  /** Known weights that hung on it, in its planes, and how far they may be off, 4 × 4; null where they are known. */
  readonly hung: PlaneUnbalance;
  readonly hungCovariance: readonly number[] | null;
  readonly reading: SpinReading;
  /** How far spins like it lie apart, g·mm in each component; null where nobody knows. */
  readonly scatterGmm: { readonly a: number; readonly b: number } | null;
  /** It does not fit what was known, and somebody said that it is so: nothing is known of its parts from before. */
  readonly isSo?: boolean;
}

/** Metal that went from a part or came to it, in the planes that the estimate is kept in and the part's own angles. */
export interface CutEvent {
  readonly kind: 'cut';
  readonly id: string;
  readonly part: string;
  readonly change: PlaneUnbalance;
  /** The share of it that leans on the density of the job's metal. */
  readonly perDensity: PlaneUnbalance;
  /** 4 × 4 over both planes, (g·mm)². */
  readonly covariance: readonly number[];
}

export type RecordEvent = SpinEvent | CutEvent;

export interface EstimateInput {
  /** The planes in which the estimate is kept. */
  readonly planes: Planes;
  /** Deviation of each calibration's gain before anything was seen, as a share. */
  readonly gainDeviation: Readonly<Record<string, number>>;
  /** Of the density of the job's metal, as a share. */
  readonly densityDeviation: number;
  readonly events: readonly RecordEvent[];
  /** What is mounted now; left out for what the last spin had. */
  readonly mounted?: Mounted;
}

/** What is known of an unbalance in two planes. */
export interface KnownUnbalance {
  /** g·mm, in the planes of the estimate; points to where it is heavy. */
  readonly unbalance: PlaneUnbalance;
  /** 4 × 4, (g·mm)². */
  readonly covariance: readonly number[];
  /** Degrees of freedom of the scatter behind it, as a matrix; Infinity where it is known, 0 where nothing is known of it. */
  readonly freedom: number;
  /** Radius of the 95 % region in each plane, g·mm; null where the scatter is not known at all. */
  readonly radius95Gmm: { readonly aGmm: number; readonly bGmm: number } | null;
  /** Where the last reading of a plane was off the scale: what it is at least, g·mm. */
  readonly atLeastGmm: { readonly a: number | null; readonly b: number | null };
}

export interface GainKnown {
  readonly calibration: string;
  /** Its deviation before anything was learned, as a share. */
  readonly before: number;
  readonly a: { readonly gain: Vector; readonly deviation: number };
  readonly b: { readonly gain: Vector; readonly deviation: number };
}

/** What became of one spin. */
export interface SpinTold {
  readonly spinId: string;
  /** νᴴS⁻¹ν against what was expected; null where nothing could be expected, or the scatter is not known. */
  readonly distance: number | null;
  /** How often an honest spin lies so far off, by chance. */
  readonly chance: number | null;
  /** It does not fit, and was not taken in. */
  readonly setAside: boolean;
  /** What should have been read. */
  readonly expected: PlaneUnbalance | null;
  /** Of prediction and reading together, 4 × 4 in the spin's planes, with the gain it was expected by. */
  readonly expectedCovariance: readonly number[] | null;
  readonly gain: { readonly a: Vector; readonly b: Vector } | null;
  /** What was read, in the spin's planes, what hung included. */
  readonly read: PlaneUnbalance;
  /** Spins of this state so far. */
  readonly spins: number;
  /** Of what was mounted, when this spin had been taken in. */
  readonly known: KnownUnbalance;
}

export interface Estimate {
  /** Of what is mounted now, all cuts taken; null before the first spin. */
  readonly now: KnownUnbalance | null;
  readonly spins: readonly SpinTold[];
  readonly gains: readonly GainKnown[];
  /** Of each group of parts that were never seen apart, in the angles of its first. */
  readonly parts: readonly { readonly parts: readonly string[]; readonly known: KnownUnbalance }[];
  /** The first spin that does not fit. */
  readonly surprise: SpinTold | null;
  /** All that is known of what is mounted leans on one reading that nothing could be expected of. */
  readonly leansOnOne: boolean;
}

interface Entry {
  readonly reading: SpinReading;
  readonly scatter: SpinScatter;
}

/** The last state that was read. */
interface Last {
  readonly step: ReadStep;
  readonly reading: StateReading;
  readonly spin: SpinEvent;
  readonly scatter: SpinScatter;
}

/** An honest spin lies this far off once in a thousand times. */
export const ALARM_CHANCE = 0.001;
/** A reading of which no more than this is known beforehand cannot be tested, g·mm. */
const VAGUE_GMM = 1e5;

/**
 * What is known of a crank by everything that was measured and done (handbook section 6, definitions 1 to 8): the only source of
 * what any screen, card or decision says of it.
 *
 * Each spin is tested before it is taken in; one that does not fit is set aside. Spins of one state, nothing done between, are one
 * reading.
 * @throws CoreError for planes, deviations or events that make no sense
 */
export const estimate = (input: EstimateInput): Estimate => worked(input).told;

/** An estimate with the state behind it, for what is asked of parts together. */
export interface Worked {
  readonly told: Estimate;
  readonly groups: readonly Group[];
  /** What is known of these parts mounted so; null before the first spin. */
  readonly knownWith: (mounted: Mounted) => KnownUnbalance | null;
  /** Mean and covariance of several mountings' totals at once, four numbers each, one after the other. */
  readonly together: (mountings: readonly Mounted[]) => { readonly mean: readonly number[]; readonly covariance: Float64Array };
}

/** As `estimate`, with the state behind it. @throws CoreError as estimate */
export function worked(input: EstimateInput): Worked {
  const { planes, events } = input;
  checkInput(input);
  const groups = groupsOf(events);
  const calibrations = [...new Set(events.flatMap((event) => (event.kind === 'spin' ? [event.calibration] : [])))];
  const states = new States({
    parts: groups.length,
    gainDeviations: calibrations.map((calibration) => input.gainDeviation[calibration]!),
    densityDeviation: input.densityDeviation,
  });
  const pooled = Object.fromEntries(calibrations.map((calibration) => [calibration, pooledOf(events, calibration)]));
  const spins: SpinTold[] = [];
  let state: { readonly key: string; readonly entries: readonly Entry[]; readonly wasExpected: boolean } | null = null;
  let last: Last | null = null;
  let leansOnOne = false;
  for (const event of events) {
    if (event.kind === 'cut') {
      const step = cutStep(event, groups);
      if (step) states.take(step);
      state = null;
      continue;
    }
    const scatter = scatterOf(event, pooled);
    const entry = { reading: event.reading, scatter };
    const alone = stateReading([entry], event.hungCovariance);
    const step = readStep(event, alone, groups, calibrations, planes);
    if (event.isSo) {
      groups.forEach((group, part) => isMounted(group, event.mounted) && states.take(forgotten(part)));
      state = null;
    }
    const told = test(states, step, scatter);
    const key = stateKey(event);
    const known = (): KnownUnbalance => knownOf(states, last, totalOf(groups, event.mounted, states.size));
    if (told.setAside) {
      spins.push({ ...told, spinId: event.id, read: event.reading.turns.mean, spins: 1, known: known() });
      continue;
    }
    const repeats: boolean = state !== null && state.key === key;
    state = repeats ? { ...state!, entries: [...state!.entries, entry] } : { key, entries: [entry], wasExpected: told.distance !== null };
    const together = repeats ? stateReading(state.entries, event.hungCovariance) : alone;
    const taken = repeats ? readStep(event, together, groups, calibrations, planes) : step;
    if (repeats) states.takeInstead(taken);
    else states.take(taken);
    last = { step: taken, reading: together, spin: event, scatter };
    leansOnOne = !state.wasExpected && together.spins === 1;
    spins.push({ ...told, spinId: event.id, read: event.reading.turns.mean, spins: together.spins, known: known() });
  }
  const mounted = input.mounted ?? last?.spin.mounted ?? null;
  const knownWith = (parts: Mounted): KnownUnbalance | null => last && knownOf(states, last, totalOf(groups, parts, states.size));
  const told: Estimate = {
    now: mounted && knownWith(mounted),
    spins,
    gains: calibrations.map((calibration, i) => gainKnown(states, calibration, input.gainDeviation[calibration]!, i)),
    parts: groups.map((group, part) => ({
      parts: group.parts,
      known: knownOf(states, last, rowsOf(states.size, [[4 * part, 1, 0]])),
    })),
    surprise: spins.find(({ setAside }) => setAside) ?? null,
    leansOnOne,
  };
  return {
    told,
    groups,
    knownWith,
    together: (mountings) => {
      const n = states.size;
      const rows = Float64Array.from(mountings.flatMap((parts) => [...totalOf(groups, parts, n)]));
      const m = 4 * mountings.length;
      const { mean, covariance } = states.known;
      return {
        mean: Array.from({ length: m }, (_, i) => mean.reduce((sum, value, j) => sum + rows[i * n + j]! * value, 0)),
        covariance: sandwich(rows, covariance, m, n),
      };
    },
  };
}

function checkInput({ planes, events, gainDeviation, densityDeviation }: EstimateInput): void {
  checkPlanes(planes);
  checkNumber('The deviation of the density', densityDeviation, { above: 0, max: 1 }, 'densityDeviation');
  for (const event of events) {
    if (event.kind !== 'spin') continue;
    checkPlanes(event.planes);
    checkNumber('The deviation of the gain', gainDeviation[event.calibration], { above: 0, max: 1 }, 'gainDeviation');
    for (const value of Object.values(event.scatterGmm ?? {})) checkNumber('The scatter of a spin', value, { min: 0, unit: 'g·mm' }, 'scatterGmm');
    if (!toFour(event.reading.turns.mean).every(Number.isFinite)) throw new CoreError('A reading is missing or is not a number.', 'reading');
  }
}

/** Parts that every spin had mounted together, turned alike, are one. */
export interface Group {
  readonly parts: readonly string[];
  /** How far each is turned against the first. */
  readonly turnedDeg: Readonly<Record<string, number>>;
}

function groupsOf(events: readonly RecordEvent[]): Group[] {
  const spins = events.filter((event): event is SpinEvent => event.kind === 'spin');
  const parts = [...new Set(spins.flatMap(({ mounted }) => Object.keys(mounted)))];
  const alike = (x: string, y: string): boolean => {
    const turns = spins.map(({ mounted }) =>
      x in mounted === y in mounted ? (x in mounted ? normaliseAngleDeg(mounted[y]! - mounted[x]!) : null) : NaN,
    );
    const seen = turns.filter((turn) => turn !== null);
    return seen.every((turn) => Math.abs(turn - seen[0]!) < 1e-6);
  };
  const groups: Group[] = [];
  for (const part of parts) {
    const at = groups.findIndex((group) => alike(group.parts[0]!, part));
    const found = groups[at];
    if (!found) groups.push({ parts: [part], turnedDeg: { [part]: 0 } });
    else {
      const together = spins.find(({ mounted }) => part in mounted)!.mounted;
      groups[at] = { parts: [...found.parts, part], turnedDeg: { ...found.turnedDeg, [part]: together[part]! - together[found.parts[0]!]! } };
    }
  }
  return groups;
}

const isMounted = (group: Group, mounted: Mounted): boolean => group.parts[0]! in mounted;

function stateKey({ calibration, planes, mounted, hung }: SpinEvent): string {
  return JSON.stringify([calibration, planes.zAMm, planes.zBMm, Object.entries(mounted).sort(), toFour(hung)]);
}

/** What spins of one state say of a machine's scatter, where nobody wrote it down. */
function pooledOf(events: readonly RecordEvent[], calibration: string): SpinScatter {
  const states = new Map<string, SpinReading[]>();
  let cuts = 0;
  for (const event of events) {
    if (event.kind === 'cut') cuts += 1;
    else if (event.calibration === calibration && event.scatterGmm === null) {
      const key = `${cuts} ${stateKey(event)}`;
      states.set(key, [...(states.get(key) ?? []), event.reading]);
    }
  }
  return pooledScatter([...states.values()]);
}

function scatterOf({ scatterGmm, calibration }: SpinEvent, pooled: Readonly<Record<string, SpinScatter>>): SpinScatter {
  return scatterGmm ? { a: scatterGmm.a ** 2, b: scatterGmm.b ** 2, freedom: Infinity, holdsTurns: false } : pooled[calibration]!;
}

function readStep(
  event: SpinEvent,
  { mean, covariance, seen }: StateReading,
  groups: readonly Group[],
  calibrations: readonly string[],
  planes: Planes,
): ReadStep {
  // Of what is kept in the estimate's planes, seen in the spin's: u at z counts (z_B − z)/(z_B − z_A) and the rest.
  const [fromA, fromB] = [planeShares(planes.zAMm, event.planes), planeShares(planes.zBMm, event.planes)];
  const shares = [fromA.shareA, fromB.shareA, fromA.shareB, fromB.shareB] as const;
  return {
    kind: 'read',
    gain: calibrations.indexOf(event.calibration),
    parts: groups.map((group): PartInSpin | null => {
      if (!isMounted(group, event.mounted)) return null;
      const turn = degToRad(event.mounted[group.parts[0]!]!);
      return { cos: Math.cos(turn), sin: Math.sin(turn), shares };
    }),
    hung: toFour(event.hung),
    mean,
    covariance,
    seen,
  };
}

/** A cut of a part that no spin has seen changes nothing that is known. */
function cutStep({ part, change, perDensity, covariance }: CutEvent, groups: readonly Group[]): CutStep | null {
  const index = groups.findIndex(({ parts }) => parts.includes(part));
  if (index < 0) return null;
  const turnedDeg = groups[index]!.turnedDeg[part]!;
  if (turnedDeg === 0) return { kind: 'cut', part: index, change: toFour(change), perDensity: toFour(perDensity), covariance };
  const turn = degToRad(turnedDeg);
  const turned = (four: FourNumbers): number[] =>
    [0, 2].flatMap((at) => [
      four[at]! * Math.cos(turn) - four[at + 1]! * Math.sin(turn),
      four[at]! * Math.sin(turn) + four[at + 1]! * Math.cos(turn),
    ]);
  const columns = [0, 1, 2, 3].map((j) => turned([0, 1, 2, 3].map((i) => covariance[4 * i + j]!)));
  const rows = [0, 1, 2, 3].map((i) => turned(columns.map((column) => column[i]!)));
  return { kind: 'cut', part: index, change: turned(toFour(change)), perDensity: turned(toFour(perDensity)), covariance: rows.flat() };
}

const NOTHING = [0, 0, 0, 0];
const forgotten = (part: number): CutStep => ({
  kind: 'cut',
  part,
  change: NOTHING,
  perDensity: NOTHING,
  covariance: [0, 1, 2, 3].flatMap((i) => [0, 1, 2, 3].map((j) => (i === j ? FORGOTTEN_GMM ** 2 : 0))),
});
const FORGOTTEN_GMM = 1e6;

type Told = Pick<SpinTold, 'distance' | 'chance' | 'setAside' | 'expected' | 'expectedCovariance' | 'gain'>;

function test(states: States, step: ReadStep, scatter: SpinScatter): Told {
  const { reading, covariance } = states.predict(step);
  const rows = [0, 1, 2, 3].filter((i) => step.seen[i < 2 ? 0 : 1]);
  const vague = rows.length === 0 || rows.some((i) => covariance[5 * i]! > VAGUE_GMM ** 2);
  const untold = { distance: null, chance: null, setAside: false, expectedCovariance: null, gain: null };
  if (vague) return { ...untold, expected: null };
  const expected = fromFour(reading);
  if (scatter.freedom === 0) return { ...untold, expected };
  const distance = squaredDistance(plus(step.mean, reading, -1), covariance, step.seen);
  const chance = chanceBeyond(distance, rows.length === 2 ? 2 : 4, scatter.freedom);
  const at = states.gainAt(step.gain);
  const { mean } = states.known;
  const gain = { a: { re: mean[at]!, im: mean[at + 1]! }, b: { re: mean[at + 2]!, im: mean[at + 3]! } };
  return { distance, chance, setAside: chance < ALARM_CHANCE, expected, expectedCovariance: Array.from(covariance), gain };
}

/** Rows that take an unbalance of both planes out of the state: parts at a place, turned. */
function rowsOf(size: number, parts: readonly (readonly [at: number, cos: number, sin: number])[]): Float64Array {
  const rows = new Float64Array(4 * size);
  for (const [at, cos, sin] of parts) {
    for (let p = 0; p < 4; p += 2) {
      rows[p * size + at + p] = cos;
      rows[p * size + at + p + 1] = -sin;
      rows[(p + 1) * size + at + p] = sin;
      rows[(p + 1) * size + at + p + 1] = cos;
    }
  }
  return rows;
}

function totalOf(groups: readonly Group[], mounted: Mounted, size: number): Float64Array {
  return rowsOf(
    size,
    groups.flatMap((group, part) => {
      if (!isMounted(group, mounted)) return [];
      const turn = degToRad(mounted[group.parts[0]!]!);
      return [[4 * part, Math.cos(turn), Math.sin(turn)] as const];
    }),
  );
}

function knownOf(states: States, last: Last | null, rows: Float64Array): KnownUnbalance {
  const n = states.size;
  const { mean, covariance } = states.known;
  const four = [0, 1, 2, 3].map((i) => mean.reduce((sum, value, j) => sum + rows[i * n + j]! * value, 0));
  const spread = Array.from(sandwich(rows, covariance, 4, n));
  const parts = last ? estimatedParts(states, last, rows) : [];
  const freedom = freedomOf(spread, parts);
  const unknown = last !== null && last.scatter.freedom === 0;
  return {
    unbalance: fromFour(four),
    covariance: spread,
    freedom: unknown ? 0 : freedom,
    radius95Gmm: unknown ? null : { aGmm: radiusIn('aGmm', spread, parts), bGmm: radiusIn('bGmm', spread, parts) },
    atLeastGmm: last?.spin.reading.atLeastGmm ?? { a: null, b: null },
  };
}

type EstimatedPart = StateReading['estimated'][number];

/** What of the region came of an estimated scatter. */
function estimatedParts(
  states: States,
  { step, reading }: { readonly step: ReadStep; readonly reading: StateReading },
  rows: Float64Array,
): readonly EstimatedPart[] {
  if (reading.estimated.length === 0 || !step.seen[0] || !step.seen[1]) return [];
  const weights = states.weightsOf(step, rows);
  return reading.estimated.map((part) => ({ ...part, covariance: Array.from(sandwich(weights, part.covariance, 4, 4)) }));
}

const radiusIn = (plane: 'aGmm' | 'bGmm', spread: readonly number[], parts: readonly EstimatedPart[]): number =>
  radius95Of(
    planeOfFour(spread, plane),
    parts.map((part) => ({ ...part, covariance: planeOfFour(part.covariance, plane) })),
  );

/** Welch's and Satterthwaite's of both planes together: (tr P)²/Σ (tr part)²/ν. */
function freedomOf(spread: readonly number[], parts: readonly EstimatedPart[]): number {
  const trace = (matrix: ArrayLike<number>): number => matrix[0]! + matrix[5]! + matrix[10]! + matrix[15]!;
  const over = parts.reduce((sum, { covariance, freedom }) => sum + trace(covariance) ** 2 / freedom, 0);
  return over === 0 ? Infinity : trace(spread) ** 2 / over;
}

function gainKnown(states: States, calibration: string, before: number, index: number): GainKnown {
  const { mean, covariance } = states.known;
  const of = (at: number): GainKnown['a'] => ({
    gain: { re: mean[at]!, im: mean[at + 1]! },
    deviation: Math.sqrt(covariance[at * states.size + at]!),
  });
  const at = states.gainAt(index);
  return { calibration, before, a: of(at), b: of(at + 2) };
}
