import fc from 'fast-check';
import { howWeighed, jobFigures } from '../job/jobFigures.js';
import { benchStatuses } from '../job/benches.js';
import type { JobFacts } from '../job/jobFacts.js';
import { PART_G, readingOf, weighedJob } from '../job/testing/weighedJob.js';
import { bobCard } from '../bob/bobCard.js';
import type { Sample } from './sample.js';

const sampled = (sample: Sample, facts: JobFacts): JobFacts => ({ ...facts, weighChoices: { ...facts.weighChoices, sample } });
const bobOf = (facts: JobFacts): number => {
  const { bobs } = jobFigures(facts);
  return bobs.kind === 'ready' && bobs.commonG !== null ? bobs.commonG : Number.NaN;
};
const weighOf = (facts: JobFacts): string => {
  const { state, why } = benchStatuses(facts, jobFigures(facts)).find(({ bench }) => bench === 'weigh')!;
  return `${state}: ${why}`;
};

describe('one of each', () => {
  const whole = weighedJob('v8Cross90');
  const one = sampled('one', { ...whole, readings: whole.readings.filter(({ partId }) => partId.endsWith('1')) });
  it('stands for all in the bob card, and asks for no more', () => {
    expect(weighOf(one)).toBe('done: 8 weighed');
    expect(bobOf(one)).toBeCloseTo(bobOf(whole), 9);
  });
  it('matches nothing, since it cannot tell how far the others differ', () => {
    const { sets, rods, kinds } = jobFigures(one);
    expect([sets, rods, kinds]).toEqual([{ kind: 'none' }, { kind: 'none' }, {}]);
  });
  it('has its error in every bob: four times the parts is not half the error', () => {
    const halfOf = (facts: JobFacts): number => {
      const { bobs } = jobFigures(facts);
      return bobs.kind === 'ready' ? bobs.halfWidth95G : Number.NaN;
    };
    // By hand: with each part weighed, one of eight shares; with one for all, its error counts eight times over in four bobs.
    expect(halfOf(one) / halfOf(whole)).toBeCloseTo(Math.sqrt(8), 6);
  });
  it('is the mean of those that were weighed, where more than one was', () => {
    const two = { ...one, readings: [...one.readings, readingOf('piston2', PART_G.piston + 2)] };
    // A gram more on average, half of it, two rods a pin.
    expect(bobOf(two) - bobOf(one)).toBeCloseTo(1, 9);
  });
  it('with the rest supplied is the full school’s result', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -0.2, max: 0.2, noNaN: true }), { minLength: 48, maxLength: 48 }), (offs) => {
        const facts = { ...whole, readings: whole.readings.map((r, i) => ({ ...r, valueG: r.valueG + offs[i % 48]! })) };
        expect(bobOf(sampled('one', facts))).toBeCloseTo(bobOf(facts), 9);
      }),
      { seed: 5, numRuns: 40 },
    );
  });
});

describe('the ends of the lightest and the heaviest rod', () => {
  const whole = weighedJob('inline4');
  const totals = [630, 632, 631, 630.5];
  const ends: Readonly<Record<string, number>> = { rod1: 182, rod2: 182.6 };
  const rods = totals.flatMap((g, i) => {
    const id = `rod${i + 1}`;
    const smallEndG = ends[id];
    return [
      readingOf(id, g, { measure: 'total' }),
      ...(smallEndG === undefined ? [] : [readingOf(id, smallEndG, { measure: 'smallEnd' }), readingOf(id, g - smallEndG, { measure: 'bigEnd' })]),
    ];
  });
  const two = sampled('twoRodEnds', { ...whole, readings: [...whole.readings.filter(({ partId }) => !partId.startsWith('rod')), ...rods] });
  it('say those of the others, between theirs as their totals lie', () => {
    const card = bobCard(two.spec.layout, jobFigures(two).weighed, two.bobChoices, 5, howWeighed(two));
    if (card.kind !== 'ready') throw new Error('waiting');
    const small = card.pins.map(({ card: pin }) => pin.lines.find(({ key }) => key === 'smallEndG')!.sumG);
    expect(small.map((g) => Math.round(100 * g) / 100)).toEqual([182, 182.6, 182.3, 182.15]);
  });
  it('are asked for once every total is known, and rods are matched by those', () => {
    expect(weighOf(two)).toBe('done: 28 weighed');
    expect(jobFigures(two).rods).toMatchObject({ kind: 'totals', total: { spreadG: 2 } });
    const begun = {
      ...two,
      readings: two.readings.filter(({ partId, measure }) => !partId.startsWith('rod') || (measure === 'total' && partId !== 'rod4')),
    };
    expect(weighOf(begun)).toBe('underWay: 23 of 24 weighed');
  });
});

describe('sets weighed whole once, then bare pistons', () => {
  const SET_G = PART_G.piston + PART_G.pin + PART_G.lockPair + PART_G.ringSet;
  const job = (firstSetG: number, cutG: number | null): JobFacts => {
    const base = weighedJob('inline3', { weighChoices: { rodSchool: 'endsAndTotal', partSchool: 'setAndBare', references: {} } });
    const sets = [1, 2, 3].map((cylinder) => ({ id: `cylinderSet${cylinder}`, kind: 'cylinderSet' as const, cylinder, damaged: false }));
    const readings = base.readings.filter(({ partId }) => /^(piston|rod|bearingPair)/.test(partId));
    return {
      ...base,
      parts: [...base.parts, ...sets],
      partCuts: cutG === null ? [] : [{ id: 'cut', partId: 'piston1' }],
      readings: [
        ...readings,
        ...sets.map(({ id }, i) => readingOf(id, i === 0 ? firstSetG : SET_G)),
        ...(cutG === null ? [] : [readingOf('piston1', PART_G.piston - cutG, { cutId: 'cut' })]),
      ],
    };
  };
  const setsOf = (facts: JobFacts) => {
    const { sets } = jobFigures(facts);
    if (sets.kind !== 'matched') throw new Error(sets.kind);
    return sets;
  };
  it('give each bare piston its own target', () => {
    const [first] = setsOf(job(SET_G + 3, null)).cylinders;
    expect(first).toMatchObject({ cutPartId: 'piston1' });
    expect(first!.removalG).toBeCloseTo(3, 9);
    expect(first!.bareTargetG).toBeCloseTo(PART_G.piston - 3, 9);
  });
  it('lose what the piston has lost since, without going on the scale again', () => {
    const sets = setsOf(job(SET_G + 3, 2.8));
    expect(sets.cylinders[0]!.weightG).toBeCloseTo(SET_G + 0.2, 9);
    expect(sets.set.inTolerance).toBe(true);
    const alike = { ...job(SET_G, null), weighChoices: { rodSchool: 'endsAndTotal', partSchool: 'cylinderSets', references: {} } as const };
    expect(bobOf(job(SET_G, null))).toBeCloseTo(bobOf(alike), 9);
  });
  it('wait for the set to be weighed whole again where its piston was exchanged', () => {
    const facts = job(SET_G, 1);
    const exchanged = { ...facts, partCuts: [{ id: 'cut', partId: 'piston1', replaced: true }] };
    const waits = { kind: 'waiting', missing: [{ kind: 'cylinderSet', cylinder: 1 }] };
    expect(jobFigures(exchanged).sets).toMatchObject(waits);
    // Weighed whole again with the new one in it, it goes on from there: but not where that was before the exchange.
    const again = { id: 'whole', partId: 'cylinderSet1', replaced: true };
    const wholeG = SET_G + 0.7;
    const reweighed = { ...exchanged, readings: [...exchanged.readings, readingOf('cylinderSet1', wholeG, { cutId: 'whole' })] };
    const sets = setsOf({ ...reweighed, partCuts: [...exchanged.partCuts, again] });
    expect(sets.cylinders[0]!.weightG).toBeCloseTo(wholeG, 9);
    expect(jobFigures({ ...reweighed, partCuts: [again, ...exchanged.partCuts] }).sets).toMatchObject(waits);
  });
  it('wait for it too where a spare piston took a place', () => {
    const facts = job(SET_G, null);
    const spare = { id: 'piston4', kind: 'piston' as const, cylinder: 4, extra: true as const, damaged: false, runsIn: 1 };
    const parts = [...facts.parts.map((part) => (part.id === 'piston1' ? { ...part, runsIn: 4, spare: true as const } : part)), spare];
    const withSpare = { ...facts, parts, readings: [...facts.readings, readingOf('piston4', PART_G.piston - 1)] };
    expect(jobFigures(withSpare).sets).toMatchObject({ kind: 'waiting', missing: [{ kind: 'cylinderSet', cylinder: 1 }] });
  });
});
