import fc from 'fast-check';
import { benchStatuses } from '../../job/benches.js';
import { jobFigures } from '../../job/jobFigures.js';
import { weighedJob } from '../../job/testing/weighedJob.js';
import type { MadeReady, MeasurementFact, Quantity, WorkFact } from '../inspectFacts.js';
import { NOTHING_MADE_READY } from '../madeReady.js';
import { madeUpBoreLimits } from '../testing/madeUpLimits.js';
import { boresFigures } from './boreFigures.js';
import { honeGate } from './honeGate.js';
import type { BoreWork } from './boreFacts.js';
import { displacementCm3, oversizeFor, wallLeftMm, type WornBore } from './oversize.js';
import { pistonsToBores } from './pistonsToBores.js';

const bore = (cylinder: number, largestMm: number, more: Partial<WornBore> = {}): WornBore => ({
  cylinder,
  largestMm,
  offAxisMm: 0,
  trial: null,
  ...more,
});
const SIZES = [0.25, 0.5, 1].map((overMm) => ({ overMm, stock: 1, price: 300 }));

describe('the oversize of a block', () => {
  it('cleans up every cylinder: the worst decides, and what the rest would take without it is told', () => {
    const choice = oversizeFor([bore(1, 92.05), bore(2, 92.08), bore(3, 92.31, { offAxisMm: 0.05 }), bore(4, 92.06)], 92, 0.05, SIZES);
    expect(choice).toMatchObject({ decides: 3, size: { overMm: 0.5 }, withoutIt: { overMm: 0.25 } });
    expect(choice.needs[2]).toMatchObject({ trueMm: expect.closeTo(92.46, 9), floatingMm: expect.closeTo(92.36, 9) });
    expect(oversizeFor([bore(1, 93.2)], 92, 0.05, SIZES)).toMatchObject({ size: null, withoutIt: null });
  });
  it('reads a shadow left by a trial cut: 92.40 cut, 92.46 across is 92.52 true to the axis, 92.46 floating (independent computation)', () => {
    const [need] = oversizeFor([bore(1, 92.3, { trial: { cutMm: 92.4, shadowMm: 92.46 } })], 92, 0, SIZES).needs;
    expect(need).toMatchObject({ trueMm: expect.closeTo(92.52, 9), floatingMm: expect.closeTo(92.46, 9), alone: { overMm: 1 } });
  });
  it('is what trying every size by hand finds, and never smaller for more allowance', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 92, max: 92.9, noNaN: true }), fc.double({ min: 0, max: 0.1, noNaN: true })), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        (worn, hone) => {
          const [first, ...more] = worn.map(([mm, offAxisMm], i) => bore(i + 1, mm, { offAxisMm }));
          const size = (allowance: number) => oversizeFor([first!, ...more], 92, allowance, SIZES).size?.overMm ?? Infinity;
          const tried = SIZES.find(({ overMm }) => worn.every(([mm, e]) => 92 + overMm - hone >= mm + 2 * e - 1e-9))?.overMm ?? Infinity;
          expect(size(hone)).toBe(tried);
          expect(size(hone + 0.02)).toBeGreaterThanOrEqual(size(hone));
        },
      ),
    );
  });
  it('leaves a wall thinner by half of what it grew, and another displacement', () => {
    expect(wallLeftMm(6, 92.1, 92.5)).toBeCloseTo(5.8, 9);
    expect(wallLeftMm(6, 92.5, 92.1)).toBe(6);
    expect(displacementCm3(92, 92, 8)).toBeCloseTo((Math.PI * 9.2 ** 3 * 8) / 4, 6);
  });
});

describe('pistons to bores', () => {
  const sized = (sizes: readonly number[]) => sizes.map((mm, i) => ({ id: String(i + 1), mm }));
  /** Every assignment there is. */
  function bruteForce(bores: readonly number[], pistons: readonly number[], aimMm: number): number {
    if (bores.length === 0) return 0;
    return Math.min(
      ...pistons.map((piston, j) =>
        Math.max(Math.abs(bores[0]! - piston - aimMm), bruteForce(bores.slice(1), [...pistons.slice(0, j), ...pistons.slice(j + 1)], aimMm)),
      ),
    );
  }
  it('come as close as 0.003 in the independent computation', () => {
    const { worstMm, places } = pistonsToBores(sized([92.004, 92.011, 92.008, 92.015]), sized([91.95, 91.957, 91.946, 91.955]), 0.055);
    expect(worstMm).toBeCloseTo(0.003, 9);
    expect(new Set(places.map(({ piston }) => piston)).size).toBe(4);
  });
  it('are never beaten by any other assignment, with spare pistons or none; two alike may be exchanged', () => {
    const near = fc.double({ min: 0, max: 0.05, noNaN: true });
    fc.assert(
      fc.property(fc.array(near, { minLength: 1, maxLength: 4 }), fc.array(near, { minLength: 4, maxLength: 6 }), (bores, pistons) => {
        const [b, p] = [bores.map((x) => 92 + x), pistons.map((x) => 91.94 + x)];
        const { worstMm, places } = pistonsToBores(sized(b), sized(p), 0.055);
        expect(worstMm).toBeCloseTo(bruteForce(b, p, 0.055), 9);
        expect(new Set(places.map(({ piston }) => piston)).size).toBe(b.length);
        expect(Math.max(...places.map(({ clearanceMm }) => Math.abs(clearanceMm - 0.055)))).toBeCloseTo(worstMm, 12);
        const turned = pistonsToBores(sized([...b].reverse()), sized([...p].reverse()), 0.055);
        expect(turned.worstMm).toBeCloseTo(worstMm, 12);
      }),
      { numRuns: 60 },
    );
  });
  it('are refused where there are too few', () => {
    expect(() => pistonsToBores(sized([92, 92]), sized([91.95]), 0.05)).toThrow('There are 1 pistons for 2 bores.');
  });
});

describe('a block', () => {
  let n = 0;
  const read = (feature: string, quantity: Quantity, indicationMm: number, more: Partial<MeasurementFact> = {}): MeasurementFact => ({
    id: `m${(n += 1)}`,
    ...{ feature, quantity, indicationMm, angleDeg: null, depth: null, settingId: null, afterWorkId: null, voided: false },
    ...more,
  });
  const bores = (sizes: readonly number[], afterWorkId: string | null = null): MeasurementFact[] =>
    sizes.flatMap((mm, i) =>
      [1, 2, 3].flatMap((depth) => [0, 90].map((angleDeg) => read(`bore.${i + 1}`, 'boreSize', mm, { depth, angleDeg, afterWorkId }))),
    );
  const made = (measurements: MeasurementFact[], more: Partial<MadeReady['bores']> = {}, works: WorkFact[] = []): MadeReady => ({
    ...NOTHING_MADE_READY,
    measurements,
    works,
    bores: { ...NOTHING_MADE_READY.bores, limits: madeUpBoreLimits, ...more },
  });
  const work = (id: string, one: BoreWork): WorkFact => ({ id, work: one, afterSpinId: null });
  const BORED = work('b', { kind: 'bore', overMm: 0.5 });
  const WORN = [92.03, 92.05, 92.31, 92.04];

  it('whose third cylinder decides is bored with the customer’s word, or that one sleeved', () => {
    const { rows, oversize, sleeve, isOpen } = boresFigures(made(bores(WORN)), 4);
    expect(rows.map(({ advice }) => advice)).toEqual(['leave', 'leave', 'bore', 'leave']);
    expect(oversize).toMatchObject({ decides: 3, size: { overMm: 0.5, price: 320 }, withoutIt: { overMm: 0.25 } });
    expect(sleeve).toEqual({ cylinder: 3, overMm: 0.25, price: 390, againstPrice: 320 });
    expect(isOpen).toBe(true);
    // A bore off its axis needs twice as much more, and so perhaps the next size.
    expect(boresFigures(made(bores(WORN), { offAxisMm: { 3: 0.1 } }), 4).oversize!.size).toMatchObject({ overMm: 1 });
    expect(boresFigures(made(bores(WORN.slice(0, 3))), 4).oversize).toBeNull();
  });
  it('keeps a wall thinner by half of what it is bored, named where that is too thin', () => {
    const wall = (mm: number) => boresFigures(made([...bores(WORN), read('bore.1', 'boreWall', mm)]), 4).rows[0]!.wall;
    expect(wall(6)).toMatchObject({ leftMm: expect.closeTo(6 - 0.47 / 2, 9), isThin: false });
    expect(wall(5.9)).toMatchObject({ isThin: true });
  });
  it('reads the shadow of a trial cut, whose size is none before it was made', () => {
    const cut = work('t', { kind: 'trialCut', cylinder: 3, toMm: 92.4 });
    const shadow = read('bore.3', 'shadow', 92.46, { afterWorkId: 't' });
    const need = (of: MadeReady) => boresFigures(of, 4).oversize!.needs[2]!.trueMm;
    expect(need(made([...bores(WORN), shadow], {}, [cut]))).toBeCloseTo(92.52 + 0.05, 9);
    expect(need(made([...bores(WORN)], {}, [cut]))).toBeCloseTo(92.31 + 0.05, 9);
  });
  it('is measured anew once bored, against its new size, and gives each piston its bore', () => {
    expect(boresFigures(made(bores(WORN), {}, [BORED]), 4)).toMatchObject({ isOpen: false, oversize: null, rows: [{ size: null }, {}, {}, {}] });
    const fresh = bores([92.504, 92.511, 92.508, 92.515], 'b');
    const pistons = [92.45, 92.457, 92.446, 92.455].map((mm, i) => read(`piston.${i + 1}`, 'pistonSize', mm, { afterWorkId: 'b' }));
    const { rows, fits, worstOffMm } = boresFigures(made([...fresh, ...pistons], {}, [BORED]), 4);
    expect(rows.every(({ advice }) => advice === 'leave')).toBe(true);
    expect(worstOffMm).toBeCloseTo(0.003, 9);
    expect(fits.map(({ bore, piston }) => `${bore}:${piston}`)).toEqual(['1:3', '2:4', '3:1', '4:2']);
  });
  it('is honed each bore to its piston, and its rings are judged as they will be then', () => {
    const bored = work('b', { kind: 'bore', overMm: 0.5, honeLeftMm: 0.05 });
    const after = { afterWorkId: 'b' };
    const pistons = [92.45, 92.452, 92.446, 92.455].map((mm, i) => read(`piston.${i + 1}`, 'pistonSize', mm, after));
    const rings = [{ name: 'top', lowMm: 0.35, highMm: 0.55 }];
    const limits = { ...madeUpBoreLimits, rings };
    const gap = read('bore.1', 'ringGap', 0.15, { depth: 1, ...after });
    const rough = made([...bores([92.45, 92.45, 92.45, 92.45], 'b'), ...pistons, gap], { limits }, [bored]);
    const figures = boresFigures(rough, 4);
    expect(figures).toMatchObject({ isOpen: false, honeLeftMm: 0.05 });
    const sizes = [92.45, 92.452, 92.446, 92.455];
    for (const { piston, hone, verdict } of figures.fits) {
      expect(verdict).toBeNull();
      expect(hone!.toMm).toBeCloseTo(sizes[Number(piston) - 1]! + 0.055, 9);
      expect(hone!.stillMm).toBeCloseTo(hone!.toMm - 92.45, 9);
    }
    const still = figures.fits.find(({ bore: one }) => one === '1')!.hone!.stillMm;
    expect(figures.rings[0]).toMatchObject({
      honedMm: expect.closeTo(0.15 + Math.PI * still, 9),
      toFileMm: expect.closeTo(0.45 - 0.15 - Math.PI * still, 9),
    });
    expect(honeGate(rough, 4)).toBeNull();
    expect(
      honeGate(
        made(
          rough.measurements.filter(({ feature }) => feature !== 'piston.2'),
          { limits },
          [bored],
        ),
        4,
      ),
    ).toMatch(/piston 2 is not measured/);
    const honed = work('h', { kind: 'honeBores', overruled: '' });
    const ends = [
      ...rough.measurements,
      ...bores(
        sizes.map((mm) => mm + 0.055),
        'h',
      ),
      read('bore.1', 'ringGap', 0.4, { depth: 1, afterWorkId: 'h' }),
    ];
    const done = boresFigures(made(ends, { limits }, [bored, honed]), 4);
    expect(done).toMatchObject({ honeLeftMm: 0, rings: [{ mm: 0.4, honedMm: 0.4, toFileMm: null, verdict: { kind: 'inside' } }] });
    expect(done.fits.every(({ verdict, hone }) => verdict?.kind === 'inside' && hone === null)).toBe(true);
    const filed = work('f', { kind: 'fileRing', cylinder: 1, ring: 1, takenMm: 0.1 });
    expect(boresFigures(made(ends, { limits }, [bored, honed, filed]), 4).rings).toEqual([]);
  });
  it('has its bar set by what the tool cut over its setting before', () => {
    const cut = (id: string, setMm: number, toMm: number) => work(id, { kind: 'trialCut', cylinder: 3, setMm, toMm });
    const { bar } = boresFigures(made(bores(WORN), {}, [cut('s', 92.38, 92.4), cut('t', 92.398, 92.41)]), 4);
    expect(bar).toMatchObject({ finishMm: 92.5, setMm: expect.closeTo(92.5 - 0.05 - 0.016, 9) });
    // Two cuts 0.02 and 0.012 over: they scatter by 0.0057, their mean by that over the root of two.
    expect(bar!.offset).toMatchObject({ cuts: 2, deviationMm: expect.closeTo(0.004, 9) });
    expect(boresFigures(made(bores(WORN)), 4).bar).toMatchObject({ setMm: expect.closeTo(92.45, 9), offset: null });
  });
  it('plans nothing while a bore bears what must stay; a sleeve takes its own cylinder out of the choice', () => {
    const marked = { ...made(bores(WORN)), noCut: { 'bore.3': 'a numbered sleeve' } };
    expect(boresFigures(marked, 4)).toMatchObject({ oversize: null, isOpen: true, stay: [{ cylinder: 3, why: 'a numbered sleeve' }] });
    const sleeved = boresFigures(made(bores([92.03, 92.16, 92.31, 92.04]), {}, [work('s', { kind: 'sleeve', cylinder: 3 })]), 4);
    expect(sleeved.oversize).toMatchObject({ decides: 2, size: { overMm: 0.25 } });
  });
  it('holds up the weighing of its pistons until it is decided and bored', () => {
    const job = weighedJob('inline4');
    const weigh = (madeReady: MadeReady) => {
      const facts = { ...job, madeReady };
      return benchStatuses(facts, jobFigures(facts)).find(({ bench }) => bench === 'weigh');
    };
    const word = { overMm: 0.5, by: 'the owner', on: '2026-11-26', price: 320 };
    expect(weigh(made(bores(WORN)))).toMatchObject({ state: 'waiting', why: 'bores not decided' });
    expect(weigh(made(bores(WORN), { word }))).toMatchObject({ state: 'waiting', why: 'waits for the bores' });
    expect(weigh(made(bores(WORN), { word }, [BORED]))!.state).not.toBe('waiting');
  });
});
