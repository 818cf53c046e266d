import { randomLcg } from 'd3-random';
import { layOut } from '../engine/layout.js';
import { LAYOUTS, type LayoutId } from '../engine/library.js';
import { ruleBreaches } from '../cuts/cutRules.js';
import type { Workshop } from '../cuts/goodCut.js';
import { metalNow } from '../cuts/metalNow.js';
import { known, radial } from '../cuts/testing/cuts.js';
import { besideRadiusMm, diameterOf, isRimCut, type Bit, type Cut, type RadialCut, type RoundCut } from '../rotor/cut.js';
import type { Crank } from '../rotor/crank.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { addPlanes, BALANCED, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { fromPolar, toPolar } from '../units/vector.js';
import { assessHoles, planHoles } from './planHoles.js';
import type { PlanInput } from './planInput.js';

const BITS: readonly Bit[] = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const crankOf = (id: LayoutId): Crank => crankTemplate(LAYOUTS[id], layOut(LAYOUTS[id], 110, 20), 88);

/** A crank left heavy at its counterweights, up to `mostG` each at the rim. */
function heavyCrank(seed: number, mostG: number, id: LayoutId = 'v8Cross90'): PlanInput {
  const even = randomLcg(seed);
  const crank = crankOf(id);
  const unbalance = crank.counterweights.reduce<PlaneUnbalance>(
    (sum, c) => addPlanes(sum, toPlanes(fromPolar(c.rimRadiusMm * mostG * even(), c.arcCentreDeg + (even() - 0.5) * 50), c.zMm, crank.planes)),
    BALANCED,
  );
  return { crank, unbalance, toleranceAGmm: 85, toleranceBGmm: 85, bits: BITS, existing: [], maxHoles: 8, share: { a: 1, b: 1 } };
}

/** The drilling rules, written down a second time from the handbook and by another route: coordinates of walls. */
function breaks(crank: Crank, cuts: readonly Cut[]): string | null {
  const holes = cuts.flatMap((cut) => (isRimCut(cut) || besideRadiusMm(cut) !== null ? [] : [cut]));
  expect(holes).toHaveLength(cuts.length);
  for (const [i, hole] of holes.entries()) {
    const c = crank.counterweights.find((w) => w.id === hole.counterweightId)!;
    const off = Math.abs(((hole.angleDeg - c.arcCentreDeg + 540) % 360) - 180);
    const innerMm = c.rimRadiusMm - hole.depthMm;
    if (hole.depthMm > c.depthLimitMm) return 'too deep';
    // Distance of the hole's wall, at its inner end, from the flank.
    if (innerMm * Math.sin(((c.arcHalfWidthDeg - off) * Math.PI) / 180) - diameterOf(hole) / 2 < 2 - 1e-9) return 'out of its arc';
    for (const other of holes.slice(i + 1).filter((h) => h.counterweightId === hole.counterweightId)) {
      const radiusMm = c.rimRadiusMm - Math.min(hole.depthMm, other.depthMm);
      const at = ({ angleDeg }: RoundCut): [number, number] => [
        radiusMm * Math.cos((angleDeg * Math.PI) / 180),
        radiusMm * Math.sin((angleDeg * Math.PI) / 180),
      ];
      const [p, q] = [at(hole), at(other)];
      const webMm = Math.hypot(p[0] - q[0], p[1] - q[1]) - (diameterOf(hole) + diameterOf(other)) / 2;
      if (webMm < Math.max(diameterOf(hole), diameterOf(other)) / 2 - 1e-9) return 'web too thin';
    }
  }
  return null;
}

describe('planHoles', () => {
  it.each(Array.from({ length: 6 }, (_, i) => 2 * i))('solves heavy V8 crank %p inside both planes without breaking a rule', (i) => {
    const input = heavyCrank((i + 0.5) / 12, 25);
    const plan = planHoles(input);
    if (plan.kind !== 'solved') throw new Error(plan.kind);
    expect(plan.worstShare).toBeLessThanOrEqual(0.5);
    expect(plan.holes.length).toBeLessThanOrEqual(6);
    expect(breaks(input.crank, plan.holes)).toBeNull();
    expect(toPolar(plan.residual.aGmm).amount).toBeLessThanOrEqual(85);
    expect(toPolar(plan.residual.bGmm).amount).toBeLessThanOrEqual(85);
  });

  it('keeps webs when one counterweight needs several holes', () => {
    const crank = crankOf('v8Cross90');
    const unbalance = toPlanes(fromPolar(85 * 90, 180), crank.counterweights[0]!.zMm, crank.planes);
    const bits = BITS.filter((bit) => bit.bitMm <= 12);
    const plan = planHoles({ crank, unbalance, toleranceAGmm: 85, toleranceBGmm: 85, bits, existing: [], maxHoles: 8, share: { a: 1, b: 1 } });
    if (plan.kind !== 'solved') throw new Error(plan.kind);
    expect(plan.holes.length).toBeGreaterThan(2);
    expect(breaks(crank, plan.holes)).toBeNull();
  });

  it.each<LayoutId>(['v6Split60', 'inline4', 'inline3', 'inline6', 'single'])('serves a %s', (id) => {
    const input = heavyCrank(0.37, 15, id);
    const plan = planHoles(input);
    if (plan.kind !== 'solved') throw new Error(plan.kind);
    expect(breaks(input.crank, plan.holes)).toBeNull();
  });

  it('predicts what the core computes for those holes', () => {
    const input = heavyCrank(0.61, 25);
    const plan = planHoles(input);
    if (plan.kind !== 'solved') throw new Error(plan.kind);
    const again = assessHoles({ ...input, metal: metalNow(input.crank, []) }, plan.holes);
    expect(again.residual).toEqual(plan.residual);
    expect(again.worstShare).toBe(plan.worstShare);
    expect(again.holes).toEqual(plan.holes);
  });

  it('turns with the crank', () => {
    const input = heavyCrank(0.21, 25);
    const turn = (u: PlaneUnbalance['aGmm']): PlaneUnbalance['aGmm'] => ({ re: -u.im, im: u.re });
    const turned: PlanInput = {
      ...input,
      crank: { ...input.crank, counterweights: input.crank.counterweights.map((c) => ({ ...c, arcCentreDeg: (c.arcCentreDeg + 90) % 360 })) },
      unbalance: { aGmm: turn(input.unbalance.aGmm), bGmm: turn(input.unbalance.bGmm) },
    };
    const [before, after] = [planHoles(input), planHoles(turned)];
    if (before.kind !== 'solved' || after.kind !== 'solved') throw new Error('no plan');
    expect(after.holes.map((h) => [h.kind, h.counterweightId, 'bitMm' in h && h.bitMm, h.depthMm, h.angleDeg])).toEqual(
      before.holes.map((h) => [h.kind, h.counterweightId, 'bitMm' in h && h.bitMm, h.depthMm, (h.angleDeg + 90) % 360]),
    );
  });

  it('keeps clear of holes that are there already', () => {
    const input = heavyCrank(0.83, 25);
    const first = planHoles(input);
    if (first.kind !== 'solved') throw new Error(first.kind);
    const there = first.holes.map((cut, i) => known(`h${i}`, cut));
    const second = planHoles({ ...input, existing: there });
    if (second.kind !== 'solved') throw new Error(second.kind);
    expect(breaks(input.crank, metalNow(input.crank, [...there, ...second.holes]).standing)).toBeNull();
  });

  it('needs no hole when little is left', () => {
    const input = heavyCrank(0.5, 25);
    expect(planHoles({ ...input, unbalance: { aGmm: fromPolar(40, 10), bGmm: fromPolar(30, 200) } }).kind).toBe('nothingToDo');
  });

  it('says where drilling cannot go', () => {
    const input = heavyCrank(0.5, 25);
    // Both planes heavy where no counterweight of that end stands.
    const plan = planHoles({ ...input, unbalance: { aGmm: fromPolar(2500, 30), bGmm: fromPolar(2500, 210) } });
    if (plan.kind !== 'notFound') throw new Error(plan.kind);
    expect(plan.reason).toMatch(/stay in plane [AB] at \d+°/);
    expect(breaks(input.crank, plan.best.holes)).toBeNull();
  });

  it('refuses what makes no sense', () => {
    const input = heavyCrank(0.5, 25);
    expect(() => planHoles({ ...input, bits: [] })).toThrow('no bits');
    expect(() => planHoles({ ...input, toleranceAGmm: 0 })).toThrow('tolerance of plane A');
    expect(() => planHoles({ ...input, maxHoles: 99 })).toThrow('most holes');
  });
});

describe('ruleBreaches', () => {
  const crank = crankOf('v8Cross90');
  const hole = (more: Partial<RadialCut>): RadialCut => radial({ depthMm: 20, ...more });
  const saysOf = (one: Cut, others: readonly Cut[], workshop: Workshop = { bits: BITS }): string[] =>
    ruleBreaches(metalNow(crank, others), one, workshop);
  it.each<[string, Cut, Cut[], string]>([
    ['past the depth limit', hole({ depthMm: 34.1 }), [], 'may be drilled 34 mm deep'],
    ['outside the arc', hole({ angleDeg: 240 }), [], 'off the middle of CW 1'],
    ['with a bit nobody has', hole({ bitMm: 13 }), [], 'no 13 mm bit'],
    ['beside another hole', hole({}), [hole({ angleDeg: 190 })], 'web would be too thin'],
    ['hardly begun', hole({ bitMm: 20, depthMm: 0.2 }), [], 'full circle'],
  ])('names a hole %s', (_name, one, others, message) => {
    expect(saysOf(one, others).join(' ')).toContain(message);
  });
  it('names a bit that reaches less than the hole', () => {
    expect(saysOf(hole({ depthMm: 30 }), [], { bits: [{ bitMm: 12, pointAngleDeg: 118, usableDepthMm: 25 }] })[0]).toContain('reaches 25 mm');
  });
  it('lets a good hole pass, and holes of different counterweights alone', () => {
    expect(saysOf(hole({}), [hole({ counterweightId: 'cw2' })])).toEqual([]);
    expect(() => saysOf(hole({ counterweightId: 'cw9' }), [])).toThrow('no counterweight cw9');
  });
});
