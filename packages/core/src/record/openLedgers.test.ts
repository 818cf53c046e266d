import { madeUpSpec } from '../job/testing/madeUpSpec.js';
import fc from 'fast-check';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { SINGLE_KINDS, type PartCutFact, type PartFact, type ReadingFact } from '../parts/facts.js';
import type { HoleFact, JobFacts, SpinFact } from '../job/jobFacts.js';
import { jobFigures } from '../job/jobFigures.js';
import { USUAL_DRILL } from '../cuts/drillErrors.js';
import { USUAL_MATCH_CHOICES } from '../match/matchChoices.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import { metalNow } from '../cuts/metalNow.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { fromPolar } from '../units/vector.js';
import { openLedgers, type HungFact } from './openLedgers.js';
import { standingEntries, standingOf, standingReference, type VoidFact } from './standing.js';

const layout = layOut(LAYOUTS.inline3, 110);
const crank = crankTemplate(LAYOUTS.inline3, layout, 88);
const parts: readonly PartFact[] = layout.cylinders.flatMap(({ number }) =>
  SINGLE_KINDS.map((kind) => ({ id: `${kind}${number}`, kind, cylinder: number, damaged: false })),
);
const spec = madeUpSpec('inline3', { vessel: '', engineName: 'three', layout, crank });

type Reading = Omit<ReadingFact, 'voided'>;
type Spin = Omit<SpinFact, 'hung'>;
interface Written {
  readonly readings: readonly Reading[];
  readonly partCuts: readonly PartCutFact[];
  readonly spins: readonly Spin[];
  readonly holes: readonly HoleFact[];
  readonly hungWeights: readonly HungFact[];
}

/** Something that happens at a bench. What it refers to is whatever is last when it happens, as on a screen. */
type Happening =
  | { readonly kind: 'read'; readonly part: number; readonly offG: number }
  | { readonly kind: 'cut'; readonly part: number; readonly replaced: boolean }
  | { readonly kind: 'spin'; readonly amount: number; readonly angleDeg: number }
  | { readonly kind: 'hang'; readonly amount: number }
  | { readonly kind: 'drill'; readonly rim: number; readonly depthMm: number };

const WEIGHED = parts.filter(({ kind }) => kind === 'piston' || kind === 'pin');
const vector = (amount: number, angleDeg: number): PlaneUnbalance => ({
  aGmm: fromPolar(amount, angleDeg),
  bGmm: fromPolar(amount / 2, angleDeg + 70),
});

/** Writes down what happened, each entry under the number of its happening. */
function play(happenings: readonly (Happening & { readonly id: string })[]): Written {
  const written: { [K in keyof Written]: Written[K][number][] } = { readings: [], partCuts: [], spins: [], holes: [], hungWeights: [] };
  for (const event of happenings) {
    const { id } = event;
    if (event.kind === 'read') {
      const { id: partId, kind } = WEIGHED[event.part]!;
      const cutId = written.partCuts.filter((cut) => cut.partId === partId).at(-1)?.id ?? null;
      written.readings.push({ id, partId, measure: 'mass', valueG: (kind === 'piston' ? 600 : 150) + event.offG, cutId, referencePartId: null });
    } else if (event.kind === 'cut') {
      written.partCuts.push({ id, partId: WEIGHED[event.part]!.id, ...(event.replaced ? { replaced: true } : {}) });
    } else if (event.kind === 'spin') {
      const turns = summariseTurns([-3, 0, 3, 6].map((off) => vector(event.amount + off, event.angleDeg + off / 10)));
      written.spins.push({ id, speedRpm: 600, planes: crank.planes, turns });
    } else if (event.kind === 'hang') {
      const spinId = written.spins.at(-1)?.id;
      if (spinId !== undefined && !written.hungWeights.some((weight) => weight.spinId === spinId))
        written.hungWeights.push({ id, spinId, hung: vector(event.amount, 20) });
    } else {
      const { id: counterweightId, arcCentreDeg: angleDeg } = crank.counterweights[event.rim % crank.counterweights.length]!;
      const afterSpinId = written.spins.at(-1)?.id ?? null;
      written.holes.push({ kind: 'radial', id, afterSpinId, counterweightId, angleDeg, bitMm: 10, pointAngleDeg: 118, depthMm: event.depthMm });
    }
  }
  return written;
}

/** Every figure of a job with these ledgers. */
function figuresOf(written: Written, voids: readonly VoidFact[]): unknown {
  const { standing: _, ...ledgers } = openLedgers({ ...written, voids });
  const facts: JobFacts = {
    ...ledgers,
    spec,
    parts,
    weighChoices: { rodSchool: 'endsAndTotal', partSchool: 'eachPart', references: {} },
    matchChoices: USUAL_MATCH_CHOICES,
    fixedTargets: {},
    arrivals: {},
    bobChoices: { factorRatio: 0.5, oilG: 4, extras: [], acceptedG: null },
    drill: USUAL_DRILL,
    spinsThatAreSo: [],
    signedOffSpinId: null,
  };
  return jobFigures(facts);
}

const happening: fc.Arbitrary<Happening> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant('read' as const),
      part: fc.nat(WEIGHED.length - 1),
      offG: fc.integer({ min: -30, max: 30 }).map((n) => n / 10),
    }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('cut' as const), part: fc.nat(WEIGHED.length - 1), replaced: fc.boolean() }) },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('spin' as const), amount: fc.integer({ min: 50, max: 3000 }), angleDeg: fc.nat(359) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('hang' as const), amount: fc.integer({ min: 100, max: 900 }) }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('drill' as const), rim: fc.nat(9), depthMm: fc.integer({ min: 3, max: 14 }) }) },
);
const story = fc.array(happening, { minLength: 1, maxLength: 14 }).map((events) => events.map((event, i) => ({ ...event, id: `e${i}` })));
/** A known weight hangs in the spin before it: without that spin it hangs in the one before, which is another story. */
const isFree = (events: readonly Happening[], i: number): boolean =>
  events[i]!.kind !== 'spin' || !events.slice(i).some(({ kind }) => kind === 'hang');

describe('a void', () => {
  it('leaves every figure as if the entry never had been', () => {
    fc.assert(
      fc.property(story, fc.nat(), (events, pick) => {
        const i = pick % events.length;
        fc.pre(isFree(events, i));
        const without = play(events.filter((_, k) => k !== i));
        const voided = figuresOf(play(events), [{ id: 'v', entryId: `e${i}`, replacedById: null }]);
        expect(voided).toEqual(figuresOf(without, []));
      }),
      { seed: 44, numRuns: 120 },
    );
  });

  it('of a void brings everything back', () => {
    fc.assert(
      fc.property(story, fc.nat(), (events, pick) => {
        const word = { id: 'v', entryId: `e${pick % events.length}`, replacedById: null };
        expect(figuresOf(play(events), [word, { id: 'w', entryId: 'v', replacedById: null }])).toEqual(figuresOf(play(events), []));
      }),
      { seed: 45, numRuns: 50 },
    );
  });
});

describe('an amendment', () => {
  const amendedSpin = (events: readonly (Happening & { id: string })[], i: number) => {
    const written = play(events);
    const better = {
      ...written.spins.find(({ id }) => id === `e${i}`)!,
      id: 'better',
      turns: summariseTurns([-2, 0, 2, 5].map((off) => vector(700 + off, 15))),
    };
    return { written, better };
  };
  const withSpin = story.chain((events) => {
    const spins = events.flatMap(({ kind }, i) => (kind === 'spin' ? [i] : []));
    return spins.length === 0 ? fc.constant(null) : fc.constantFrom(...spins).map((i) => ({ events, i }));
  });

  it('counts as if it had been written in the first place', () => {
    fc.assert(
      fc.property(withSpin, (found) => {
        fc.pre(found !== null);
        const { events, i } = found;
        const { written, better } = amendedSpin(events, i);
        const hungAfter = (spins: readonly Spin[]) => ({
          ...written,
          spins,
          hungWeights: written.hungWeights.filter(({ spinId }) => spinId !== `e${i}`),
        });
        const amended = figuresOf(hungAfter([...written.spins, better]), [{ id: 'v', entryId: `e${i}`, replacedById: 'better' }]);
        const atOnce = hungAfter(written.spins.map((spin) => (spin.id === `e${i}` ? better : spin)));
        const renamed = {
          ...atOnce,
          holes: atOnce.holes.map((hole) => ({ ...hole, afterSpinId: hole.afterSpinId === `e${i}` ? 'better' : hole.afterSpinId })),
        };
        expect(amended).toEqual(figuresOf(renamed, []));
      }),
      { seed: 46, numRuns: 60 },
    );
  });

  it('voided, is as if it never had been: what it replaced stands again', () => {
    fc.assert(
      fc.property(withSpin, (found) => {
        fc.pre(found !== null);
        const { written, better } = amendedSpin(found.events, found.i);
        const words = [
          { id: 'v', entryId: `e${found.i}`, replacedById: 'better' },
          { id: 'w', entryId: 'better', replacedById: null },
        ];
        expect(figuresOf({ ...written, spins: [...written.spins, better] }, words)).toEqual(figuresOf(written, []));
      }),
      { seed: 47, numRuns: 50 },
    );
  });
});

describe('what stands', () => {
  const entries = ['a', 'b', 'c', 'd'].map((id) => ({ id }));
  const amended = standingOf([
    { id: 'v1', entryId: 'a', replacedById: 'c' },
    { id: 'v2', entryId: 'c', replacedById: 'd' },
  ]);
  it('has an amendment of an amendment in the first one’s place', () => {
    expect(standingEntries(entries, amended).map(({ id }) => id)).toEqual(['d', 'b']);
    expect(amended.inPlaceOf('a')).toBe('d');
  });
  it('follows a reference to what stands in its place, else to the last before it', () => {
    expect(standingReference('a', entries, amended)).toBe('d');
    const voided = standingOf([{ id: 'v', entryId: 'c', replacedById: null }]);
    expect(standingReference('c', entries, voided)).toBe('b');
    expect(standingReference('c', entries, voided, ({ id }) => id === 'a')).toBe('a');
    expect(standingReference('a', entries, standingOf([{ id: 'v', entryId: 'a', replacedById: null }]))).toBeNull();
    expect(standingReference(null, entries, voided)).toBeNull();
  });
});

describe('a hole that goes deeper into another', () => {
  const drilled: HoleFact = {
    kind: 'radial',
    id: 'first',
    afterSpinId: null,
    counterweightId: crank.counterweights[0]!.id,
    angleDeg: 170,
    bitMm: 10,
    pointAngleDeg: 118,
    depthMm: 12,
  };
  const deeper: HoleFact = {
    kind: 'redrill',
    id: 'deeper',
    afterSpinId: null,
    counterweightId: drilled.counterweightId,
    angleDeg: 170,
    seat: { from: 'rim', zMm: null },
    replacesId: 'first',
    bitMm: 10,
    pointAngleDeg: 118,
    depthMm: 15,
  };
  const holesOf = (more: readonly HoleFact[], voids: readonly VoidFact[]) =>
    openLedgers({ readings: [], partCuts: [], spins: [], hungWeights: [], holes: [drilled, deeper, ...more], voids }).holes;

  it('goes into what stands in its place when that is amended', () => {
    const better = { ...drilled, id: 'better', depthMm: 11 };
    const holes = holesOf([better], [{ id: 'v', entryId: 'first', replacedById: 'better' }]);
    expect(holes.map((hole) => [hole.id, 'replacesId' in hole ? hole.replacesId : null])).toEqual([
      ['better', null],
      ['deeper', 'better'],
    ]);
    expect(metalNow(crank, holes).standing.map(({ id }) => id)).toEqual(['deeper']);
  });

  it('is a hole of its own when that one never was', () => {
    const holes = holesOf([], [{ id: 'v', entryId: 'first', replacedById: null }]);
    expect(metalNow(crank, holes).standing.map(({ id }) => id)).toEqual(['deeper']);
  });
});
