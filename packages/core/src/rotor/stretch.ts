import { degToRad } from '../units/angle.js';
import type { CrankPoint } from './crankSizes.js';

/** A place in x (up at angle 0), y (at 90°) and z, mm. */
export type Xyz = readonly [number, number, number];

/** Where a place of the crank is. */
export const xyzOf = ({ zMm, radiusMm, angleDeg }: CrankPoint): Xyz => [
  radiusMm * Math.cos(degToRad(angleDeg)),
  radiusMm * Math.sin(degToRad(angleDeg)),
  zMm,
];

/**
 * The least distance between two straight stretches in space, mm.
 *
 * The squared distance of p + s·d and q + t·e is a convex quadratic in s and t; its least over the square 0 ≤ s, t ≤ 1 lies inside it, at
 * the root of the two normal equations, or on one of its four edges, where it is a point's distance to a stretch.
 */
export function stretchDistanceMm([p, pEnd]: readonly [Xyz, Xyz], [q, qEnd]: readonly [Xyz, Xyz]): number {
  const [d, e, r] = [minus(pEnd, p), minus(qEnd, q), minus(p, q)];
  const [dd, de, ee, dr, er] = [dot(d, d), dot(d, e), dot(e, e), dot(d, r), dot(e, r)];
  const det = dd * ee - de * de;
  if (det > 1e-12 * Math.max(dd * ee, Number.MIN_VALUE)) {
    const [s, t] = [(de * er - ee * dr) / det, (dd * er - de * dr) / det];
    if (s >= 0 && s <= 1 && t >= 0 && t <= 1) return Math.sqrt(lengthSquared(plus(minus(r, times(e, t)), times(d, s))));
  }
  return Math.min(toStretch(p, q, qEnd), toStretch(pEnd, q, qEnd), toStretch(q, p, pEnd), toStretch(qEnd, p, pEnd));
}

function toStretch(point: Xyz, start: Xyz, end: Xyz): number {
  const [along, off] = [minus(end, start), minus(point, start)];
  const length2 = lengthSquared(along);
  const share = length2 === 0 ? 0 : Math.min(1, Math.max(0, dot(off, along) / length2));
  return Math.sqrt(lengthSquared(minus(off, times(along, share))));
}

const dot = (a: Xyz, b: Xyz): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const plus = (a: Xyz, b: Xyz): Xyz => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const minus = (a: Xyz, b: Xyz): Xyz => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const times = (a: Xyz, k: number): Xyz => [a[0] * k, a[1] * k, a[2] * k];
const lengthSquared = (a: Xyz): number => dot(a, a);
