import type { PlaneUnbalance } from '../rotor/planes.js';

/** Both planes as real numbers: A re, A im, B re, B im. Covariances of them are 4 × 4, row by row. */
export type FourNumbers = readonly number[];

export const toFour = ({ aGmm, bGmm }: PlaneUnbalance): number[] => [aGmm.re, aGmm.im, bGmm.re, bGmm.im];

export const fromFour = (four: ArrayLike<number>): PlaneUnbalance => ({
  aGmm: { re: four[0]!, im: four[1]! },
  bGmm: { re: four[2]!, im: four[3]! },
});

/** x + factor·y, number by number. */
export function plus(x: ArrayLike<number>, y: ArrayLike<number>, factor = 1): number[] {
  const sum = new Array<number>(x.length);
  for (let i = 0; i < x.length; i += 1) sum[i] = x[i]! + factor * y[i]!;
  return sum;
}

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

/** Sum of the diagonal of a 4 × 4. */
export const trace = (matrix: ArrayLike<number>): number => matrix[0]! + matrix[5]! + matrix[10]! + matrix[15]!;

/** The 4 × 4 of an upper triangle, row by row, as a summary of turns keeps it. */
export function fullOf(triangle: readonly number[]): number[] {
  return PLACES.map((place) => triangle[place]!);
}
const PLACES = [0, 1, 2, 3].flatMap((row) => [0, 1, 2, 3].map((column) => placeOf(Math.min(row, column), Math.max(row, column))));
function placeOf(row: number, column: number): number {
  return 4 * row - (row * (row - 1)) / 2 + column - row;
}
