import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { breachesInTurn } from '../cuts/cutRules.js';
import { metalNow } from '../cuts/metalNow.js';
import { addPlanes, BALANCED, type PlaneUnbalance } from '../rotor/planes.js';
import { turnBetweenDeg } from '../units/angle.js';
import { fromPolar, subtract, toPolar } from '../units/vector.js';
import { planHoles } from './planHoles.js';
import type { PlanInput } from './planInput.js';
import { splitOver } from './splitOver.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const bits = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const input = (unbalance: PlaneUnbalance): PlanInput => ({
  crank,
  unbalance,
  toleranceAGmm: 42,
  toleranceBGmm: 42,
  bits,
  existing: [],
  maxHoles: 12,
  share: { a: 1, b: 1 },
});

describe('splitOver', () => {
  // 0° has no counterweight at that end: 125° to 325° is where metal stands.
  const between = input({ aGmm: fromPolar(100, 0), bGmm: fromPolar(20, 100) });
  it('adds up to the vector in both planes, from places inside the arcs', () => {
    const portions = splitOver({ ...between, metal: metalNow(crank, []) });
    expect(portions.length).toBeGreaterThan(1);
    const sum = portions.map(({ unbalance }) => unbalance).reduce(addPlanes, BALANCED);
    expect(toPolar(subtract(sum.aGmm, between.unbalance.aGmm)).amount).toBeLessThan(8);
    expect(toPolar(subtract(sum.bGmm, between.unbalance.bGmm)).amount).toBeLessThan(8);
    for (const { counterweight, unbalance } of portions) {
      const { angleDeg } = toPolar(Math.abs(counterweight.zMm) > 190 && counterweight.zMm > 0 ? unbalance.bGmm : unbalance.aGmm);
      expect(Math.abs(turnBetweenDeg(counterweight.arcCentreDeg, angleDeg))).toBeLessThanOrEqual(counterweight.arcHalfWidthDeg);
    }
  });
  it('lets the planner get inside where adding one hole after another does not', () => {
    const plan = planHoles(between);
    if (plan.kind !== 'solved') throw new Error(plan.kind);
    expect(plan.worstShare).toBeLessThan(1);
    expect(breachesInTurn(metalNow(crank, []), plan.holes, { bits }).flat()).toEqual([]);
  });
});
