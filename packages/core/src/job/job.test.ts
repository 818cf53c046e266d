import type { GainHistory } from '../spin/gainHistory.js';
import { known, radial } from '../cuts/testing/cuts.js';
import { summariseTurns, type TurnSummary } from '../spin/turnSummary.js';
import { fromPolar, toPolar } from '../units/vector.js';
import { benchStatuses } from './benches.js';
import type { BenchId } from './benchNames.js';
import type { LayoutId } from '../engine/library.js';
import { type PartFact, type ReadingFact } from '../parts/facts.js';
import type { JobFacts, SpinFact } from './jobFacts.js';
import { jobFigures } from './jobFigures.js';
import { readingOf, weighedJob as job } from './testing/weighedJob.js';
import { massNowG, weighParts } from '../parts/weighParts.js';

const piston: PartFact = { id: 'p1', kind: 'piston', cylinder: 1, damaged: false };
const reading = (valueG: number, more: Partial<ReadingFact> = {}): ReadingFact => readingOf('p1', valueG, { id: String(valueG), ...more });

describe('weighParts', () => {
  it('leaves voided readings out, and putting one back restores the mean', () => {
    const readings = [reading(612.4), reading(612.6), reading(621.5)];
    const withVoid = weighParts({ parts: [piston], partCuts: [], readings: readings.map((r) => (r.valueG > 620 ? { ...r, voided: true } : r)) });
    expect(withVoid.parts[0]!.now.mass).toMatchObject({ n: 2, meanG: 612.5 });
    expect(weighParts({ parts: [piston], partCuts: [], readings }).parts[0]!.now.mass!.n).toBe(3);
  });
  it('does not know a part’s weight between the cut and the weighing', () => {
    const partCuts = [{ id: 'c1', partId: 'p1' }];
    const cut = weighParts({ parts: [piston], partCuts, readings: [reading(612.4)] }).parts[0]!;
    expect(cut).toMatchObject({ needsReweighing: true, lastCutId: 'c1' });
    expect(massNowG(cut)).toBeNull();
    const weighed = weighParts({ parts: [piston], partCuts, readings: [reading(612.4), reading(611.9, { cutId: 'c1' })] }).parts[0]!;
    expect(massNowG(weighed)).toBe(611.9);
    expect(weighed.asReceived.mass!.meanG).toBe(612.4);
  });
  it('pools the scatter over parts, counting each reading once', () => {
    const two = { ...piston, id: 'p2', cylinder: 2 };
    const job = weighParts({
      parts: [piston, two],
      partCuts: [],
      readings: [reading(600), reading(600.2), reading(610, { partId: 'p2' }), reading(610.2, { partId: 'p2', id: 'x' })],
    });
    expect(job.deviationG['piston.mass']).toBeCloseTo(Math.sqrt(0.02), 9);
    expect(job.deviationG['pin.mass']).toBeNull();
  });
});

describe('a part that was replaced', () => {
  const replaced = { id: 'new', partId: 'p1', replaced: true };
  it('has no weight until it is weighed, and is as received from then on', () => {
    const before = [reading(612.4), reading(610, { cutId: 'c1' })];
    const cuts = [{ id: 'c1', partId: 'p1' }, replaced];
    const waiting = weighParts({ parts: [piston], readings: before, partCuts: cuts }).parts[0]!;
    expect(waiting).toMatchObject({ needsReweighing: true, asReceived: {}, now: {} });
    const weighed = weighParts({ parts: [piston], readings: [...before, reading(615, { cutId: 'new' })], partCuts: cuts }).parts[0]!;
    expect(weighed.asReceived.mass).toMatchObject({ meanG: 615 });
    expect(massNowG(weighed)).toBe(615);
    const cutAgain = [...cuts, { id: 'c2', partId: 'p1' }];
    const again = weighParts({
      parts: [piston],
      readings: [...before, reading(615, { cutId: 'new' }), reading(614, { cutId: 'c2' })],
      partCuts: cutAgain,
    }).parts[0]!;
    expect([again.asReceived.mass!.meanG, again.now.mass!.meanG]).toEqual([615, 614]);
  });
});

describe('differences from a tared part', () => {
  const parts: PartFact[] = [1, 2].map((cylinder) => ({ id: `piston${cylinder}`, kind: 'piston', cylinder, damaged: false }));
  const difference = (valueG: number, more: Partial<ReadingFact> = {}) => reading(valueG, { partId: 'piston2', referencePartId: 'piston1', ...more });
  it('are weights once the reference was weighed, and none before', () => {
    const without = weighParts({ parts, readings: [difference(-0.4)], partCuts: [] });
    expect(massNowG(without.parts[1]!)).toBeNull();
    const readings = [reading(612, { partId: 'piston1' }), reading(612.2, { partId: 'piston1' }), difference(-0.4), difference(-0.6)];
    expect(massNowG(weighParts({ parts, readings, partCuts: [] }).parts[1]!)).toBeCloseTo(611.6, 9);
  });
  it('compare with the reference as it is after its cut', () => {
    const readings = [reading(612, { partId: 'piston1' }), reading(610, { partId: 'piston1', cutId: 'cut' }), difference(0.5)];
    const job = weighParts({ parts, readings, partCuts: [{ id: 'cut', partId: 'piston1' }] });
    expect(massNowG(job.parts[1]!)).toBeCloseTo(610.5, 9);
  });
});

const turnsOf = (amountGmm: number, swingAGmm = 0.5): TurnSummary =>
  summariseTurns(
    Array.from({ length: 20 }, (_, i) => ({
      aGmm: fromPolar(amountGmm + 0.5 + (i % 2 ? swingAGmm : -swingAGmm), 180),
      bGmm: fromPolar(amountGmm - (i % 2), 0),
    })),
  );

function spin(facts: JobFacts, id: string, amountGmm: number): SpinFact {
  return { id, speedRpm: 600, planes: facts.spec.crank.planes, turns: turnsOf(amountGmm) };
}

const stateOf = (facts: JobFacts, bench: BenchId): string => {
  const found = benchStatuses(facts, jobFigures(facts)).find((s) => s.bench === bench)!;
  return `${found.state}: ${found.why}`;
};

describe('benches', () => {
  it('starts with everything waiting for weights', () => {
    const facts = job('v8Cross90', { readings: [] });
    expect(stateOf(facts, 'weigh')).toBe('ready: nothing weighed yet');
    expect(stateOf(facts, 'match')).toBe('waiting: waits for weights');
    expect(stateOf(facts, 'bobs')).toBe('waiting: waits for weights');
    expect(stateOf(facts, 'spin')).toBe('waiting: waits for bob weights');
    expect(stateOf(facts, 'correct')).toBe('waiting: waits for a spin');
    expect(stateOf(facts, 'signOff')).toBe('waiting: waits for the tolerance');
  });
  it('waits by name for what has not arrived', () => {
    const found = (count: number) => ({ count, condition: '', marks: '' });
    const arrivals = {
      piston: found(8),
      pin: found(8),
      lockPair: found(8),
      ringSet: found(6),
      rod: found(8),
      bearingPair: found(8),
      crank: found(1),
    };
    const unweighed = (layoutId: LayoutId, more: object) => job(layoutId, { readings: [], arrivals: more });
    expect(stateOf(unweighed('v8Cross90', arrivals), 'checkIn')).toBe('underWay: 6 of 7 here');
    expect(stateOf(unweighed('v8Cross90', arrivals), 'bobs')).toBe('waiting: waits for ring sets');
    expect(stateOf(unweighed('v8Cross90', { ...arrivals, ringSet: found(8) }), 'checkIn')).toBe('done: all here');
    expect(stateOf(unweighed('v8Cross90', { piston: found(8) }), 'bobs')).toBe('waiting: waits for pins and 4 more');
    expect(stateOf(unweighed('inline4', { piston: found(4) }), 'spin')).toBe('waiting: waits for the crank');
  });
  it('takes what was weighed for arrived', () => {
    const facts = job('v8Cross90', { arrivals: { crank: { count: 1, condition: '', marks: '' } } });
    expect(stateOf(facts, 'checkIn')).toBe('done: all here');
    expect(stateOf(facts, 'bobs')).toBe('ready: not built yet');
  });
  it('lets an inline four spin without bobs', () => {
    const facts = job('inline4', { readings: [] });
    expect(stateOf(facts, 'bobs')).toBe('done: not needed');
    expect(stateOf(facts, 'spin')).toBe('ready: not spun yet');
  });
  it('walks a V8 from weighed to signed', () => {
    const weighed = job('v8Cross90');
    expect(stateOf(weighed, 'weigh')).toBe('done: 64 weighed');
    expect(stateOf(weighed, 'match')).toBe('done: inside the tolerance');
    expect(stateOf(weighed, 'bobs')).toBe('ready: not built yet');
    // 2·(448 + 42) + 4 + 0.5·2·(182 + 612 + 148 + 2.4 + 46)
    const built = { ...weighed, bobChoices: { factorRatio: 0.5, oilG: 4, extras: [], acceptedG: [1974.4, 1974.4, 1974.4, 1974.4] } };
    expect(stateOf(built, 'bobs')).toBe('done: built and mounted');
    expect(stateOf({ ...built, bobChoices: { ...built.bobChoices, factorRatio: 0.51 } }, 'bobs')).toBe('reopened: parts changed since');
    const refused = { ...built, bobChoices: { ...built.bobChoices, refusedPins: [2, 4] } };
    expect(stateOf(refused, 'bobs')).toBe('reopened: the scale refuses bob 2, 4');
    expect(stateOf(refused, 'signOff')).toBe('waiting: the scale refuses bob 2, 4');
    expect(stateOf({ ...refused, signedOffSpinId: 's' }, 'signOff')).toBe('reopened: the scale refuses bob 2, 4');
    expect(stateOf({ ...built, signedOffSpinId: 's', partCuts: [{ id: 'c', partId: 'piston3' }] }, 'signOff')).toBe('reopened: 63 of 64 weighed');
    const once = { ...built, spins: [spin(built, 's1', 2500)] };
    expect(stateOf(once, 'correct')).toBe('waiting: waits for two weight spins');
    expect(stateOf(once, 'spin')).toBe('underWay: waits for two weight spins');
    expect(stateOf({ ...once, weightsRefused: 'no weights here' }, 'correct')).toBe('waiting: waits for a repeat');
    // A machine with a history: one repeat, mounted anew, is enough.
    const read = (id: string, gmm: number): SpinFact => ({ ...spin(built, id, gmm), gainBasis: HISTORY });
    expect(stateOf({ ...built, spins: [read('s1', 2500)] }, 'correct')).toBe('waiting: waits for a repeat');
    const received = { ...built, spins: [read('s0', 2500), read('s1', 2500)] };
    expect(stateOf(received, 'correct')).toBe('ready: nothing drilled yet');
    const drilled = {
      ...received,
      holes: [{ ...known('h', radial({ bitMm: 16, depthMm: 20 })), afterSpinId: 's1' }],
    };
    expect(stateOf(drilled, 'spin')).toBe('reopened: spin again: drilled since');
    // Made up: the hole takes less than that, and somebody says that it is so.
    const unlikely = { ...drilled, spins: [...drilled.spins, read('s2', 40)], spinsThatAreSo: ['s2', 's3'] };
    expect(stateOf(unlikely, 'signOff')).toBe('waiting: waits for a repeat');
    const inside = { ...unlikely, spins: [...unlikely.spins, read('s2 again', 40)] };
    expect(stateOf(inside, 'signOff')).toBe('ready: inside: sign');
    const figures = jobFigures(inside);
    const doubted = { ...figures, estimate: { ...figures.estimate, gainsToCheck: ['a calibration'] } };
    expect(benchStatuses(inside, doubted).find(({ bench }) => bench === 'signOff')).toMatchObject({
      state: 'waiting',
      why: 'waits for a known weight',
    });
    expect(stateOf({ ...inside, signedOffSpinId: 's2 again' }, 'signOff')).toBe('done: signed');
    expect(stateOf({ ...inside, signedOffSpinId: 's2 again', spins: [...inside.spins, read('s3', 300)] }, 'signOff')).toBe('reopened: changed since');
    expect(stateOf({ ...inside, signedOffSpinId: 's2 again', spins: [...inside.spins, read('s3', 30), read('s3 again', 30)] }, 'signOff')).toBe(
      'reopened: changed since: sign again',
    );
  });
  it('opens the weighing again after a cut', () => {
    const facts = job('v8Cross90', { partCuts: [{ id: 'c', partId: 'piston3' }] });
    expect(stateOf(facts, 'weigh')).toBe('reopened: 63 of 64 weighed');
    expect(stateOf(facts, 'match')).toBe('underWay: sets wait for weights');
  });
  it('says when a set is wholly damaged', () => {
    const facts = job('inline3');
    expect(stateOf({ ...facts, parts: facts.parts.map((p) => ({ ...p, damaged: p.kind === 'piston' })) }, 'match')).toBe(
      'underWay: nothing to match to',
    );
  });
});

/** Three jobs before that agreed. */
const HISTORY: GainHistory = {
  kind: 'history',
  jobs: 3,
  from: '2026-01-01T00:00:00.000Z',
  to: '2026-03-01T00:00:00.000Z',
  a: { re: 1, im: 0 },
  b: { re: 1, im: 0 },
  deviation: 0.02,
};

/** A machine that reads every spin alike. */
const EXACT = { runGmm: 0, commonGmm: 0.1 };

describe('jobFigures', () => {
  it('reads a spin in the planes the job has now', () => {
    const facts = job('v8Cross90');
    const { planes } = facts.spec.crank;
    const moved = { ...facts, spins: [{ ...spin(facts, 's', 1000), planes: { ...planes, zAMm: planes.zAMm - 100, zBMm: planes.zBMm + 100 } }] };
    const [figures] = jobFigures(moved).spins;
    const span = planes.zBMm - planes.zAMm;
    // A vector 100 mm outside A counts there with 1 + 100/span, and the other plane's opposite one with 100/span more.
    expect(toPolar(figures!.a.meanGmm).amount).toBeCloseTo(1000.5 * (1 + 100 / span) + 999.5 * (100 / span), 4);
  });
  it('does not take a quick look for a spin that knows what was drilled', () => {
    const facts = job('v8Cross90');
    const holes = [{ ...known('h', radial({ bitMm: 16, depthMm: 20 })), afterSpinId: 's1' }];
    const looked = { ...facts, holes, spins: [spin(facts, 's1', 2500), { ...spin(facts, 's2', 40), quick: true }] };
    const { holesSinceLastSpin, estimate, spins } = jobFigures(looked);
    expect(holesSinceLastSpin).toBe(1);
    expect(estimate).toMatchObject({ counted: 1, surprise: null });
    expect(spins[1]).toMatchObject({ quick: true, inside: null, verdict: 'cannotYetTell' });
    expect(stateOf(looked, 'signOff')).toBe('waiting: waits for the tolerance');
  });
  it('asks for turns only when turns can settle it', () => {
    const facts = job('v8Cross90');
    const near = {
      ...facts,
      spins: [{ ...spin(facts, 's', 80), turns: turnsOf(80, 20), spread: { aGmm: EXACT, bGmm: EXACT } }],
    };
    const [figures] = jobFigures(near).spins;
    expect(figures!.verdict).toBe('cannotYetTell');
    expect(figures!.settled.byTurns).toBeGreaterThan(20);
  });
});
