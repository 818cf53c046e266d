import type { MadeReady, MeasurementFact, Quantity, WorkFact } from './inspectFacts.js';
import { limitsAt } from './limitsAt.js';
import { NOTHING_MADE_READY } from './madeReady.js';
import { sizesPage } from './sizesPage.js';
import { madeUpBoreLimits, madeUpDeckLimits, madeUpLimits, madeUpRodLimits } from './testing/madeUpLimits.js';

let n = 0;
const read = (feature: string, quantity: Quantity, indicationMm: number, more: Partial<MeasurementFact> = {}): MeasurementFact => ({
  id: `m${(n += 1)}`,
  ...{ feature, quantity, indicationMm, angleDeg: null, depth: null, settingId: null, afterWorkId: null, voided: false },
  ...more,
});
const ground: WorkFact = { id: 'g', work: { kind: 'grindPins', underMm: 0.25, diameterMm: 53.9, widthMm: 24 }, afterSpinId: null };
const made = (measurements: MeasurementFact[], works: WorkFact[] = [], more: Partial<MadeReady> = {}): MadeReady => ({
  ...NOTHING_MADE_READY,
  limits: madeUpLimits(5),
  measurements,
  works,
  ...more,
});

describe('the page of an engine', () => {
  it('says what a journal measured as it came, what it is allowed now, and what it measures', () => {
    const before = [read('pin.1', 'diameter', 53.9, { depth: 1 }), read('pin.1', 'diameter', 53.88, { depth: 2 })];
    const after = read('pin.1', 'diameter', 53.735, { depth: 1, afterWorkId: 'g' });
    const untouched = read('main.2', 'diameter', 53.98, { depth: 1 });
    const [main, pin] = sizesPage(made([...before, after, untouched, read('pin.1', 'diameter', 50, { voided: true })], [ground]));
    expect(main).toMatchObject({ feature: 'main.2', before: { lowMm: 53.98, highMm: 53.98 }, after: null, isDue: false });
    expect(pin).toMatchObject({
      before: { lowMm: 53.88, highMm: 53.9 },
      after: { lowMm: 53.735, highMm: 53.735 },
      limits: { lowMm: expect.closeTo(53.72, 9), highMm: expect.closeTo(53.74, 9) },
      measurementIds: [...before, after].map(({ id }) => id),
    });
    expect(sizesPage(made(before, [ground]))[0]).toMatchObject({ after: null, isDue: true });
  });
  it('says of a run-out how far the needle swung, and of each ring its own gap', () => {
    const turn = [0.01, 0.05, 0.02].map((mm, i) => read('main.3', 'runOut', mm, { angleDeg: 120 * i }));
    const rings = { ...madeUpBoreLimits, rings: ['top', 'second'].map((name) => ({ name, lowMm: 0.3, highMm: 0.5 })) };
    const gaps = [2, 1].map((depth) => read('bore.1', 'ringGap', 0.3 + depth / 100, { depth }));
    const lines = sizesPage(made([...turn, ...gaps], [], { bores: { ...NOTHING_MADE_READY.bores, limits: rings } }));
    expect(lines[0]).toMatchObject({ before: { highMm: expect.closeTo(0.04, 12) }, limits: { highMm: 0.05 } });
    expect(lines.slice(1).map(({ ring, before, limits }) => [ring, before.lowMm, limits?.highMm])).toEqual([
      [1, 0.31, 0.5],
      [2, 0.32, 0.5],
    ]);
  });
  it('goes from the crank to the decks, whatever order they were read in', () => {
    const mixed = ['deck.1', 'piston.2', 'bore.10', 'bore.2', 'rod.1', 'pin.1', 'main.1', 'crank'].map((feature) => read(feature, 'diameter', 50));
    expect(sizesPage(made(mixed)).map(({ feature }) => feature)).toEqual([
      'crank',
      'main.1',
      'pin.1',
      'rod.1',
      'bore.2',
      'bore.10',
      'piston.2',
      'deck.1',
    ]);
  });
});

describe('what a place is judged by', () => {
  const all = made([], [{ id: 'b', work: { kind: 'bore', overMm: 0.5 }, afterSpinId: null }], {
    rods: { ...NOTHING_MADE_READY.rods, limits: madeUpRodLimits },
    bores: { ...NOTHING_MADE_READY.bores, limits: madeUpBoreLimits },
    decks: { ...NOTHING_MADE_READY.decks, limits: madeUpDeckLimits },
  });
  it.each<[string, Quantity, number | null, number | null]>([
    ['main.1', 'runOutHigh', null, 0.05],
    ['crank', 'endFloat', 0.1, 0.25],
    ['rod.1', 'bigEnd', 56.5, 56.512],
    ['rod.1', 'bend', null, 0.03],
    ['rod.1', 'twist', null, 0.05],
    ['rod.1', 'clearanceSeen', 0.03, 0.06],
    ['main.1', 'clearanceSeen', 0.03, 0.06],
    ['bore.1', 'boreSize', null, 92.6],
    ['bore.1', 'boreWall', 5.7, null],
    ['deck.1', 'deckHeight', 235.5, null],
    ['bore.1', 'pistonDown', 0.1, 0.5],
  ])('%s %s', (feature, quantity, lowMm, highMm) => {
    expect(limitsAt({ feature, quantity, depth: null }, all)).toEqual({ lowMm, highMm: highMm === null ? null : expect.closeTo(highMm, 9) });
  });
  it('is nothing where nobody typed it', () => {
    for (const quantity of ['pistonSize', 'housing', 'ringGap', 'fillet'] as const)
      expect(limitsAt({ feature: 'bore.1', quantity, depth: 1 }, all)).toBeNull();
    expect(limitsAt({ feature: 'bore.1', quantity: 'boreSize', depth: 1 }, NOTHING_MADE_READY)).toBeNull();
  });
});
