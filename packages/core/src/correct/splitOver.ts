import { normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import { fromPolar } from '../units/vector.js';
import { densityOf, mayDrillFrom, type Counterweight, type Crank } from '../rotor/crank.js';
import type { Bit } from '../rotor/cut.js';
import { usableHalfArcDeg } from '../cuts/goodCut.js';
import type { Search } from '../cuts/search.js';
import { holeMomentGmm } from '../rotor/hole.js';
import { planeShares, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';

/** Metal to be taken at one place: a target of its own, to be drilled with as many holes as it needs. */
export interface Portion {
  readonly counterweight: Counterweight;
  readonly unbalance: PlaneUnbalance;
}

const STEP_DEG = 5;
const SWEEPS = 400;
/** No step is larger than this share of a tolerance any more. */
const SETTLED_RATIO = 1e-3;
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
  /** Its square. */
  readonly square: number;
  /** What one hole can take there. */
  readonly mostGmm: number;
}

/** What a split needs of a plan's input. */
type SplitInput = Search & { readonly maxHoles: number };

/**
 * How a vector that no single hole answers is split over the counterweights there are: min |Σ m_k·d_k − b|² + λ·Σ m_k over m ≥ 0,
 * with d_k what metal at each allowed place does in both planes, in tolerances. Coordinate descent with m kept above zero is exact
 * for this convex problem; since b has four components, few m stay above zero. A hole that makes one plane worse on the way to a sum
 * that mends both is found by this, and not by adding one hole after another (handbook section 7: split by vector sum, or work on
 * the other side so that what is left lands on a counterweight).
 */
export function splitOver(input: SplitInput): Portion[] {
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
    let largest = 0;
    for (let k = 0; k < places.length; k += 1) {
      const { column, square } = places[k]!;
      const [a, b, c, d] = column;
      const along = a * left[0] + b * left[1] + c * left[2] + d * left[3];
      const next = Math.max(0, metal[k]! + (along - METAL_WEIGHT / scaleGmm) / square);
      const step = next - metal[k]!;
      if (step === 0) continue;
      metal[k] = next;
      left[0] -= a * step;
      left[1] -= b * step;
      left[2] -= c * step;
      left[3] -= d * step;
      largest = Math.max(largest, Math.abs(step));
    }
    if (largest < SETTLED_RATIO * scaleGmm) break;
  }
  // Further from it than the tolerance, or more metal than so many holes can take: no use drilling for it.
  const holes = places.reduce((sum, { mostGmm }, k) => sum + metal[k]! / mostGmm, 0);
  if (Math.hypot(left[0], left[1]) > 1 || Math.hypot(left[2], left[3]) > 1 || holes > input.maxHoles) return [];
  return portionsOf(input, places, metal, WORTH_RATIO * scaleGmm);
}

function placesOf({ metal: { crank }, bits, toleranceAGmm, toleranceBGmm }: SplitInput): Place[] {
  const smallestMm = Math.min(...bits.map(({ bitMm }) => bitMm));
  return crank.counterweights.flatMap((counterweight) => {
    const halfDeg = mayDrillFrom(counterweight, 'rim', false) ? usableHalfArcDeg(counterweight, smallestMm, smallestMm) : null;
    if (halfDeg === null) return [];
    const { shareA, shareB } = planeShares(counterweight.zMm, crank.planes);
    const square = (shareA / toleranceAGmm) ** 2 + (shareB / toleranceBGmm) ** 2;
    const mostGmm = Math.max(...bits.map((bit) => mostOf(crank, counterweight, bit)));
    const steps = Math.max(1, Math.ceil((2 * halfDeg) / STEP_DEG));
    return Array.from({ length: steps + 1 }, (_, i): Place => {
      const angleDeg = normaliseAngleDeg(counterweight.arcCentreDeg - halfDeg + (2 * halfDeg * i) / steps);
      const { re, im } = fromPolar(1, angleDeg);
      return {
        counterweight,
        angleDeg,
        square,
        mostGmm,
        column: [(shareA * re) / toleranceAGmm, (shareA * im) / toleranceAGmm, (shareB * re) / toleranceBGmm, (shareB * im) / toleranceBGmm],
      };
    });
  });
}

/** The deepest hole of a bit; of one that does not go in, next to nothing. */
function mostOf(crank: Crank, counterweight: Counterweight, bit: Bit): number {
  const { rimRadiusMm, depthLimitMm } = counterweight;
  if (usableHalfArcDeg(counterweight, bit.bitMm, 0) === null) return 1;
  return holeMomentGmm({ rimRadiusMm, densityGPerCm3: densityOf(crank, counterweight), ...bit, depthMm: Math.min(depthLimitMm, bit.usableDepthMm) });
}

/** Neighbouring places of a counterweight together: what they are to take, as one vector. */
function portionsOf({ metal: { crank } }: SplitInput, places: readonly Place[], metal: Float64Array, leastGmm: number): Portion[] {
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
