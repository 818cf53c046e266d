import fc from 'fast-check';
import { LAYOUTS } from '../../engine/library.js';
import { layOut } from '../../engine/layout.js';
import { weighedJob } from '../../job/testing/weighedJob.js';
import { makeReadyStatus } from '../makeReadyStatus.js';
import { NOTHING_MADE_READY } from '../madeReady.js';
import { madeUpBoreLimits, madeUpDeckLimits } from '../testing/madeUpLimits.js';
import type { MadeReady, MeasurementFact, Quantity, WorkFact } from '../inspectFacts.js';
import { compressionRatio } from './compression.js';
import { banksOf, decksFigures } from './deckFigures.js';
import { planDecks, type MeasuredDeck } from './deckPlan.js';

const deck = (bank: number, lowestMm: number, highestMm: number, more: Partial<MeasuredDeck> = {}): MeasuredDeck => ({
  ...{ bank, lowestMm, highestMm, hollowMm: 0, stays: null },
  ...more,
});

describe('what decks are cut to', () => {
  it('is the lowest corner less what the straight edge stands off, both banks alike, the last cut thin', () => {
    const plan = planDecks([deck(1, 235.94, 236.02), deck(2, 235.9, 235.98, { hollowMm: 0.03 })], 0.03, null);
    expect(plan).toMatchObject({ heightMm: expect.closeTo(235.87, 9), decides: 2 });
    expect(plan.takes).toEqual([
      { bank: 1, mostMm: expect.closeTo(0.15, 9), leastMm: expect.closeTo(0.07, 9), roughMm: expect.closeTo(0.12, 9), leavesOldFace: false },
      { bank: 2, mostMm: expect.closeTo(0.11, 9), leastMm: expect.closeTo(0.03, 9), roughMm: expect.closeTo(0.08, 9), leavesOldFace: false },
    ]);
  });
  it('follows a deck that has to stay, and says so where that cannot be', () => {
    const stays = 'engine number';
    expect(planDecks([deck(1, 235.9, 235.9, { stays }), deck(2, 235.95, 236)], 0.03, null)).toMatchObject({
      heightMm: 235.9,
      decides: 1,
      takes: [{ bank: 2, mostMm: expect.closeTo(0.1, 9) }],
    });
    expect(() => planDecks([deck(1, 236, 236, { stays }), deck(2, 235.95, 236)], 0.03, null)).toThrow(/cannot be made alike/);
    expect(() => planDecks([deck(1, 236, 236, { stays })], 0.03, null)).toThrow('No deck may be cut: engine number.');
  });
  it('leaves something of the old face where somebody wants it higher', () => {
    expect(planDecks([deck(1, 235.9, 236)], 0.03, 235.95).takes[0]).toMatchObject({ leavesOldFace: true, mostMm: expect.closeTo(0.05, 9) });
  });
  it('is never above a corner of a deck that is cut, nor lower than it has to be', () => {
    const height = fc.double({ min: 230, max: 240, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(height, height, fc.double({ min: 0, max: 0.2, noNaN: true })), { minLength: 1, maxLength: 4 }), (heights) => {
        const [first, ...more] = heights.map(([a, b, hollowMm], i) => deck(i + 1, Math.min(a, b), Math.max(a, b), { hollowMm }));
        const { heightMm, takes } = planDecks([first!, ...more], 0.03, null);
        // Tried from above in steps: the first height at which nothing of an old face is left.
        expect(heightMm).toBeCloseTo(Math.min(...heights.flatMap(([a, b, hollow]) => [a - hollow, b - hollow])), 9);
        expect(takes.every(({ leavesOldFace, leastMm }) => !leavesOldFace && leastMm >= -1e-9)).toBe(true);
      }),
    );
  });
});

describe('compression', () => {
  it('is that of a cylinder whose volumes are known outright', () => {
    // A bore of 100 mm holds 78.5398 cm³ in 10 mm: 100 mm of stroke over 10 mm of clearance is 11 to 1.
    const over = { boreMm: 100, strokeMm: 100, gasketMm: 1, gasketBoreMm: 100, downMm: 1, dishCm3: 0 };
    expect(compressionRatio({ ...over, chamberCm3: (Math.PI / 4) * 10 ** 2 * 0.8 })).toBeCloseTo(11, 9);
    expect(compressionRatio({ ...over, chamberCm3: 0, downMm: -1 })).toBeNull();
  });
  it('rises with everything that is taken from over the piston', () => {
    const part = fc.double({ min: 0.1, max: 5, noNaN: true });
    fc.assert(
      fc.property(part, part, part, fc.double({ min: 0.001, max: 0.09, noNaN: true }), (down, dish, gasket, less) => {
        const over = { boreMm: 92, strokeMm: 92, chamberCm3: 60, downMm: down, dishCm3: dish, gasketMm: gasket, gasketBoreMm: 94 };
        const ratio = compressionRatio(over)!;
        for (const changed of [{ downMm: down - less }, { dishCm3: dish - less }, { gasketMm: gasket - less }])
          expect(compressionRatio({ ...over, ...changed })).toBeGreaterThan(ratio);
      }),
    );
  });
});

describe('the decks of a block', () => {
  const SETTING = {
    ...{ name: 'height gauge', divisionMm: 0.01, deviationMm: 0.003, setValueMm: 0, sign: 1 as const, zeroMm: 0, zeroAfterMm: null, moved: null },
    ...{ gaugeMetal: 'steel' as const, gaugeC: null, partC: null },
  };
  const read = (feature: string, quantity: Quantity, indicationMm: number, more: Partial<MeasurementFact> = {}): MeasurementFact => ({
    ...{ id: `${feature} ${quantity} ${more.depth} ${more.angleDeg} ${indicationMm}`, feature, quantity, angleDeg: null, depth: null },
    ...{ indicationMm, settingId: 'set', afterWorkId: null, voided: false },
    ...more,
  });
  const corners = (bank: number, mm: readonly [number, number, number, number], afterWorkId: string | null = null): MeasurementFact[] =>
    mm.map((size, i) => read(`deck.${bank}`, 'deckHeight', size, { depth: i < 2 ? 1 : 2, angleDeg: i % 2 === 0 ? 0 : 180, afterWorkId }));
  const made = (
    measurements: MeasurementFact[],
    more: Partial<MadeReady['decks']> = {},
    works: WorkFact[] = [],
    rest: Partial<MadeReady> = {},
  ): MadeReady => ({
    ...NOTHING_MADE_READY,
    measurements,
    works,
    settings: { set: SETTING },
    decks: { limits: madeUpDeckLimits, hollowMm: {}, toMm: null, ...more },
    bores: { ...NOTHING_MADE_READY.bores, limits: madeUpBoreLimits },
    ...rest,
  });
  const four = { layout: layOut(LAYOUTS.inline4, 100), strokeMm: 92, rodLengthMm: 150 };
  const eight = { ...four, layout: layOut(LAYOUTS.v8Cross90, 110, 0) };

  it('are asked nothing of while they are flat and the crowns stand where they should', () => {
    // 236 − 46 − 150 − 39.6 is 0.4 down.
    const { plan, crowns, rows } = decksFigures(made(corners(1, [236, 236.01, 236, 236.01])), four);
    expect(plan).toBeNull();
    expect(rows[0]!.flat).toMatchObject({ kind: 'inside' });
    expect(crowns[0]!.now).toMatchObject({ mm: expect.closeTo(0.405, 9), isMeasured: false, verdict: { kind: 'inside' } });
    const clearance = 65 + ((Math.PI / 4) * 94 ** 2) / 1000 + ((Math.PI / 4) * 92 ** 2 * 0.405) / 1000;
    expect(crowns[0]!.now!.compression).toBeCloseTo(1 + ((Math.PI / 4) * 92 ** 2 * 92) / 1000 / clearance, 9);
  });
  it('are cut alike to the lowest corner, and the crowns stand higher and compress more by it', () => {
    const [banks] = [banksOf(eight.layout)];
    expect(banks).toEqual([
      [1, 3, 5, 7],
      [2, 4, 6, 8],
    ]);
    const { plan, crowns, alike } = decksFigures(made([...corners(1, [236.1, 236.1, 236.1, 236.1]), ...corners(2, [236, 236, 236.2, 236.2])]), eight);
    expect(alike).toMatchObject({ kind: 'inside' });
    expect(plan).toMatchObject({ heightMm: 236, decides: 2 });
    // Cylinder 2 lies an eighth of the way from the front corners to the rear ones.
    expect(crowns[1]!.now!.mm).toBeCloseTo(236 + 0.2 / 8 - 46 - 150 - 39.6, 9);
    expect(crowns[1]!.then!.mm).toBeCloseTo(0.4, 9);
    expect(crowns[1]!.then!.compression!).toBeGreaterThan(crowns[1]!.now!.compression!);
  });
  it('take a crown as it was measured, not as it is reckoned; and one that stands too low asks for a cut', () => {
    const seen = [1, 2, 3, 4].map((n) => read(`bore.${n}`, 'pistonDown', 0.7));
    const { plan, crowns } = decksFigures(made([...corners(1, [236, 236, 236, 236]), ...seen]), four);
    expect(plan).toMatchObject({ heightMm: expect.closeTo(236 - 0.4, 9), decides: null });
    expect(crowns[0]).toMatchObject({ now: { mm: 0.7, isMeasured: true, verdict: { kind: 'outside' } }, then: { verdict: { kind: 'inside' } } });
    expect(decksFigures(made([...corners(1, [236, 236, 236, 236]), ...seen.slice(1)]), four).crowns[0]!.now!.isMeasured).toBe(false);
  });
  it('say where a crown would meet the head, and where the height goes below the least', () => {
    const figures = decksFigures(made(corners(1, [236, 236, 236, 236]), { toMm: 234.5 }), four);
    expect(figures).toMatchObject({ isBelowLeast: true, plan: { heightMm: 234.5, decides: null } });
    expect(figures.crowns[0]!.then).toMatchObject({ mm: expect.closeTo(-1.1, 9), strikes: true });
    expect(decksFigures(made(corners(1, [236, 236, 236, 236]), { toMm: 236 }), four).plan).toBeNull();
  });
  it('are measured anew once they are cut; a decision about them changes what the rail says', () => {
    const cut: WorkFact = { id: 'd', work: { kind: 'deck', bank: 1, takenMm: 0.1 }, afterSpinId: null };
    const uneven = corners(1, [236.1, 236, 236.1, 236]);
    const { spec } = weighedJob('inline4');
    const job = { ...spec, ...four };
    expect(makeReadyStatus(made(uneven), job, false).why).toBe('decks to cut');
    expect(makeReadyStatus(made(uneven, {}, [], { noCut: { 'deck.1': 'number' } }), job, false).why).toBe('decks cannot be made alike');
    expect(decksFigures(made(uneven, {}, [cut]), four).rows[0]!.deck).toBeNull();
    const after = made([...uneven, ...corners(1, [236, 236, 236, 236], 'd')], {}, [cut]);
    expect(makeReadyStatus(after, job, false).why).toBe('measured and judged');
    // Another rod, measured, stands its own crown elsewhere.
    expect(decksFigures(made([...uneven, read('rod.1', 'centre', 149.9)]), four).crowns[0]!.now!.mm).toBeCloseTo(236.05 - 46 - 149.9 - 39.6, 9);
  });
});
