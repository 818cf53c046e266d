import type { Planes, PlaneUnbalance } from '../rotor/planes.js';
import { degToRad } from '../units/angle.js';
import { checkNumber } from '../units/check.js';
import { absolute } from '../units/complex.js';
import { GMM_PER_OZIN } from '../units/convert.js';
import { fromPolar, ZERO, type Vector } from '../units/vector.js';
import { toHeavyDeg, type MachineConvention } from './convention.js';
import { unbalanceOf, type Influence } from './influence.js';

/** What a display shows of a plane, or a needle of a support. */
export interface Shown {
  /** Where it is off the scale: what it is at least. */
  readonly amount: number;
  readonly angleDeg: number;
  readonly offScale?: boolean;
}

/** One spin as it was shown. */
export interface ShownSpin {
  readonly a: Shown;
  readonly b: Shown;
}

/** By what numbers become unbalances. */
export interface ShownBy {
  readonly unit: 'gAtRadius' | 'gmm' | 'ozin' | 'none';
  readonly convention: MachineConvention;
  readonly planes: Pick<Planes, 'radiusAMm' | 'radiusBMm'>;
  /** Where the unit is none: what its trial weights gave. */
  readonly influence: Influence | null;
  /** What the display rounds to; null for what the digits say. */
  readonly amountStep: number | null;
  readonly angleStepDeg: number | null;
}

/** What was shown, as Tare has it. */
export interface ReadSpins {
  /** One for each spin, g·mm, to where the crank is heavy. */
  readonly spins: readonly PlaneUnbalance[];
  readonly display: {
    readonly a: { readonly amountGmm: number; readonly angleRad: number };
    readonly b: { readonly amountGmm: number; readonly angleRad: number };
  };
  /** Planes of which only a bound is known, g·mm. */
  readonly atLeastGmm: { readonly a: number | null; readonly b: number | null };
}

/**
 * What a machine showed, in Tare's angles and g·mm. A needle without a unit is read through its trial weights' coefficients; off the
 * scale in one support, neither plane is known then. Off the scale in some readings and on it in others: the readable ones count, and
 * the bound that the pinned ones gave is passed.
 * @throws CoreError for a number that makes no sense, or a needle without coefficients
 */
export function readShown(all: readonly ShownSpin[], by: ShownBy): ReadSpins {
  const onScale = all.filter(({ a, b }) => a.offScale !== true && b.offScale !== true);
  const shown = onScale.length > 0 ? onScale : all;
  all.forEach(({ a, b }, i) => {
    checkNumber('The amount in A', a.amount, { min: 0 }, `repeats.${i}.a.amount`);
    checkNumber('The amount in B', b.amount, { min: 0 }, `repeats.${i}.b.amount`);
  });
  const heavy = ({ amount, angleDeg }: Shown): Vector => fromPolar(amount, toHeavyDeg(angleDeg, by.convention));
  const spins = shown.map(({ a, b }) => inPlanes(heavy(a), heavy(b), by));
  const step = by.amountStep ?? finestOf(shown.flatMap(({ a, b }) => [a.amount, b.amount]));
  const angleRad = degToRad(by.angleStepDeg ?? finestOf(shown.flatMap(({ a, b }) => [a.angleDeg, b.angleDeg])));
  const [byA, byB] = [inPlanes({ re: step, im: 0 }, ZERO, by), inPlanes(ZERO, { re: step, im: 0 }, by)];
  const steps = (plane: 'aGmm' | 'bGmm'): number => Math.hypot(absolute(byA[plane]), absolute(byB[plane]));
  const off = { a: boundOf(shown.map(({ a }) => a)), b: boundOf(shown.map(({ b }) => b)) };
  return {
    spins,
    display: { a: { amountGmm: steps('aGmm'), angleRad }, b: { amountGmm: steps('bGmm'), angleRad } },
    atLeastGmm: boundsInPlanes(off, by),
  };
}

function inPlanes(a: Vector, b: Vector, { unit, planes, influence }: ShownBy): PlaneUnbalance {
  if (unit === 'none') return influence ? unbalanceOf({ left: a, right: b }, influence) : { aGmm: ZERO, bGmm: ZERO };
  const [ofA, ofB] = { gAtRadius: [planes.radiusAMm, planes.radiusBMm], gmm: [1, 1], ozin: [GMM_PER_OZIN, GMM_PER_OZIN] }[unit] as [number, number];
  return { aGmm: { re: a.re * ofA, im: a.im * ofA }, bGmm: { re: b.re * ofB, im: b.im * ofB } };
}

/** The largest of the bounds; null where every one was on the scale. */
function boundOf(shown: readonly Shown[]): number | null {
  const off = shown.filter(({ offScale }) => offScale === true).map(({ amount }) => amount);
  return off.length > 0 ? Math.max(...off) : null;
}

function boundsInPlanes({ a, b }: { readonly a: number | null; readonly b: number | null }, by: ShownBy): ReadSpins['atLeastGmm'] {
  if (by.unit !== 'none') {
    const at = inPlanes({ re: a ?? 0, im: 0 }, { re: b ?? 0, im: 0 }, by);
    return { a: a === null ? null : absolute(at.aGmm), b: b === null ? null : absolute(at.bGmm) };
  }
  if (a === null && b === null) return { a: null, b: null };
  // Of a support alone nothing follows for one plane: what is known is that something large is there.
  return { a: 0, b: 0 };
}

/** What the digits that were typed say of the display: the finest decimal place among them. */
function finestOf(numbers: readonly number[]): number {
  const places = numbers.map((value) => (/\.(\d+)/.exec(String(value))?.[1] ?? '').length);
  return 10 ** -Math.min(4, Math.max(...places));
}
