import { normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import { fromPolar } from '../units/vector.js';
import { mayDrillFrom, type Counterweight } from '../rotor/crank.js';
import { usableHalfArcDeg } from '../rotor/drillingRules.js';
import { planeShares, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import type { PlanInput } from './planHoles.js';

/** Metal to be taken at one place: a target of its own, to be drilled with as many holes as it needs. */
export interface Portion {
  readonly counterweight: Counterweight;
  readonly unbalance: PlaneUnbalance;
}

const STEP_DEG = 5;
const SWEEPS = 400;
/** What total metal weighs against what is left: so little that it only breaks ties. */
const METAL_WEIGHT = 1e-3;
/** Places nearer together than this are one. */
const ONE_PLACE_DEG = 12;
/** Less than this share of a tolerance is not worth a hole. */
const WORTH_RATIO = 0.1;

interface Place {
  readonly counterweight: Counterweight;
  readonly angleDeg: number;
  /** What one g·mm does, in tolerances: both components of both planes. */
  readonly column: readonly [number, number, number, number];
}

/**
 * How a vector that no single hole answers is split over the counterweights there are: min |Σ m_k·d_k − b|² + λ·Σ m_k over m ≥ 0,
 * with d_k what metal at each allowed place does in both planes, in tolerances. Coordinate descent with m kept above zero is exact
 * for this convex problem; since b has four components, few m stay above zero. A hole that makes one plane worse on the way to a sum
 * that mends both is found by this, and not by adding one hole after another (handbook section 7: split by vector sum, or work on
 * the other side so that what is left lands on a counterweight).
 */
export function splitOver(input: PlanInput): Portion[] {
  const places = placesOf(input);
  const { toleranceAGmm, toleranceBGmm, unbalance } = input;
  const left: [number, number, number, number] = [
    unbalance.aGmm.re / toleranceAGmm,
    unbalance.aGmm.im / toleranceAGmm,
    unbalance.bGmm.re / toleranceBGmm,
    unbalance.bGmm.im / toleranceBGmm,
  ];
  const scaleGmm = Math.min(toleranceAGmm, toleranceBGmm);
  const metal = new Float64Array(places.length);
  for (let sweep = 0; sweep < SWEEPS; sweep += 1) {
    places.forEach(({ column }, k) => {
      const square = column.reduce((sum, x) => sum + x * x, 0);
      const along = column.reduce((sum, x, i) => sum + x * left[i]!, 0);
      const next = Math.max(0, metal[k]! + (along - METAL_WEIGHT / scaleGmm) / square);
      const step = next - metal[k]!;
      if (step === 0) return;
      metal[k] = next;
      column.forEach((x, i) => {
        left[i] = left[i]! - x * step;
      });
    });
  }
  return portionsOf(input, places, metal, WORTH_RATIO * scaleGmm);
}

function placesOf({ crank, bits, toleranceAGmm, toleranceBGmm }: PlanInput): Place[] {
  const smallestMm = Math.min(...bits.map(({ bitMm }) => bitMm));
  return crank.counterweights.flatMap((counterweight) => {
    const halfDeg = mayDrillFrom(counterweight, 'rim', false) ? usableHalfArcDeg(counterweight, smallestMm, smallestMm) : null;
    if (halfDeg === null) return [];
    const { shareA, shareB } = planeShares(counterweight.zMm, crank.planes);
    const steps = Math.max(1, Math.ceil((2 * halfDeg) / STEP_DEG));
    return Array.from({ length: steps + 1 }, (_, i): Place => {
      const angleDeg = normaliseAngleDeg(counterweight.arcCentreDeg - halfDeg + (2 * halfDeg * i) / steps);
      const { re, im } = fromPolar(1, angleDeg);
      return {
        counterweight,
        angleDeg,
        column: [(shareA * re) / toleranceAGmm, (shareA * im) / toleranceAGmm, (shareB * re) / toleranceBGmm, (shareB * im) / toleranceBGmm],
      };
    });
  });
}

/** Neighbouring places of a counterweight together: what they are to take, as one vector. */
function portionsOf({ crank }: PlanInput, places: readonly Place[], metal: Float64Array, leastGmm: number): Portion[] {
  const groups: { counterweight: Counterweight; angleDeg: number; re: number; im: number }[] = [];
  places.forEach(({ counterweight, angleDeg }, k) => {
    if (metal[k]! <= 0) return;
    const { re, im } = fromPolar(metal[k]!, angleDeg);
    const near = groups.find((g) => g.counterweight === counterweight && Math.abs(turnBetweenDeg(g.angleDeg, angleDeg)) <= ONE_PLACE_DEG);
    if (near) {
      near.re += re;
      near.im += im;
      near.angleDeg = angleDeg;
    } else groups.push({ counterweight, angleDeg, re, im });
  });
  return groups
    .filter(({ re, im }) => Math.hypot(re, im) > leastGmm)
    .map(({ counterweight, re, im }) => ({ counterweight, unbalance: toPlanes({ re, im }, counterweight.zMm, crank.planes) }));
}
