import fc from 'fast-check';
import type { Elsewhere, ElsewhereKind } from '../parts/elsewhere.js';
import { SINGLE_KINDS, type SingleKind } from '../parts/facts.js';
import { swapProblemOf } from '../match/swap/swapProblemOf.js';
import { weighParts } from '../parts/weighParts.js';
import { arrivalList } from './arrivals.js';
import { benchStatuses } from './benches.js';
import type { JobFacts } from './jobFacts.js';
import { jobFigures } from './jobFigures.js';
import { JOB_KINDS } from './jobKind.js';
import { PART_G, ROD_G, readingOf, weighedJob } from './testing/weighedJob.js';
import { whyNotToSign } from './whyNotToSign.js';

const away = (more: Partial<ElsewhereKind> = {}): ElsewhereKind => ({
  why: 'doneElsewhere',
  by: '',
  massG: null,
  bigEndG: null,
  smallEndG: null,
  ...more,
});
const statesOf = (facts: JobFacts): Record<string, string> =>
  Object.fromEntries(benchStatuses(facts, jobFigures(facts)).map(({ bench, state, why }) => [bench, `${state}: ${why}`]));
const bobsOf = (facts: JobFacts): number => {
  const { bobs } = jobFigures(facts);
  return bobs.kind === 'ready' ? bobs.pins[0]!.card.bobWeightG : Number.NaN;
};
/** The readings of some kinds only. */
const only = (facts: JobFacts, kinds: readonly SingleKind[]): JobFacts => {
  const own = new Set(facts.parts.filter(({ kind }) => (kinds as readonly string[]).includes(kind)).map(({ id }) => id));
  return { ...facts, readings: facts.readings.filter(({ partId }) => own.has(partId)) };
};
const except = (kinds: readonly SingleKind[]): Elsewhere =>
  Object.fromEntries(SINGLE_KINDS.filter((kind) => !kinds.includes(kind)).map((kind) => [kind, away({ why: 'notWeighed' })]));

describe('a kind of job', () => {
  it('has only its own benches', () => {
    const benches = JOB_KINDS.map((jobKind) => Object.keys(statesOf(weighedJob('inline4', {}, { jobKind }))).join(' '));
    expect(benches).toEqual([
      'engine checkIn makeReady weigh match bobs spin correct signOff',
      'engine checkIn makeReady weigh match signOff',
      'engine checkIn makeReady weigh bobs signOff',
      'engine checkIn makeReady bobs spin correct signOff',
      'engine checkIn makeReady weigh bobs spin',
    ]);
  });
  it('counts only what it needs', () => {
    const { layout, balance } = weighedJob('inline4').spec;
    const needed = (jobKind: (typeof JOB_KINDS)[number]): string =>
      arrivalList({ layout, balance, jobKind })
        .filter((item) => item.needed)
        .map(({ key }) => key)
        .join(' ');
    expect(needed('match')).toBe('piston pin lockPair ringSet rod bearingPair');
    expect(needed('correct')).toBe('crank');
    expect(needed('survey')).toBe('crank');
  });
  it('of parts alone is signed once they match, and opened again by whatever is written since', () => {
    const match = only(weighedJob('inline4', {}, { jobKind: 'match', elsewhere: except(['piston']) }), ['piston']);
    expect(statesOf(match)).toMatchObject({ match: 'done: inside the tolerance', signOff: 'ready: ready to sign' });
    expect(statesOf({ ...match, signedAsItIs: true })['signOff']).toBe('done: signed');
    expect(statesOf({ ...match, signedAsItIs: false })['signOff']).toBe('reopened: changed since: sign again');
    const heavy = { ...match, readings: [...match.readings.slice(1), readingOf('piston1', PART_G.piston + 3)] };
    expect(statesOf(heavy)).toMatchObject({ match: 'ready: sets outside', signOff: 'waiting: sets outside' });
    expect(whyNotToSign(benchStatuses(heavy, jobFigures(heavy)), jobFigures(heavy), 'match', ({ kind }) => kind)).toContain('sets outside');
  });
  it('of a given bob weight waits for nobody’s scale', () => {
    const given = { ...weighedJob('inline3', {}, { jobKind: 'correct' }), readings: [] };
    expect(statesOf(given)).toMatchObject({ bobs: 'ready: weights not said yet', spin: 'waiting: waits for bob weights' });
    const said = { ...given, bobChoices: { ...given.bobChoices, acceptedG: [1900, 1900, 1900] } };
    expect(statesOf(said)).toMatchObject({ bobs: 'done: given', spin: 'ready: not spun yet' });
  });
  it('made wider is as if it had been begun so, whatever was weighed', () => {
    fc.assert(
      fc.property(fc.constantFrom(...JOB_KINDS), fc.subarray([...SINGLE_KINDS]), fc.double({ min: -3, max: 3, noNaN: true }), (jobKind, kinds, g) => {
        const begun = only(weighedJob('v6Split60', {}, { jobKind, elsewhere: except(kinds) }), kinds);
        const narrow = { ...begun, readings: begun.readings.map((r, i) => (i === 0 ? { ...r, valueG: r.valueG + g } : r)) };
        jobFigures(narrow);
        const { jobKind: _kind, elsewhere: _elsewhere, ...spec } = narrow.spec;
        const full = only(weighedJob('v6Split60'), kinds);
        const wide = { ...narrow, spec };
        expect(jobFigures(wide)).toEqual(jobFigures({ ...full, readings: narrow.readings }));
      }),
      { seed: 19, numRuns: 60 },
    );
  });
});

describe('a kind of part that is not here', () => {
  it('holds up neither scale, nor sets, nor bobs where the engine has none', () => {
    const locks = weighedJob('v8Cross90', {}, { elsewhere: { lockPair: away({ why: 'notInEngine' }) } });
    const without = only(locks, ['piston', 'pin', 'ringSet', 'rod', 'bearingPair']);
    expect(statesOf(without)).toMatchObject({ weigh: 'done: 56 weighed', match: 'done: inside the tolerance', bobs: 'ready: not built yet' });
    // Two rods a pin, half of what goes up and down.
    expect(bobsOf(without)).toBeCloseTo(bobsOf(weighedJob('v8Cross90')) - PART_G.lockPair, 9);
  });
  it('is waited for by the bobs alone, until somebody gives its figure', () => {
    const rods = weighedJob('inline3', {}, { elsewhere: { rod: away({ by: 'the yard on the quay' }) } });
    const without = only(rods, ['piston', 'pin', 'lockPair', 'ringSet', 'bearingPair']);
    expect(statesOf(without)).toMatchObject({ weigh: 'done: 15 weighed', match: 'done: inside the tolerance', bobs: 'waiting: waits for weights' });
    expect(jobFigures(without).rods).toEqual({ kind: 'none' });
    const ends = { bigEndG: ROD_G.bigEnd, smallEndG: ROD_G.smallEnd };
    const given = { ...without, spec: { ...without.spec, elsewhere: { rod: away(ends) } } };
    expect(bobsOf(given)).toBeCloseTo(bobsOf(weighedJob('inline3')), 9);
  });
  it('leaves the rest to be exchanged: two lists are enough, one is none', () => {
    const wishes = { rodsToo: false, lockedCylinders: [], kept: [], toleranceG: 1 };
    const weighed = (kinds: readonly SingleKind[]) =>
      weighParts({ ...weighedJob('inline4'), parts: weighedJob('inline4').parts.filter(({ kind }) => (kinds as readonly string[]).includes(kind)) });
    expect(swapProblemOf(weighed(['piston', 'pin']), wishes).problem.lists.map(({ kind }) => kind)).toEqual(['pin']);
    expect(swapProblemOf(weighed(['pin', 'ringSet']), wishes).problem).toMatchObject({
      fixedG: [PART_G.pin, PART_G.pin, PART_G.pin, PART_G.pin],
      lists: [{ kind: 'ringSet' }],
    });
    expect(() => swapProblemOf(weighed(['piston']), wishes)).toThrow('Only one kind of part is weighed here');
  });
});

describe('rods weighed by their totals', () => {
  const totals = (firstG: number): JobFacts => {
    const facts = weighedJob('inline4', {}, { jobKind: 'match', elsewhere: except(['rod']) });
    return {
      ...facts,
      weighChoices: { ...facts.weighChoices, rodSchool: 'totalOnly' },
      readings: facts.readings.filter(({ measure }) => measure === 'total').map((r) => (r.partId === 'rod1' ? { ...r, valueG: firstG } : r)),
    };
  };
  it('are matched by them, and nothing is said of their ends', () => {
    const { rods } = jobFigures(totals(633.5));
    expect(rods).toMatchObject({ kind: 'totals', inTolerance: false, total: { targetG: 630, spreadG: 3.5 } });
    expect(statesOf(totals(633.5))['match']).toBe('ready: rods outside');
    expect(statesOf(totals(630.4))['match']).toBe('done: inside the tolerance');
    expect(jobFigures(totals(630.4)).bobs.kind).toBe('waiting');
  });
  it('are given to pistons heaviest to lightest', () => {
    const facts = totals(633.5);
    const wishes = { rodsToo: true, lockedCylinders: [], kept: [], toleranceG: 1 };
    const pistons = [609, 612, 612, 612].map((g, i) => readingOf(`piston${i + 1}`, g));
    const parts = facts.parts.filter(({ kind }) => kind === 'rod' || kind === 'piston');
    const { problem } = swapProblemOf(weighParts({ ...facts, parts, readings: [...facts.readings, ...pistons] }), wishes);
    expect(problem.lists).toEqual([{ kind: 'rod', weightsG: [633.5, 630, 630, 630] }]);
  });
});
