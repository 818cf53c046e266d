import { randomLcg, randomNormal } from 'd3-random';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { breachesInTurn, ruleBreaches } from '../cuts/cutRules.js';
import { effectOfCuts, metalNow, metalsOf } from '../cuts/metalNow.js';
import { known as withId, radial } from '../cuts/testing/cuts.js';
import { replacedId, type KnownCut, type RadialCut, type RedrillCut, type RimCut } from '../rotor/cut.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { holeMomentGmm, radialHole } from '../rotor/hole.js';
import { addPlanes, scalePlanes, toPlanes } from '../rotor/planes.js';
import { fromPolar, subtract, toPolar, type Vector } from '../units/vector.js';
import { cutShare } from './cutShare.js';
import { drillSpread, missingCuts } from '../cuts/drillErrors.js';
import { drillMinutes } from './drillMinutes.js';
import { drillOrder } from './drillOrder.js';
import { goesTooFar, planChoices, type ChoicesInput } from './planChoices.js';
import { isPast, planOutcome, type Knowledge } from './planOutcome.js';
import type { TrackedPlane } from './trackedPlane.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const bits = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const drill = { depthMm: 0.4, angleDeg: 1.5, densityRatio: 0.01 };
const plane = (amountG: number, deg: number, deviationG = 0.3): TrackedPlane => ({
  unbalanceGmm: fromPolar(85 * amountG, deg),
  deviationGmm: 85 * deviationG,
  gain: { re: 1, im: 0 },
  gainDeviation: 0.05,
});
const known = (a: TrackedPlane, b: TrackedPlane): Knowledge => ({ a, b, toleranceAGmm: 85, toleranceBGmm: 85, drill });
const hole = (more: Partial<RadialCut> = {}): RadialCut => radial({ bitMm: 20, depthMm: 15, ...more });
const raw = metalNow(crank, []);

describe('what a drill misses', () => {
  it('is nearly 1 g for a 20 mm bit 0.4 mm too deep (handbook section 7)', () => {
    // cw1 stands in plane A, its rim at the plane's own radius.
    const { aGmm } = drillSpread(raw, [hole()], { depthMm: 0.4, angleDeg: 0, densityRatio: 0 });
    const along = aGmm * Math.SQRT2;
    expect(along / 85).toBeGreaterThan(0.75);
    expect(along / 85).toBeLessThan(1);
  });
  it('is what 4,000 holes gone amiss scatter by, in both planes', () => {
    const normal = randomNormal.source(randomLcg(0.21))(0, 1);
    const holes = [hole(), hole({ counterweightId: 'cw3', angleDeg: 280, bitMm: 12, depthMm: 25 })];
    const took = missingCuts(raw, holes);
    const meant = effectOfCuts(raw, holes);
    const off: Record<'aGmm' | 'bGmm', number> = { aGmm: 0, bGmm: 0 };
    const tries = 4000;
    for (let i = 0; i < tries; i += 1) {
      const densityRatio = drill.densityRatio * normal();
      const really = took.map((of) => of({ depthMm: drill.depthMm * normal(), angleDeg: drill.angleDeg * normal(), densityRatio })).reduce(addPlanes);
      for (const p of ['aGmm', 'bGmm'] as const) off[p] += toPolar(subtract(really[p], meant[p])).amount ** 2 / 2 / tries;
    }
    const said = drillSpread(raw, holes, drill);
    for (const p of ['aGmm', 'bGmm'] as const) {
      expect(Math.sqrt(off[p]) / said[p]).toBeGreaterThan(0.96);
      expect(Math.sqrt(off[p]) / said[p]).toBeLessThan(1.04);
    }
  });
  it('is little for a lathe, which goes by its dial: a rim 24 wide turned by 0.5 mm is known to half a gram', () => {
    const turned: RimCut = { kind: 'turn', counterweightId: 'cw1', angleDeg: 180, halfArcDeg: 55, depthMm: 0.5 };
    const at = (kind: RimCut['kind']): number => drillSpread(raw, [{ ...turned, kind }], { depthMm: 0.3, angleDeg: 0, densityRatio: 0 }).aGmm / 85;
    // 2·sin 55°·24·84.5² mm³·mm a millimetre where it is turned to, of 7.85 g/cm³: 0.3 mm of it are 7.8 g at 85, shared over two components.
    expect(at('grind')).toBeCloseTo((0.3 * 2 * Math.sin((55 * Math.PI) / 180) * 24 * 84.5 ** 2 * 0.00785) / 85 / Math.SQRT2, 1);
    expect(at('turn')).toBeCloseTo(at('grind') / 15, 6);
  });
  it('knows a hole’s moment without its mass as the whole integral does', () => {
    const one = { rimRadiusMm: 85, bitMm: 16, pointAngleDeg: 118, depthMm: 22, densityGPerCm3: 7.85 };
    expect(holeMomentGmm(one)).toBeCloseTo(radialHole(one).momentGmm, 9);
  });
});

describe('cutShare', () => {
  it('takes all of what is known well, and leaves the tolerance its room', () => {
    expect(cutShare(plane(10, 0, 0.1), 85)).toBe(1);
    expect(cutShare(plane(40, 0, 2), 85)).toBeGreaterThan(0.8);
    expect(cutShare(plane(40, 0, 2), 85)).toBeLessThan(0.9);
  });
  it('takes nothing where hardly anything is known', () => {
    expect(cutShare(plane(0.5, 0, 1.5), 85)).toBe(0);
    expect(cutShare(plane(0, 0), 85)).toBe(0);
  });
});

describe('planOutcome', () => {
  it('agrees with Rayleigh where nothing is drilled: P(both inside) = (1 − e^(−t²/2s²))²', () => {
    const s = 0.45;
    const { inside } = planOutcome(raw, [], known(plane(0, 0, s), plane(0, 0, s)), 20_000);
    expect(inside).toBeCloseTo((1 - Math.exp(-1 / (2 * s * s))) ** 2, 1);
  });
  it('tries what both planes may be wrong by together: alike, they are inside together', () => {
    const s = 0.45;
    const v = (85 * s) ** 2;
    const alike = [v, 0, v, 0, 0, v, 0, v, v, 0, v, 0, 0, v, 0, v];
    const { inside, cloud } = planOutcome(raw, [], { ...known(plane(0, 0, s), plane(0, 0, s)), covariance: alike }, 20_000);
    expect(inside).toBeCloseTo(1 - Math.exp(-1 / (2 * s * s)), 1);
    for (const { aGmm, bGmm } of cloud) expect(toPolar(subtract(aGmm, bGmm)).amount).toBeLessThan(0.1);
  });
  it('is the same every time', () => {
    const story = known(plane(20, 185), plane(5, 10));
    expect(planOutcome(raw, [hole()], story)).toEqual(planOutcome(raw, [hole()], story));
  });
  it('calls past only what came out light by more than the tolerance where it was heavy', () => {
    expect(isPast({ re: 1000, im: 0 }, { re: -90, im: 0 }, 85)).toBe(true);
    expect(isPast({ re: 1000, im: 0 }, { re: -80, im: 500 }, 85)).toBe(false);
    expect(isPast({ re: 50, im: 0 }, { re: -500, im: 0 }, 85)).toBe(false);
  });
});

/** A crank heavy at its counterweights by so many grams. */
function heavy(seed: number): ChoicesInput {
  const even = randomLcg(seed);
  const unbalance = crank.counterweights
    .map((c) => toPlanes(fromPolar(85 * (4 + 16 * even()), c.arcCentreDeg + 40 * (even() - 0.5)), c.zMm, crank.planes))
    .reduce(addPlanes);
  const tracked = (unbalanceGmm: Vector): TrackedPlane => ({
    unbalanceGmm,
    deviationGmm: 0.05 * toPolar(unbalanceGmm).amount + 20,
    gain: { re: 1, im: 0 },
    gainDeviation: 0.05,
  });
  return { crank, bits, bars: [], existing: [], maxHoles: 12, known: known(tracked(unbalance.aGmm), tracked(unbalance.bGmm)) };
}

describe('planChoices', () => {
  it.each([0.1, 0.5, 0.9])('has plans that break no rule, the proposed one of least expected time (%s)', (seed) => {
    const input = heavy(seed);
    const result = planChoices(input);
    if (result.kind !== 'choices') throw new Error(result.kind);
    const [proposed] = result.choices;
    for (const { plan, expectedMinutes, minutes, overshotInAPlane } of result.choices) {
      expect(breachesInTurn(raw, plan.holes, { bits }).flat()).toEqual([]);
      // What hardly ever goes past nothing comes before what is cheap.
      if (!goesTooFar({ overshotInAPlane })) expect(expectedMinutes).toBeGreaterThanOrEqual(proposed!.expectedMinutes);
      expect(minutes).toBeCloseTo(drillMinutes(crank, plan.holes), 9);
      // What a plan should leave is what its holes leave, worked out anew.
      const left = addPlanes({ aGmm: input.known.a.unbalanceGmm, bGmm: input.known.b.unbalanceGmm }, effectOfCuts(raw, plan.holes));
      expect(toPolar(subtract(left.aGmm, plan.residual.aGmm)).amount).toBeLessThan(1e-9);
    }
    for (const merit of ['fewestHoles', 'leastTime', 'surest', 'fewestBits'] as const)
      expect(result.choices.some(({ merits }) => merits.includes(merit))).toBe(true);
    expect(Math.min(...result.choices.map(({ overshot }) => overshot))).toBeLessThan(0.02);
  });
  it('leaves what the shares spare: a plane cut by 80 % keeps a fifth of itself', () => {
    const input = { ...heavy(0.4), share: { a: 0.8, b: 0.8 } };
    const result = planChoices(input);
    if (result.kind !== 'choices') throw new Error(result.kind);
    const spared = scalePlanes({ aGmm: input.known.a.unbalanceGmm, bGmm: input.known.b.unbalanceGmm }, 0.2);
    for (const { plan } of result.choices) expect(toPolar(subtract(plan.residual.aGmm, spared.aGmm)).amount).toBeLessThanOrEqual(85);
  });
  it('would rather spin than drill where too little is known', () => {
    expect(planChoices({ ...heavy(0.2), known: known(plane(0.8, 180, 2), plane(0.7, 10, 2)) }).kind).toBe('nothingToDo');
  });
  it('says why when drilling cannot do it', () => {
    // Light at the counterweights: heavier pistons leave nothing to drill there.
    const result = planChoices({ ...heavy(0.2), known: known(plane(30, 0, 0.5), plane(30, 180, 0.5)) });
    expect(result).toMatchObject({ kind: 'notFound', reason: expect.stringContaining('weight has to be added opposite') as string });
  });
});

describe('deepening and opening what is there', () => {
  const old = withId('old', hole({ bitMm: 12, depthMm: 15 }));
  const seat = { from: 'rim', zMm: null } as const;
  const now: RedrillCut = { ...hole({ bitMm: 16, depthMm: 22 }), kind: 'redrill', seat, replacesId: 'old' };
  const there = metalNow(crank, [old]);
  it('takes with the old hole together what the hole that stands takes', () => {
    const [taken] = metalsOf(there, [now]);
    const [whole, before] = [hole({ bitMm: 16, depthMm: 22 }), old].map((one) => metalsOf(raw, [one])[0]!.massG) as [number, number];
    expect(taken!.massG).toBeCloseTo(whole - before, 9);
    expect(metalNow(crank, [old, withId('now', now)]).standing).toEqual([withId('now', now)]);
  });
  it('breaks no rule by standing where it stood, and can only grow', () => {
    expect(ruleBreaches(there, now, { bits })).toEqual([]);
    expect(ruleBreaches(there, { ...now, depthMm: 10 }, { bits })).toEqual([expect.stringContaining('can only grow') as string]);
    // What it was before that is long gone.
    const twice: KnownCut = { ...withId('twice', now), bitMm: 12, depthMm: 15 };
    expect(ruleBreaches(metalNow(crank, [old, twice]), { ...now, replacesId: 'twice' }, { bits })).toEqual([]);
    // Another hole beside it does not become one with it.
    expect(ruleBreaches(metalNow(crank, [old, hole({ bitMm: 12, angleDeg: 188 })]), now, { bits })).toHaveLength(1);
  });
  it('offers a plan without a new hole where one along an old hole’s line is enough', () => {
    const existing = [
      withId('front', hole({ bitMm: 12, depthMm: 12, angleDeg: 182 })),
      withId('rear', hole({ counterweightId: 'cw6', bitMm: 12, depthMm: 12, angleDeg: 4 })),
    ];
    const result = planChoices({ crank, bits, bars: [], existing, maxHoles: 6, known: known(plane(9, 182, 0.2), plane(7, 4, 0.2)) });
    if (result.kind !== 'choices') throw new Error(result.kind);
    const without = result.choices.find(({ merits }) => merits.includes('noNewHoles'))!;
    expect(without.plan.holes.length).toBeGreaterThan(0);
    for (const one of without.plan.holes) expect(['front', 'rear']).toContain(replacedId(one));
    expect(breachesInTurn(metalNow(crank, existing), without.plan.holes, { bits }).flat()).toEqual([]);
    expect(without.plan.worstShare).toBeLessThan(1);
  });
  it('does not deepen the same hole twice in one plan', () => {
    const existing = [withId('old', hole({ bitMm: 8, depthMm: 8, angleDeg: 182 }))];
    const result = planChoices({ crank, bits, bars: [], existing, maxHoles: 8, known: known(plane(40, 182, 0.2), plane(1.5, 4, 0.2)) });
    if (result.kind !== 'choices') throw new Error(result.kind);
    for (const { plan } of result.choices) expect(plan.holes.filter((cut) => replacedId(cut) !== null).length).toBeLessThanOrEqual(1);
  });
});

describe('drillOrder', () => {
  it('changes each bit once, and goes round from the front', () => {
    const holes = [
      hole({ counterweightId: 'cw6', bitMm: 8, angleDeg: 10 }),
      hole({ angleDeg: 200, bitMm: 16 }),
      hole({ angleDeg: 190, bitMm: 8 }),
      hole({ angleDeg: 170, bitMm: 8 }),
    ];
    expect(
      drillOrder(
        holes,
        crank.counterweights.map(({ id }) => id),
      ).map(({ bitMm, angleDeg }) => [bitMm, angleDeg]),
    ).toEqual([
      [8, 170],
      [8, 190],
      [8, 10],
      [16, 200],
    ]);
  });
});
