import { randomLcg, randomNormal } from 'd3-random';
import { absolute, times } from '../units/complex.js';
import { add, fromPolar, subtract, ZERO, type Vector } from '../units/vector.js';
import { influenceOf, readingOf, unbalanceOf, type Influence, type TrialRun } from './influence.js';
import { calibrationFactor, sensorSpread } from './readingSpread.js';

const H: Influence = {
  leftOfA: fromPolar(0.9, 10),
  leftOfB: fromPolar(0.3, 190),
  rightOfA: fromPolar(0.25, 200),
  rightOfB: fromPolar(1.1, 355),
};
const U = { aGmm: fromPolar(1800, 40), bGmm: fromPolar(900, 250) };
const normal = (deviation: number, seed: number): (() => number) => randomNormal.source(randomLcg(seed))(0, deviation);
const rms = (values: readonly Vector[]): number => Math.sqrt(values.reduce((sum, v) => sum + absolute(v) ** 2, 0) / values.length / 2);

describe('sensorSpread', () => {
  it('is what gains that err apart do to the planes, by trying it 20,000 times', () => {
    const error = normal(0.03, 0.2);
    const reading = readingOf(U, H);
    const off = Array.from({ length: 20_000 }, () => {
      const [l, r] = [0, 1].map(() => ({ re: 1 + error(), im: error() })) as [Vector, Vector];
      return subtract(unbalanceOf({ left: times(reading.left, l), right: times(reading.right, r) }, H).aGmm, U.aGmm);
    });
    const { aGmm } = sensorSpread(reading, H, 0.03);
    expect(rms(off) / aGmm).toBeGreaterThan(0.98);
    expect(rms(off) / aGmm).toBeLessThan(1.02);
  });
});

describe('calibrationFactor', () => {
  const bare = { aGmm: ZERO, bGmm: ZERO };
  const trials = [bare, { ...bare, aGmm: fromPolar(1500, 0) }, { ...bare, bGmm: fromPolar(1500, 90) }];
  const factorOf = (weights: typeof trials, u = U): number =>
    calibrationFactor(
      weights.map((trial) => ({ trial, reading: { left: ZERO, right: ZERO } })),
      u,
    );
  it('has the closed form of three runs', () => {
    const [a, b] = [times(U.aGmm, fromPolar(1 / 1500, 0)), times(U.bGmm, fromPolar(1 / 1500, -90))];
    expect(factorOf(trials)).toBeCloseTo(Math.hypot(absolute(add(a, b)), absolute(a), absolute(b)), 9);
  });
  it('shrinks with larger weights and with more runs', () => {
    const larger = trials.map(({ aGmm, bGmm }) => ({ aGmm: { re: 2 * aGmm.re, im: 2 * aGmm.im }, bGmm: { re: 2 * bGmm.re, im: 2 * bGmm.im } }));
    expect(factorOf(larger)).toBeCloseTo(factorOf(trials) / 2, 9);
    expect(factorOf([...trials, ...trials])).toBeCloseTo(factorOf(trials) / Math.SQRT2, 9);
    expect(factorOf([...trials, { ...bare, aGmm: fromPolar(1500, 180) }])).toBeLessThan(factorOf(trials));
  });
  it('is what scatter of the runs does to the answer, by calibrating 4,000 times', () => {
    const deviation = 12;
    const scatter = normal(deviation, 0.6);
    const shaken = (u: typeof U): TrialRun['reading'] =>
      readingOf({ aGmm: add(u.aGmm, { re: scatter(), im: scatter() }), bGmm: add(u.bGmm, { re: scatter(), im: scatter() }) }, H);
    const off = Array.from({ length: 4000 }, () => {
      const runs = trials.map((trial) => ({ trial, reading: shaken({ aGmm: add(U.aGmm, trial.aGmm), bGmm: add(U.bGmm, trial.bGmm) }) }));
      return subtract(unbalanceOf(readingOf(U, H), influenceOf(runs).influence).bGmm, U.bGmm);
    });
    const ratio = rms(off) / (deviation * factorOf(trials));
    expect(ratio).toBeGreaterThan(0.95);
    expect(ratio).toBeLessThan(1.05);
  });
});
