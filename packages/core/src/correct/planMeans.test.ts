import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { type Counterweight, type Crank } from '../rotor/crank.js';
import { besideRadiusMm, isRimCut, type KnownCut } from '../rotor/cut.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { breachesInTurn } from '../cuts/cutRules.js';
import { effectOfCuts, metalNow } from '../cuts/metalNow.js';
import { turnRims } from '../cuts/rim/turnRims.js';
import { BITS, inFace, known, radial } from '../cuts/testing/cuts.js';
import { addPlanes, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { USUAL_BARS } from '../rotor/slug.js';
import { fromPolar, subtract, toPolar } from '../units/vector.js';
import { adviseCut } from './adviseCut.js';
import { drillMinutes, metalPrice } from './drillMinutes.js';
import { assessHoles, planHoles } from './planHoles.js';
import type { HolePlan, PlanInput } from './planInput.js';
import { goesTooFar, planChoices, type ChoicesInput } from './planChoices.js';
import { planMenu } from './planMenu.js';
import { checkTools, needsPilot, USUAL_TOOLS } from './shopTools.js';
import type { TrackedPlane } from './trackedPlane.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
/** Few: a plan takes four times as long with twice as many. */
const bits = BITS.filter(({ bitMm }) => [8, 12, 20].includes(bitMm));
const planned = (unbalance: PlaneUnbalance, more: Partial<PlanInput> = {}): PlanInput => ({
  crank,
  unbalance,
  toleranceAGmm: 85,
  toleranceBGmm: 85,
  bits,
  existing: [],
  maxHoles: 8,
  share: { a: 1, b: 1 },
  ...more,
});
const changed = (change: (c: Counterweight) => Partial<Counterweight>, from: Crank = crank): Crank => ({
  ...from,
  counterweights: from.counterweights.map((c) => ({ ...c, ...change(c) })),
});
/** So many grams at the rim too much, each counterweight alike. */
const heavy = (grams: number): PlaneUnbalance =>
  crank.counterweights.map((c) => toPlanes(fromPolar(grams * c.rimRadiusMm, c.arcCentreDeg + 4), c.zMm, crank.planes)).reduce(addPlanes);

function solved(input: PlanInput): HolePlan['holes'] {
  const plan = planHoles(input);
  if (plan.kind !== 'solved') throw new Error(plan.kind);
  expect(breachesInTurn(metalNow(input.crank, input.existing), plan.holes, { bits, faces: input.faces === true }).flat()).toEqual([]);
  return plan.holes;
}

describe('where metal may be taken from', () => {
  it('keeps off no-drill arcs, and goes beside them', () => {
    const plugged = changed((c) => ({ noDrill: [{ fromDeg: c.arcCentreDeg - 8, toDeg: c.arcCentreDeg + 8, why: 'plug' }] }));
    const holes = solved(planned(heavy(9), { crank: plugged }));
    expect(holes.length).toBeGreaterThanOrEqual(solved(planned(heavy(9))).length);
  });
  it('drills a rim’s face where only that may be drilled, and its rim where only that', () => {
    const faces = changed(() => ({ drillFrom: 'face' as const }));
    for (const hole of solved(planned(heavy(4), { crank: faces }))) expect(besideRadiusMm(hole)).toBeGreaterThan(60);
    for (const hole of solved(planned(heavy(4)))) expect(besideRadiusMm(hole)).toBeNull();
  });
  it('grinds spots off a rim that is not drilled', () => {
    const cover = changed(() => ({ drillFrom: 'grind' as const, depthLimitMm: 3 }));
    expect(planHoles(planned(heavy(2), { crank: cover })).kind).toBe('notFound');
    const spots = solved(planned(heavy(2), { crank: cover, grinding: true }));
    expect(spots.every((cut) => cut.kind === 'grind' && cut.halfArcDeg === 8 && cut.depthMm <= 3)).toBe(true);
  });
  it('uses no bit that a rim is too small for', () => {
    const small = changed(() => ({ largestBitMm: 10 }));
    for (const cut of solved(planned(heavy(5), { crank: small, maxHoles: 12 }))) expect('bitMm' in cut && cut.bitMm <= 10).toBe(true);
  });
});

describe('filling old holes', () => {
  // Too light where holes were drilled: somebody went past.
  const places = ['cw1', 'cw6'].map((counterweightId) => ({
    counterweightId,
    angleDeg: counterweightId === 'cw1' ? 180 : 0,
    bitMm: 16,
    depthMm: 15,
  }));
  const old: KnownCut[] = places.map((place) => known(place.counterweightId, radial(place)));
  const side: KnownCut[] = places.map((place) => known(place.counterweightId, inFace({ ...place, radiusMm: 73 })));
  const light = addPlanes(
    toPlanes(fromPolar(85 * 38, 0), crank.planes.zAMm, crank.planes),
    toPlanes(fromPolar(85 * 32, 180), crank.planes.zBMm, crank.planes),
  );
  it('presses bars into holes of the side face: nothing new is drilled', () => {
    const holes = solved(planned(light, { existing: side, bars: USUAL_BARS, onlyExisting: true }));
    expect(holes).toHaveLength(2);
    for (const hole of holes)
      expect(hole).toMatchObject({ kind: 'bar', replacesId: hole.counterweightId, seat: { radiusMm: 73 }, densityGPerCm3: 17.5 });
  });
  it('puts bars into radial holes only where the shop takes that risk', () => {
    const input = planned(light, { existing: old, bars: USUAL_BARS, onlyExisting: true });
    expect(planHoles(input).kind).toBe('notFound');
    const holes = solved({ ...input, radialBars: true });
    for (const cut of holes) {
      // Seated at the shoulder, 70 mm from the shaft.
      expect(cut).toMatchObject({ kind: 'bar', diameterMm: 16, depthMm: 15 });
      expect(cut.metal.centroidRadiusMm).toBeCloseTo(70 + (cut.kind === 'bar' ? cut.lengthMm : 0) / 2, 9);
    }
  });
  it('welds only where the shop welds, and then the whole hole', () => {
    const wanted = addPlanes({ aGmm: fromPolar(0, 0), bGmm: fromPolar(0, 0) }, effectOfCuts(metalNow(crank, []), old));
    const input = planned(wanted, { existing: old, onlyExisting: true });
    expect(planHoles(input).kind).toBe('notFound');
    const holes = solved({ ...input, welding: true });
    expect(holes.every(({ kind }) => kind === 'weld')).toBe(true);
    const left = addPlanes(wanted, effectOfCuts(metalNow(crank, old), holes));
    expect(toPolar(left.aGmm).amount).toBeLessThan(0.5);
  });
});

describe('turning all rims down', () => {
  it('takes what is evenly too much, so that few holes are left to drill', () => {
    const unbalance = heavy(24);
    const turned = turnRims({ ...planned(unbalance), metal: metalNow(crank, []), mostTurnedMm: 2 })!;
    expect(turned.cuts).toHaveLength(6);
    expect(turned.cuts[0]!.depthMm).toBeGreaterThan(0.3);
    const left = addPlanes(unbalance, effectOfCuts(metalNow(crank, []), turned.cuts));
    expect(toPolar(subtract(left.aGmm, turned.residual.aGmm)).amount).toBeLessThan(1e-9);
    expect(toPolar(left.aGmm).amount).toBeLessThan(0.25 * toPolar(unbalance.aGmm).amount);
    expect(turnRims({ ...planned(heavy(0.5)), metal: metalNow(crank, []), mostTurnedMm: 2 })).toBeNull();
  });
  it('is offered as a plan beside drilling many holes, its holes measured from the rims as they then are', () => {
    const metal = metalNow(crank, []);
    const small = { ...planned(heavy(40), { maxHoles: 12, bits: bits.filter(({ bitMm }) => bitMm <= 12) }), metal };
    const menu = planMenu(small, [], USUAL_TOOLS);
    if (menu === 'nothingToDo') throw new Error(menu);
    const plan = menu.plans.find(({ holes }) => holes.some(isRimCut))!;
    expect(plan.worstShare).toBeLessThanOrEqual(1);
    // Rims first: every depth after them counts from the rim as it then is.
    const kinds = plan.holes.map(({ kind }) => kind);
    expect(kinds.lastIndexOf('turn')).toBe(kinds.filter((kind) => kind === 'turn').length - 1);
    expect(breachesInTurn(metal, plan.holes, { bits }).flat()).toEqual([]);
    expect(assessHoles(small, plan.holes).residual).toEqual(plan.residual);
    const none = planMenu(small, [], { ...USUAL_TOOLS, means: { ...USUAL_TOOLS.means, turning: false } });
    expect(none !== 'nothingToDo' && none.plans.some(({ holes }) => holes.some(isRimCut))).toBe(false);
  });
});

const plane = (amountG: number, deg: number, deviationG = 0.2): TrackedPlane => ({
  unbalanceGmm: fromPolar(85 * amountG, deg),
  deviationGmm: 85 * deviationG,
  gain: { re: 1, im: 0 },
  gainDeviation: 0.01,
});
const chosen = (a: TrackedPlane, b: TrackedPlane, more: Partial<ChoicesInput> = {}): ChoicesInput => ({
  crank,
  bits,
  bars: [],
  existing: [],
  maxHoles: 8,
  known: { a, b, toleranceAGmm: 85, toleranceBGmm: 85, drill: { depthMm: 0.3, angleDeg: 1, densityRatio: 0.01 } },
  ...more,
});

describe('what plans cost', () => {
  it('says what it costs to have no plan by drilling: bars, and their price', () => {
    const result = planChoices(chosen(plane(30, 20), plane(28, 200), { bars: USUAL_TOOLS.bars }));
    if (result.kind !== 'choices') throw new Error(result.kind);
    expect(result.drillingFails).toContain('too light, as heavier pistons leave them');
    const [{ slugs, price, minutes, plan }] = result.choices as [(typeof result.choices)[0]];
    expect(slugs).toBeGreaterThan(0);
    expect(price).toBeCloseTo((minutes / 60) * 60 + metalPrice(plan.holes, USUAL_TOOLS), 9);
    expect(metalPrice(plan.holes, USUAL_TOOLS)).toBeGreaterThan(0);
  });
  it('keeps to what is easy to reach in one of the plans', () => {
    const inner = changed((c) => ({ awkward: c.id === 'cw3' || c.id === 'cw4' }));
    const result = planChoices(chosen(plane(14, 200), plane(12, 15), { crank: inner }));
    if (result.kind !== 'choices') throw new Error(result.kind);
    const easiest = result.choices.find(({ merits }) => merits.includes('easiestToReach'))!;
    expect(easiest.plan.holes.some(({ counterweightId }) => counterweightId === 'cw3' || counterweightId === 'cw4')).toBe(false);
  });
  it('counts a pilot in steel and none in cast iron, and more time where it is awkward', () => {
    const hole = radial({ bitMm: 16, depthMm: 10 });
    const minutes = (of: Crank): number => drillMinutes(of, assessHoles({ ...planned(heavy(1)), metal: metalNow(of, []) }, [hole]).holes);
    const iron = changed(() => ({ densityGPerCm3: 7.1 }));
    expect(needsPilot(USUAL_TOOLS, 16, 7.85)).toBe(true);
    expect(needsPilot(USUAL_TOOLS, 10, 7.85)).toBe(false);
    expect(needsPilot(USUAL_TOOLS, 16, 7.1)).toBe(false);
    expect(minutes(crank)).toBeGreaterThan(minutes(iron) + 1.5);
    expect(minutes(changed(() => ({ awkward: true })))).toBeCloseTo(minutes(crank) + 2, 9);
  });
  it('refuses tools that make no sense, by name', () => {
    expect(() => checkTools(USUAL_TOOLS)).not.toThrow();
    expect(() => checkTools({ ...USUAL_TOOLS, bars: [{ diameterMm: 0, densityGPerCm3: 17 }] })).toThrow('bar’s diameter is 0 mm');
    expect(() => checkTools({ ...USUAL_TOOLS, minutes: { ...USUAL_TOOLS.minutes, pilot: -1 } })).toThrow('The time is -1 min');
  });
});

/** Every drawer of two bits offers, with one bit more, at least as good a plan. */
it.each([
  [plane(14, 200), plane(12, 15)],
  [plane(22, 172), plane(9, 350)],
])('a bit more never makes the best plan worse (%#)', (a, b) => {
  const drawers = [[8], [8, 16], [8, 12, 16], [6, 8, 12, 16], [6, 8, 12, 16, 20]];
  const best = drawers.map((drawer) => {
    const result = planChoices(chosen(a, b, { share: { a: 0.95, b: 0.95 }, bits: bits.filter(({ bitMm }) => drawer.includes(bitMm)) }));
    if (result.kind !== 'choices') throw new Error(result.kind);
    // Risk comes before the price.
    return result.choices[0]!.expectedPrice + (goesTooFar(result.choices[0]!) ? 1e6 : 0);
  });
  for (let i = 1; i < best.length; i += 1) expect(best[i]).toBeLessThanOrEqual(best[i - 1]! + 1e-9);
});

/** The crank and what is known of it, looked at from the other end, or from another crankpin; of every bit, so that no two plans are nearly as good. */
describe('the same crank seen otherwise', () => {
  const [a, b] = [plane(16, 195), plane(11, 8)];
  const shapes = (input: ChoicesInput): number[][] => {
    const result = planChoices(input);
    if (result.kind !== 'choices') throw new Error(result.kind);
    return result.choices[0]!.plan.holes.map((cut) => ['bitMm' in cut ? cut.bitMm : 0, cut.depthMm]).sort(([x], [y]) => x! - y!);
  };
  it('turned by 60°, has the same plan turned', () => {
    const turned = changed((c) => ({ arcCentreDeg: (c.arcCentreDeg + 60) % 360 }));
    expect(shapes(chosen(plane(16, 255), plane(11, 68), { crank: turned, bits: BITS }))).toEqual(shapes(chosen(a, b, { bits: BITS })));
  });
  it('mirrored, has the same plan mirrored', () => {
    const mirrored = changed((c) => ({ arcCentreDeg: (360 - c.arcCentreDeg) % 360 }));
    expect(shapes(chosen(plane(16, 165), plane(11, 352), { crank: mirrored, bits: BITS }))).toEqual(shapes(chosen(a, b, { bits: BITS })));
  });
});

describe('adviseCut', () => {
  it('stops where it is surely inside, spins where a cut gains little, and cuts where it gains', () => {
    expect(adviseCut(0.985, { inside: 1 }, false)).toEqual({ kind: 'stop' });
    expect(adviseCut(0.6, { inside: 0.65 }, false)).toEqual({ kind: 'spinFirst' });
    expect(adviseCut(0.1, null, false)).toEqual({ kind: 'spinFirst' });
    expect(adviseCut(0.1, { inside: 0.8 }, false)).toEqual({ kind: 'worthIt' });
    // The first cut is held back on purpose.
    expect(adviseCut(0, { inside: 0 }, true)).toEqual({ kind: 'worthIt' });
  });
});
