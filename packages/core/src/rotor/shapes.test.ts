import fc from 'fast-check';
import { degToRad } from '../units/angle.js';
import { add, scale, toPolar, ZERO, type Vector } from '../units/vector.js';
import { axialDepthForMomentMm, axialHole } from './axialHole.js';
import { rimDepthForMomentMm, rimStretch } from './rimCut.js';
import { barForceN, slugNetG } from './slug.js';

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
});

describe('a bar', () => {
  it('gains (17.5 − 7.85)·π/4·1.6²·2 = 38.8 g where steel was', () => {
    expect(slugNetG(16, 20, 17.5, 7.85)).toBeCloseTo(38.805, 3);
  });
  it('is pulled at with its whole mass: 70.4 g at 74 mm and 6000 rpm, 2.06 kN', () => {
    expect(barForceN(16, 20, 17.5, 74, 6000)).toBeCloseTo(0.07037 * 0.074 * (2 * Math.PI * 100) ** 2, 0);
  });
});
