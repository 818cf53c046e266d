import { inverse } from './cholesky.js';
import { plus, type FourNumbers } from './fourNumbers.js';

/** What a change of two numbers explains of what is off. */
export interface Fit {
  /** What it most probably is: re and im. */
  readonly change: readonly [number, number];
  /** What is left of νᴴS⁻¹ν. */
  readonly distance: number;
}

/**
 * The change of two numbers that explains most of an offset: generalised least squares, min over x of (ν − M·x)ᵀ·S⁻¹·(ν − M·x).
 * @param off ν, four numbers
 * @param covariance S, 4 × 4
 * @param columns M: what one unit of each number of the change does to the four
 */
export function fitTwo(off: FourNumbers, covariance: ArrayLike<number>, columns: readonly [FourNumbers, FourNumbers]): Fit {
  const weight = inverse(covariance, 4);
  const dot = (x: FourNumbers, y: FourNumbers): number => {
    let sum = 0;
    for (let i = 0; i < 4; i += 1) for (let j = 0; j < 4; j += 1) sum += x[i]! * weight[4 * i + j]! * y[j]!;
    return sum;
  };
  const [p, q] = columns;
  const [pp, pq, qq, pv, qv] = [dot(p, p), dot(p, q), dot(q, q), dot(p, off), dot(q, off)];
  const determinant = pp * qq - pq ** 2;
  const change: [number, number] = [(qq * pv - pq * qv) / determinant, (pp * qv - pq * pv) / determinant];
  const left = plus(plus(off, p, -change[0]), q, -change[1]);
  return { change, distance: dot(left, left) };
}
