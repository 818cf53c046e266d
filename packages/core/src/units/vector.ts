import { degToRad, normaliseAngleDeg, radToDeg } from './angle.js';

/**
 * A vector square to the shaft as a complex number: `re` along angle 0, `im` along angle 90.
 * Its unit is whatever the name that holds it says (g·mm for an unbalance).
 */
export interface Vector {
  readonly re: number;
  readonly im: number;
}

/** The same vector as an amount and a direction, 0 ≤ angleDeg < 360. */
export interface Polar {
  readonly amount: number;
  readonly angleDeg: number;
}

export const ZERO: Vector = { re: 0, im: 0 };

/** Amount and direction of a vector. The zero vector is given direction 0. */
export function toPolar(vector: Vector): Polar {
  const amount = Math.hypot(vector.re, vector.im);
  return { amount, angleDeg: amount === 0 ? 0 : normaliseAngleDeg(radToDeg(Math.atan2(vector.im, vector.re))) };
}

/** The vector of an amount in a direction (degrees). A negative amount points the other way. */
export function fromPolar(amount: number, angleDeg: number): Vector {
  const angleRad = degToRad(normaliseAngleDeg(angleDeg));
  return { re: amount * Math.cos(angleRad), im: amount * Math.sin(angleRad) };
}

export const add = (a: Vector, b: Vector): Vector => ({ re: a.re + b.re, im: a.im + b.im });
export const subtract = (a: Vector, b: Vector): Vector => ({ re: a.re - b.re, im: a.im - b.im });
export const scale = (a: Vector, factor: number): Vector => ({ re: a.re * factor, im: a.im * factor });
/** Inner product of two plane vectors: amount · amount · cos(angle between). */
export const dot = (a: Vector, b: Vector): number => a.re * b.re + a.im * b.im;
export const sumOf = (vectors: readonly Vector[]): Vector => vectors.reduce(add, ZERO);
