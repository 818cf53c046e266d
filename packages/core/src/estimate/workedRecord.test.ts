import { addPlanes, BALANCED, type PlaneUnbalance, type Planes } from '../rotor/planes.js';
import { scale, toPolar, fromPolar, type Vector } from '../units/vector.js';
import { estimate } from './estimate.js';
import type { CutEvent, EstimateInput, RecordEvent, SpinEvent } from './events.js';
import { addOuter, roundFour } from './fourNumbers.js';

/**
 * A worked record that was computed apart from the product (independent computation): grams at R 85, planes A and B, gain known to
 * 0.15, scatter 0.3 g a reading, three readings a state, display 0.1 g and 1°, weights weighed to 0.1 g.
 */
const R = 85;
const PLANES: Planes = { zAMm: 0, zBMm: 400, radiusAMm: R, radiusBMm: R };
const NONE = Array.from({ length: 10 }, () => 0);
const grams = (a: readonly [number, number], b: readonly [number, number]): PlaneUnbalance => ({
  aGmm: fromPolar(R * a[0], a[1]),
  bGmm: fromPolar(R * b[0], b[1]),
});
const read = (id: string, mean: PlaneUnbalance, hung: PlaneUnbalance = BALANCED): SpinEvent => ({
  kind: 'spin',
  id,
  calibration: 'machine',
  planes: PLANES,
  mounted: { crank: 0 },
  hung,
  hungCovariance: hung === BALANCED ? null : weighed(hung),
  // The record takes the display round, both its parts by 1/24 in S.
  scatterGmm: { a: round(mean.aGmm), b: round(mean.bGmm) },
  reading: { turns: { n: 3, mean, covariance: NONE }, of: 'spins', display: null },
});
function round(vector: Vector): number {
  const { amount } = toPolar(vector);
  return Math.sqrt((0.3 * R) ** 2 + (3 * ((0.1 * R) ** 2 + (amount * (Math.PI / 180)) ** 2)) / 24);
}
/** A scale of 0.1 g for each weight. */
function weighed({ aGmm, bGmm }: PlaneUnbalance): number[] {
  const covariance = roundFour(0);
  const [a, b] = [toPolar(aGmm), toPolar(bGmm)];
  const [ua, ub] = [scale(aGmm, 1 / a.amount), scale(bGmm, 1 / b.amount)];
  addOuter(covariance, [ua.re, ua.im, 0, 0], (0.1 * R) ** 2);
  addOuter(covariance, [0, 0, ub.re, ub.im], (0.1 * R) ** 2);
  return covariance;
}
const input = (events: readonly RecordEvent[]): EstimateInput => ({
  planes: PLANES,
  gainDeviation: { machine: 0.15 },
  densityDeviation: 0.005,
  events,
});
const BARE = read('1', grams([79.4, 186], [54.9, 22]));
const FIRST = read('2', grams([64.8, 155], [71, 350]), grams([40, 60], [38.5, 300]));
const SECOND = read('3', grams([113.6, 174], [93.9, 25]), grams([38.5, 150], [40, 30]));
const CUT: CutEvent = {
  kind: 'cut',
  id: 'cut',
  part: 'crank',
  change: grams([-73.9, 186], [-53.2, 22]),
  perDensity: BALANCED,
  covariance: [0, 1, 2, 3].flatMap((i) => [0, 1, 2, 3].map((j) => (i === j ? (R * (i < 2 ? 0.855 : 0.586)) ** 2 : 0))),
};
const WELD: CutEvent = { ...CUT, id: 'weld', change: grams([15.3, 180], [0, 0]), covariance: roundFour(0) };
const AFTER = read('4', grams([20, 181], [2.9, 23]));

/** Within its 1 %, or 0.02 of a deviation: angles to a tenth of a degree. */
const about = (value: number): number => expect.closeTo(value, Math.abs(value) > 10 ? 0 : 1) as number;
function told(events: readonly RecordEvent[]): {
  readonly a: number[];
  readonly b: number[];
  readonly sigma: number[];
  readonly distance: number | null;
} {
  const { now, spins } = estimate(input(events));
  const at = (plane: keyof PlaneUnbalance): number[] => {
    const { amount, angleDeg } = toPolar(now!.unbalance[plane]);
    return [amount / R, angleDeg];
  };
  const sigma = (first: number): number => Math.sqrt((now!.covariance[first]! + now!.covariance[first + 5]!) / 2) / R;
  return { a: at('aGmm'), b: at('bGmm'), sigma: [sigma(0), sigma(10)], distance: spins.at(-1)!.distance };
}

describe('the worked record', () => {
  it('knows a bare spin no better than the gain', () => {
    const { a, b, sigma } = told([BARE]);
    expect([...a, ...b]).toEqual([79.4, 186, 54.9, 22].map((value): number => expect.closeTo(value, 1) as number));
    expect(sigma).toEqual([11.9, 8.2].map((value): number => expect.closeTo(value, 1) as number));
  });
  it('learns the gain from two spins with known weights that change ends', () => {
    const first = told([BARE, FIRST]);
    expect([...first.a, ...first.b]).toEqual([77.43, 185.6, 55.62, 22].map(about));
    expect(first.sigma[0]! / 0.75).toBeCloseTo(1, 1);
    const second = told([BARE, FIRST, SECOND]);
    expect(second.a[0]! / 77.77).toBeCloseTo(1, 2);
    expect(second.a[1]).toBeCloseTo(185.8, 0);
    expect(second.b[0]! / 56.04).toBeCloseTo(1, 2);
    expect([second.sigma[0]! / 0.61, second.sigma[1]! / 0.53].map((ratio) => Math.abs(ratio - 1) < 0.02)).toEqual([true, true]);
    expect(second.distance).toBeCloseTo(2.3, 1);
    const { gains } = estimate(input([BARE, FIRST, SECOND]));
    expect([gains[0]!.a.gain.re, gains[0]!.b.gain.re]).toEqual([1.02, 0.98].map((value): number => expect.closeTo(value, 2) as number));
    expect(Math.max(gains[0]!.a.deviation, gains[0]!.b.deviation)).toBeLessThan(0.03);
  });
  it.each([
    ['the first weight is 32 g where 40 was typed', 32, 0, 0],
    ['the bare spin is 10 g off', 40, 10, 0],
    ['the first spin with weights is 10 g off', 40, 0, 10],
  ])('alarms at the third spin where %s', (_, massG, bareG, firstG) => {
    const off = (spin: SpinEvent, g: number): SpinEvent => ({
      ...spin,
      reading: { ...spin.reading, turns: { ...spin.reading.turns, mean: addPlanes(spin.reading.turns.mean, grams([g, 300], [0, 0])) } },
    });
    // What a lighter weight leaves the machine to show, by its gain of about one.
    const lighter = (spin: SpinEvent, change: PlaneUnbalance): SpinEvent => ({
      ...spin,
      reading: { ...spin.reading, turns: { ...spin.reading.turns, mean: addPlanes(spin.reading.turns.mean, change) } },
    });
    const spins = [off(BARE, bareG), off(lighter(FIRST, grams([massG - 40, 60], [0, 0])), firstG), lighter(SECOND, grams([0, 0], [massG - 40, 30]))];
    expect(estimate(input(spins)).surprise?.spinId).toBe('3');
  });
  it('knows what a cut should leave', () => {
    const { a, b, sigma } = told([BARE, FIRST, SECOND, CUT]);
    expect([...a, ...b]).toEqual([3.87, 182, 2.84, 24].map(about));
    expect(sigma).toEqual([1.05, 0.79].map((value): number => expect.closeTo(value, 1) as number));
  });
  it('alarms where an old hole was welded and not logged, and agrees once it is', () => {
    const unlogged = estimate(input([BARE, FIRST, SECOND, CUT, AFTER]));
    expect(unlogged.surprise?.spinId).toBe('4');
    // 224.8 there; the cut's error is taken round here.
    expect(unlogged.spins.at(-1)!.distance! / 224.8).toBeCloseTo(1, 1);
    const { a, b, sigma } = told([BARE, FIRST, SECOND, CUT, WELD, AFTER]);
    expect([...a, ...b]).toEqual([19.58, 181, 2.95, 23.3].map(about));
    expect(sigma).toEqual([0.24, 0.18].map((value): number => expect.closeTo(value, 1) as number));
  });
});
