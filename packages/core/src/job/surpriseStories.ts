import { cholesky } from '../estimate/cholesky.js';
import { estimate, type SpinTold } from '../estimate/estimate.js';
import type { EstimateInput, Mounted, SpinEvent } from '../estimate/events.js';
import { fitTwo } from '../estimate/fit.js';
import { toFour } from '../estimate/fourNumbers.js';
import { chanceBeyond } from '../estimate/laws.js';
import { meantBy, type Slip } from '../estimate/slips.js';
import { isRimCut, type Cut } from '../rotor/cut.js';
import { BALANCED, movePlanes, planeShares, subtractPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { readShown, type ShownSpin } from '../spin/shownSpin.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { turnBetweenDeg } from '../units/angle.js';
import { absolute, over } from '../units/complex.js';
import { scale, toPolar, type Vector } from '../units/vector.js';
import type { HoleFact, SpinFact } from './jobFacts.js';
import { recordEvents, wholeOf, type EstimateFacts } from './recordEvents.js';

/** A place where metal may have gone, unlogged. */
export interface UnloggedCut {
  readonly counterweightId: string;
  readonly angleDeg: number;
  /** Moment that went, g·mm. */
  readonly momentGmm: number;
  /** The counterweight has metal there. */
  readonly inItsArc: boolean;
}

/** What may have happened, with what it would have to be written as. */
export type StoryEntry =
  | {
      readonly kind: 'spinMistyped';
      readonly spinId: string;
      readonly repeats: readonly ShownSpin[];
      readonly what: string;
      readonly was: number;
      readonly meant: number;
      readonly slip: Slip | 'planes';
    }
  | {
      readonly kind: 'cutMistyped';
      readonly holeId: string;
      readonly cut: Cut;
      readonly what: 'depth' | 'angle' | 'bit';
      readonly was: number;
      readonly meant: number;
      readonly slip: Slip;
    }
  | { readonly kind: 'cutNotMade'; readonly holeId: string }
  | { readonly kind: 'calibratedAnew' }
  | { readonly kind: 'hung'; readonly hung: PlaneUnbalance }
  | { readonly kind: 'mounted'; readonly mounted: Mounted; readonly part: string; readonly on: boolean }
  | { readonly kind: 'unlogged'; readonly cut: UnloggedCut }
  | { readonly kind: 'unloggedAtBothEnds'; readonly cuts: readonly [UnloggedCut, UnloggedCut] }
  | { readonly kind: 'somethingMounted' };

export interface Story {
  readonly entry: StoryEntry;
  /** What would still be off: νᴴS⁻¹ν with it. */
  readonly distance: number;
  /** How often honest readings lie as far off as they would with it. */
  readonly chance: number;
  /** In this order they are shown: the least first. */
  readonly rank: number;
}

/** A story is shown while honest readings are as far off as it leaves them at least this often. */
const SHOWN_ABOVE = 0.01;

/**
 * What may have happened where a spin does not fit (handbook section 6, Surprise): every one-slip variant of what was typed since the
 * last spin that agreed and of this spin, each cut that was logged and never made, the calibration, what hung or was mounted, one hole not logged at each counterweight's z
 * (two numbers), one at each end (four). Everything is estimated anew with each; those that honest readings would bear out are
 * given, in the order of D′ + ln(det S′/det S) + 4k + 2·ln(variants of that kind of that number).
 *
 * The handbook's order has no ln(det S′/det S): twice the likelihood that a normal law leaves out of D alone. Without it a machine
 * that may have been calibrated anew, its gain known to 15 %, explains a hole that nobody logged before the hole itself does in three
 * of four (`./tare bench estimate`).
 * @returns nothing where every spin fits
 */
export function surpriseStories(looked: EstimateFacts, surprise: SpinTold | null): Story[] {
  const { setUp: _, ...facts } = { ...looked, ...wholeOf(looked) };
  const index = facts.spins.findIndex(({ id }) => id === surprise?.spinId);
  if (!surprise || index < 0) return [];
  const told = { ...facts, spins: facts.spins.slice(0, index + 1) };
  const trial = trialOf(told, surprise.spinId);
  const tried: Tried[] = [
    ...untested(told.spins, trial).flatMap((spin) => slipsOfSpin(spin, trial)),
    ...cutsSince(told, index).flatMap((hole, _, since) => [...slipsOfCut(hole, told, trial), notMade(hole, told, trial, since.length)]),
    [{ kind: 'calibratedAnew' }, trial.withSpin({ calibration: ANEW }), 0, 1],
    ...otherHung(told.spins, index).map((hung): Tried => [{ kind: 'hung', hung }, trial.withSpin({ hung }), 0, 1]),
    ...otherMounted(trial),
    ...unlogged(told, surprise, trial.event),
    [{ kind: 'somethingMounted' }, EXPLAINS_ALL, 4, 1],
  ];
  return tried
    .flatMap(([entry, left, numbers, variants]): Story[] => {
      if (left === null) return [];
      const { distance, wider } = left;
      const chance = numbers === 4 ? 1 : chanceBeyond(distance, numbers === 2 ? 2 : 4, Infinity);
      return chance > SHOWN_ABOVE ? [{ entry, distance, chance, rank: distance + wider + 4 * numbers + 2 * Math.log(variants) }] : [];
    })
    .sort((x, y) => x.rank - y.rank);
}

/** A story with what it leaves unexplained (null where it cannot be), how many free numbers it has, and how many there are of its kind. */
type Tried = readonly [entry: StoryEntry, left: Left | null, numbers: 0 | 2 | 4, variants: number];

/** What a story leaves unexplained. */
interface Left {
  readonly distance: number;
  /** How much more could have been read with it: ln(det S′/det S). */
  readonly wider: number;
}
const EXPLAINS_ALL: Left = { distance: 0, wider: 0 };

/** The record up to the surprise, to be told differently. */
interface Trial {
  readonly input: EstimateInput;
  readonly event: SpinEvent;
  readonly leftBy: (input: EstimateInput) => Left | null;
  /** With the spin, or another one, as it may have been. */
  readonly withSpin: (more: Partial<SpinEvent>, id?: string) => Left | null;
}

/** What a calibration that was made anew is called here. */
const ANEW = 'anew';
const CALIBRATED_ELSEWHERE = 0.15;

function trialOf(told: EstimateFacts, spinId: string): Trial {
  const known = recordEvents(told);
  const input = { ...known, gainDeviation: { ...known.gainDeviation, [ANEW]: CALIBRATED_ELSEWHERE } };
  const toldBy = (other: EstimateInput): SpinTold | undefined => estimate(other).spins.find((one) => one.spinId === spinId);
  const width = logDeterminant(toldBy(input)?.expectedCovariance ?? null);
  const leftBy = (other: EstimateInput): Left | null => {
    const { distance = null, expectedCovariance = null } = toldBy(other) ?? {};
    return distance === null ? null : { distance, wider: logDeterminant(expectedCovariance) - width };
  };
  return {
    input,
    event: input.events.find((one): one is SpinEvent => one.kind === 'spin' && one.id === spinId)!,
    leftBy,
    withSpin: (more, id = spinId) =>
      leftBy({ ...input, events: input.events.map((one) => (one.kind === 'spin' && one.id === id ? { ...one, ...more } : one)) }),
  };
}

function slipsOfSpin(spin: SpinFact, trial: Trial): Tried[] {
  return mistyped(spin).map(({ repeats, variants, ...slip }): Tried => {
    const read = readShown(repeats, spin.shownBy!);
    const reading: SpinEvent['reading'] = { turns: summariseTurns(read.spins), of: 'spins', display: read.display };
    return [{ kind: 'spinMistyped', spinId: spin.id, repeats, ...slip }, trial.withSpin({ reading }, spin.id), 0, variants];
  });
}

function slipsOfCut(hole: HoleFact, told: EstimateFacts, { leftBy }: Trial): Tried[] {
  const { id, afterSpinId, counterweightId } = hole;
  const rim = told.spec.crank.counterweights.find((one) => one.id === counterweightId)!;
  const possible = mistypedCuts(hole).filter(({ what, meant }) => what !== 'angle' || reaches(rim, meant));
  return possible.map(({ cut, variants, ...slip }): Tried => {
    const holes = told.holes.map((one) => (one.id === id ? { ...cut, id, afterSpinId } : one));
    return [{ kind: 'cutMistyped', holeId: id, cut, ...slip }, attempt(() => leftBy(recordEvents({ ...told, holes }))), 0, variants];
  });
}

/** It was logged, and the crank was never at the drill. */
function notMade({ id }: HoleFact, told: EstimateFacts, { leftBy }: Trial, variants: number): Tried {
  const holes = told.holes.filter((one) => one.id !== id);
  return [{ kind: 'cutNotMade', holeId: id }, attempt(() => leftBy(recordEvents({ ...told, holes }))), 0, variants];
}

/** A part that was on or off at some time may have been so now. */
function otherMounted({ input, event, withSpin }: Trial): Tried[] {
  const known = [...new Set(input.events.flatMap((one) => (one.kind === 'spin' ? Object.keys(one.mounted) : [])))];
  if (known.length === 1) return [];
  return known.map((part): Tried => {
    const on = !(part in event.mounted);
    const mounted: Mounted = on
      ? { ...event.mounted, [part]: 0 }
      : Object.fromEntries(Object.entries(event.mounted).filter(([name]) => name !== part));
    return [{ kind: 'mounted', mounted, part, on }, Object.keys(mounted).length === 0 ? null : withSpin({ mounted }), 0, known.length];
  });
}

/** This spin, and those before it since the last that was tested and agreed: nothing has contradicted them yet. */
function untested(spins: readonly SpinFact[], { input, event }: Trial): SpinFact[] {
  const told = estimate(input).spins;
  const agreed = told.findLastIndex(({ setAside, distance }) => !setAside && distance !== null);
  const ids = new Set([event.id, ...told.slice(agreed + 1).map((one) => one.spinId)]);
  return spins.filter(({ id, shown, shownBy }) => ids.has(id) && shown != null && shownBy != null);
}

/** Cuts since the last spin that counts before this one. */
function cutsSince({ spins, holes }: EstimateFacts, index: number): HoleFact[] {
  const before = spins.slice(0, index).findLast(({ quick }) => quick !== true);
  const since = new Set(spins.slice(spins.indexOf(before!), index).map(({ id }) => id));
  return holes.filter(({ afterSpinId }) => afterSpinId !== null && since.has(afterSpinId));
}

interface MistypedSpin {
  readonly repeats: readonly ShownSpin[];
  readonly what: string;
  readonly was: number;
  readonly meant: number;
  readonly slip: Slip | 'planes';
  readonly variants: number;
}

function mistyped({ shown, shownBy }: SpinFact): MistypedSpin[] {
  const repeats = shown!;
  return repeats.flatMap((pair, i): MistypedSpin[] => {
    const put = (other: ShownSpin): ShownSpin[] => repeats.map((one, k) => (k === i ? other : one));
    const numbers = (['a', 'b'] as const).flatMap((plane) =>
      (
        [
          ['amount', 'amount'],
          ['angleDeg', 'angle'],
        ] as const
      ).flatMap(([field, is]) =>
        meantBy(pair[plane][field], is, is === 'amount' ? (shownBy?.amountStep ?? null) : (shownBy?.angleStepDeg ?? null)).map(
          ({ slip, value, variants }): MistypedSpin => ({
            repeats: put({ ...pair, [plane]: { ...pair[plane], [field]: value } }),
            what: `${is} in ${plane.toUpperCase()}`,
            was: pair[plane][field],
            meant: value,
            slip,
            variants,
          }),
        ),
      ),
    );
    return [...numbers, { repeats: put({ a: pair.b, b: pair.a }), what: 'planes', was: 0, meant: 0, slip: 'planes', variants: 1 }];
  });
}

interface MistypedCut {
  readonly cut: Cut;
  readonly what: 'depth' | 'angle' | 'bit';
  readonly was: number;
  readonly meant: number;
  readonly slip: Slip;
  readonly variants: number;
}

function mistypedCuts({ id: _id, afterSpinId: _after, ...hole }: HoleFact): MistypedCut[] {
  const cut = hole;
  const of = (what: MistypedCut['what'], was: number, is: 'amount' | 'angle', put: (value: number) => Cut): MistypedCut[] =>
    meantBy(was, is)
      .filter(({ value }) => is === 'angle' || value > 0)
      .map(({ slip, value, variants }) => ({ cut: put(value), what, was, meant: value, slip, variants }));
  return [
    ...of('depth', cut.depthMm, 'amount', (depthMm) => ({ ...cut, depthMm })),
    ...of('angle', cut.angleDeg, 'angle', (angleDeg) => ({ ...cut, angleDeg })),
    ...(!isRimCut(cut) && cut.kind !== 'bar' ? of('bit', cut.bitMm, 'amount', (bitMm) => ({ ...cut, bitMm })) : []),
  ];
}

/** Nothing hung after all, or what hung in the spin before hung still. */
function otherHung(spins: readonly SpinFact[], index: number): PlaneUnbalance[] {
  const [said, before] = [spins[index]!.hung ?? BALANCED, spins[index - 1]?.hung ?? BALANCED];
  const isSame = (x: PlaneUnbalance, y: PlaneUnbalance): boolean => toFour(x).every((value, i) => value === toFour(y)[i]);
  return [BALANCED, before].filter((hung, i, all) => !isSame(hung, said) && all.findIndex((other) => isSame(other, hung)) === i);
}

/** Metal that went and that nobody logged: in one counterweight, or in one at each end. */
function unlogged({ spec: { crank } }: EstimateFacts, { expected, read, expectedCovariance, gain }: SpinTold, { planes }: SpinEvent): Tried[] {
  if (!expected || !expectedCovariance || !gain) return [];
  const off = toFour(subtractPlanes(read, expected));
  const byZ = crank.counterweights.map((counterweight) => {
    const { shareA, shareB } = planeShares(counterweight.zMm, planes);
    const [a, b] = [scale(gain.a, shareA), scale(gain.b, shareB)];
    const fit = fitTwo(off, expectedCovariance, [
      [a.re, a.im, b.re, b.im],
      [-a.im, a.re, -b.im, b.re],
    ]);
    return { counterweight, fit };
  });
  const ones = byZ.map(({ counterweight, fit }): Tried => [
    { kind: 'unlogged', cut: cutOf({ re: fit.change[0], im: fit.change[1] }, counterweight) },
    { distance: fit.distance, wider: 0 },
    2,
    crank.counterweights.length,
  ]);
  // One at each end explains all of it.
  const change = movePlanes({ aGmm: over({ re: off[0]!, im: off[1]! }, gain.a), bGmm: over({ re: off[2]!, im: off[3]! }, gain.b) }, planes, planes);
  const ends = (['aGmm', 'bGmm'] as const).map((plane) => {
    const zMm = plane === 'aGmm' ? planes.zAMm : planes.zBMm;
    const direction = toPolar(scale(change[plane], -1)).angleDeg;
    // Of those at its own end, one that has metal there.
    const nearer = ({ zMm: at }: Rim): boolean => Math.abs(at - zMm) <= Math.abs(at - (planes.zAMm + planes.zBMm - zMm));
    const atEnd = crank.counterweights.filter(nearer);
    const fits = [...(atEnd.length > 0 ? atEnd : crank.counterweights)].sort(
      (x, y) => Number(reaches(y, direction)) - Number(reaches(x, direction)) || Math.abs(x.zMm - zMm) - Math.abs(y.zMm - zMm),
    );
    return cutOf(change[plane], fits[0]!);
  }) as [UnloggedCut, UnloggedCut];
  return [...ones, [{ kind: 'unloggedAtBothEnds', cuts: ends }, EXPLAINS_ALL, 4, 1]];
}

type Rim = EstimateFacts['spec']['crank']['counterweights'][number];
const reaches = ({ arcCentreDeg, arcHalfWidthDeg }: Rim, angleDeg: number): boolean =>
  Math.abs(turnBetweenDeg(arcCentreDeg, angleDeg)) <= arcHalfWidthDeg;

/** What went is opposite to what came. */
function cutOf(change: Vector, counterweight: Rim): UnloggedCut {
  const { angleDeg } = toPolar(scale(change, -1));
  return { counterweightId: counterweight.id, angleDeg, momentGmm: absolute(change), inItsArc: reaches(counterweight, angleDeg) };
}

/** A cut that cannot be there is no story. */
function attempt(work: () => Left | null): Left | null {
  try {
    return work();
  } catch {
    return null;
  }
}

function logDeterminant(covariance: readonly number[] | null): number {
  return covariance === null ? 0 : 2 * [0, 5, 10, 15].reduce((sum, at) => sum + Math.log(cholesky(covariance, 4)[at]!), 0);
}
