import fc from 'fast-check';
import { add, fromPolar, scale, toPolar } from '../units/vector.js';
import { unbalanceForceN } from './force.js';
import { addPlanes, checkPlanes, movePlanes, toPlanes, type Planes } from './planes.js';
import { tolerance } from './tolerance.js';
import { checkCrank, type Crank } from './crank.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { staticAndCouple } from './staticCouple.js';
import { checkSetUp, supportLoads } from './supports.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';

const planes: Planes = { zAMm: -200, zBMm: 200, radiusAMm: 85, radiusBMm: 80 };
const unit = fc.double({ min: -1e4, max: 1e4, noNaN: true });
const vectors = fc.record({ re: unit, im: unit });
const zs = fc.double({ min: -600, max: 600, noNaN: true });

describe('toPlanes', () => {
  it('shares by distance, by hand', () => {
    // A quarter of the way from A: three quarters stay in A.
    const shared = toPlanes({ re: 100, im: -40 }, -100, planes);
    expect(shared.aGmm).toEqual({ re: 75, im: -30 });
    expect(shared.bGmm).toEqual({ re: 25, im: -10 });
  });
  it('gives more than the whole to the near plane when overhung', () => {
    const { aGmm, bGmm } = toPlanes({ re: 100, im: 0 }, 300, planes);
    expect(aGmm.re).toBeCloseTo(-25, 12);
    expect(bGmm.re).toBeCloseTo(125, 12);
  });
  it('keeps force and moment', () => {
    fc.assert(
      fc.property(vectors, zs, (u, zMm) => {
        const { aGmm, bGmm } = toPlanes(u, zMm, planes);
        const force = add(aGmm, bGmm);
        const moment = add(scale(aGmm, planes.zAMm), scale(bGmm, planes.zBMm));
        expect(Math.hypot(force.re - u.re, force.im - u.im)).toBeLessThan(1e-8);
        expect(Math.hypot(moment.re - u.re * zMm, moment.im - u.im * zMm)).toBeLessThan(1e-5);
      }),
      { seed: 9 },
    );
  });
  it('carries to another pair of planes and back without loss', () => {
    const other: Planes = { zAMm: -120, zBMm: 310, radiusAMm: 85, radiusBMm: 85 };
    fc.assert(
      fc.property(vectors, vectors, (aGmm, bGmm) => {
        const back = movePlanes(movePlanes({ aGmm, bGmm }, planes, other), other, planes);
        expect(Math.hypot(back.aGmm.re - aGmm.re, back.bGmm.im - bGmm.im)).toBeLessThan(1e-7);
      }),
      { seed: 10 },
    );
  });
  it('adds like the metal it stands for', () => {
    const u = fromPolar(100, 30);
    const twice = toPlanes(scale(u, 2), 50, planes);
    const sum = addPlanes(toPlanes(u, 50, planes), toPlanes(u, 50, planes));
    expect(sum.aGmm.re).toBeCloseTo(twice.aGmm.re, 12);
  });
  it('refuses planes that cannot be told apart', () => {
    expect(() => {
      checkPlanes({ ...planes, zBMm: -200 });
    }).toThrow('both at -200 mm');
    expect(() => {
      checkPlanes({ ...planes, zAMm: 300 });
    }).toThrow('nearer the front');
    expect(() => toPlanes({ re: 1, im: 0 }, 0, { ...planes, radiusAMm: 0 })).toThrow('correction radius in plane A');
  });
});

describe('unbalanceForceN', () => {
  it('agrees with the independent computation: 456 g·mm at 7000 rpm is 245 N', () => {
    expect(unbalanceForceN(456, 7000)).toBeCloseTo(245.03, 1);
  });
  it('goes with the square of the speed', () => {
    expect(unbalanceForceN(100, 6000) / unbalanceForceN(100, 3000)).toBeCloseTo(4, 12);
    expect(() => unbalanceForceN(-1, 100)).toThrow('unbalance');
  });
});

describe('tolerance', () => {
  const rotor = { massKg: 26, massCentreZMm: -100, redlineRpm: 5200 };
  it('turns grams at radius into g·mm of each plane', () => {
    expect(tolerance({ school: 'gramsAtRadius', value: 1 }, planes, rotor)).toMatchObject({
      aGmm: 85,
      bGmm: 80,
      gramsAtRadiusA: 1,
      gramsAtRadiusB: 1,
    });
  });
  it('works a grade out by hand: G 6.3, 26 kg, 5200 rpm', () => {
    // 60000/2π · 6.3 · 26/5200 = 300.803 g·mm; the mass centre a quarter of the way from A would give A 75 %, held at 70 %.
    const t = tolerance({ school: 'gradeG', value: 6.3 }, planes, rotor);
    expect(t.aGmm + t.bGmm).toBeCloseTo(300.803, 2);
    expect(t.aGmm / (t.aGmm + t.bGmm)).toBeCloseTo(0.7, 12);
    expect(t.gradeMmPerS).toBeCloseTo(6.3, 12);
  });
  it('shares a grade by distance within 30 to 70 %', () => {
    const t = tolerance({ school: 'gradeG', value: 6.3 }, planes, { ...rotor, massCentreZMm: 40 });
    expect(t.aGmm / (t.aGmm + t.bGmm)).toBeCloseTo(0.4, 12);
    expect(t.isOverhung).toBe(false);
  });
  it('shares it by the levers within 30 and 130 % where the mass centre lies outside the planes, and says so', () => {
    // U_per = 300.803 g·mm; at 500 mm the levers to planes at ∓200 are 300 and 700 of 400.
    const far = tolerance({ school: 'gradeG', value: 6.3 }, planes, { ...rotor, massCentreZMm: 500 });
    expect([far.aGmm / 300.803, far.bGmm / 300.803]).toEqual([expect.closeTo(0.75, 4), expect.closeTo(1.3, 4)]);
    const near = tolerance({ school: 'gradeG', value: 6.3 }, planes, { ...rotor, massCentreZMm: -240 });
    expect([near.aGmm / 300.803, near.bGmm / 300.803]).toEqual([expect.closeTo(1.1, 4), expect.closeTo(0.3, 4)]);
    expect([far.isOverhung, near.isOverhung, far.gradeMmPerS]).toEqual([true, true, 6.3]);
    expect(tolerance({ school: 'gramsAtRadius', value: 1 }, planes, { ...rotor, massCentreZMm: 500 }).isOverhung).toBe(false);
  });
  it('says the same thing in every school', () => {
    const grams = tolerance({ school: 'gramsAtRadius', value: 0.5 }, { ...planes, radiusBMm: 85 }, rotor);
    const gmm = tolerance({ school: 'gmmPerPlane', value: grams.aGmm }, planes, rotor);
    const ozin = tolerance({ school: 'ozinPerPlane', value: grams.aOzin }, planes, rotor);
    expect(gmm.aGmm).toBeCloseTo(grams.aGmm, 9);
    expect(ozin.bGmm).toBeCloseTo(grams.bGmm, 9);
    expect(ozin.gradeMmPerS).toBeCloseTo(grams.gradeMmPerS, 9);
  });
  it('refuses nonsense by name', () => {
    expect(() => tolerance({ school: 'gradeG', value: 0 }, planes, rotor)).toThrow('The tolerance is 0');
    expect(() => tolerance({ school: 'gradeG', value: 1 }, planes, { ...rotor, massKg: -1 })).toThrow("rotor's mass");
  });
});

describe('checkCrank', () => {
  const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
  const withFirst = (change: Partial<Crank['counterweights'][number]>): Crank => ({
    ...crank,
    counterweights: crank.counterweights.map((c, i) => (i === 0 ? { ...c, ...change } : c)),
  });
  it.each<[string, Crank, string]>([
    ['a depth limit past the shaft', withFirst({ depthLimitMm: 85 }), 'depth limit of CW 1'],
    ['the same counterweight twice', withFirst({ id: 'cw2' }), 'both called cw2'],
    ['an angle of 1000°', withFirst({ arcCentreDeg: 1000 }), "middle of CW 1's arc is 1000 °"],
    ['no counterweights', { ...crank, counterweights: [] }, 'at least one counterweight'],
    ['no mass', { ...crank, massKg: 0 }, "crank's mass"],
  ])('refuses %s', (_name, input, message) => {
    expect(() => {
      checkCrank(input);
    }).toThrow(message);
  });
});

it('points an added vector where both say', () => {
  expect(toPolar(add(fromPolar(3, 0), fromPolar(4, 90))).amount).toBeCloseTo(5, 12);
});

describe('static and couple', () => {
  const planes = { zAMm: -200, zBMm: 100, radiusAMm: 80, radiusBMm: 80 };
  it('splits what pulls from what wobbles', () => {
    const pull = { aGmm: { re: 50, im: 0 }, bGmm: { re: 50, im: 0 } };
    expect(staticAndCouple(pull, planes)).toEqual({ staticGmm: { re: 100, im: 0 }, coupleGmm2: { re: 0, im: 0 }, coupleInBGmm: { re: 0, im: 0 } });
    const wobble = { aGmm: { re: 0, im: -40 }, bGmm: { re: 0, im: 40 } };
    expect(staticAndCouple(wobble, planes)).toMatchObject({ staticGmm: { re: 0, im: 0 }, coupleGmm2: { re: 0, im: 12000 } });
  });
  it('is the two planes again when put together', () => {
    fc.assert(
      fc.property(fc.double({ min: -900, max: 900, noNaN: true }), fc.double({ min: -900, max: 900, noNaN: true }), (a, b) => {
        const { staticGmm, coupleInBGmm } = staticAndCouple({ aGmm: { re: a, im: 0 }, bGmm: { re: b, im: 0 } }, planes);
        const middle = toPlanes(staticGmm, -50, planes);
        expect(middle.aGmm.re - coupleInBGmm.re).toBeCloseTo(a, 9);
        expect(middle.bGmm.re + coupleInBGmm.re).toBeCloseTo(b, 9);
      }),
      { seed: 5 },
    );
  });
});

describe('supports', () => {
  const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
  const none = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };
  it('share the crank’s weight by leverage, and carry all of it', () => {
    const { left, right } = supportLoads({ zLeftMm: -250, zRightMm: 150 }, crank, none, 600);
    // Mass centre at 0: 150/400 on the left.
    expect(left.weightN).toBeCloseTo(crank.massKg * 9.81 * 0.375, 6);
    expect(left.weightN + right.weightN).toBeCloseTo(crank.massKg * 9.81, 6);
    expect(left.unbalanceN).toBe(0);
  });
  it('feel the pull of the unbalance: its moment too', () => {
    const pull = { aGmm: { re: 3000, im: 0 }, bGmm: { re: -3000, im: 0 } };
    const at = (zLeftMm: number, zRightMm: number) => supportLoads({ zLeftMm, zRightMm }, crank, pull, 600);
    // At the planes each support carries its own plane; half as far apart, twice as much.
    expect(at(-194.7, 194.7).left.unbalanceN).toBeCloseTo(unbalanceForceN(3000, 600), 9);
    expect(at(-97.35, 97.35).right.unbalanceN).toBeCloseTo(2 * unbalanceForceN(3000, 600), 9);
  });
  it.each([
    [{ zLeftMm: 10, zRightMm: 10 }, 'Both supports are at 10 mm'],
    [{ zLeftMm: 200, zRightMm: -200 }, 'nearer the front'],
    [{ zLeftMm: -200, zRightMm: 900 }, 'The right support at 900 mm stands beside the crank'],
    [{ zLeftMm: Number.NaN, zRightMm: 200 }, 'The left support is missing'],
  ])('refuses %j by name', (supports, sentence) => {
    expect(() => checkSetUp(supports, crank)).toThrow(sentence);
  });
  it('refuses a correction radius over the rim', () => {
    expect(() => checkSetUp({ zLeftMm: -250, zRightMm: 250 }, { ...crank, planes: { ...crank.planes, radiusBMm: 92 } })).toThrow(
      'The correction radius of B, 92 mm, lies over the rim of 85 mm',
    );
  });
});
