/**
 * The core's one complaint: a quantity is outside what the computation can use.
 * The message names quantity, value, allowed range and place, and is fit to show to a machinist.
 */
export class CoreError extends Error {
  override readonly name = 'CoreError';
  constructor(
    message: string,
    /** Where in the input, as a path such as `pins.2.zMm`. */
    readonly field: string,
  ) {
    super(message);
  }
}

/** Bounds of a quantity; an exclusive lower bound is said with `above`. */
export interface Bounds {
  readonly above?: number;
  readonly min?: number;
  readonly max?: number;
  readonly unit?: string;
}

/**
 * Returns the value when it is a finite number within the bounds.
 * @throws CoreError naming the quantity, the value and the allowed range
 */
export function checkNumber(quantity: string, value: unknown, bounds: Bounds, field: string): number {
  const unit = bounds.unit === undefined ? '' : ` ${bounds.unit}`;
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new CoreError(`${quantity} is missing or is not a number.`, field);
  }
  if (bounds.above !== undefined && !(value > bounds.above)) {
    throw new CoreError(`${quantity} is ${value}${unit}; it has to be above ${bounds.above}${unit}.`, field);
  }
  if (bounds.min !== undefined && value < bounds.min) {
    throw new CoreError(`${quantity} is ${value}${unit}; the least that makes sense is ${bounds.min}${unit}.`, field);
  }
  if (bounds.max !== undefined && value > bounds.max) {
    throw new CoreError(`${quantity} is ${value}${unit}; the most that makes sense is ${bounds.max}${unit}.`, field);
  }
  return value;
}
