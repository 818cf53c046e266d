import { randomLcg, randomNormal } from 'd3-random';
import fc from 'fast-check';
import { fromPolar, subtract, toPolar, type Vector } from '../units/vector.js';
import { averageSpins, type PlaneEstimate, type SpinOfPlane } from './averageSpins.js';
import { judge } from './judge.js';
import { weightCheck } from './weightCheck.js';

const spinOf = (meanGmm: Vector, runGmm: number | null, commonGmm = 0, radius95Gmm = 0): SpinOfPlane => ({
  reading: { n: 60, meanGmm, radius95Gmm },
  spread: { runGmm, commonGmm },
});
const estimate = (amount: number, parts: Partial<PlaneEstimate> = {}): PlaneEstimate => {
  const { turnRadiusGmm = 0, runRadiusGmm = 0, commonRadiusGmm = 0 } = parts;
  return {
    n: 60,
    spins: 1,
    meanGmm: fromPolar(amount, 77),
    turnRadiusGmm,
    runRadiusGmm,
    commonRadiusGmm,
    radius95Gmm: Math.hypot(turnRadiusGmm, runRadiusGmm, commonRadiusGmm),
    scattersMore: false,
    ...parts,
  };
};

describe('averageSpins', () => {
  it('adds the parts of one spin as squares: 2.4477 deviations each', () => {
    const [a] = averageSpins([[spinOf({ re: 100, im: 0 }, 20, 10, 30)]]);
    expect(a!.radius95Gmm).toBeCloseTo(Math.hypot(30, 2.4477 * 20, 2.4477 * 10), 2);
    expect(a).toMatchObject({ n: 60, spins: 1, scattersMore: false });
  });
  it('halves over four spins what scatters from spin to spin, and leaves what they have in common', () => {
    const four = [0, 90, 180, 270].map((deg) => [spinOf({ re: 100 + fromPolar(5, deg).re, im: fromPolar(5, deg).im }, 20, 10, 30)]);
    const [a] = averageSpins(four);
    expect(a!.meanGmm.re).toBeCloseTo(100, 9);
    expect(a!.radius95Gmm).toBeCloseTo(Math.hypot(15, (2.4477 * 20) / 2, 2.4477 * 10), 2);
  });
  it('takes the scatter from the spins where nobody knows it: two spins 40 apart in one plane, alike in the other', () => {
    const [a] = averageSpins([
      [spinOf({ re: 80, im: 0 }, null), spinOf({ re: 0, im: 0 }, null)],
      [spinOf({ re: 120, im: 0 }, null), spinOf({ re: 0, im: 0 }, null)],
    ]);
    // Σ off² = 800 over ν = 4: s² = 200; F(0.95; 2, 4) = 6.9443; radius² = 2·6.9443·200/2.
    expect(a!.radius95Gmm).toBeCloseTo(Math.sqrt(2 * 6.9443 * 100), 1);
  });
  it('believes the spins where they lie farther apart than the machine is said to scatter', () => {
    const apart = (by: number): PlaneEstimate =>
      averageSpins([-1, 0, 1].map((k) => [spinOf({ re: k * by, im: 0 }, 10), spinOf({ re: 0, im: 0 }, 10)]))[0]!;
    expect(apart(10).scattersMore).toBe(false);
    expect(apart(60)).toMatchObject({ scattersMore: true });
    expect(apart(60).radius95Gmm).toBeGreaterThan(apart(10).radius95Gmm);
  });
  it.each([
    [1, 20],
    [2, 20],
    [5, 20],
    [2, null],
    [4, null],
  ] as const)('holds the truth 95 times in a hundred: %s spins, known scatter %s', (n, known) => {
    const normal = randomNormal.source(randomLcg(0.4))(0, 20);
    let held = 0;
    const tries = 4000;
    for (let i = 0; i < tries; i += 1) {
      const spins = Array.from({ length: n }, () => [0, 1].map(() => spinOf({ re: normal(), im: normal() }, known)));
      if (toPolar(averageSpins(spins)[0]!.meanGmm).amount <= averageSpins(spins)[0]!.radius95Gmm) held += 1;
    }
    expect(held / tries).toBeGreaterThan(0.938);
    expect(held / tries).toBeLessThan(0.962);
  });
  it('refuses no spin', () => {
    expect(() => averageSpins([])).toThrow('no spin');
  });
});

describe('judge', () => {
  it('is inside only with its whole region', () => {
    expect(judge(estimate(70, { turnRadiusGmm: 14 }), 85).verdict).toBe('inside');
    expect(judge(estimate(70, { turnRadiusGmm: 16 }), 85).verdict).toBe('cannotYetTell');
    expect(judge(estimate(100, { turnRadiusGmm: 14 }), 85)).toEqual({ verdict: 'outside', turnsToSettle: null, spinsToSettle: null });
    expect(judge(estimate(95, { turnRadiusGmm: 14 }), 85).verdict).toBe('cannotYetTell');
  });
  it('says how many turns would settle it: 60·14²/10²', () => {
    expect(judge(estimate(95, { turnRadiusGmm: 14 }), 85).turnsToSettle).toBe(118);
  });
  it('says how many spins, where turns cannot: (6² + 12²)/10², turns only of what is left of 10² after 12²', () => {
    expect(judge(estimate(95, { turnRadiusGmm: 6, runRadiusGmm: 12 }), 85)).toEqual({
      verdict: 'cannotYetTell',
      turnsToSettle: null,
      spinsToSettle: 2,
    });
  });
  it('does not promise what neither can do', () => {
    expect(judge(estimate(85, { turnRadiusGmm: 14 }), 85)).toEqual({ verdict: 'cannotYetTell', turnsToSettle: null, spinsToSettle: null });
    expect(judge(estimate(95, { commonRadiusGmm: 12 }), 85)).toMatchObject({ turnsToSettle: null, spinsToSettle: null });
  });
  it('is settled by as many turns as it says, and hardly by fewer', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 40, noNaN: true }), fc.double({ min: 86, max: 120, noNaN: true }), (turnRadiusGmm, amount) => {
        const { turnsToSettle } = judge(estimate(amount, { turnRadiusGmm, runRadiusGmm: 1 }), 85);
        if (turnsToSettle === null) return;
        const at = (n: number): PlaneEstimate => estimate(amount, { turnRadiusGmm: turnRadiusGmm * Math.sqrt(60 / n), runRadiusGmm: 1 });
        expect(at(turnsToSettle + 1).radius95Gmm).toBeLessThan(amount - 85);
        expect(at(turnsToSettle - 2).radius95Gmm).toBeGreaterThan(amount - 85);
      }),
    );
  });
  it('refuses a tolerance of nothing', () => {
    expect(() => judge(estimate(1), 0)).toThrow('tolerance');
  });
});

describe('weightCheck', () => {
  const before = spinOf({ re: 500, im: 200 }, 8);
  const after = (off: Vector): SpinOfPlane => spinOf(subtract(before.reading.meanGmm, subtract({ re: 0, im: 0 }, off)), 8);
  const weight = fromPolar(1500, 60);
  it('agrees with a weight that was read as what it was, and names what it was read as', () => {
    const check = weightCheck(before, after(fromPolar(45, 60)), weight)!;
    expect(check.outcome).toBe('agrees');
    expect(check.gain.amount).toBeCloseTo(1.03, 9);
    expect(check.gain.angleDeg).toBeCloseTo(0, 9);
  });
  it('differs where amount or angle is far out', () => {
    expect(weightCheck(before, after(fromPolar(300, 60)), weight)!.outcome).toBe('differs');
    const turned = weightCheck(before, after(subtract(fromPolar(1500, 75), weight)), weight)!;
    expect(turned).toMatchObject({ outcome: 'differs' });
    expect(turned.gain.angleDeg).toBeCloseTo(15, 9);
  });
  it('tells nothing of a weight that drowns, or of none', () => {
    expect(weightCheck(before, after({ re: 0, im: 0 }), fromPolar(60, 0))!.outcome).toBe('tooLittle');
    expect(weightCheck(before, before, { re: 0, im: 0 })).toBeNull();
  });
});
