import fc from 'fast-check';
import { randomLcg, randomNormal } from 'd3-random';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { readQuantity } from '../units/quantity/read.js';
import { fromPolar, toPolar } from '../units/vector.js';
import { accept, checkLimits } from './acceptance.js';
import { bestGrades, clearance, shellsToOrder } from './clearance.js';
import { gaugeFitness } from './gaugeFitness.js';
import { gaugeSizeMm, warmthMm, zeroHasMoved } from './gaugeSize.js';
import { groundOffG, groundPins, movedAxisGmm, straightenedGmm, thickerShellsG } from './groundAway.js';
import { eccentricityOfSwing, harmonics } from './harmonics.js';
import { journalFigures, type PlaceSize } from './journal.js';
import { QUANTITIES, type Quantity } from './inspectFacts.js';
import { NOTHING_MADE_READY } from './madeReady.js';
import { nextPush } from './nextPush.js';
import { nominalMm } from './nominal.js';
import { straightness, type MainEccentricity } from './straightness.js';
import { undersizeFor, type Undersize } from './undersize.js';
import { madeUpLimits } from './testing/madeUpLimits.js';
import { vBlockFactor } from './vBlock.js';

describe('a gauge', () => {
  it('reads its set value and what the needle says, the way the needle goes', () => {
    expect(gaugeSizeMm(0.012, { setValueMm: 54, sign: 1, zeroMm: 0 })).toBeCloseTo(54.012, 9);
    expect(gaugeSizeMm(0.012, { setValueMm: 54, sign: -1, zeroMm: 0.002 })).toBeCloseTo(53.99, 9);
  });
  it('reads a warm part too large: 60 mm of steel at 32°, the gauge at 20° (independent computation)', () => {
    expect(warmthMm(60, { metal: 'steel', celsius: 32 }, { metal: 'steel', celsius: 20 })).toBeCloseTo(0.0083, 4);
    // An aluminium bore of 92 mm and a steel gauge, both at 26°.
    expect(warmthMm(92, { metal: 'aluminium', celsius: 26 }, { metal: 'steel', celsius: 26 })).toBeCloseTo(0.0063, 4);
  });
  it('is doubted where its zero moved by more than half the band, and fit for what it can tell', () => {
    expect([zeroHasMoved(0, 0.004, 0.01), zeroHasMoved(0, -0.006, 0.01)]).toEqual([false, true]);
    expect(gaugeFitness(0.01, 0.001, 0.02, 3)).toMatchObject({ kind: 'unfit' });
    expect(gaugeFitness(0.002, 0.001, 0.02, 1)).toEqual({ kind: 'fit' });
    // r = 0.0083; (2·r/band)² = 1.23.
    expect(gaugeFitness(0.002, 0.003, 0.015, 1)).toEqual({ kind: 'fitWith', placements: 2 });
    expect(gaugeFitness(0.002, null, 0.02, 1)).toEqual({ kind: 'notStudied' });
  });
});

describe('accepting', () => {
  const limits = { lowMm: 53.97, highMm: 53.99 };
  it('is inside only with all of its region, else it cannot yet be told', () => {
    expect(accept({ mm: 53.98, deviationMm: 0.003 }, limits)).toEqual({ kind: 'inside' });
    expect(accept({ mm: 53.96, deviationMm: 0.003 }, limits)).toEqual({ kind: 'outside', side: 'low' });
    // 1.96·0.003 = 0.00588 against 0.002 to the limit: 8.6 times the placements.
    expect(accept({ mm: 53.988, deviationMm: 0.003 }, limits)).toEqual({ kind: 'cannotYetTell', timesPlacements: 9 });
    expect(accept({ mm: 53.99, deviationMm: 0.003 }, limits)).toEqual({ kind: 'cannotYetTell', timesPlacements: null });
    // One-sided: 1.645·0.003 = 0.0049.
    expect(accept({ mm: 53.9849, deviationMm: 0.003 }, limits, 'oneSided95')).toEqual({ kind: 'inside' });
    expect(accept({ mm: 53.9849, deviationMm: 0.003 }, limits).kind).toBe('cannotYetTell');
  });
  it('takes a true size on the limit falsely in under 2.5 of 100, with the scatter of three placements', () => {
    const chance = randomNormal.source(randomLcg(0.41))(0, 0.003);
    let accepted = 0;
    for (let i = 0; i < 20000; i += 1) {
      const read = [chance(), chance(), chance()];
      const mean = (read[0]! + read[1]! + read[2]!) / 3;
      const s = Math.sqrt(read.reduce((sum, x) => sum + (x - mean) ** 2, 0) / 2);
      if (accept({ mm: 53.99 + mean, deviationMm: s / Math.sqrt(3), freedom: 2 }, { lowMm: null, highMm: 53.99 }).kind === 'inside') accepted += 1;
    }
    expect(accepted / 20000).toBeLessThan(0.028);
    expect(accepted / 20000).toBeGreaterThan(0.02);
  });
  it('takes nothing from a gauge that nobody studied within a quarter of the band of a limit', () => {
    const unstudied = { kind: 'cannotYetTell', timesPlacements: null, isUnstudied: true };
    expect(accept({ mm: 53.976, deviationMm: null }, limits)).toEqual({ kind: 'inside' });
    expect(accept({ mm: 53.974, deviationMm: null }, limits)).toEqual(unstudied);
    expect(accept({ mm: 53.966, deviationMm: null }, limits)).toEqual(unstudied);
    expect(accept({ mm: 53.964, deviationMm: null }, limits)).toEqual({ kind: 'outside', side: 'low' });
    expect(accept({ mm: 0.03, deviationMm: null }, { lowMm: null, highMm: 0.05 }).kind).toBe('inside');
    expect(accept({ mm: 0.045, deviationMm: null }, { lowMm: null, highMm: 0.05 })).toEqual(unstudied);
    expect(accept({ mm: 1, deviationMm: null }, { lowMm: null, highMm: null })).toEqual({ kind: 'inside' });
  });
  it('says the same whatever unit it was typed in', () => {
    fc.assert(
      fc.property(fc.integer({ min: 21240, max: 21265 }), fc.constantFrom(0, 0.0005, 0.003), (tenths, deviationMm) => {
        const mm = (text: string): number => {
          const read = readQuantity(text, 'mm');
          return read.kind === 'quantity' ? read.value : Number.NaN;
        };
        const inInches = accept({ mm: mm(`${tenths / 10000} in`), deviationMm }, limits);
        const inThou = accept({ mm: mm(`${tenths / 10} thou`), deviationMm }, limits);
        const inMm = accept({ mm: (tenths / 10000) * 25.4, deviationMm }, limits);
        expect([inInches, inThou]).toEqual([inMm, inMm]);
      }),
    );
  });
  it('refuses limits the wrong way round', () => {
    expect(() => checkLimits({ lowMm: 54, highMm: 53.9 }, 'the mains', 'mains')).toThrow('The low limit of the mains lies over the high one.');
  });
});

describe('what a new crank would measure', () => {
  it('is the middle of its limits, or a guess while nobody typed any', () => {
    const limits = madeUpLimits(4);
    const of = (feature: string, quantity: Quantity) => nominalMm({ feature, quantity }, { ...NOTHING_MADE_READY, limits });
    expect(of('main.1', 'diameter')).toBe(53.99);
    expect(
      nominalMm(
        { feature: 'main.1', quantity: 'diameter' },
        { ...NOTHING_MADE_READY, limits: { ...limits, mains: { ...limits.mains, targetMm: null } } },
      ),
    ).toBeCloseTo(53.98, 9);
    // Journal, both walls of the first grade and the middle of the clearance.
    expect(of('main.1', 'housing')).toBeCloseTo(53.99 + 2 * 1.985 + 0.045, 9);
    expect(of('crank', 'endFloat')).toBeCloseTo(0.175, 9);
    expect(of('main.2', 'runOut')).toBe(0);
    for (const quantity of QUANTITIES) expect(Number.isFinite(nominalMm({ feature: 'pin.1', quantity }, null))).toBe(true);
  });
});

describe('run-out', () => {
  const at = (mm: readonly number[]) => mm.map((value, i) => ({ angleDeg: (i * 360) / mm.length, mm: value }));
  it('of a turn in eight (independent computation)', () => {
    const found = harmonics(at([0.012, 0.031, 0.046, 0.049, 0.037, 0.018, 0.003, 0.001]), null);
    const { amount, angleDeg } = toPolar(found.eccentricityMm);
    expect(amount).toBeCloseTo(0.02487, 5);
    expect(angleDeg).toBeCloseTo(120, 1);
    expect(found.deviationMm).toBeCloseTo(0.00011, 5);
    expect(2 * amount).toBeCloseTo(0.0497, 4);
    expect(found.sweptMm).toBeCloseTo(0.048, 9);
    const [main] = straightness([{ main: 3, zMm: 210, ...found }, carried(1, 0), carried(5, 420)], [1, 5], 0.05);
    expect(main!.verdict.kind).toBe('cannotYetTell');
  });
  it('finds planted harmonics at any places, as a dense transform does, and refuses a gap', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.08, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 0, max: 0.02, noNaN: true }),
        fc.array(fc.double({ min: -20, max: 20, noNaN: true }), { minLength: 9, maxLength: 9 }),
        (e, phi, oval, jitter) => {
          const truth = (deg: number): number =>
            0.01 + e * Math.cos(((deg - phi) * Math.PI) / 180) + oval * Math.cos((2 * (deg - 30) * Math.PI) / 180);
          const found = harmonics(
            jitter.map((off, i) => ({ angleDeg: i * 40 + off, mm: truth(i * 40 + off) })),
            null,
          );
          const dense = Array.from({ length: 720 }, (_, i) => ({ deg: i / 2, mm: truth(i / 2) }));
          const sum = (of: (deg: number) => number): number =>
            dense.reduce((all, { deg, mm }) => all + (mm * of((deg * Math.PI) / 180) * 2) / 720, 0);
          expect(found.eccentricityMm.re).toBeCloseTo(sum(Math.cos), 8);
          expect(found.eccentricityMm.im).toBeCloseTo(sum(Math.sin), 8);
          expect(found.ovalityMm).toBeCloseTo(oval, 8);
        },
      ),
    );
    expect(() => harmonics(at([0, 0.01, 0.02, 0.01]), null)).toThrow('readings at 5 angles at least; there are 4');
    expect(() =>
      harmonics(
        [0, 20, 40, 60, 80].map((angleDeg) => ({ angleDeg, mm: 0 })),
        null,
      ),
    ).toThrow('Nothing was read over 280° of the turn');
  });
  it('turns with the crank, and does not mind which block is named first', () => {
    const values = [0.012, 0.031, 0.046, 0.049, 0.037, 0.018, 0.003, 0.001];
    const plain = harmonics(at(values), 0.001);
    const turned = harmonics(
      at(values).map(({ angleDeg, mm }) => ({ angleDeg: angleDeg + 77, mm })),
      0.001,
    );
    expect(toPolar(turned.eccentricityMm).angleDeg).toBeCloseTo(toPolar(plain.eccentricityMm).angleDeg + 77, 6);
    expect(toPolar(turned.eccentricityMm).amount).toBeCloseTo(toPolar(plain.eccentricityMm).amount, 9);
    const [a, b] = [straightness(FIVE, [1, 5], 0.05), straightness(FIVE, [5, 1], 0.05)];
    a.forEach((main, i) => expect(main.runOutMm).toBeCloseTo(b[i]!.runOutMm, 12));
  });
  it('is known no worse by more readings, on average', () => {
    const chance = randomNormal.source(randomLcg(0.23))(0, 0.001);
    const mean = (n: number): number =>
      Array.from(
        { length: 400 },
        () =>
          harmonics(
            Array.from({ length: n }, (_, i) => ({ angleDeg: (i * 360) / n, mm: 0.02 * Math.cos((i * 2 * Math.PI) / n) + chance() })),
            null,
          ).deviationMm!,
      ).reduce((sum, one) => sum + one, 0) / 400;
    const [eight, twelve, twentyFour] = [mean(8), mean(12), mean(24)];
    expect(eight).toBeGreaterThan(twelve);
    expect(twelve).toBeGreaterThan(twentyFour);
  });
  it('of an oval in a V: nothing in 60°, once in 90°, 1.58 times in 120°; of three lobes three, two and one', () => {
    expect([60, 90, 120].map((angle) => Math.abs(Number(vBlockFactor(2, angle).toFixed(2))))).toEqual([0, 1, 1.58]);
    expect([60, 90, 120].map((angle) => Number(vBlockFactor(3, angle).toFixed(2)))).toEqual([3, 2, 1]);
  });
  it('by highest and lowest alone', () => {
    const short = eccentricityOfSwing(0.049, 0.001, 120, 0.001);
    expect(toPolar(short.eccentricityMm)).toEqual({ amount: expect.closeTo(0.024, 9), angleDeg: expect.closeTo(120, 6) });
    expect(() => eccentricityOfSwing(0, 0.1, 0, null)).toThrow('The lowest reading, 0.1 mm, lies over the highest, 0 mm.');
  });
});

const carried = (main: number, zMm: number): MainEccentricity => ({ main, zMm, eccentricityMm: { re: 0, im: 0 }, deviationMm: 0, freedom: Infinity });
const FIVE: readonly MainEccentricity[] = (
  [
    [0, 0.01, 80],
    [105, 0.03, 20],
    [210, 0.045, 35],
    [315, 0.028, 50],
    [420, 0.012, -10],
  ] as const
).map(([zMm, e, deg], i) => ({ main: i + 1, zMm, eccentricityMm: fromPolar(e, deg), deviationMm: 0.0005, freedom: Infinity }));

describe('a bent crank', () => {
  it('is told against the line of the mains that carry it (independent computation)', () => {
    const third = straightness(FIVE, [1, 5], 0.05)[2]!;
    const { amount, angleDeg } = toPolar(third.eccentricityMm);
    expect(amount).toBeCloseTo(0.0372, 4);
    expect(angleDeg).toBeCloseTo(36.09, 2);
    // Its own 0.0005 and half of each block's.
    expect(third.runOutDeviationMm).toBeCloseTo(2 * 0.0005 * Math.sqrt(1.5), 9);
    expect(third.verdict.kind).toBe('outside');
    expect(() => straightness(FIVE, [1, 1], 0.05)).toThrow('two different mains');
    expect(() => straightness(FIVE, [1, 6], 0.05)).toThrow('Main 6');
  });
  it('is pushed where it lies off most, by what earlier pushes left', () => {
    const bent = straightness(FIVE, [1, 5], 0.05);
    const first = nextPush(bent, [])!;
    expect(first).toMatchObject({ main: 3, pressMm: 1, learnedFrom: 0 });
    expect(first.highAtDeg).toBeCloseTo(36.09, 2);
    // A press that springs back from 0.8 mm and leaves a tenth of the rest: 1.0 left 0.02, 1.1 left 0.03.
    const off = (mm: number) => fromPolar(mm, 36.09);
    const pushes = [
      { main: 3, pressedMm: 1, beforeMm: off(0.0872), afterMm: off(0.0672) },
      { main: 3, pressedMm: 1.1, beforeMm: off(0.0672), afterMm: off(0.0372) },
    ];
    const next = nextPush(bent, pushes)!;
    expect(next.pressMm).toBeCloseTo(0.8 + (0.8 * 0.0372) / 0.1, 3);
    expect(next.leavesMm).toBeCloseTo(0.2 * 0.0372, 4);
    // Two pushes that left as much, within what a needle can tell: the next goes a quarter further, not for ever.
    const alike = [
      { main: 3, pressedMm: 1, beforeMm: off(0.0872), afterMm: off(0.0822) },
      { main: 3, pressedMm: 1.1, beforeMm: off(0.0822), afterMm: off(0.07719) },
    ];
    expect(nextPush(bent, alike)!.pressMm).toBeCloseTo(1.25 * 1.1, 9);
    expect(nextPush([], [])).toBeNull();
  });
});

describe('journals', () => {
  const place = (mm: number, depth: number, directionDeg: number): PlaceSize => ({ mm, depth, directionDeg, deviationMm: 0.0005 });
  const limits = { lowMm: 53.97, highMm: 53.99, outOfRoundMm: 0.01, taperMm: 0.01 };
  it('are left, polished or ground by size, roundness and taper', () => {
    const good = [place(53.98, 1, 0), place(53.983, 1, 90), place(53.981, 2, 0), place(53.984, 2, 90)];
    const figures = journalFigures(good, limits, false)!;
    expect(figures).toMatchObject({ advice: 'leave', outOfRoundMm: expect.closeTo(0.003, 9), taperMm: expect.closeTo(0.001, 9) });
    expect(journalFigures(good, limits, true)!.advice).toBe('polish');
    expect(journalFigures([...good, place(53.955, 2, 45)], limits, false)!.advice).toBe('grind');
    expect(journalFigures([...good, place(53.9705, 2, 45)], { ...limits, outOfRoundMm: null, taperMm: null }, false)!.advice).toBe('cannotYetTell');
    expect(journalFigures([], limits, false)).toBeNull();
  });
});

describe('undersize', () => {
  const onSale: Undersize[] = [0.5, 0.25].map((underMm) => ({ underMm, stock: 1, price: null }));
  const worn = (list: readonly (readonly [number, number])[], unwornMm: number | null) =>
    list.map(([smallestMm, eccentricityMm], i) => ({ id: String(i + 1), smallestMm, eccentricityMm, unwornMm })) as unknown as Parameters<
      typeof undersizeFor
    >[0];
  const THREE = [
    [53.92, 0.02],
    [53.88, 0.01],
    [53.96, 0.06],
  ] as const;
  it('is what the worst journal of a group needs (independent computation)', () => {
    const round = undersizeFor(worn(THREE, null), 53.99, 0.02, onSale);
    expect(round.needs.map(({ needMm }) => Number(needMm.toFixed(3)))).toEqual([0.13, 0.15, 0.17]);
    expect([round.decidesId, round.size?.underMm]).toEqual(['3', 0.25]);
    const oneSided = undersizeFor(worn(THREE, 53.99), 53.99, 0.02, onSale);
    expect(oneSided.needs.map(({ needMm }) => Number(needMm.toFixed(3)))).toEqual([0.2, 0.26, 0.2]);
    expect([oneSided.decidesId, oneSided.size?.underMm, oneSided.needs[0]!.alone?.underMm]).toEqual(['2', 0.5, 0.25]);
    expect(undersizeFor(worn([[53, 0]], null), 53.99, 0.02, onSale).size).toBeNull();
  });
  it('agrees with brute force, and more clean-up never makes it smaller', () => {
    const mm = (from: number, to: number) => fc.integer({ min: Math.round(from * 1000), max: Math.round(to * 1000) }).map((n) => n / 1000);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(mm(53.5, 53.99), mm(0, 0.1)), { minLength: 1, maxLength: 9 }),
        mm(0, 0.05),
        mm(0, 0.05),
        (list, cleanUp, more) => {
          const sizes = [0.25, 0.5, 0.75, 1].map((underMm) => ({ underMm, stock: null, price: null }));
          const found = undersizeFor(worn(list, null), 53.99, cleanUp, sizes).size?.underMm ?? Infinity;
          const brute = sizes.find(({ underMm }) => list.every(([d, e]) => d - 2 * e >= 53.99 - underMm + cleanUp - 1e-9))?.underMm ?? Infinity;
          expect(found).toBe(brute);
          expect(undersizeFor(worn(list, null), 53.99, cleanUp + more, sizes).size?.underMm ?? Infinity).toBeGreaterThanOrEqual(found);
        },
      ),
    );
  });
});

describe('clearance', () => {
  const parts = (oneWallForBoth: boolean) => ({
    housing: { mm: 54.012, deviationMm: 0.002 },
    upperWall: { mm: 1.99, deviationMm: 0.001 },
    lowerWall: { mm: 1.995, deviationMm: 0.001 },
    journal: { mm: 49.985, deviationMm: 0.002 },
    oneWallForBoth,
  });
  it('with its error, a wall that was read once counted twice (independent computation)', () => {
    expect(clearance(parts(false)).mm).toBeCloseTo(0.042, 9);
    expect(clearance(parts(false)).deviationMm).toBeCloseTo(0.00316, 5);
    expect(clearance(parts(true)).deviationMm).toBeCloseTo(0.00346, 5);
  });
  it('comes closest to the middle with the grades that brute force finds', () => {
    const grades = [1.985, 1.99, 1.995, 2].map((wallMm, i) => ({ name: `grade ${i + 1}`, wallMm, stock: 2 }));
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 4000, max: 4060 }), { minLength: 1, maxLength: 10 }), (gaps) => {
        const choices = bestGrades(
          gaps.map((gap, i) => ({ id: String(i), gapMm: gap / 1000 })),
          grades,
          0.042,
        );
        const least = gaps.map((gap) => Math.min(...grades.flatMap((u) => grades.map((l) => Math.abs(gap / 1000 - u.wallMm - l.wallMm - 0.042)))));
        choices.forEach(({ offMm }, i) => expect(offMm).toBeCloseTo(least[i]!, 9));
        const ordered = shellsToOrder(choices, grades).reduce((n, { halves }) => n + halves, 0);
        expect(ordered).toBeGreaterThanOrEqual(2 * gaps.length - 8);
      }),
    );
  });
});

describe('what it does to the balance', () => {
  it('of pins ground a quarter under, on a cross-plane V8 (independent computation)', () => {
    expect(groundOffG(53, 0.25, 48, 7.85)).toBeCloseTo(7.8239, 4);
    const layout = layOut(LAYOUTS.v8Cross90, 110);
    const planes = { zAMm: -220, zBMm: 220, radiusAMm: 85, radiusBMm: 85 };
    const { eachG, change } = groundPins(layout, planes, 44, { diameterMm: 53, widthMm: 48, underMm: 0.25, densityGPerCm3: 7.85 });
    expect(eachG * 44).toBeCloseTo(344.25, 2);
    const [front, rear] = [toPolar(change.aGmm), toPolar(change.bGmm)];
    expect(layout.pins.map(({ angleDeg }) => angleDeg)).toEqual([0, 90, 270, 180]);
    expect([front.amount, rear.amount]).toEqual([expect.closeTo(272.15, 1), expect.closeTo(272.15, 1)]);
    expect([front.angleDeg, rear.angleDeg]).toEqual([expect.closeTo(198.4, 1), expect.closeTo(18.4, 1)]);
  });
  it('of an inline four nothing', () => {
    const { change } = groundPins(layOut(LAYOUTS.inline4, 100), { zAMm: -150, zBMm: 150, radiusAMm: 80, radiusBMm: 80 }, 44, {
      diameterMm: 53,
      widthMm: 25,
      underMm: 0.5,
      densityGPerCm3: 7.85,
    });
    expect(toPolar(change.aGmm).amount).toBeLessThan(1e-9);
  });
  it('of thicker shells, of straightening and of a moved axis (independent computation)', () => {
    const pair = { housingMm: 56.5, wallMm: 1.75, liningMm: 0.3, liningGPerCm3: 7.3, widthMm: 20 };
    expect(2 * thickerShellsG(pair, 0.25)).toBeCloseTo(6.525, 3);
    expect(straightenedGmm(18, { re: 0.04, im: 0 }).re).toBeCloseTo(-360, 9);
    expect(toPolar(movedAxisGmm(18, fromPolar(0.01, 30)))).toEqual({ amount: expect.closeTo(180, 9), angleDeg: expect.closeTo(210, 6) });
  });
});
