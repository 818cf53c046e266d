import fc from 'fast-check';
import type { OilWay } from '../rotor/crankSizes.js';
import { degToRad } from '../units/angle.js';
import { ruleBreaches } from './cutRules.js';
import { metalNow } from './metalNow.js';
import { BITS, inFace, radial, turn, V8 } from './testing/cuts.js';

/** CW 1 of the V8: 24 wide at −194.7, rim 85, its arc about 180°. */
const Z_MM = V8.counterweights[0]!.zMm;
const crankWith = (way: OilWay): typeof V8 => ({ ...V8, sizes: { ...V8.sizes!, oilWays: [way] } });
const broken = (way: OilWay, cut: Parameters<typeof ruleBreaches>[1]): string[] =>
  ruleBreaches(metalNow(crankWith(way), []), cut, { bits: BITS, faces: true }).filter((words) => words.includes('oil way'));
/** Straight through the counterweight from face to face. */
const through = (radiusMm: number, angleDeg: number, boreMm = 6): OilWay => ({
  boreMm,
  from: { zMm: Z_MM - 30, radiusMm, angleDeg },
  to: { zMm: Z_MM + 30, radiusMm, angleDeg },
});

describe('a cut beside an oil way', () => {
  it('keeps the edge margin to a hole in the rim: 23 mm deep is 1 mm from it, 18 mm is 6', () => {
    // The way's wall stands at 52 + 3 = 55 mm; the hole's end at 85 − depth, its ball of 6 mm radius round its shoulder's middle.
    expect(broken(through(52, 180), radial({ depthMm: 18 }))).toEqual([]);
    expect(broken(through(52, 180), radial({ depthMm: 23 }))).toEqual(['At 180° in CW 1 this would leave 1.0 mm to oil way 1, less than 2 mm.']);
    expect(broken(through(52, 180), radial({ depthMm: 30 }))).toEqual(['At 180° in CW 1 this would cut into oil way 1.']);
    // 40° round, the same depth is well clear of it.
    expect(broken(through(52, 220), radial({ depthMm: 23 }))).toEqual([]);
  });
  it('keeps it to a hole in the face, whichever face that is, and to a rim that is turned down', () => {
    expect(broken(through(70, 184), inFace())).toHaveLength(1);
    expect(broken(through(70, 184), inFace({ angleDeg: 205 }))).toEqual([]);
    // A way that ends 5 mm inside the rear face is not met by 6 mm from the front.
    const rear: OilWay = { boreMm: 6, from: { zMm: Z_MM + 7, radiusMm: 70, angleDeg: 180 }, to: { zMm: Z_MM + 40, radiusMm: 70, angleDeg: 180 } };
    expect(broken(rear, inFace({ depthMm: 4, bitMm: 6 }))).toEqual([]);
    expect(broken(rear, inFace({ depthMm: 4, bitMm: 6, face: 'rear' }))).toHaveLength(1);
    expect(broken(rear, inFace({ depthMm: 4, bitMm: 6, face: null }))).toHaveLength(1);
    expect(broken(through(80, 180), turn({ depthMm: 1 }))).toEqual(['At 180° in CW 1 this would leave 1.0 mm to oil way 1, less than 2 mm.']);
    expect(broken(through(78, 180), turn({ depthMm: 1 }))).toEqual([]);
  });
  it('never lets metal of the hole come nearer than the margin, by counting points of both', () => {
    const mm = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
    const point = fc.record({ zMm: mm(Z_MM - 20, Z_MM + 20), radiusMm: mm(0, 80), angleDeg: mm(150, 210) });
    const hole = fc.record({ angleDeg: mm(165, 195), depthMm: mm(6, 30) });
    fc.assert(
      fc.property(fc.record({ boreMm: mm(3, 8), from: point, to: point }), hole, (way, at) => {
        fc.pre(broken(way, radial({ ...at, bitMm: 10 })).length === 0);
        expect(nearestMm(way, at.angleDeg, at.depthMm, 10)).toBeGreaterThanOrEqual(2 - 1e-6);
      }),
      { seed: 73, numRuns: 200 },
    );
  });
});

/** Least distance between points on a radial hole's wall and bottom and an oil way's wall, mm; negative inside it. */
function nearestMm({ boreMm, from, to }: OilWay, angleDeg: number, depthMm: number, bitMm: number): number {
  const xyz = ({ radiusMm, angleDeg: deg, zMm }: OilWay['from']): [number, number, number] => [
    radiusMm * Math.cos(degToRad(deg)),
    radiusMm * Math.sin(degToRad(deg)),
    zMm,
  ];
  const [a, b] = [xyz(from), xyz(to)];
  const toAxis = (p: readonly number[]): number => {
    const d = b.map((x, i) => x - a[i]!);
    const dd = d.reduce((sum, x) => sum + x * x, 0);
    const t = dd === 0 ? 0 : Math.min(1, Math.max(0, d.reduce((sum, x, i) => sum + x * (p[i]! - a[i]!), 0) / dd));
    return Math.hypot(...p.map((x, i) => x - a[i]! - t * d[i]!));
  };
  const [c, s] = [Math.cos(degToRad(angleDeg)), Math.sin(degToRad(angleDeg))];
  let least = Infinity;
  for (let deep = 0; deep <= depthMm; deep += depthMm / 12)
    for (let round = 0; round < 24; round += 1) {
      const [u, w] = [(bitMm / 2) * Math.cos(degToRad(round * 15)), (bitMm / 2) * Math.sin(degToRad(round * 15))];
      const r = 85 - deep;
      least = Math.min(least, toAxis([r * c - u * s, r * s + u * c, Z_MM + w]) - boreMm / 2);
    }
  return least;
}
