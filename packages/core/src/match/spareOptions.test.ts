import fc from 'fast-check';
import { decidedParts } from '../decisions/choicesOf.js';
import { jobFigures, matchFigures, type JobFigures } from '../job/jobFigures.js';
import type { JobFacts } from '../job/jobFacts.js';
import { readingOf, weighedJob } from '../job/testing/weighedJob.js';
import { arrangementComplaint } from './arrangementComplaint.js';
import { apartOf, spareOptions, withSpareIn, type Apart } from './spareOptions.js';

/** A three with its pistons of these weights, and a fourth of that. */
function withSpare(pistonsG: readonly number[], spareG: number | null, arrangement: Readonly<Record<string, number>> = {}): JobFacts {
  const job = weighedJob('inline3');
  const bare = [...job.parts.map(({ damaged: _damaged, ...part }) => part), { id: 'piston4', kind: 'piston', cylinder: 4, extra: true } as const];
  const parts = decidedParts(bare, { 'match.arrangement': { value: arrangement } });
  const others = job.readings.filter(({ partId }) => !partId.startsWith('piston'));
  const weighed = [...pistonsG, ...(spareG === null ? [] : [spareG])];
  return { ...job, parts, readings: [...others, ...weighed.map((g, i) => readingOf(`piston${i + 1}`, g))] };
}
const setsApart = (facts: JobFacts, job = jobFigures(facts).weighed): Apart | null => {
  const { sets } = matchFigures(facts, job);
  return sets.kind === 'matched' ? apartOf({ items: sets.cylinders, spreadG: sets.set.spreadG }) : null;
};

const bobsG = ({ bobs }: JobFigures): number[] => (bobs.kind === 'ready' ? bobs.pins.map(({ card }) => card.bobWeightG) : []);

describe('spare parts', () => {
  it('hold nothing up, and count in no set', () => {
    const facts = withSpare([612, 613, 614], null);
    const { weighed, spares, sets } = jobFigures(facts);
    expect(weighed.parts.map(({ part }) => part.id)).not.toContain('piston4');
    expect(spares.map(({ part, now }) => [part.id, now])).toEqual([['piston4', {}]]);
    expect(sets).toEqual(jobFigures(weighedJobLike(facts)).sets);
  });
  it('take the place where least is left to cut, by hand', () => {
    // As they are 2 g apart, 1 g tolerance: only the 614 is outside and loses 2. With 612.4 for it, 1 g apart and nothing to cut.
    const facts = withSpare([612, 613, 614], 612.4);
    const { weighed, spares } = jobFigures(facts);
    expect(setsApart(facts)).toEqual({ spreadG: expect.closeTo(2, 9), metalG: expect.closeTo(2, 9) });
    const options = spareOptions(weighed, spares, (job) => setsApart(facts, job));
    expect(options.map(({ inPlaceOf, metalG, spreadG }) => [inPlaceOf.id, metalG.toFixed(1), spreadG.toFixed(1)])).toEqual([
      ['piston3', '0.0', '1.0'],
      ['piston1', '1.6', '1.6'],
      ['piston2', '2.0', '2.0'],
    ]);
    const arrangement = withSpareIn(facts.parts, options[0]!);
    expect(arrangement).toEqual({ piston4: 3, piston3: 4 });
    expect(arrangementComplaint(facts.parts, arrangement)).toBeNull();
    const after = withSpare([612, 613, 614], 612.4, arrangement);
    expect(after.parts.filter(({ spare }) => spare).map(({ id }) => id)).toEqual(['piston3']);
    // And back again.
    const [spare, inPlaceOf] = [after.parts.find(({ id }) => id === 'piston3')!, after.parts.find(({ id }) => id === 'piston4')!];
    expect(withSpareIn(after.parts, { spare, inPlaceOf })).toEqual({});
  });
  it('weigh in the engine what the part weighed whose place they took: sets, ends and bobs are those of a job that had it there from the start', () => {
    const gram = fc.integer({ min: 61000, max: 61500 }).map((hundredths) => hundredths / 100);
    fc.assert(
      fc.property(fc.tuple(gram, gram, gram), gram, fc.integer({ min: 1, max: 3 }), (pistonsG, spareG, cylinder) => {
        const taken = withSpare(pistonsG, spareG, { piston4: cylinder, [`piston${cylinder}`]: 4 });
        const fromTheStart = withSpare(
          pistonsG.map((g, i) => (i + 1 === cylinder ? spareG : g)),
          null,
        );
        const [a, b] = [jobFigures(taken), jobFigures(fromTheStart)];
        expect(setsApart(taken)).toEqual(setsApart(fromTheStart));
        expect(a.rods).toEqual(b.rods);
        expect(bobsG(a)).toHaveLength(bobsG(b).length);
        bobsG(a).forEach((g, i) => expect(g).toBeCloseTo(bobsG(b)[i]!, 9));
        const asTheyAre = withSpare(pistonsG, spareG);
        const { weighed, spares } = jobFigures(asTheyAre);
        const option = spareOptions(weighed, spares, (job) => setsApart(asTheyAre, job)).find(({ inPlaceOf }) => inPlaceOf.cylinder === cylinder);
        expect(option).toMatchObject(setsApart(fromTheStart)!);
      }),
      { numRuns: 40 },
    );
  });
  it('that are damaged or not weighed are offered to nobody', () => {
    const facts = withSpare([612, 613, 614], null);
    const { weighed, spares } = jobFigures(facts);
    expect(spareOptions(weighed, spares, () => ({ spreadG: 0, metalG: 0 }))).toEqual([]);
  });
});

/** The same job without its spare. */
const weighedJobLike = (facts: JobFacts): JobFacts => ({ ...facts, parts: facts.parts.filter(({ spare }) => !spare) });
