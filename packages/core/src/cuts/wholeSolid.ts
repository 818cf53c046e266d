import { radialHole } from '../rotor/hole.js';
import { degToRad, radToDeg, turnBetweenDeg } from '../units/angle.js';
import { NO_METAL, type Metal } from './metal.js';
import { clipped } from './overlap.js';
import type { Piece } from './piece.js';
import { arcOf, type Arc, type AxialSolid, type RadialSolid, type RimSolid, type RoundSolid, type Sector } from './solid.js';

/** Figures that were rounded on their way are not outside. */
const TINY = 1e-9;

/**
 * All that a round solid of this density holds inside the sector, as if nothing else had been cut: by the closed forms while it
 * lies inside, else integrated and clipped (handbook section 7). z from the middle of the width.
 */
export function wholeRound(piece: Piece, solid: RoundSolid, densityGPerMm3: number): Metal {
  return (
    (solid.shape === 'radial' ? radialInside(piece.sector, solid, densityGPerMm3) : axialInside(piece.sector, solid, densityGPerMm3)) ??
    clipped(piece, solid, densityGPerMm3)
  );
}

/** Mass at a distance from the shaft, along an axis's direction, with its z. */
const at = (massG: number, momentGmm: number, cos: number, sin: number, zMm: number): Metal => ({
  massG,
  momentGmm: { re: momentGmm * cos, im: momentGmm * sin },
  alongGmm: massG * zMm,
  leverGmm2: { re: momentGmm * cos * zMm, im: momentGmm * sin * zMm },
});

/** Whether a circle of radius a about a point so far out keeps clear of both flanks. */
function clearOfFlanks({ middleDeg, halfDeg }: Arc, angleDeg: number, outMm: number, a: number): boolean {
  if (halfDeg >= 180) return true;
  const clearDeg = halfDeg - Math.abs(turnBetweenDeg(middleDeg, angleDeg));
  if (clearDeg <= 0) return false;
  return clearDeg >= 90 ? outMm >= a : outMm * Math.sin(degToRad(clearDeg)) >= a - TINY;
}

/** Whether a radial hole keeps inside its sector, cut full circle. */
export const isRadialInside = (
  { radiusMm: rimMm, arc, halfWidthMm }: Sector,
  { radiusMm: a, shoulderMm, pointMm, zMm, angleDeg }: RadialSolid,
): boolean =>
  Math.abs(zMm) + a <= halfWidthMm + TINY &&
  a < rimMm * 0.8 &&
  shoulderMm - pointMm > 0 &&
  clearOfFlanks(arc, angleDeg, shoulderMm, a) &&
  shoulderMm <= Math.sqrt(rimMm ** 2 - a ** 2) - TINY;

/** The same of a hole parallel to the shaft. */
export function isAxialInside({ radiusMm: rimMm, arc, halfWidthMm }: Sector, { radiusMm: a, xMm, yMm, depthMm, pointMm }: AxialSolid): boolean {
  const outMm = Math.hypot(xMm, yMm);
  return outMm + a <= rimMm + TINY && depthMm + pointMm <= 2 * halfWidthMm + TINY && clearOfFlanks(arc, radToDeg(Math.atan2(yMm, xMm)), outMm, a);
}

function radialInside(sector: Sector, solid: RadialSolid, densityGPerMm3: number): Metal | null {
  if (!isRadialInside(sector, solid)) return null;
  const { radiusMm: rimMm } = sector;
  const { radiusMm: a, shoulderMm, pointMm, topMm, zMm, cos, sin } = solid;
  const fullCircleMm = Math.sqrt(rimMm ** 2 - a ** 2);
  if (topMm >= rimMm - TINY) {
    const pointAngleDeg = pointMm < TINY ? 180 : 2 * radToDeg(Math.atan(a / pointMm));
    if (pointAngleDeg < 60) return null;
    const { massG, momentGmm } = radialHole({
      rimRadiusMm: rimMm,
      bitMm: 2 * a,
      pointAngleDeg,
      depthMm: rimMm - shoulderMm,
      densityGPerCm3: densityGPerMm3 * 1000,
    });
    return at(massG, momentGmm, cos, sin, zMm);
  }
  if (pointMm > TINY || topMm > fullCircleMm + TINY) return null;
  const massG = densityGPerMm3 * Math.PI * a ** 2 * (topMm - shoulderMm);
  return at(massG, (massG * (topMm + shoulderMm)) / 2, cos, sin, zMm);
}

function axialInside(sector: Sector, solid: AxialSolid, densityGPerMm3: number): Metal | null {
  if (!isAxialInside(sector, solid)) return null;
  const { radiusMm: a, xMm, yMm, depthMm, pointMm, topMm, faceMm, inward } = solid;
  const outMm = Math.hypot(xMm, yMm);
  const fromMm = Math.max(0, topMm);
  const area = densityGPerMm3 * Math.PI * a ** 2;
  const [shaftG, coneG] = [area * (depthMm - fromMm), (area * pointMm) / 3];
  const massG = shaftG + coneG;
  if (massG === 0) return NO_METAL;
  // A cone's middle lies a quarter of its height above its base.
  const into = (shaftG * (depthMm + fromMm)) / 2 + coneG * (depthMm + pointMm / 4);
  return at(massG, massG * outMm, outMm === 0 ? 0 : xMm / outMm, outMm === 0 ? 0 : yMm / outMm, faceMm + (inward * into) / massG);
}

/** A stretch of the circle that both arcs cover: one, or two where both are wide. */
function common(x: Arc, y: Arc): { readonly fromDeg: number; readonly toDeg: number }[] {
  if (x.halfDeg >= 180) return [{ fromDeg: y.middleDeg - Math.min(180, y.halfDeg), toDeg: y.middleDeg + Math.min(180, y.halfDeg) }];
  if (y.halfDeg >= 180) return [{ fromDeg: x.middleDeg - x.halfDeg, toDeg: x.middleDeg + x.halfDeg }];
  const middle = x.middleDeg + turnBetweenDeg(x.middleDeg, y.middleDeg);
  return [middle - 360, middle, middle + 360]
    .map((own) => ({ fromDeg: Math.max(x.middleDeg - x.halfDeg, own - y.halfDeg), toDeg: Math.min(x.middleDeg + x.halfDeg, own + y.halfDeg) }))
    .filter(({ fromDeg, toDeg }) => toDeg > fromDeg);
}

/**
 * Metal of the parent that a rim would hold were these older rims not gone: m = δ·w·Δφ·(R² − r²)/2, U = δ·w·(R³ − r³)/3 along
 * ∫ (cos φ, sin φ) dφ, over every stretch with its own outer radius.
 */
export function wholeRim({ sector, densityGPerMm3 }: Piece, rim: RimSolid, gone: readonly RimSolid[]): Metal {
  const width = 2 * sector.halfWidthMm;
  let [massG, re, im] = [0, 0, 0];
  for (const stretch of common(sector.arc, rim.arc)) {
    const edges = gone.flatMap(({ arc }) => common(arcBetween(stretch), arc).flatMap(({ fromDeg, toDeg }) => [fromDeg, toDeg]));
    const steps = [...new Set([stretch.fromDeg, ...edges, stretch.toDeg])].sort((x, y) => x - y);
    for (let i = 1; i < steps.length; i += 1) {
      const [from, to] = [degToRad(steps[i - 1]!), degToRad(steps[i]!)];
      const middleDeg = (steps[i - 1]! + steps[i]!) / 2;
      const outerMm = gone.reduce(
        (mm, { arc, innerMm }) => (Math.abs(turnBetweenDeg(arc.middleDeg, middleDeg)) <= arc.halfDeg ? Math.min(mm, innerMm) : mm),
        sector.radiusMm,
      );
      if (outerMm <= rim.innerMm) continue;
      massG += (densityGPerMm3 * width * (to - from) * (outerMm ** 2 - rim.innerMm ** 2)) / 2;
      const third = (densityGPerMm3 * width * (outerMm ** 3 - rim.innerMm ** 3)) / 3;
      re += third * (Math.sin(to) - Math.sin(from));
      im += third * (Math.cos(from) - Math.cos(to));
    }
  }
  return { massG, momentGmm: { re, im }, alongGmm: 0, leverGmm2: { re: 0, im: 0 } };
}

const arcBetween = ({ fromDeg, toDeg }: { readonly fromDeg: number; readonly toDeg: number }): Arc => {
  return arcOf((fromDeg + toDeg) / 2, (toDeg - fromDeg) / 2);
};
