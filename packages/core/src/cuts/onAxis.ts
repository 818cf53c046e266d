import { coaxial } from './discLines.js';
import { gauss } from './gauss.js';
import type { Metal } from './metal.js';
import type { Op, Piece } from './piece.js';
import type { AxialSolid, RadialSolid, RimSolid, RoundSolid } from './solid.js';
import { isAxialInside, isRadialInside } from './wholeSolid.js';

/** Every piece of every integrand is a polynomial of the third degree in the ring's radius, but for the rim's mean height. */
const NODES = 6;
/** The mean of √(R² − ρ²·sin²θ) over a turn, by equal steps over a quarter: spectral, since it is periodic. */
const STEPS = 12;

/**
 * What a hole takes that meets nothing but older holes on its own axis and rims that were taken down all over it: a body of
 * revolution, integrated ring by ring. With b the floor of the new hole and c that of the deepest older one at the ring's radius ρ,
 *
 *   m = δ·∫ (c − b)·2πρ dρ      U = δ·∫ (c² − b²)/2·2πρ dρ
 *
 * where no older hole is, c is the rim's mean over the ring: c² = R² − ρ²/2. Rings are split at every wall and wherever two floors
 * cross. Parallel to the shaft the same in depth, all of it at the axis's radius. Derived here from first principles.
 * @returns null where something else is met, or the hole breaks out of its counterweight
 */
export function removedOnAxis(piece: Piece, solid: RoundSolid, met: readonly Op[]): Metal | null {
  const olds: RoundSolid[] = [];
  const rims: RimSolid[] = [];
  for (const op of met) {
    if (op.does === 'removeRim') rims.push(op.solid);
    else if (
      op.does === 'remove' &&
      coaxial(solid, op.solid) &&
      (solid.shape === 'radial' || (op.solid.shape === 'axial' && op.solid.inward === solid.inward))
    )
      olds.push(op.solid);
    else return null;
  }
  return solid.shape === 'radial'
    ? radialRings(piece, solid, olds as RadialSolid[], rims)
    : rims.length > 0
      ? null
      : axialRings(piece, solid, olds as AxialSolid[]);
}

const slopeOf = ({ pointMm, radiusMm }: RoundSolid): number => pointMm / radiusMm;

/** Rings between walls and crossings, Gauss places in each. */
function rings(solid: RoundSolid, olds: readonly RoundSolid[], tipOf: (s: RoundSolid) => number, each: (rho: number, area: number) => void): void {
  const a = solid.radiusMm;
  const breaks = new Set<number>([0, a]);
  const add = (mm: number): void => {
    if (mm > 0 && mm < a) breaks.add(mm);
  };
  const all = [solid, ...olds];
  all.forEach((one, i) => {
    add(one.radiusMm);
    for (const other of all.slice(i + 1)) {
      const slope = slopeOf(one) - slopeOf(other);
      if (slope !== 0) add((tipOf(one) - tipOf(other)) / slope);
    }
  });
  const steps = [...breaks].sort((x, y) => x - y);
  const { at, weight } = gauss(NODES);
  for (let i = 1; i < steps.length; i += 1) {
    const [from, to] = [steps[i - 1]!, steps[i]!];
    for (let k = 0; k < NODES; k += 1) {
      const rho = from + at[k]! * (to - from);
      each(rho, 2 * Math.PI * rho * weight[k]! * (to - from));
    }
  }
}

function radialRings({ sector, densityGPerMm3 }: Piece, solid: RadialSolid, olds: readonly RadialSolid[], rims: readonly RimSolid[]): Metal | null {
  // A rim counts as lower only where it went all over the hole.
  const rimMm = Math.min(sector.radiusMm, ...rims.map(({ innerMm }) => innerMm));
  const isOver = ({ arc, innerMm }: RimSolid): boolean =>
    arc.halfDeg >= sector.arc.halfDeg && arc.middleDeg === sector.arc.middleDeg
      ? true
      : innerMm >= rimMm && rims.some((r) => r.innerMm === rimMm && r.arc.halfDeg >= sector.arc.halfDeg && r.arc.middleDeg === sector.arc.middleDeg);
  if (!rims.every(isOver)) return null;
  if (Number.isFinite(solid.topMm) || olds.some(({ topMm }) => Number.isFinite(topMm))) return null;
  if (!isRadialInside({ ...sector, radiusMm: rimMm }, solid)) return null;
  const floor = (s: RadialSolid, rho: number): number => s.shoulderMm - s.pointMm + slopeOf(s) * rho;
  let [massG, momentGmm] = [0, 0];
  rings(
    solid,
    olds,
    // Floors rise outward from their tips.
    (s) => -((s as RadialSolid).shoulderMm - s.pointMm),
    (rho, area) => {
      const low = floor(solid, rho);
      let deepest = Infinity;
      for (const old of olds) if (rho < old.radiusMm) deepest = Math.min(deepest, floor(old, rho));
      if (deepest <= low) return;
      if (deepest === Infinity) {
        massG += area * (meanRimMm(rimMm, rho) - low);
        momentGmm += (area * (rimMm ** 2 - rho ** 2 / 2 - low ** 2)) / 2;
      } else {
        massG += area * (deepest - low);
        momentGmm += (area * (deepest ** 2 - low ** 2)) / 2;
      }
    },
  );
  [massG, momentGmm] = [massG * densityGPerMm3, momentGmm * densityGPerMm3];
  const moment = { re: momentGmm * solid.cos, im: momentGmm * solid.sin };
  return { massG, momentGmm: moment, alongGmm: massG * solid.zMm, leverGmm2: { re: moment.re * solid.zMm, im: moment.im * solid.zMm } };
}

function meanRimMm(rimMm: number, rho: number): number {
  let sum = 0;
  for (let i = 0; i < STEPS; i += 1) sum += Math.sqrt(rimMm ** 2 - (rho * Math.sin(((i + 0.5) * Math.PI) / (2 * STEPS))) ** 2);
  return sum / STEPS;
}

function axialRings({ sector, densityGPerMm3 }: Piece, solid: AxialSolid, olds: readonly AxialSolid[]): Metal | null {
  if (Number.isFinite(solid.topMm) || olds.some(({ topMm }) => Number.isFinite(topMm)) || !isAxialInside(sector, solid)) return null;
  const depth = (s: AxialSolid, rho: number): number => s.depthMm + s.pointMm - slopeOf(s) * rho;
  let [volume, into] = [0, 0];
  rings(
    solid,
    olds,
    (s) => (s as AxialSolid).depthMm + s.pointMm,
    (rho, area) => {
      const deep = depth(solid, rho);
      let gone = 0;
      for (const old of olds) if (rho < old.radiusMm) gone = Math.max(gone, depth(old, rho));
      if (gone >= deep) return;
      volume += area * (deep - gone);
      into += (area * (deep ** 2 - gone ** 2)) / 2;
    },
  );
  const massG = volume * densityGPerMm3;
  const alongGmm = massG * solid.faceMm + solid.inward * into * densityGPerMm3;
  return {
    massG,
    momentGmm: { re: massG * solid.xMm, im: massG * solid.yMm },
    alongGmm,
    leverGmm2: { re: alongGmm * solid.xMm, im: alongGmm * solid.yMm },
  };
}
