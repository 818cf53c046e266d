import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { planChoices } from '../correct/planChoices.js';
import type { TrackedPlane } from '../correct/trackUnbalance.js';
import { fromPolar, toPolar } from '../units/vector.js';
import type { CrankHole } from './crankHole.js';
import { ruleBreaches } from './drillingRules.js';
import { effectOfHole, effectOfHoles, holeMetal } from './holeMetal.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { addPlanes } from './planes.js';
import { slugForceN, slugNetG, USUAL_BARS, webBesideMm } from './slug.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const bits = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const slug = { radiusMm: 74, densityGPerCm3: 17.5 };
const pressed = (more: Partial<CrankHole> = {}): CrankHole => ({
  counterweightId: 'cw1',
  angleDeg: 180,
  bitMm: 16,
  pointAngleDeg: 180,
  depthMm: 20,
  slug,
  ...more,
});

describe('a slug of heavy metal', () => {
  it('gains (17.5 − 7.85)·π/4·1.6²·2 = 38.8 g where steel was', () => {
    expect(slugNetG(16, 20, 17.5, 7.85)).toBeCloseTo(38.805, 3);
    expect(holeMetal(crank, pressed()).massG).toBeCloseTo(-38.805, 3);
  });
  it('adds its moment at its own angle: cw1 stands in plane A', () => {
    const { amount, angleDeg } = toPolar(effectOfHole(crank, pressed()).aGmm);
    expect(amount).toBeCloseTo(38.81 * 74, -1);
    expect(angleDeg).toBeCloseTo(180, 9);
  });
  it('is pulled at with its whole mass: 70.4 g at 74 mm and 6000 rpm, 2.06 kN', () => {
    expect(slugForceN(16, 20, slug, 6000)).toBeCloseTo(0.07037 * 0.074 * (2 * Math.PI * 100) ** 2, 0);
  });
  it.each([
    ['longer than the counterweight is wide', { depthMm: 30 }, 'stands out'],
    ['through the rim', { slug: { ...slug, radiusMm: 79 } }, 'comes through the rim'],
    ['too deep in', { slug: { ...slug, radiusMm: 50 } }, 'goes deeper into CW 1'],
    ['outside the arc', { angleDeg: 238 }, 'outside the arc'],
  ])('is refused %s', (_name, more, words) => {
    expect(ruleBreaches(crank, pressed(more), [], { bits })).toEqual([expect.stringContaining(words) as string]);
    expect(ruleBreaches(crank, pressed(), [], { bits })).toEqual([]);
  });
  it('keeps a web to radial holes, and they to it', () => {
    const hole: CrankHole = { counterweightId: 'cw1', angleDeg: 186, bitMm: 12, pointAngleDeg: 118, depthMm: 20 };
    expect(ruleBreaches(crank, pressed(), [hole], { bits })).toHaveLength(1);
    expect(ruleBreaches(crank, hole, [pressed()], { bits })).toHaveLength(1);
    expect(ruleBreaches(crank, { ...hole, angleDeg: 205 }, [pressed()], { bits })).toEqual([]);
    // 74·sin 25° across, less both half diameters.
    expect(webBesideMm({ ...pressed(), radiusMm: slug.radiusMm }, { ...hole, angleDeg: 205 }, 85)).toBeCloseTo(
      74 * Math.sin((25 * Math.PI) / 180) - 14,
      9,
    );
  });
});

describe('planning with heavy metal', () => {
  const plane = (amountG: number, deg: number): TrackedPlane => ({
    unbalanceGmm: fromPolar(85 * amountG, deg),
    deviationGmm: 20,
    gain: { re: 1, im: 0 },
    gainDeviation: 0.01,
  });
  // Heavier pistons leave the counterweights too light: heavy opposite them, at the throws.
  const [a, b] = [plane(45, 350), plane(38, 185)];
  const known = { a, b, toleranceAGmm: 85, toleranceBGmm: 85, drill: { depthMm: 0.3, angleDeg: 1, densityRatio: 0.01 } };
  const input = { crank, bits, bars: USUAL_BARS, existing: [], maxHoles: 8, known };
  it('presses it in where no hole can mend it, inside every rule', () => {
    expect(planChoices({ ...input, bars: [] }).kind).toBe('notFound');
    const result = planChoices(input);
    if (result.kind !== 'choices') throw new Error(result.kind);
    const [{ plan, slugs }] = result.choices as [(typeof result.choices)[0]];
    expect(slugs).toBeGreaterThan(1);
    plan.holes.forEach((one, i) => expect(ruleBreaches(crank, one, plan.holes.toSpliced(i, 1), { bits })).toEqual([]));
    const left = addPlanes({ aGmm: a.unbalanceGmm, bGmm: b.unbalanceGmm }, effectOfHoles(crank, plan.holes));
    expect(toPolar(left.aGmm).amount).toBeCloseTo(toPolar(plan.residual.aGmm).amount, 6);
    expect(toPolar(left.aGmm).amount).toBeLessThan(0.2 * 85 * 45);
  });
});
