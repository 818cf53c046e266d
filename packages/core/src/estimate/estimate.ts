import type { PlaneUnbalance } from '../rotor/planes.js';
import type { Vector } from '../units/vector.js';
import { checkInput, type EstimateInput, type Mounted, type RecordEvent, type SpinEvent } from './events.js';
import { fromFour, plus, toFour } from './fourNumbers.js';
import { cutStep, forgotten, groupsOf, isMounted, readStep, rowsOf, totalOf, type Group } from './groups.js';
import { knownOf, type KnownUnbalance, type LastRead } from './known.js';
import { chanceOfOffset } from './offset.js';
import { stateReading, type ScatteredReading, type StateReading } from './reading.js';
import { scattersOf, type Scatters } from './scatters.js';
import { sandwich, States, type ReadStep } from './states.js';

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
  /** Spins of this state so far, each mounted anew. */
  readonly spins: number;
  /** Readings of this state so far: a typed spin may hold several. */
  readonly readings: number;
  /** What was known of what was mounted before this spin, cuts included; null where nothing was. */
  readonly before: KnownUnbalance | null;
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
  /** A spin of the present state that an honest one would seldom be, and that no other of its state has borne out yet (9c). */
  readonly unlikely: SpinTold | null;
}

/** A spin of the present state. */
interface Entry extends ScatteredReading {
  readonly id: string;
  /** Unlikely, and neither borne out nor outvoted yet. */
  open: boolean;
}

/** Spins, nothing done between them. */
interface State {
  readonly key: string;
  readonly entries: readonly Entry[];
}

/** An honest spin lies this far off once in a thousand times. */
export const ALARM_CHANCE = 0.001;
/** An honest spin lies this far off once in twenty times: it is spun once more before anything leans on it (definition 9c). */
export const UNLIKELY_CHANCE = 0.05;
/** So many unlikely spins of one state that agree with one another stand: what was expected was wrong. */
const UNLIKELY_THAT_STAND = 3;
/** A reading of which no more than this is known beforehand cannot be tested, g·mm. */
const VAGUE_GMM = 1e5;
/** What stands is settled after so many rounds, or as well as it ever will be. */
const MOST_ROUNDS = 4;

/**
 * What is known of a crank by everything that was measured and done (handbook section 6, definitions 1 to 9c): the only source of
 * what any screen, card or decision says of it.
 *
 * Each spin is tested before it is taken in; one that does not fit is set aside. Where nobody said how a machine scatters, that is
 * told by the spins that stand, a tested one by the others: so what is set aside widens nothing, and all is told anew without it.
 * Spins of one state, nothing done between, are one reading.
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
  checkInput(input);
  const spins = input.events.filter((event): event is SpinEvent => event.kind === 'spin');
  const isEstimated = spins.some(({ scatterGmm, reading }) => scatterGmm === null || reading.of === 'turns');
  const strays = isEstimated ? straysOf(input.events, spins) : new Set<string>();
  let aside: ReadonlySet<string> = strays;
  for (let round = 1; ; round += 1) {
    const { refuted, ...told } = workedWith(input, scattersOf(input.events, stateKey, aside), strays);
    if (refuted.some((id) => !strays.has(id))) {
      refuted.forEach((id) => strays.add(id));
      aside = new Set([...aside, ...strays]);
      continue;
    }
    const next = new Set(told.told.spins.filter(({ setAside }) => setAside).map(({ spinId }) => spinId));
    if (!isEstimated || round >= MOST_ROUNDS || (next.size === aside.size && [...next].every((id) => aside.has(id)))) return told;
    aside = next;
  }
}

/** Readings that two or more others of their state contradict, where those are all that says how readings scatter: the farthest first, one by one. */
function straysOf(events: readonly RecordEvent[], spins: readonly SpinEvent[]): Set<string> {
  const strays = new Set<string>();
  for (;;) {
    const scatters = scattersOf(events, stateKey, strays);
    let worst: { id: string; chance: number } | null = null;
    for (const spin of spins) {
      if (strays.has(spin.id) || spin.isSo) continue;
      const among = scatters.amongItsState(spin);
      // Of two that contradict each other the record before them says which; of more, the others do.
      if (!among || among.others < 2) continue;
      if (among.chance < ALARM_CHANCE && among.chance <= (worst?.chance ?? 1)) worst = { id: spin.id, chance: among.chance };
    }
    if (!worst) return strays;
    strays.add(worst.id);
  }
}

/** @returns what is known, and the unlikely spins that a likely one of their state contradicts: they are strays, too */
function workedWith(input: EstimateInput, scatters: Scatters, strays: ReadonlySet<string>): Worked & { readonly refuted: readonly string[] } {
  const { planes, events } = input;
  const groups = groupsOf(events);
  const calibrations = [...new Set(events.flatMap((event) => (event.kind === 'spin' ? [event.calibration] : [])))];
  const states = new States({
    parts: groups.length,
    gains: calibrations.map((calibration) => ({
      mean: input.gainPrior?.[calibration] ?? AS_SHOWN,
      deviation: input.gainDeviation[calibration]!,
    })),
    densityDeviation: input.densityDeviation,
  });
  const spins: SpinTold[] = [];
  const refuted: string[] = [];
  let state: State | null = null;
  let last: LastRead | null = null;
  const lastSpin = events.findLast(({ kind }) => kind === 'spin');
  for (const event of events) {
    if (event.kind === 'cut') {
      const step = cutStep(event, groups);
      if (step) states.take(step);
      state = null;
      continue;
    }
    if (event.isSo) {
      groups.forEach((group, part) => isMounted(group, event.mounted) && states.take(forgotten(part)));
      state = null;
    }
    const stepOf = (reading: StateReading): ReadStep => readStep(event, reading, groups, calibrations, planes);
    const rows = totalOf(groups, event.mounted, states.size);
    const before = last && !event.isSo ? knownOf(states, last, rows) : null;
    const key = stateKey(event);
    const repeated: readonly Entry[] = state?.key === key ? state.entries : [];
    const scatter = scatters.of(event);
    const entry: Entry = { id: event.id, reading: event.reading, scatter, turns: scatters.turnsOf(event), open: false };
    const tested = stateReading([{ ...entry, scatter: scatters.without(event) }], event.hungCovariance);
    const takeAll = (entries: readonly Entry[]): StateReading => {
      const all = stateReading(entries, event.hungCovariance);
      states.take(stepOf(all));
      return all;
    };
    const { refutes = [], ...outcome } = test({
      states,
      step: stepOf(tested),
      tested,
      repeated,
      among: scatters.amongItsState(event),
      canBeTested: scatters.without(event).freedom > 0,
      takeAll,
    });
    const isStray = strays.has(event.id);
    const unlikely = outcome.chance !== null && outcome.chance < UNLIKELY_CHANCE;
    const setAside = isStray || (outcome.chance !== null && outcome.chance < ALARM_CHANCE);
    refuted.push(...refutes);
    const told = { ...outcome, setAside, spinId: event.id, read: event.reading.turns.mean, before };
    if (setAside) {
      if (event === lastSpin) states.finish();
      spins.push({ ...told, spins: 1, readings: tested.readings, known: knownOf(states, last, rows) });
      continue;
    }
    entry.open = unlikely;
    const entries: readonly Entry[] = [...repeated, entry];
    if (!unlikely || entries.filter(({ open }) => open).length >= UNLIKELY_THAT_STAND) entries.forEach((one) => (one.open = false));
    if (repeated.length > 0) states.dropLast();
    const reading = takeAll(entries);
    if (event === lastSpin) states.finish();
    state = { key, entries };
    last = { step: stepOf(reading), reading, scatterKnown: scatter.freedom > 0 };
    spins.push({ ...told, spins: entries.length, readings: reading.readings, known: knownOf(states, last, rows) });
  }
  const mounted = input.mounted ?? events.findLast((event): event is SpinEvent => event.kind === 'spin' && isTakenIn(event, spins))?.mounted ?? null;
  const knownWith = (parts: Mounted): KnownUnbalance | null => last && knownOf(states, last, totalOf(groups, parts, states.size));
  const open = state?.entries.findLast((one) => one.open)?.id;
  const told: Estimate = {
    now: mounted && knownWith(mounted),
    spins,
    gains: calibrations.map((calibration, i) => gainKnown(states, calibration, input.gainDeviation[calibration]!, i)),
    parts: groups.map((group, part) => ({
      parts: group.parts,
      known: knownOf(states, last, rowsOf(states.size, [[4 * part, 1, 0]])),
    })),
    surprise: spins.find(({ setAside }) => setAside) ?? null,
    unlikely: spins.find(({ spinId }) => spinId === open) ?? null,
  };
  return {
    told,
    refuted,
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

/** A machine whose numbers are taken as it shows them. */
const AS_SHOWN = { a: { re: 1, im: 0 }, b: { re: 1, im: 0 } };

const isTakenIn = ({ id }: SpinEvent, spins: readonly SpinTold[]): boolean => spins.some(({ spinId, setAside }) => spinId === id && !setAside);

function stateKey({ calibration, planes, mounted, hung }: SpinEvent): string {
  return JSON.stringify([calibration, planes.zAMm, planes.zBMm, Object.entries(mounted).sort(), toFour(hung)]);
}

interface SpinToTest {
  readonly states: States;
  readonly step: ReadStep;
  readonly tested: StateReading;
  /** Spins of its state so far. */
  readonly repeated: readonly Entry[];
  /** Against the others of its state by their own scatter, where that is how it is told. */
  readonly among: { readonly distance: number; readonly chance: number } | null;
  /** Something is known of how such readings scatter. */
  readonly canBeTested: boolean;
  readonly takeAll: (entries: readonly Entry[]) => StateReading;
}

type Outcome = Pick<SpinTold, 'distance' | 'chance' | 'expected' | 'expectedCovariance' | 'gain'> & {
  /** Unlikely spins of its state that it contradicts, itself likely without them. */
  readonly refutes?: readonly string[];
};

/**
 * A spin against what was expected of it. Where spins of its state were unlikely, it is tested without them: likely, they are borne
 * out, unless it contradicts them; where it is unlikely as well a third one tells (9c); the third is tested against those, too.
 */
function test(spin: SpinToTest): Outcome {
  const { states, repeated, takeAll } = spin;
  const open = repeated.filter((one) => one.open);
  if (open.length === 0) return testNow(spin, repeated.length);
  const likely = repeated.filter((one) => !one.open);
  states.dropLast();
  if (likely.length > 0) takeAll(likely);
  const outcome = testNow(likely.length > 0 ? spin : { ...spin, among: null }, likely.length);
  if (likely.length > 0) states.dropLast();
  takeAll(repeated);
  const isLikely = outcome.chance === null || outcome.chance >= UNLIKELY_CHANCE;
  if (!isLikely && open.length + 1 < UNLIKELY_THAT_STAND) return outcome;
  const withThem = testNow(spin, repeated.length);
  if ((withThem.chance ?? 1) >= ALARM_CHANCE) return outcome;
  // As likely as this one is, it was the unlikely ones that were wrong.
  return isLikely ? { ...outcome, refutes: open.map(({ id }) => id) } : withThem;
}

function testNow({ states, step, tested, among, canBeTested }: SpinToTest, repeats: number): Outcome {
  const { reading, covariance } = states.predict(step);
  const rows = [0, 1, 2, 3].filter((i) => step.seen[i < 2 ? 0 : 1]);
  const vague = rows.length === 0 || rows.some((i) => covariance[5 * i]! > VAGUE_GMM ** 2);
  const untold = { distance: null, chance: null, expectedCovariance: null, gain: null };
  if (vague) return { ...untold, expected: null };
  const expected = fromFour(reading);
  if (!canBeTested) return { ...untold, expected };
  // Of a repeat the prediction holds as much of that scatter as its spins have left.
  const share = repeats > 0 ? 1 + 1 / repeats : 1;
  const { estimated } = tested;
  const scaled = estimated && {
    plain: estimated.plain.map((value) => value * share),
    counted: estimated.counted.map((value) => value * share),
    freedom: estimated.freedom,
  };
  const off = plus(step.mean, reading, -1);
  const { distance, chance } = repeats > 0 && among ? among : chanceOfOffset(off, Array.from(covariance), step.seen, scaled);
  const at = states.gainAt(step.gain);
  const { mean } = states.known;
  const gain = { a: { re: mean[at]!, im: mean[at + 1]! }, b: { re: mean[at + 2]!, im: mean[at + 3]! } };
  return { distance, chance, expected, expectedCovariance: Array.from(covariance), gain };
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
