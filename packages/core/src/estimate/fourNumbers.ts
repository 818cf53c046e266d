import type { PlaneUnbalance } from '../rotor/planes.js';

/** Both planes as real numbers: A re, A im, B re, B im. Covariances of them are 4 × 4, row by row. */
export type FourNumbers = readonly number[];

export const toFour = ({ aGmm, bGmm }: PlaneUnbalance): number[] => [aGmm.re, aGmm.im, bGmm.re, bGmm.im];

export const fromFour = (four: ArrayLike<number>): PlaneUnbalance => ({
  aGmm: { re: four[0]!, im: four[1]! },
  bGmm: { re: four[2]!, im: four[3]! },
});

/** x + factor·y, number by number. */
export const plus = (x: ArrayLike<number>, y: ArrayLike<number>, factor = 1): number[] => Array.from(x, (value, i) => value + factor * y[i]!);

/** Adds factor·v·vᵀ to a 4 × 4. */
export function addOuter(matrix: number[], v: FourNumbers, factor = 1): void {
  for (let i = 0; i < 4; i += 1) for (let j = 0; j < 4; j += 1) matrix[4 * i + j]! += factor * v[i]! * v[j]!;
}

/** The same variance in each of the four. */
export const roundFour = (variance: number): number[] => Array.from({ length: 16 }, (_, i) => (i % 5 === 0 ? variance : 0));

/** The four by four of two by two that one plane has. */
export const planeOfFour = (matrix: ArrayLike<number>, plane: 'aGmm' | 'bGmm'): Round2 => {
  const at = plane === 'aGmm' ? 0 : 10;
  return { xx: matrix[at]!, xy: matrix[at + 1]!, yy: matrix[at + 5]! };
};

/** A covariance of two components, (g·mm)². */
export interface Round2 {
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}
