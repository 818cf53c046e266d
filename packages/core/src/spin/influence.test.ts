import fc from 'fast-check';
import { absolute, times } from '../units/complex.js';
import { add, fromPolar, toPolar, ZERO, type Vector } from '../units/vector.js';
import { checkConvention, fromHeavyDeg, toHeavyDeg, type MachineConvention } from './convention.js';
import { conditionOf, influenceOf, readingOf, unbalanceOf, type Influence, type TrialRun } from './influence.js';

const run = (trialA: Vector, trialB: Vector, left: Vector, right: Vector): TrialRun => ({
  trial: { aGmm: trialA, bGmm: trialB },
  reading: { left, right },
});
const vector = fc
  .record({ amount: fc.double({ min: 1, max: 100, noNaN: true }), angleDeg: fc.double({ min: 0, max: 359, noNaN: true }) })
  .map(({ amount, angleDeg }) => fromPolar(amount, angleDeg));

/** A set-up that hears each plane mostly at its own support. */
const H: Influence = { leftOfA: fromPolar(0.8, 40), leftOfB: fromPolar(0.25, 200), rightOfA: fromPolar(0.2, 75), rightOfB: fromPolar(0.9, 310) };

describe('influenceOf', () => {
  it('solves the textbook problem: where to remove, and where to add (independent computation)', () => {
    const result = influenceOf([
      run(ZERO, ZERO, fromPolar(8.5, 60), fromPolar(6.5, 205)),
      run(fromPolar(10, 270), ZERO, fromPolar(6, 125), fromPolar(4.5, 230)),
      run(ZERO, fromPolar(12, 180), fromPolar(6, 35), fromPolar(10.5, 160)),
    ]);
    const [a, b] = [toPolar(result.unbalance.aGmm), toPolar(result.unbalance.bGmm)];
    expect(a.amount).toBeCloseTo(10.0561, 4);
    expect(a.angleDeg).toBeCloseTo(145.5548, 3);
    expect(b.amount).toBeCloseTo(5.8774, 4);
    expect(b.angleDeg).toBeCloseTo(248.2559, 3);
    // The weights to add stand opposite.
    expect((a.angleDeg + 180) % 360).toBeCloseTo(325.5548, 3);
    expect((b.angleDeg + 180) % 360).toBeCloseTo(68.2559, 3);
    expect(result.condition).toBeCloseTo(2.34, 2);
    expect(result.conditionWords).toBe('The planes are told apart well.');
    expect(result.misfitRatio).toBeNull();
  });
  const reading = (u: { aGmm: Vector; bGmm: Vector }, trialA: Vector, trialB: Vector): TrialRun => {
    const on = { aGmm: add(u.aGmm, trialA), bGmm: add(u.bGmm, trialB) };
    const { left, right } = readingOf(on, H);
    return run(trialA, trialB, left, right);
  };
  it('finds unbalance and coefficients exactly, trial weights left on or taken off, in any order', () => {
    fc.assert(
      fc.property(vector, vector, vector, vector, (ua, ub, ta, tb) => {
        const u = { aGmm: ua, bGmm: ub };
        const off = [reading(u, ZERO, ZERO), reading(u, ta, ZERO), reading(u, ZERO, tb)];
        const left = [reading(u, ta, tb), reading(u, ta, ZERO), reading(u, ZERO, ZERO)];
        for (const runs of [off, left, [...off, reading(u, ta, tb)]]) {
          const result = influenceOf(runs);
          expect(absolute(add(result.unbalance.aGmm, times({ re: -1, im: 0 }, ua)))).toBeLessThan(1e-6);
          expect(absolute(add(result.influence.rightOfB, times({ re: -1, im: 0 }, H.rightOfB)))).toBeLessThan(1e-8);
          if (runs.length > 3) expect(result.misfitRatio).toBeLessThan(1e-9);
        }
      }),
      { seed: 7, numRuns: 60 },
    );
  });
  it('turns with the zero mark, and grows with the amounts', () => {
    fc.assert(
      fc.property(vector, vector, fc.integer({ min: 1, max: 359 }), fc.double({ min: 0.1, max: 9, noNaN: true }), (ua, ub, deg, gain) => {
        const u = { aGmm: ua, bGmm: ub };
        const [ta, tb] = [fromPolar(20, 30), fromPolar(25, 250)];
        const turn = (one: Vector): Vector => times(one, fromPolar(1, deg));
        const runs = [reading(u, ZERO, ZERO), reading(u, ta, ZERO), reading(u, ZERO, tb)];
        // The mark moved: every reading turns. Weights are told by the same mark: they turn as well.
        const turned = runs.map(({ trial, reading: r }) => run(turn(trial.aGmm), turn(trial.bGmm), turn(r.left), turn(r.right)));
        expect(absolute(add(influenceOf(turned).unbalance.aGmm, times({ re: -1, im: 0 }, turn(ua))))).toBeLessThan(1e-6);
        // Another unit of reading changes H, never U.
        const louder = runs.map(({ trial, reading: r }) =>
          run(trial.aGmm, trial.bGmm, times(r.left, { re: gain, im: 0 }), times(r.right, { re: gain, im: 0 })),
        );
        expect(absolute(add(influenceOf(louder).unbalance.bGmm, times({ re: -1, im: 0 }, ub)))).toBeLessThan(1e-6);
      }),
      { seed: 3, numRuns: 40 },
    );
  });
  it('averages the scatter of more runs, and says how badly they fit', () => {
    const u = { aGmm: fromPolar(400, 20), bGmm: fromPolar(300, 210) };
    const bent = (t: TrialRun, by: Vector): TrialRun => ({ ...t, reading: { ...t.reading, left: add(t.reading.left, by) } });
    const runs = [
      reading(u, ZERO, ZERO),
      reading(u, fromPolar(200, 0), ZERO),
      reading(u, ZERO, fromPolar(200, 90)),
      reading(u, fromPolar(200, 180), ZERO),
    ];
    expect(influenceOf([...runs.slice(0, 3), bent(runs[3]!, fromPolar(20, 0))]).misfitRatio).toBeGreaterThan(0.005);
  });
  it('refuses runs that cannot tell, by name', () => {
    const one = run(ZERO, ZERO, fromPolar(1, 0), fromPolar(1, 0));
    expect(() => influenceOf([one, one])).toThrow('2 runs are too few');
    expect(() => influenceOf([one, one, one])).toThrow('None of the runs has a trial weight');
    const a = run(fromPolar(10, 0), ZERO, fromPolar(2, 0), fromPolar(1, 5));
    expect(() => influenceOf([one, a, a])).toThrow('do not tell the planes apart');
    const alike = [one, run(fromPolar(10, 0), ZERO, fromPolar(2, 0), fromPolar(2, 0)), run(ZERO, fromPolar(10, 0), fromPolar(2, 0), fromPolar(2, 0))];
    expect(() => influenceOf(alike)).toThrow('hear plane A and plane B alike');
  });
  it('has condition 1 where the supports hear the planes apart and alike, and more elsewhere', () => {
    expect(conditionOf({ leftOfA: { re: 2, im: 0 }, leftOfB: ZERO, rightOfA: ZERO, rightOfB: { re: 0, im: 2 } })).toBeCloseTo(1, 12);
    expect(conditionOf({ leftOfA: { re: 6, im: 0 }, leftOfB: ZERO, rightOfA: ZERO, rightOfB: { re: 2, im: 0 } })).toBeCloseTo(3, 12);
    const u = { aGmm: fromPolar(3, 20), bGmm: fromPolar(5, 100) };
    expect(unbalanceOf(readingOf(u, H), H).aGmm.re).toBeCloseTo(u.aGmm.re, 12);
  });
});

const CONVENTIONS: MachineConvention[] = (['front', 'rear'] as const).flatMap((seenFrom) =>
  (['clockwise', 'anticlockwise'] as const).flatMap((counts) =>
    (['heavy', 'light'] as const).map((shows) => ({ seenFrom, counts, shows, zeroAtDeg: 30 })),
  ),
);

describe('a machine’s convention', () => {
  it('is turned into Tare’s and back', () => {
    for (const convention of CONVENTIONS)
      for (const deg of [0, 17, 123.4, 299]) expect(toHeavyDeg(fromHeavyDeg(deg, convention), convention)).toBeCloseTo(deg, 9);
    expect(toHeavyDeg(10, { seenFrom: 'rear', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' })).toBeCloseTo(350, 9);
    expect(toHeavyDeg(10, { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'light' })).toBeCloseTo(190, 9);
  });
  /** What a machine of this convention shows of a heavy vector. */
  const shown = (heavy: Vector, convention: MachineConvention): { amount: number; angleDeg: number } => {
    const { amount, angleDeg } = toPolar(heavy);
    return { amount, angleDeg: fromHeavyDeg(angleDeg, convention) };
  };
  it.each([
    ['none', {}],
    ['opposite', { shows: 'light' }],
    ['mirrored', { counts: 'anticlockwise' }],
    ['mirrored', { seenFrom: 'rear' }],
    ['mirroredOpposite', { counts: 'anticlockwise', shows: 'light' }],
    ['zeroOff', { zeroAtDeg: 120 }],
  ] as const)('is found %s with one known weight', (fault, really) => {
    const set: MachineConvention = { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 30, shows: 'heavy' };
    const own = fromPolar(14, 200);
    const weight = { amount: 20, angleDeg: 30 + 60 };
    const machine = { ...set, ...really };
    const check = checkConvention(shown(own, machine), shown(add(own, fromPolar(weight.amount, weight.angleDeg)), machine), weight, set);
    expect(check.fault).toBe(fault);
    if (fault === 'none') expect(check.mended).toBeNull();
    else for (const deg of [0, 77, 250]) expect(toHeavyDeg(fromHeavyDeg(deg, machine), check.mended!)).toBeCloseTo(deg, 6);
  });
  it('says that it cannot tell where two conventions look alike, or nothing was heard', () => {
    const set: MachineConvention = { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' };
    const at = (angleDeg: number, amount = 20) => checkConvention({ amount: 0, angleDeg: 0 }, { amount, angleDeg }, { amount: 20, angleDeg }, set);
    expect(at(60).fault).toBe('none');
    for (const alike of [0, 90, 180, 270]) expect(at(alike).sentence).toContain('60° from the machine’s zero');
    expect(at(60, 1).sentence).toContain('hardly moved the reading');
  });
});
