import fc from 'fast-check';
import { unbalanceForceN } from '../rotor/force.js';
import { subtract, toPolar, type Vector } from '../units/vector.js';
import { factorEffect } from './factorEffect.js';
import { factorShaking, factorSweep, onePercent } from './factorSweep.js';
import { layOut, type EngineLayout } from './layout.js';
import { LAYOUT_IDS, LAYOUTS, type LayoutId } from './library.js';
import { bobsNeeded } from './bobsNeeded.js';
import {
  engineShaking,
  orderOf,
  pistonAcceleration,
  reciprocatingOfPins,
  reciprocatingShaking,
  sizeOf,
  type Shaking,
  type ShakingEngine,
} from './shaking.js';

/** Unit masses times radius: 10 kg on 100 mm is 1 kg·m. */
const LENGTH_RATIO = 1 / 0.293;
const STEPS = 720;

function unitEngine(layout: EngineLayout): ShakingEngine {
  return { layout, crankRadiusMm: 100, rodLengthMm: 100 * LENGTH_RATIO, reciprocatingG: layout.cylinders.map(() => 10_000) };
}
const laidOut = (id: LayoutId): EngineLayout => layOut(LAYOUTS[id], 110, id.startsWith('flat') ? 55 : 0);
const amounts = (shaking: Shaking, which: 'force' | 'couple', layout: EngineLayout, n: number): { forward: number; backward: number } => {
  const { forward, backward } = orderOf(shaking[which], layout, n);
  // A couple in units of mass × radius × mm.
  const per = which === 'couple' ? 1000 : 1;
  return { forward: per * toPolar(forward).amount, backward: per * toPolar(backward).amount };
};

describe('shaking forces', () => {
  // Independent computation, r/l 0.293, throws 110 mm apart (opposed pins 55): [which, forward per (½ − f), backward].
  it.each<[LayoutId, 'force' | 'couple', number, number]>([
    ['v8Cross90', 'couple', 695.7, 0],
    ['v6Split60', 'couple', 330, 0],
    ['v6Split90', 'couple', 368, 49.3],
    ['inline3', 'couple', 190.5, 95.3],
    ['v2At45', 'force', 2, 0.707],
    ['single', 'force', 1, 0.5],
  ])('%s: primary %s', (id, which, perHalf, backward) => {
    const layout = laidOut(id);
    const { at } = factorShaking(unitEngine(layout), STEPS);
    for (const f of [0, 0.3, 0.5, 0.8]) {
      const found = amounts(at(f), which, layout, 1);
      expect(Math.abs(found.forward - perHalf * Math.abs(0.5 - f))).toBeLessThan(0.5 * Math.max(1, perHalf / 700));
      expect(Math.abs(found.backward - backward)).toBeLessThan(0.06);
    }
  });
  it.each<[LayoutId, 'force' | 'couple', number, number]>([
    ['v8Cross90', 'couple', 0, 0],
    ['v6Split60', 'couple', 0, 49.5],
    ['v6Split90', 'couple', 14.8, 55.2],
    ['inline3', 'couple', 28.6, 28.6],
    ['inline4', 'force', 0.6, 0.6],
    ['inline6', 'couple', 0, 0],
    ['flat4', 'couple', 16.5, 16.5],
    ['v2At45', 'force', 0.277, 0.115],
    ['single', 'force', 0.15, 0.15],
  ])('%s: second order %s (independent computation)', (id, which, forward, backward) => {
    const layout = laidOut(id);
    const found = amounts(reciprocatingShaking(unitEngine(layout), STEPS), which, layout, 2);
    expect(found.forward).toBeCloseTo(forward, which === 'force' ? 2 : 0);
    expect(found.backward).toBeCloseTo(backward, which === 'force' ? 2 : 0);
  });
  it('leaves nothing of a 90° cross-plane V8’s first order at 50 %, and nothing of an inline six through the fourth', () => {
    const v8 = laidOut('v8Cross90');
    const at50 = factorShaking(unitEngine(v8), STEPS).at(0.5);
    for (const which of ['force', 'couple'] as const) expect(Object.values(amounts(at50, which, v8, 1)).every((a) => a < 1e-9)).toBe(true);
    const six = laidOut('inline6');
    const shaking = reciprocatingShaking(unitEngine(six), STEPS);
    for (const n of [1, 2, 3, 4])
      for (const which of ['force', 'couple'] as const) expect(Object.values(amounts(shaking, which, six, n)).every((a) => a < 1e-9)).toBe(true);
  });
  it('shakes an inline four with 4·m·r·λ of second order, to first order in λ', () => {
    const four = laidOut('inline4');
    const { forward, backward } = amounts(reciprocatingShaking({ ...unitEngine(four), rodLengthMm: 2500 }, STEPS), 'force', four, 2);
    expect(forward + backward).toBeCloseTo(4 * 0.04, 3);
    expect(amounts(reciprocatingShaking(unitEngine(four), STEPS), 'force', four, 1).forward).toBeLessThan(1e-9);
  });
  it('makes of a single at 50 % a circle of half size, turning against the crank', () => {
    const single = laidOut('single');
    const { forward, backward } = orderOf(factorShaking(unitEngine(single), STEPS).at(0.5).force, single, 1);
    expect(toPolar(forward).amount).toBeCloseTo(0, 9);
    expect(backward).toEqual({ re: expect.closeTo(0.5, 9) as number, im: expect.closeTo(0, 9) as number });
  });
});

describe('pistonAcceleration', () => {
  it('is the second difference of where the piston stands', () => {
    const x = (psi: number, e: number): number => Math.cos(psi) + Math.sqrt(LENGTH_RATIO ** 2 - (Math.sin(psi) - e) ** 2);
    const h = 1e-4;
    for (const e of [0, 0.03])
      for (let psi = 0; psi < 6.3; psi += 0.37)
        expect(pistonAcceleration(psi, LENGTH_RATIO, e)).toBeCloseTo((x(psi + h, e) - 2 * x(psi, e) + x(psi - h, e)) / h ** 2, 5);
  });
  it('has the orders of the series in λ = r/l', () => {
    // −x″ = cos ψ + A2·cos 2ψ − A4·cos 4ψ + …, A2 = λ + λ³/4 + 15λ⁵/128, A4 = λ³/4 + 3λ⁵/16 (expansion of √(1 − λ²sin²ψ)).
    const single = laidOut('single');
    const lambda = 0.293;
    const { force } = reciprocatingShaking(unitEngine(single), STEPS);
    const size = (n: number): number => 2 * orderOf(force, single, n).forward.re;
    expect(size(1)).toBeCloseTo(1, 9);
    expect(size(2)).toBeCloseTo(lambda + lambda ** 3 / 4 + (15 * lambda ** 5) / 128, 4);
    expect(size(4)).toBeCloseTo(-(lambda ** 3 / 4 + (3 * lambda ** 5) / 16), 4);
    expect(size(3)).toBeCloseTo(0, 9);
  });
});

const turnBy = (vector: Vector, deg: number): Vector => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return { re: vector.re * c - vector.im * s, im: vector.re * s + vector.im * c };
};
const masses = fc.array(fc.double({ min: 300, max: 900, noNaN: true }), { minLength: 8, maxLength: 8 });

describe('properties', () => {
  it('goes as a straight line with the factor', () => {
    fc.assert(
      fc.property(masses, fc.double({ min: 0, max: 1, noNaN: true }), (reciprocatingG, f) => {
        const engine = { ...unitEngine(laidOut('v8Cross90')), reciprocatingG };
        const { at } = factorShaking(engine, 8);
        const [none, full, some] = [at(0), at(1), at(f)];
        for (let i = 0; i < 8; i += 1) expect(some.couple.re[i]).toBeCloseTo((1 - f) * none.couple.re[i]! + f * full.couple.re[i]!, 9);
      }),
      { seed: 5, numRuns: 30 },
    );
  });
  it('turns with the engine: banks and pins turned together turn every vector', () => {
    fc.assert(
      fc.property(masses, fc.integer({ min: 1, max: 359 }), (reciprocatingG, deg) => {
        const layout = laidOut('v8Cross90');
        const turned: EngineLayout = {
          pins: layout.pins.map((pin) => ({ ...pin, angleDeg: pin.angleDeg + deg - 360 * Math.floor((pin.angleDeg + deg) / 360) })),
          cylinders: layout.cylinders.map((c) => ({ ...c, bankDeg: (c.bankDeg + deg) % 360 })),
        };
        const [here, there] = [layout, turned].map((one) => reciprocatingShaking({ ...unitEngine(one), reciprocatingG }, 12).force);
        for (let i = 0; i < 12; i += 1) {
          const off = subtract({ re: there!.re[i]!, im: there!.im[i]! }, turnBy({ re: here!.re[i]!, im: here!.im[i]! }, deg));
          expect(toPolar(off).amount).toBeLessThan(1e-9);
        }
      }),
      { seed: 9, numRuns: 30 },
    );
  });
  it('mirrors with the engine: the other way round, run the other way, is the mirror image', () => {
    const layout = layOut(LAYOUTS.v6Split90, 110, 24);
    const mirrored: EngineLayout = {
      pins: layout.pins.map((pin) => ({ ...pin, angleDeg: (360 - pin.angleDeg) % 360 })),
      cylinders: layout.cylinders.map((c) => ({ ...c, bankDeg: (360 - c.bankDeg) % 360 })),
      rotation: 'anticlockwise',
      pinOffsetMm: 0,
    };
    const [here, there] = [layout, mirrored].map((one) => factorShaking(unitEngine(one), 24).at(0.45).couple);
    for (let i = 0; i < 24; i += 1) {
      expect(there!.re[i]).toBeCloseTo(here!.re[i]!, 9);
      expect(there!.im[i]).toBeCloseTo(-here!.im[i]!, 9);
    }
    const [x, y] = [orderOf(here!, layout, 2), orderOf(there!, mirrored, 2)];
    expect(toPolar(x.backward).amount).toBeCloseTo(toPolar(y.backward).amount, 9);
  });
  it('does not care for the units: twice the mass on half the radius and rod shakes alike', () => {
    const engine = unitEngine(laidOut('v2At45'));
    const small = { ...engine, crankRadiusMm: 50, rodLengthMm: engine.rodLengthMm / 2, reciprocatingG: [20_000, 20_000] };
    expect(sizeOf(reciprocatingShaking(small, 36).force).peak).toBeCloseTo(sizeOf(reciprocatingShaking(engine, 36).force).peak, 9);
  });
  it('has the least first order at 50 % in every layout of the library where the factor matters at all', () => {
    const factors = Array.from({ length: 41 }, (_, i) => 0.3 + i / 100);
    for (const id of LAYOUT_IDS) {
      const layout = laidOut(id);
      const { best } = factorSweep(factorShaking(unitEngine(layout), 72), factors);
      for (const which of [best.force, best.couple])
        if (which) expect([which.primaryPeak, which.primaryRms]).toEqual([expect.closeTo(0.5, 9), expect.closeTo(0.5, 9)]);
      if (!bobsNeeded(layout).needed) expect(best).toEqual({ force: null, couple: null });
    }
  });
});

describe('with the parts as they are', () => {
  it('leaves what a set too heavy on one pin adds: its own mass on that pin and in that bore', () => {
    const layout = laidOut('inline4');
    const even = unitEngine(layout);
    const heavy = { ...even, reciprocatingG: [10_000, 10_000, 10_004, 10_000] };
    // Spun bare and matched, the pins cancel; the extra 4 g do not.
    const none = layout.pins.map(() => 0);
    const added = engineShaking(heavy, none, STEPS).force;
    const alike = engineShaking(even, none, STEPS).force;
    const extra: Vector[] = [0, STEPS / 4].map((i) => subtract({ re: added.re[i]!, im: added.im[i]! }, { re: alike.re[i]!, im: alike.im[i]! }));
    // Pin 3 is at 180: at the start its piston is at the bottom.
    [Math.PI, 1.5 * Math.PI].forEach((psi, k) => {
      expect(extra[k]!.re).toBeCloseTo(-0.0004 * pistonAcceleration(psi, LENGTH_RATIO), 9);
      expect(extra[k]!.im).toBeCloseTo(0, 12);
    });
  });
});

describe('onePercent', () => {
  it('is 12.8 g on each bob of a V8 with 640 g a cylinder: 456 g·mm in each plane, 245 N and 105 N·m at 7000 rpm (independent computation)', () => {
    const layout = laidOut('v8Cross90');
    const engine: ShakingEngine = { layout, crankRadiusMm: 44, rodLengthMm: 150, reciprocatingG: layout.cylinders.map(() => 640) };
    expect(reciprocatingOfPins(engine)).toEqual([1280, 1280, 1280, 1280]);
    const one = onePercent(engine, { zAMm: -214.8, zBMm: 214.8, radiusAMm: 85, radiusBMm: 85 });
    const omega2 = ((2 * Math.PI * 7000) / 60) ** 2;
    expect(one.bobG[0]).toBeCloseTo(12.8, 9);
    expect(one.planesGmm.a).toBeCloseTo(456, 0);
    expect(unbalanceForceN(one.planesGmm.a, 7000)).toBeCloseTo(245, 0);
    expect(one.couple * omega2).toBeCloseTo(105, 0);
    expect(one.force).toBeCloseTo(0, 12);
  });
});

describe('factorEffect', () => {
  const layout = laidOut('v8Cross90');
  const engine: ShakingEngine = { layout, crankRadiusMm: 44, rodLengthMm: 150, reciprocatingG: layout.cylinders.map(() => 640) };
  const planes = { zAMm: -214.8, zBMm: 214.8, radiusAMm: 85, radiusBMm: 85 };
  const factorRatios = Array.from({ length: 41 }, (_, i) => 0.4 + i / 200);
  const input = { engine, factorRatio: 0.49, speedRpm: 7000, factorRatios, planes, actual: [] };
  it('puts figures at a speed: 1 % off is 105 N·m of couple, all of it turning with the crank', () => {
    const effect = factorEffect(input);
    expect(effect.onePercent.coupleNm).toBeCloseTo(105, 0);
    expect(effect.onePercent.planesN.a).toBeCloseTo(245, 0);
    expect(effect.orders[0]!.couple.forward.amount).toBeCloseTo(effect.onePercent.coupleNm, 6);
    expect(effect.orders[0]!.couple.backward.amount).toBeLessThan(1e-6);
    expect(effect.best.force).toBeNull();
    expect(effect.best.couple).toMatchObject({ peak: expect.closeTo(0.5, 9) as number, primaryRms: expect.closeTo(0.5, 9) as number });
    expect(factorEffect({ ...input, speedRpm: 3500 }).shaking[0]!.couple.peak).toBeCloseTo(effect.shaking[0]!.couple.peak / 4, 6);
  });
  it('agrees with equal parts where the actual parts are equal, bobs made with the same factor', () => {
    const rotatingG = layout.pins.map(() => 984);
    const same = { name: 'Now', reciprocatingG: engine.reciprocatingG, rotatingG, bobG: rotatingG.map((g) => g + 0.49 * 1280) };
    const [equal, now] = factorEffect({ ...input, actual: [same] }).shaking;
    now!.couple.re.forEach((value, i) => expect(value).toBeCloseTo(equal!.couple.re[i]!, 6));
    // A turn ends where it began.
    expect(now!.couple.re.at(-1)).toBe(now!.couple.re[0]);
  });
});

describe('bad engines', () => {
  it('refuses what cannot turn, by name', () => {
    const engine = unitEngine(laidOut('single'));
    expect(() => reciprocatingShaking({ ...engine, rodLengthMm: 90 }, 8)).toThrow('A rod of 90 mm cannot pass a crank radius of 100 mm');
    expect(() => reciprocatingShaking({ ...engine, reciprocatingG: [Number.NaN] }, 8)).toThrow('What goes up and down in cylinder 1');
  });
});

describe('rods side by side on a shared pin', () => {
  const vTwin = (rodsApartMm: number, bankDeg: number): ShakingEngine => ({
    layout: {
      pins: [{ angleDeg: 0, zMm: 0, cylinders: [1, 2] }],
      cylinders: [
        { number: 1, bankDeg: 0 },
        { number: 2, bankDeg },
      ],
      rodsApartMm,
    },
    crankRadiusMm: 50,
    rodLengthMm: 50 / 0.293,
    reciprocatingG: [600, 600],
  });
  const omega2 = ((2 * Math.PI * 6000) / 60) ** 2;
  const peakNm = (engine: ShakingEngine): number => omega2 * sizeOf(engineShaking(engine, [600], 720).couple).peak;
  it('rock a 45° V-twin by 146 N·m, where rods in one place rock nothing (independent computation)', () => {
    expect(peakNm(vTwin(24, 45))).toBeCloseTo(146, 0);
    expect(peakNm(vTwin(0, 45))).toBeCloseTo(0, 9);
  });
  it('turn backward in the first order by m·r·ω²·(offset/2)·sin V, whatever the factor, most at 90°', () => {
    const backward = (bankDeg: number): number => {
      const engine = vTwin(24, bankDeg);
      const { backward: b } = orderOf(engineShaking(engine, [600], 720).couple, engine.layout, 1);
      return Math.hypot(b.re, b.im) * omega2;
    };
    const wanted = 0.6 * 0.05 * omega2 * 0.012;
    for (const bankDeg of [45, 60, 90, 120]) expect(backward(bankDeg)).toBeCloseTo(wanted * Math.sin((bankDeg * Math.PI) / 180), 6);
    expect(peakNm(vTwin(24, 90))).toBeGreaterThan(peakNm(vTwin(24, 45)));
  });
});
