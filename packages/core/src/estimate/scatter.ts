/** How far a spin lies from another of its state: variance in each component of each plane, (g·mm)². */
export interface SpinScatter {
  readonly a: number;
  readonly b: number;
  /** Degrees it was estimated with; Infinity where it is known, 0 where nothing is known of it. */
  readonly freedom: number;
  /** What it was taken from holds the scatter of the turns too. */
  readonly holdsTurns: boolean;
}

/** How far one turn lies from another of its spin, 4 × 4, (g·mm)², and the degrees it was estimated with, as a matrix. */
export interface TurnScatter {
  readonly covariance: readonly number[];
  readonly freedom: number;
}

/**
 * By how much a deviation that was estimated with ν degrees is taken larger, so that normal and χ² limits hold what Student's and F's
 * would: 1 + 2/ν (handbook section 6, definition 9b). With 8 degrees, three readings of a first state, 1.25.
 */
export const estimatedFactor = (freedom: number): number => (Number.isFinite(freedom) && freedom > 0 ? 1 + 2 / freedom : 1);

/** No machine reads truer than this, g·mm. */
export const LEAST_DEVIATION_GMM = 1;
