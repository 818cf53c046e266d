import { BALANCED, type PlaneUnbalance, type Planes } from '../rotor/planes.js';
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
const shown = (told: ReturnType<typeof estimate>): number[] => {
  const { unbalance, covariance } = told.now!;
  const [a, b] = [toPolar(unbalance.aGmm), toPolar(unbalance.bGmm)];
  const sigma = (at: number): number => Math.sqrt((covariance[at]! + covariance[at + 5]!) / 2) / R;
  return [a.amount / R, a.angleDeg, sigma(0), b.amount / R, b.angleDeg, sigma(10)];
};

describe('the worked record', () => {
  it('knows a bare spin no better than the gain', () => {
    console.log(shown(estimate(input([BARE]))));
  });
  it('learns the gain from two spins with known weights, which agree', () => {
    const a = estimate(input([BARE, FIRST]));
    console.log(
      shown(a),
      a.gains[0],
      a.spins.map((s) => s.distance),
    );
    const b = estimate(input([BARE, FIRST, SECOND]));
    console.log(
      shown(b),
      b.gains[0],
      b.spins.map((s) => s.distance),
    );
    const c = estimate(input([BARE, FIRST, SECOND, CUT]));
    console.log(shown(c));
    const d = estimate(input([BARE, FIRST, SECOND, CUT, read('4', grams([20, 181], [2.9, 23]))]));
    console.log(d.spins.map((s) => s.distance));
    const e = estimate(
      input([
        BARE,
        FIRST,
        SECOND,
        CUT,
        { ...CUT, id: 'w', change: grams([15.3, 180], [0, 0]), covariance: roundFour(0) },
        read('4', grams([20, 181], [2.9, 23])),
      ]),
    );
    console.log(
      shown(e),
      e.spins.map((s) => s.distance),
    );
  });
});
