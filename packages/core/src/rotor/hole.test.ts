import fc from 'fast-check';
import { depthForMoment, pointHeightMm, radialHole, rimSagMm, type RadialHole } from './hole.js';

const hole = (bitMm: number, depthMm: number, more: Partial<RadialHole> = {}): RadialHole => ({
  rimRadiusMm: 85,
  bitMm,
  pointAngleDeg: 118,
  depthMm,
  densityGPerCm3: 7.85,
  ...more,
});

/** Mass and moment by brute force: rings and sectors over the bit's disc, the rim and the drill's surface above each cell. */
function bruteForce({ rimRadiusMm: R, bitMm, pointAngleDeg, depthMm, densityGPerCm3 }: RadialHole, cells = 400) {
  const a = bitMm / 2;
  const slope = 1 / Math.tan((pointAngleDeg * Math.PI) / 360);
  let volume = 0;
  let moment = 0;
  for (let i = 0; i < cells; i += 1) {
    const rho = ((i + 0.5) * a) / cells;
    for (let j = 0; j < cells; j += 1) {
      const y = rho * Math.cos(((j + 0.5) * 2 * Math.PI) / cells);
      const area = (rho * a * 2 * Math.PI) / cells ** 2;
      const top = Math.sqrt(R ** 2 - y ** 2);
      const bottom = R - depthMm - (a - rho) * slope;
      volume += (top - bottom) * area;
      moment += ((top ** 2 - bottom ** 2) / 2) * area;
    }
  }
  return { massG: (volume * densityGPerCm3) / 1000, momentGmm: (moment * densityGPerCm3) / 1000 };
}

describe('radialHole', () => {
  it.each([
    [8, 2],
    [8, 40],
    [12, 15],
    [20, 2],
    [20, 30],
  ])('agrees with brute force for a %p mm bit %p mm deep', (bitMm, depthMm) => {
    const exact = radialHole(hole(bitMm, depthMm));
    const brute = bruteForce(hole(bitMm, depthMm));
    expect(exact.massG / brute.massG).toBeCloseTo(1, 4);
    expect(exact.momentGmm / brute.momentGmm).toBeCloseTo(1, 4);
  });

  // Independent computation: error of cylinder mass × R against the integral, per cent.
  it.each([
    [8, 2, -27],
    [8, 5, -10],
    [8, 10, -1],
    [8, 20, 10],
    [8, 30, 19],
    [8, 40, 29],
    [20, 2, -47],
    [20, 5, -24],
    [20, 10, -9],
    [20, 20, 5],
    [20, 30, 16],
    [20, 40, 27],
  ])('shows the shortcut of a %p mm bit %p mm deep wrong by %p %%', (bitMm, depthMm, percent) => {
    const shortcutGmm = ((Math.PI * bitMm ** 2) / 4) * depthMm * 7.85e-3 * 85;
    expect(Math.round((shortcutGmm / radialHole(hole(bitMm, depthMm)).momentGmm - 1) * 100)).toBe(percent);
  });

  it('tends to cylinder and cone on a flat rim', () => {
    const { massG } = radialHole(hole(10, 12, { rimRadiusMm: 2000 }));
    const cylinder = Math.PI * 25 * 12;
    const cone = (Math.PI * 25 * pointHeightMm(10, 118)) / 3;
    expect(massG / ((cylinder + cone) * 7.85e-3)).toBeCloseTo(1, 3);
  });

  it('is proportional to density, and its centre lies between bottom and rim', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 24, noNaN: true }),
        fc.double({ min: 1.5, max: 40, noNaN: true }),
        fc.double({ min: 2, max: 18, noNaN: true }),
        (bitMm, depthMm, density) => {
          const one = radialHole(hole(bitMm, depthMm, { densityGPerCm3: 1 }));
          const many = radialHole(hole(bitMm, depthMm, { densityGPerCm3: density }));
          expect(many.massG / one.massG).toBeCloseTo(density, 9);
          expect(many.centroidRadiusMm).toBeLessThan(85);
          expect(many.centroidRadiusMm).toBeGreaterThan(85 - depthMm - pointHeightMm(bitMm, 118));
        },
      ),
      { seed: 7 },
    );
  });

  it.each([
    ['no depth', hole(10, 0), 'The depth is 0 mm'],
    ['a spot that is not a full circle', hole(20, 0.3), 'has not cut its full circle'],
    ['a hole through the shaft', hole(20, 80), 'would reach the shaft'],
    ['a bit as wide as the rim', hole(140, 10, { bitMm: 99, rimRadiusMm: 50 }), 'too large'],
    ['no number', hole(Number.NaN, 10), 'The bit'],
  ])('refuses %s', (_name, input, message) => {
    expect(() => radialHole(input)).toThrow(message);
  });
});

describe('depthForMoment', () => {
  it('is the inverse of radialHole', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 24, noNaN: true }), fc.double({ min: 1, max: 34, noNaN: true }), (bitMm, depthMm) => {
        const { momentGmm } = radialHole(hole(bitMm, depthMm));
        const found = depthForMoment(momentGmm, hole(bitMm, depthMm), 34);
        if (found.kind !== 'depth') throw new Error(found.kind);
        expect(found.depthMm).toBeCloseTo(depthMm, 8);
      }),
      { seed: 8 },
    );
  });
  it('says when a bit takes too much or too little', () => {
    expect(depthForMoment(1e6, hole(10, 1), 34)).toEqual({ kind: 'tooMuch' });
    expect(depthForMoment(1, hole(20, 1), 34)).toEqual({ kind: 'tooLittle', leastMm: rimSagMm(85, 20) });
  });
});
