import fc from 'fast-check';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { degToRad } from '../units/angle.js';
import { add, scale, subtract, toPolar, ZERO, type Vector } from '../units/vector.js';
import { axialDepthForMomentMm, axialHole } from './axialHole.js';
import { counterweightOf, type Crank } from './crank.js';
import { standingHoles, type CrankHole } from './crankHole.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { effectOfHole, effectOfHoles, holeMetal } from './holeMetal.js';
import { measuredFrom, metalNow } from './metalNow.js';
import { rimDepthForMomentMm, rimStretch } from './rimCut.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const radial = (more: Partial<CrankHole> = {}): CrankHole => ({
  counterweightId: 'cw1',
  angleDeg: 180,
  bitMm: 16,
  pointAngleDeg: 118,
  depthMm: 20,
  ...more,
});

/** Mass and first moment of what is gone about (x0, 0), by brute force: the middle of each small cell, counted when it lies in it. */
function brute(x0: number, half: number, zMm: number, isGone: (x: number, y: number, z: number) => boolean): { massG: number; moment: Vector } {
  const cellMm = 0.1;
  const steps = (length: number): number => Math.round(length / cellMm);
  let cells = 0;
  let moment = ZERO;
  for (let i = 0; i < steps(2 * half); i += 1)
    for (let j = 0; j < steps(2 * half); j += 1) {
      const [x, y] = [x0 - half + (i + 0.5) * cellMm, -half + (j + 0.5) * cellMm];
      let column = 0;
      for (let k = 0; k < steps(zMm); k += 1) if (isGone(x, y, (k + 0.5) * cellMm)) column += 1;
      cells += column;
      moment = add(moment, scale({ re: x, im: y }, column));
    }
  const cellG = (7.85 / 1000) * cellMm ** 3;
  return { massG: cells * cellG, moment: scale(moment, cellG) };
}

describe('a hole in the side face', () => {
  const hole = { bitMm: 12, pointAngleDeg: 118, depthMm: 15, axialRadiusMm: 70, densityGPerCm3: 7.85 };
  it('takes what cells of 0.1 mm count, cylinder and cone', () => {
    const point = 6 / Math.tan(degToRad(59));
    const isGone = (x: number, y: number, z: number): boolean => {
      const off = Math.hypot(x - 70, y);
      return off <= 6 && (z <= 15 || z <= 15 + point * (1 - off / 6));
    };
    const { massG, moment } = brute(70, 6.5, 20, isGone);
    const exact = axialHole(hole);
    expect(exact.massG / massG).toBeCloseTo(1, 2.5);
    expect(exact.momentGmm / toPolar(moment).amount).toBeCloseTo(1, 2.5);
    expect(exact.centroidRadiusMm).toBe(70);
  });
  it('is found again from its moment', () => {
    expect(axialDepthForMomentMm(axialHole(hole).momentGmm, hole)).toBeCloseTo(15, 9);
  });
});

describe('a rim taken down', () => {
  const stretch = { rimRadiusMm: 85, widthMm: 24, halfArcDeg: 55, depthMm: 1.5, densityGPerCm3: 7.85 };
  it('takes ∬ r dr dφ and ∬ r² cos φ dr dφ, by quadrature', () => {
    let [mass, moment] = [0, 0];
    const n = 2000;
    for (let i = 0; i < n; i += 1) {
      const phi = degToRad(-55 + (110 * (i + 0.5)) / n);
      for (let j = 0; j < 20; j += 1) {
        const r = 83.5 + (1.5 * (j + 0.5)) / 20;
        const cell = r * (1.5 / 20) * degToRad(110 / n) * 24 * 0.00785;
        mass += cell;
        moment += cell * r * Math.cos(phi);
      }
    }
    const exact = rimStretch(stretch);
    expect(exact.massG).toBeCloseTo(mass, 6);
    expect(exact.momentGmm / moment).toBeCloseTo(1, 6);
  });
  it('takes mass and no unbalance all the way round', () => {
    expect(rimStretch({ ...stretch, halfArcDeg: 180 }).momentGmm).toBeCloseTo(0, 9);
    expect(rimStretch({ ...stretch, halfArcDeg: 180 }).massG).toBeCloseTo(0.00785 * 24 * Math.PI * (85 ** 2 - 83.5 ** 2), 9);
  });
  it('is found again from its moment', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 12, noNaN: true }), (depthMm) => {
        expect(rimDepthForMomentMm(rimStretch({ ...stretch, depthMm }).momentGmm, stretch)).toBeCloseTo(depthMm, 8);
      }),
      { seed: 3 },
    );
    expect(rimDepthForMomentMm(1e9, stretch)).toBeNaN();
  });

  const old = radial({ angleDeg: 150, depthMm: 12 });
  const turned: CrankHole = {
    counterweightId: 'cw1',
    angleDeg: 180,
    bitMm: 24,
    pointAngleDeg: 180,
    depthMm: 1.5,
    rim: { halfArcDeg: 55, holes: [{ angleDeg: 150, bitMm: 16, pointAngleDeg: 118, depthMm: 12 }] },
  };
  it('does not take the metal of a hole in it once more: the hole first or the rim first, the same is left', () => {
    const holeFirst = effectOfHoles(crank, [old, turned]);
    const bare = { ...turned, rim: { halfArcDeg: 55, holes: [] } };
    const rimFirst = effectOfHoles(crank, [bare, radial({ angleDeg: 150, depthMm: 10.5, rimRadiusMm: 83.5 })]);
    expect(toPolar(subtract(holeFirst.aGmm, rimFirst.aGmm)).amount).toBeLessThan(1e-9);
    expect(holeMetal(crank, bare).massG - holeMetal(crank, turned).massG).toBeGreaterThan(2);
  });
  it('leaves holes as deep as they are from the new rim, and those turned away gone', () => {
    const shallow = radial({ angleDeg: 200, bitMm: 6, depthMm: 1.2 });
    const elsewhere = radial({ counterweightId: 'cw2', depthMm: 9 });
    const now = metalNow(crank, [old, shallow, elsewhere, turned]);
    expect(counterweightOf(now.crank, 'cw1')).toMatchObject({ rimRadiusMm: 83.5, depthLimitMm: 32.5 });
    expect(counterweightOf(now.crank, 'cw2')).toMatchObject({ rimRadiusMm: 85 });
    expect(now.holes.map(({ counterweightId, depthMm }) => [counterweightId, depthMm])).toEqual([
      ['cw1', 10.5],
      ['cw2', 9],
    ]);
    expect(measuredFrom(crank, now.crank, radial())).toMatchObject({ rimRadiusMm: 83.5 });
    expect(measuredFrom(crank, now.crank, elsewhere)).toBe(elsewhere);
  });
  it('lets a hole be deepened from the new rim: the old one, the turning and the deepening are together what stands', () => {
    const deeper = radial({ angleDeg: 150, depthMm: 14, rimRadiusMm: 83.5, was: { bitMm: 16, pointAngleDeg: 118, depthMm: 10.5 } });
    const all = effectOfHoles(crank, [old, turned, deeper]);
    const once = effectOfHoles(crank, [{ ...turned, rim: { halfArcDeg: 55, holes: [] } }, radial({ angleDeg: 150, depthMm: 14, rimRadiusMm: 83.5 })]);
    expect(toPolar(subtract(all.aGmm, once.aGmm)).amount).toBeLessThan(1e-9);
    expect(standingHoles([old, turned, deeper])).toEqual([deeper]);
  });
});

describe('filling an old hole', () => {
  const side = radial({ bitMm: 16, depthMm: 14, axialRadiusMm: 74 });
  const was = { bitMm: 16, pointAngleDeg: 118, depthMm: 14, axialRadiusMm: 74 };
  const bar = (more: Partial<CrankHole> = {}): CrankHole =>
    radial({ pointAngleDeg: 180, depthMm: 14, slug: { radiusMm: 74, densityGPerCm3: 17.5 }, was, ...more });
  it('brings ρ_slug·V where nothing is, and ρ_slug − ρ where it is bored out for more (handbook section 7)', () => {
    const cm3 = (d: number, l: number): number => (Math.PI / 4) * (d / 10) ** 2 * (l / 10);
    expect(holeMetal(crank, bar()).massG).toBeCloseTo(-17.5 * cm3(16, 14), 9);
    expect(holeMetal(crank, bar({ depthMm: 20 })).massG).toBeCloseTo(-17.5 * cm3(16, 20) + 7.85 * cm3(16, 6), 9);
    expect(holeMetal(crank, bar({ bitMm: 20 })).massG).toBeCloseTo(-17.5 * cm3(20, 14) + 7.85 * (cm3(20, 14) - cm3(16, 14)), 9);
    expect(standingHoles([side, bar()])).toEqual([bar()]);
  });
  it('welded shut gives back what the hole took, and leaves no hole', () => {
    const hole = radial({ depthMm: 18 });
    const weld = radial({
      depthMm: 18,
      slug: { radiusMm: 75, densityGPerCm3: 7.85, welded: true },
      was: { bitMm: 16, pointAngleDeg: 118, depthMm: 18 },
    });
    expect(toPolar(effectOfHoles(crank, [hole, weld]).aGmm).amount).toBeLessThan(1e-9);
    expect(standingHoles([hole, weld])).toEqual([]);
  });
});

it('weighs each rim by its own metal', () => {
  const iron: Crank = { ...crank, counterweights: crank.counterweights.map((c) => (c.id === 'cw1' ? { ...c, densityGPerCm3: 7.1 } : c)) };
  expect(holeMetal(iron, radial()).massG / holeMetal(crank, radial()).massG).toBeCloseTo(7.1 / 7.85, 12);
  expect(effectOfHole(iron, radial({ counterweightId: 'cw2' }))).toEqual(effectOfHole(crank, radial({ counterweightId: 'cw2' })));
});
