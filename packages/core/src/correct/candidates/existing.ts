import { axialDepthForMomentMm } from '../../rotor/axialHole.js';
import { counterweightOf, densityOf, type Counterweight } from '../../rotor/crank.js';
import { isBefore, type Bit, type CrankHole, type HoleShape } from '../../rotor/crankHole.js';
import { deepestBesideMm, fitsBeside, keepsMarginAndWebs } from '../../rotor/drillingRules.js';
import { depthForMoment } from '../../rotor/hole.js';
import { holeMetal } from '../../rotor/holeMetal.js';
import { LEAST_SLUG_MM, type Bar } from '../../rotor/slug.js';
import { fromPolar } from '../../units/vector.js';
import type { PlanInput } from '../planInput.js';
import { SLUG_STEP_MM } from './beside.js';
import { DEPTH_STEP_MM, leverOf, roundTo, type State } from './lever.js';

/** Less than this a depth stop cannot be set to. */
const LEAST_DEEPENING_MM = 0.3;

/** A hole of the crank may be changed once in a plan, and a filled one not at all. */
const isSpoken = (state: State, old: CrankHole): boolean => Boolean(old.slug) || state.holes.some((hole) => isBefore(old, hole));

const shapeOf = ({ bitMm, pointAngleDeg, depthMm, axialRadiusMm }: CrankHole): HoleShape => ({
  bitMm,
  pointAngleDeg,
  depthMm,
  ...(axialRadiusMm == null ? {} : { axialRadiusMm }),
});

/** The state with a changed hole where it helps. */
function withHole(input: PlanInput, state: State, hole: CrankHole): State[] {
  const counterweight = counterweightOf(input.crank, hole.counterweightId);
  const { residual, cost } = leverOf(input, state, counterweight).without(fromPolar(1, hole.angleDeg), holeMetal(input.crank, hole).momentGmm);
  return cost < state.cost ? [{ holes: [...state.holes, hole], residual, cost }] : [];
}

/** The states with this hole of the crank deepened, or opened to each larger bit, as far as it helps. */
export function deepened(input: PlanInput, state: State, old: CrankHole): State[] {
  if (isSpoken(state, old)) return [];
  const counterweight = counterweightOf(input.crank, old.counterweightId);
  const was = shapeOf(old);
  const { counterweightId, angleDeg } = old;
  const wantedGmm = leverOf(input, state, counterweight).wantedGmm(fromPolar(1, angleDeg));
  if (wantedGmm <= 0) return [];
  const totalGmm = holeMetal(input.crank, { counterweightId, angleDeg, ...was }).momentGmm + wantedGmm;
  return input.bits.flatMap((bit) => {
    if (bit.bitMm < old.bitMm || bit.bitMm > (counterweight.largestBitMm ?? Infinity)) return [];
    if (bit.bitMm === old.bitMm && bit.pointAngleDeg !== old.pointAngleDeg) return [];
    const shape = { ...was, bitMm: bit.bitMm, pointAngleDeg: bit.pointAngleDeg };
    const limitMm = deepestMm(counterweight, shape, bit);
    const depthMm = depthFor(input, counterweight, shape, totalGmm, limitMm);
    if (depthMm === null) return [];
    // A point that reaches less far than before would leave its own floor uncut.
    const deepEnough = bit.bitMm === old.bitMm ? depthMm >= old.depthMm + LEAST_DEEPENING_MM : depthMm >= old.depthMm;
    if (!deepEnough || depthMm > limitMm) return [];
    const candidate: CrankHole = { counterweightId, angleDeg, ...shape, depthMm, was };
    const placed = [...input.existing, ...state.holes];
    const keeps =
      shape.axialRadiusMm == null
        ? keepsMarginAndWebs(counterweight, candidate, placed)
        : // Where one was drilled, the face was drilled from.
          fitsBeside(counterweight, candidate, placed, true);
    return keeps ? withHole(input, state, candidate) : [];
  });
}

const deepestMm = (counterweight: Counterweight, { bitMm, pointAngleDeg, axialRadiusMm }: HoleShape, bit: Bit): number =>
  Math.min(bit.usableDepthMm, axialRadiusMm == null ? counterweight.depthLimitMm : deepestBesideMm(counterweight, bitMm, pointAngleDeg));

function depthFor({ crank }: PlanInput, counterweight: Counterweight, shape: HoleShape, momentGmm: number, limitMm: number): number | null {
  const { bitMm, pointAngleDeg, axialRadiusMm } = shape;
  const densityGPerCm3 = densityOf(crank, counterweight);
  if (axialRadiusMm != null) {
    const wantedMm = axialDepthForMomentMm(momentGmm, { bitMm, pointAngleDeg, axialRadiusMm, densityGPerCm3 });
    return Math.floor(Math.min(limitMm, wantedMm) * 10 + 1e-9) / 10;
  }
  const fitted = depthForMoment(momentGmm, { rimRadiusMm: counterweight.rimRadiusMm, bitMm, pointAngleDeg, densityGPerCm3 }, limitMm);
  if (fitted.kind === 'tooLittle') return null;
  return roundTo(fitted.kind === 'depth' ? fitted.depthMm : limitMm, DEPTH_STEP_MM);
}

/**
 * The states with this hole of the crank filled: with a bar as long as is wanted, where it runs parallel to the shaft, and in a
 * radial one only where the shop takes that risk; welded shut where it welds.
 */
export function filledIn(input: PlanInput, state: State, old: CrankHole): State[] {
  if (isSpoken(state, old)) return [];
  const counterweight = counterweightOf(input.crank, old.counterweightId);
  const lever = leverOf(input, state, counterweight);
  const lightGmm = -lever.wantedGmm(fromPolar(1, old.angleDeg));
  if (lightGmm <= 0) return [];
  const was = shapeOf(old);
  const base = {
    counterweightId: old.counterweightId,
    angleDeg: old.angleDeg,
    pointAngleDeg: was.axialRadiusMm == null ? was.pointAngleDeg : 180,
    was,
  };
  const bars = (input.bars ?? []).flatMap((bar) => {
    const hole = barInHole(input, counterweight, base, bar, lightGmm);
    return hole ? withHole(input, state, hole) : [];
  });
  if (input.welding !== true) return bars;
  const { massG, momentGmm } = holeMetal(input.crank, { counterweightId: old.counterweightId, angleDeg: old.angleDeg, ...was });
  const slug = { radiusMm: massG === 0 ? 0 : momentGmm / massG, densityGPerCm3: densityOf(input.crank, counterweight), welded: true };
  return [...bars, ...withHole(input, state, { ...base, bitMm: was.bitMm, depthMm: was.depthMm, slug })];
}

type OldHole = Pick<CrankHole, 'counterweightId' | 'angleDeg' | 'pointAngleDeg'> & { readonly was: HoleShape };

function barInHole(input: PlanInput, counterweight: Counterweight, base: OldHole, bar: Bar, lightGmm: number): CrankHole | null {
  const { was } = base;
  const beside = was.axialRadiusMm != null;
  if (beside ? bar.diameterMm < was.bitMm : bar.diameterMm !== was.bitMm || input.radialBars !== true) return null;
  const longestMm = beside ? counterweight.widthMm : was.depthMm;
  const shoulderMm = counterweight.rimRadiusMm - was.depthMm;
  const ofLength = (depthMm: number): CrankHole => ({
    ...base,
    bitMm: bar.diameterMm,
    depthMm,
    slug: { radiusMm: was.axialRadiusMm ?? shoulderMm + depthMm / 2, densityGPerCm3: bar.densityGPerCm3 },
  });
  // The longer the more it brings; in a radial hole a longer one also lies further out.
  const steps = Math.floor(longestMm / SLUG_STEP_MM + 1e-9);
  let [low, high] = [Math.ceil(LEAST_SLUG_MM / SLUG_STEP_MM), steps];
  if (high < low) return null;
  const brings = (step: number): number => -holeMetal(input.crank, ofLength(step * SLUG_STEP_MM)).momentGmm;
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (brings(middle) < lightGmm) low = middle + 1;
    else high = middle;
  }
  // One step shorter may miss by less.
  const nearest = low > LEAST_SLUG_MM / SLUG_STEP_MM && Math.abs(brings(low - 1) - lightGmm) < Math.abs(brings(low) - lightGmm) ? low - 1 : low;
  return ofLength(nearest * SLUG_STEP_MM);
}
