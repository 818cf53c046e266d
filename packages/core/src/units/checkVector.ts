import { CoreError } from './check.js';
import type { Vector } from './vector.js';

/**
 * Returns the vector when both its components are finite numbers.
 * @throws CoreError naming the quantity
 */
export function checkVector(quantity: string, vector: Vector, field: string): Vector {
  if (Number.isFinite(vector.re) && Number.isFinite(vector.im)) return vector;
  throw new CoreError(`${quantity} is missing or is not a number.`, field);
}
