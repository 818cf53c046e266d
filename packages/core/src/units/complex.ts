import type { Vector } from './vector.js';

/* A vector square to the shaft is a complex number; where two are multiplied, these are meant. */

export const times = (a: Vector, b: Vector): Vector => ({ re: a.re * b.re - a.im * b.im, im: a.re * b.im + a.im * b.re });
export const conjugate = (a: Vector): Vector => ({ re: a.re, im: -a.im });
export const absolute = (a: Vector): number => Math.hypot(a.re, a.im);

export function over(a: Vector, b: Vector): Vector {
  const size = b.re ** 2 + b.im ** 2;
  const product = times(a, conjugate(b));
  return { re: product.re / size, im: product.im / size };
}
