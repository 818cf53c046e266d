import {
  AIM_SHARE,
  addPlanes,
  assessHoles,
  BALANCED,
  crankTemplate,
  fewestHoles,
  fromPolar,
  layOut,
  LAYOUTS,
  planHoles,
  ruleBreaches,
  toPlanes,
  USUAL_BARS,
  type Crank,
  metalNow,
  type RadialCut,
  type PlanInput,
} from '@tare/core';
import { randomLcg } from 'd3-random';
import { highsSolver } from './highsSolver.js';

const v8 = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const bits = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const heavy = (crank: Crank, seed: number, mostG: number): PlanInput => {
  const even = randomLcg(seed);
  const unbalance = crank.counterweights
    .map((c) => toPlanes(fromPolar(c.rimRadiusMm * mostG * even(), c.arcCentreDeg + (even() - 0.5) * 50), c.zMm, crank.planes))
    .reduce(addPlanes, BALANCED);
  return { crank, unbalance, toleranceAGmm: 85, toleranceBGmm: 85, bits, existing: [], maxHoles: 12, share: { a: 1, b: 1 } };
};

describe('fewestHoles', () => {
  it('never says more than a plan really needs, and proves most plans to have the fewest', async () => {
    const solve = await highsSolver();
    let proven = 0;
    for (let i = 0; i < 6; i += 1) {
      const input = heavy(v8, (i + 0.5) / 6, 25);
      const plan = planHoles(input);
      if (plan.kind !== 'solved') throw new Error(plan.kind);
      const bound = (await fewestHoles(input, solve, Math.max(AIM_SHARE, plan.worstShare)))!;
      expect(bound).toBeLessThanOrEqual(plan.holes.length);
      expect(bound).toBeGreaterThan(0);
      if (bound === plan.holes.length) proven += 1;
    }
    expect(proven).toBeGreaterThanOrEqual(4);
  });
  it('says that nothing does it where no counterweight lies there, unless bars may be pressed in', async () => {
    const solve = await highsSolver();
    const ends = { ...v8, counterweights: [v8.counterweights[0]!, v8.counterweights[5]!] };
    const light: PlanInput = { ...heavy(ends, 0.5, 0), unbalance: { aGmm: fromPolar(85 * 20, 20), bGmm: fromPolar(85 * 20, 200) } };
    expect(await fewestHoles(light, solve)).toBeNull();
    expect(await fewestHoles({ ...light, bars: USUAL_BARS }, solve)).toBe(2);
    // Inner counterweights stand across: what they take at both ends can add up to it, with many holes.
    expect(await fewestHoles({ ...light, crank: v8 }, solve)).toBeGreaterThan(3);
  });
  it('knows stretches that must not be drilled', async () => {
    const solve = await highsSolver();
    const input: PlanInput = { ...heavy(v8, 0.5, 0), unbalance: { aGmm: fromPolar(85 * 12, 180), bGmm: BALANCED.bGmm } };
    expect(await fewestHoles(input, solve)).toBe(1);
    const plugged = { ...v8, counterweights: v8.counterweights.map((c) => ({ ...c, noDrill: [{ fromDeg: 165, toDeg: 195, why: 'plug' }] })) };
    expect(await fewestHoles({ ...input, crank: plugged }, solve)).toBe(2);
  });
});

/** Two counterweights, one bit, few depths: small enough to try everything. */
describe('on a tiny crank', () => {
  const tiny: Crank = { ...v8, counterweights: [v8.counterweights[0]!, v8.counterweights[5]!] };
  const oneBit = [{ bitMm: 12, pointAngleDeg: 118, usableDepthMm: 50 }];

  /** Fewest holes over a grid of 2° and 0.5 mm that break no rule and leave half the tolerance, by trying everything up to two. */
  function bruteForce(input: PlanInput): number | null {
    const metal = metalNow(tiny, []);
    const places: RadialCut[] = tiny.counterweights.flatMap((c) =>
      Array.from({ length: 49 }, (_, i) => i).flatMap((i) =>
        Array.from({ length: 62 }, (_, d): RadialCut => ({
          kind: 'radial',
          counterweightId: c.id,
          angleDeg: (c.arcCentreDeg - 48 + 2 * i + 360) % 360,
          bitMm: 12,
          pointAngleDeg: 118,
          depthMm: 2 + d / 2,
        })),
      ),
    );
    const good = places.filter((hole) => ruleBreaches(metal, hole, { bits: oneBit }).length === 0);
    const leaves = (holes: readonly RadialCut[]): number => assessHoles({ ...input, metal }, holes).worstShare;
    if (leaves([]) <= AIM_SHARE) return 0;
    if (good.some((hole) => leaves([hole]) <= AIM_SHARE)) return 1;
    // With one counterweight at each plane, each plane's hole can be found by itself.
    const perPlane = tiny.counterweights.map((c) => good.filter(({ counterweightId }) => counterweightId === c.id));
    const works = perPlane.map((own, p) =>
      own.filter((hole) => {
        const { residual } = assessHoles({ ...input, metal }, [hole]);
        const plane = p === 0 ? residual.aGmm : residual.bGmm;
        return Math.hypot(plane.re, plane.im) <= AIM_SHARE * 85;
      }),
    );
    return works[0]!.some((x) => works[1]!.some((y) => leaves([x, y]) <= AIM_SHARE)) ? 2 : null;
  }

  it.each([0.15, 0.25, 0.35, 0.55, 0.65, 0.75])(
    'the planner needs as few holes as trying everything finds, and the bound agrees (%s)',
    async (seed) => {
      const input: PlanInput = { ...heavy(tiny, seed, 22), bits: oneBit };
      const plan = planHoles(input);
      const found = bruteForce(input);
      expect(plan.kind === 'solved').toBe(found !== null);
      if (found === null || plan.kind !== 'solved') return;
      expect(plan.worstShare).toBeLessThanOrEqual(AIM_SHARE);
      expect(plan.holes).toHaveLength(found);
      expect(await fewestHoles(input, await highsSolver())).toBe(found);
    },
  );
});
