import { checkNumber } from '../units/check.js';
import { dot, fromPolar, scale, subtract, type Vector } from '../units/vector.js';
import { axialHole } from './axialHole.js';
import { counterweightOf, densityOf, type Counterweight, type Crank } from './crank.js';
import type { CrankHole, HoleShape, RimCut } from './crankHole.js';
import { radialHole, rimSagMm, type HoleMetal } from './hole.js';
import { addPlanes, BALANCED, toPlanes, type PlaneUnbalance } from './planes.js';
import { rimStretch } from './rimCut.js';
import { barG, slugNetG } from './slug.js';
import type { Slug } from './crankHole.js';

/**
 * Mass and moment that leave with a hole; of a deepened one the difference; what is brought counts below zero.
 *
 * A bar in a new bore takes the place of metal, in an old hole of nothing: (ρ_slug − ρ)·V and ρ_slug·V. Bored out for it, an old
 * hole gives the rest of its metal too. Welded shut, it gets back what it gave.
 * @throws CoreError from radialHole, for an unknown counterweight, or for a figure that is not a number
 */
export function holeMetal(crank: Crank, hole: CrankHole): HoleMetal {
  checkHole(hole);
  const { counterweight, densityGPerCm3 } = metalOf(crank, hole);
  if (hole.rim) {
    const { massG, moment } = rimMetal(hole, hole.rim, counterweight, densityGPerCm3);
    const momentGmm = dot(moment, fromPolar(1, hole.angleDeg));
    return { massG, momentGmm, centroidRadiusMm: massG === 0 ? 0 : momentGmm / massG };
  }
  const whole = (shape: HoleShape): HoleMetal => wholeHole(counterweight, densityGPerCm3, shape);
  if (hole.slug) return filled(hole, hole.slug, densityGPerCm3, whole);
  return hole.was ? minus(whole(hole), whole(hole.was)) : whole(hole);
}

/** Not what the drilling rules say of a hole, only whether it is one at all. */
function checkHole({ angleDeg, bitMm, depthMm, axialRadiusMm, rimRadiusMm, was }: CrankHole): void {
  checkNumber('The hole’s angle', angleDeg, { unit: '°' }, 'angleDeg');
  checkNumber('The bit', bitMm, { above: 0, unit: 'mm' }, 'bitMm');
  checkNumber('The depth', depthMm, { above: 0, unit: 'mm' }, 'depthMm');
  if (axialRadiusMm != null) checkNumber('The radius of a hole in the side face', axialRadiusMm, { above: 0, unit: 'mm' }, 'axialRadiusMm');
  if (rimRadiusMm != null) checkNumber('The rim that it was measured from', rimRadiusMm, { above: 0, unit: 'mm' }, 'rimRadiusMm');
  if (was) checkNumber('The depth before', was.depthMm, { above: 0, unit: 'mm' }, 'was.depthMm');
}

/** What a hole is in: its counterweight with the rim that it was measured from, and the metal of that. */
function metalOf(crank: Crank, hole: CrankHole): { readonly counterweight: Counterweight; readonly densityGPerCm3: number } {
  const given = counterweightOf(crank, hole.counterweightId);
  return {
    counterweight: hole.rimRadiusMm == null ? given : { ...given, rimRadiusMm: hole.rimRadiusMm },
    densityGPerCm3: densityOf(crank, given),
  };
}

/** What a rim loses that is taken down: the stretch without the upper ends of the holes in it, whose metal had gone before. */
function rimMetal(
  hole: CrankHole,
  { halfArcDeg, holes }: RimCut,
  counterweight: Counterweight,
  densityGPerCm3: number,
): { massG: number; moment: Vector } {
  const { rimRadiusMm, widthMm } = counterweight;
  const { depthMm } = hole;
  const stretch = rimStretch({ rimRadiusMm, widthMm, halfArcDeg, depthMm, densityGPerCm3 });
  const lower = { ...counterweight, rimRadiusMm: rimRadiusMm - depthMm };
  return holes.reduce(
    (left, old) => {
      const deeper = old.depthMm - depthMm;
      const below = deeper > rimSagMm(lower.rimRadiusMm, old.bitMm) ? wholeHole(lower, densityGPerCm3, { ...old, depthMm: deeper }) : NOTHING;
      const gone = minus(wholeHole(counterweight, densityGPerCm3, old), below);
      return { massG: left.massG - gone.massG, moment: subtract(left.moment, fromPolar(gone.momentGmm, old.angleDeg)) };
    },
    { massG: stretch.massG, moment: fromPolar(stretch.momentGmm, hole.angleDeg) },
  );
}

const NOTHING: HoleMetal = { massG: 0, momentGmm: 0, centroidRadiusMm: 0 };

function minus(x: HoleMetal, y: HoleMetal): HoleMetal {
  const [massG, momentGmm] = [x.massG - y.massG, x.momentGmm - y.momentGmm];
  return { massG, momentGmm, centroidRadiusMm: massG === 0 ? 0 : momentGmm / massG };
}

function wholeHole({ rimRadiusMm }: Counterweight, densityGPerCm3: number, { bitMm, pointAngleDeg, depthMm, axialRadiusMm }: HoleShape): HoleMetal {
  return axialRadiusMm == null
    ? radialHole({ rimRadiusMm, bitMm, pointAngleDeg, depthMm, densityGPerCm3 })
    : axialHole({ bitMm, pointAngleDeg, depthMm, axialRadiusMm, densityGPerCm3 });
}

function filled({ bitMm, depthMm, was }: CrankHole, slug: Slug, parentGPerCm3: number, whole: (shape: HoleShape) => HoleMetal): HoleMetal {
  if (was && slug.welded) {
    const { massG, momentGmm, centroidRadiusMm } = whole(was);
    return { massG: -massG, momentGmm: -momentGmm, centroidRadiusMm };
  }
  const bored = was
    ? barG(bitMm, depthMm, parentGPerCm3) - barG(was.bitMm, Math.min(depthMm, was.depthMm), parentGPerCm3)
    : barG(bitMm, depthMm, parentGPerCm3);
  const massG = was ? bored - barG(bitMm, depthMm, slug.densityGPerCm3) : -slugNetG(bitMm, depthMm, slug.densityGPerCm3, parentGPerCm3);
  return { massG, momentGmm: massG * slug.radiusMm, centroidRadiusMm: slug.radiusMm };
}

/**
 * Change of the crank's unbalance, in its planes, when one hole is drilled: its moment goes away at its own angle and z.
 * @throws CoreError as holeMetal
 */
export function effectOfHole(crank: Crank, hole: CrankHole): PlaneUnbalance {
  const { counterweight, densityGPerCm3 } = metalOf(crank, hole);
  const moment = hole.rim
    ? rimMetal(hole, hole.rim, counterweight, densityGPerCm3).moment
    : fromPolar(holeMetal(crank, hole).momentGmm, hole.angleDeg);
  return toPlanes(scale(moment, -1), counterweight.zMm, crank.planes);
}

/**
 * The same for all of these holes together. Add it to the unbalance read to predict what is left.
 * @throws CoreError as effectOfHole
 */
export function effectOfHoles(crank: Crank, holes: readonly CrankHole[]): PlaneUnbalance {
  return holes.reduce((sum, hole) => addPlanes(sum, effectOfHole(crank, hole)), BALANCED);
}
