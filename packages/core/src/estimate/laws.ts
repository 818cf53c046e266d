import jStat from 'jstat';
import type { Round2 } from './fourNumbers.js';

/** Share of a two-dimensional normal that lies outside this many deviations is 5 %: √(−2·ln 0.05). */
export const RAYLEIGH95 = Math.sqrt(-2 * Math.log(0.05));

/**
 * Chance that a squared distance of `numbers` real numbers (an even count) is larger than this by chance alone: χ² where the scatter
 * is known, e^(−x/2)·Σ (x/2)^k/k!; where it was estimated with ν degrees of freedom, that of numbers·F(numbers, ν), for two
 * (1 + x/ν)^(−ν/2) and for four that times 1 + (ν/2)·(x/ν)/(1 + x/ν).
 */
export function chanceBeyond(squared: number, numbers: 2 | 4, freedom: number): number {
  if (!Number.isFinite(freedom)) return Math.exp(-squared / 2) * (numbers === 2 ? 1 : 1 + squared / 2);
  const y = squared / freedom;
  return (1 + y) ** (-freedom / 2) * (numbers === 2 ? 1 : 1 + ((freedom / 2) * y) / (1 + y));
}

/** How many directions a scatter has, 1 for a line and 2 where it is round, as `n` turns tell it (handbook section 6, definition 7). */
function directionsOf({ xx, xy, yy }: Round2, freedom: number): number {
  const trace = xx + yy;
  const squares = xx ** 2 + yy ** 2 + 2 * xy ** 2;
  if (trace === 0) return 2;
  if (!Number.isFinite(freedom)) return trace ** 2 / squares;
  if (freedom < 2) return DIRECTIONS_OF_TWO_TURNS;
  const b = (freedom ** 2 * (squares - trace ** 2 / freedom)) / ((freedom - 1) * (freedom + 2));
  const a = trace ** 2 - (2 * b) / freedom;
  return b > 0 ? Math.min(2, Math.max(1, a / b)) : 2;
}
const DIRECTIONS_OF_TWO_TURNS = 1.6;

/** From here on an estimated scatter is as good as a known one of its shape. */
const MANY = 60;

/**
 * Radius of the circle about a mean that holds the truth with 95 %, g·mm.
 *
 * Of a covariance that is known: (1/2π)·∫ e^(−R²·q(φ)/2) dφ = 0.05, q(φ) the inverse covariance along φ. Of one that was estimated,
 * of ν degrees of freedom: R² = tr·F₀.₉₅(h, h·ν), h the directions it has (handbook section 6, definition 7: holds 93.5 to 97 % for
 * a scatter of up to five to one). For a round one of 2ν degrees both are √(2·F(2, 2ν))·s.
 *
 * @param freedom of the covariance as a matrix: turns − 1; Infinity where it is known
 */
export function radius95Of(covariance: Round2, freedom: number): number {
  const { xx, xy, yy } = covariance;
  const trace = xx + yy;
  if (trace <= 0) return 0;
  if (freedom < MANY) {
    const h = directionsOf(covariance, freedom);
    return Math.sqrt(trace * jStat.centralF.inv(0.95, h, h * freedom));
  }
  const half = Math.hypot((xx - yy) / 2, xy);
  const [large, small] = [trace / 2 + half, Math.max(trace / 2 - half, 1e-9 * trace)];
  // In the distribution's own round measure a circle of radius R is met along φ at ρ² = R²/(large·cos² φ + small·sin² φ), and
  // e^(−ρ²/2) lies beyond. That is convex in R², so that Newton's steps from a radius too small come up to it from below.
  const rates = COS2.map((cos2) => 1 / (2 * (large * cos2 + small * (1 - cos2))));
  let squared = 3.84 * large;
  for (let i = 0; i < 30; i += 1) {
    let [beyond, slope] = [0, 0];
    for (const rate of rates) {
      const part = Math.exp(-squared * rate) / rates.length;
      beyond += part;
      slope += part * rate;
    }
    const move = (beyond - 0.05) / slope;
    squared += move;
    if (Math.abs(move) < 1e-9 * squared) break;
  }
  return Math.sqrt(squared);
}

/** cos² over a quarter turn, which stands for all four. */
const COS2 = Array.from({ length: 24 }, (_, i) => Math.cos((Math.PI * (i + 0.5)) / 48) ** 2);
