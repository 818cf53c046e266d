import { randomLcg, randomNormal } from 'd3-random';
import type { PlaneUnbalance } from '../rotor/planes.js';
import { degToRad } from '../units/angle.js';
import { absolute, times } from '../units/complex.js';
import { add, fromPolar, scale, subtract, type Vector } from '../units/vector.js';
import { BALANCED } from '../rotor/planes.js';
import type { EstimateInput, SpinEvent } from './events.js';
import { indexPair, indexPart, type IndexAnswer, type PairAnswer } from './indexPart.js';

const PLANES = { zAMm: 0, zBMm: 400, radiusAMm: 85, radiusBMm: 85 };
const TOLERANCE = { aGmm: 85, bGmm: 85 };
const NONE = Array.from({ length: 10 }, () => 0);
const SIX = [0, 60, 120, 180, 240, 300];
const REST: PlaneUnbalance = { aGmm: fromPolar(60, 200), bGmm: fromPolar(400, 35) };
const COVER: PlaneUnbalance = { aGmm: fromPolar(90, 10), bGmm: fromPolar(380, 300) };

const turn = (vector: Vector, deg: number): Vector => times(vector, { re: Math.cos(degToRad(deg)), im: Math.sin(degToRad(deg)) });
/** B + R(φ)·P, by hand. */
const totalAt = (deg: number, [rest, cover] = [REST, COVER]): PlaneUnbalance => ({
  aGmm: add(rest.aGmm, turn(cover.aGmm, deg)),
  bGmm: add(rest.bGmm, turn(cover.bGmm, deg)),
});
const shareAt = (deg: number, parts = [REST, COVER] as [PlaneUnbalance, PlaneUnbalance]): number =>
  Math.max(absolute(totalAt(deg, parts).aGmm), absolute(totalAt(deg, parts).bGmm)) / 85;
const trulyBest = (parts?: [PlaneUnbalance, PlaneUnbalance]): number => SIX.reduce((x, y) => (shareAt(y, parts) < shareAt(x, parts) ? y : x));

function spins(
  degs: readonly number[],
  scatterGmm: number,
  noise: () => number = () => 0,
  parts: [PlaneUnbalance, PlaneUnbalance] = [REST, COVER],
): EstimateInput {
  const noisy = (vector: Vector): Vector => ({ re: vector.re + noise(), im: vector.im + noise() });
  const events = degs.map((deg, i): SpinEvent => {
    const { aGmm, bGmm } = totalAt(deg, parts);
    return {
      kind: 'spin',
      id: `spin ${i}`,
      calibration: 'machine',
      planes: PLANES,
      mounted: { crank: 0, cover: deg },
      hung: BALANCED,
      hungCovariance: null,
      scatterGmm: { a: scatterGmm, b: scatterGmm },
      reading: { turns: { n: 1, mean: { aGmm: noisy(aGmm), bGmm: noisy(bGmm) }, covariance: NONE }, of: 'spins', display: null },
    };
  });
  return { planes: PLANES, gainDeviation: { machine: 0.001 }, densityDeviation: 0.005, events };
}
const asked = (input: EstimateInput, allowed: readonly number[] = SIX): IndexAnswer =>
  indexPart(input, { crank: 0, cover: 0 }, 'cover', allowed, TOLERANCE);
function predicted(input: EstimateInput): Extract<IndexAnswer, { kind: 'predicted' }> {
  const answer = asked(input);
  if (answer.kind !== 'predicted') throw new Error('Nothing is predicted.');
  return answer;
}

describe('a part that can be turned', () => {
  it('is asked to be read opposite the one position that was read, or as far from it as its holes allow', () => {
    expect(asked(spins([60], 2))).toEqual({ kind: 'turn', toDeg: 240, turnDeg: 180 });
    expect(asked(spins([0], 2), [0, 20, 45])).toEqual({ kind: 'turn', toDeg: 45, turnDeg: 45 });
    // Two readings that lie 45° apart say too little: the third is asked for as far from both as it can be.
    expect(asked(spins([0, 45], 2), [0, 45, 180, 200])).toMatchObject({ kind: 'turn', toDeg: 200 });
  });
  it('after two readings is predicted everywhere as the closed form has it: P = (r₂ − r₁)/(e^{iφ₂} − e^{iφ₁}), B = r₁ − e^{iφ₁}·P', () => {
    const { positions, best, read } = predicted(spins([0, 180], 0.01));
    const [r1, r2] = [totalAt(0), totalAt(180)];
    for (const { deg, known } of positions) {
      for (const plane of ['aGmm', 'bGmm'] as const) {
        const part = scale(subtract(r1[plane], r2[plane]), 0.5);
        const rest = scale(add(r1[plane], r2[plane]), 0.5);
        const byHand = add(rest, turn(part, deg));
        expect(absolute(subtract(known.unbalance[plane], byHand))).toBeLessThan(1);
      }
    }
    expect([best.deg, read]).toEqual([trulyBest(), 2]);
    expect(best.bestChance).toBeGreaterThan(0.99);
    expect(positions.map(({ wasRead }) => wasRead)).toEqual([true, false, false, true, false, false]);
  });
  it('has the region of each position by hand: for two readings opposite, ½·(1 ± e^{iφ}) of each', () => {
    const { positions } = predicted(spins([0, 180], 10));
    for (const { deg, known } of positions) {
      // σ²·(|½(1 + e^{iφ})|² + |½(1 − e^{iφ})|²) = σ², whatever φ: opposite readings know every position alike.
      expect(Math.sqrt(known.covariance[0]!)).toBeCloseTo(10, 0);
      expect(deg).toBeGreaterThanOrEqual(0);
    }
  });
  it('says how likely the best is the best, and is right about as often: 80 covers of any unbalance, read with noise', () => {
    const normal = randomNormal.source(randomLcg(0.41))(0, 1);
    const any = (): Vector => ({ re: 300 * normal(), im: 300 * normal() });
    let [said, right] = [0, 0];
    for (let i = 0; i < 80; i += 1) {
      const parts: [PlaneUnbalance, PlaneUnbalance] = [
        { aGmm: any(), bGmm: any() },
        { aGmm: any(), bGmm: any() },
      ];
      const { best } = predicted(spins([0, 180], 60, () => 60 * normal(), parts));
      said += best.bestChance;
      if (best.deg === trulyBest(parts)) right += 1;
    }
    // Of 80 trials that succeed four times in five, two deviations are 0.089.
    expect(Math.abs(said - right) / 80).toBeLessThan(0.09);
    expect(right / 80).toBeGreaterThan(0.6);
  });
  it('is predicted from one position and a spin without it: P = r − B', () => {
    const [withIt] = spins([60], 0.01).events;
    const without = {
      ...withIt!,
      id: 'without',
      mounted: { crank: 0 },
      reading: { ...(withIt as SpinEvent).reading, turns: { n: 1, mean: REST, covariance: NONE } },
    };
    const input = { ...spins([60], 0.01), events: [without as SpinEvent, withIt!] };
    const { best, positions } = predicted(input);
    expect(best.deg).toBe(trulyBest());
    for (const { deg, known } of positions) expect(absolute(subtract(known.unbalance.bGmm, totalAt(deg).bGmm))).toBeLessThan(1.5);
  });
  it('is refused where it is not mounted, and without positions', () => {
    expect(() => indexPart(spins([0], 2), { crank: 0 }, 'cover', SIX, TOLERANCE)).toThrow('not mounted');
    expect(() => asked(spins([0], 2), [])).toThrow('no position');
  });
});

describe('two parts that can be turned', () => {
  const WHEEL: PlaneUnbalance = { aGmm: fromPolar(70, 250), bGmm: fromPolar(310, 150) };
  const three = (cover: number, wheel: number): PlaneUnbalance => ({
    aGmm: add(totalAt(cover).aGmm, turn(WHEEL.aGmm, wheel)),
    bGmm: add(totalAt(cover).bGmm, turn(WHEEL.bGmm, wheel)),
  });
  const read = (settings: readonly (readonly [number, number])[]): EstimateInput => {
    const one = spins([0], 0.01);
    const [event] = one.events as [SpinEvent];
    const events = settings.map(([cover, wheel], i) => ({
      ...event,
      id: `spin ${i}`,
      mounted: { crank: 0, cover, wheel },
      reading: { ...event.reading, turns: { n: 1, mean: three(cover, wheel), covariance: NONE } },
    }));
    return { ...one, events };
  };
  const pairOf = (input: EstimateInput): PairAnswer =>
    indexPair(
      input,
      { crank: 0, cover: 0, wheel: 0 },
      [
        { part: 'cover', allowedDeg: SIX },
        { part: 'wheel', allowedDeg: [0, 90, 180, 270] },
      ],
      TOLERANCE,
    );
  it('are predicted in every pair of positions once each is known by itself; the best is what trying all of them finds', () => {
    const answer = pairOf(
      read([
        [0, 0],
        [180, 0],
        [0, 180],
      ]),
    );
    if (answer.kind !== 'predicted') throw new Error('Nothing is predicted.');
    expect(answer.pairs).toHaveLength(24);
    const share = ([cover, wheel]: readonly [number, number]): number => {
      const { aGmm, bGmm } = three(cover, wheel);
      return Math.max(absolute(aGmm), absolute(bGmm)) / 85;
    };
    for (const { degs, worstShare } of answer.pairs) expect(worstShare).toBeCloseTo(share(degs), 1);
    const best = answer.pairs.map(({ degs }) => degs).reduce((x, y) => (share(y) < share(x) ? y : x));
    expect(answer.best.degs).toEqual(best);
    expect(answer.best.bestChance).toBeGreaterThan(0.95);
    expect(answer.pairs.reduce((sum, { bestChance }) => sum + bestChance, 0)).toBeCloseTo(1, 9);
  });
  it('ask for the one that is not known yet, and are two different ones', () => {
    expect(
      pairOf(
        read([
          [0, 0],
          [180, 0],
        ]),
      ),
    ).toEqual({ kind: 'turn', part: 'wheel', toDeg: 180, turnDeg: 180 });
    const twice = { part: 'cover', allowedDeg: SIX };
    expect(() => indexPair(read([[0, 0]]), { crank: 0, cover: 0, wheel: 0 }, [twice, twice], TOLERANCE)).toThrow('name another one');
  });
});
