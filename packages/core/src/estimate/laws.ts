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

/** A part of a covariance that was estimated itself. */
export interface Estimated {
  readonly covariance: Round2;
  /** As it counts in the whole, where that is larger than it was estimated; left out where it counts as it is. */
  readonly counted?: Round2;
  /** As a matrix: turns − 1. */
  readonly freedom: number;
  /** Its shape is known to be round, and only its size was estimated: of 2ν numbers. */
  readonly round?: boolean;
}

/** How many directions a scatter has, 1 for a line and 2 where it is round, as `n` turns tell it (handbook section 6, definition 7). */
function directionsOf({ covariance: { xx, xy, yy }, freedom, round = false }: Estimated): number {
  const trace = xx + yy;
  const squares = xx ** 2 + yy ** 2 + 2 * xy ** 2;
  if (round || trace === 0) return 2;
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
 * of ν degrees of freedom: R² = tr·F₀.₉₅(h, h·ν), h the directions it has (handbook section 6, definition 7). Where only parts of it
 * were: as if all were known, and for each part what its law adds, R² = R²(P) + Σ (R²(Sᵢ, νᵢ) − R²(Sᵢ)). Counted for 3 to 10 turns,
 * scatter of up to five to one and known parts from none to three times as large: it holds 93.5 to 97.5 %. (Welch's degrees of
 * freedom, which come out large where a few turns happen to lie close, held 89.)
 *
 * @param estimated parts of the covariance; none where all of it is known
 */
export function radius95Of(covariance: Round2, estimated: readonly Estimated[] = []): number {
  const more = estimated
    .filter(({ freedom }) => freedom < MANY)
    .reduce((sum, part) => sum + squaredByTurns(part) - squaredRadius(part.counted ?? part.covariance), 0);
  return Math.sqrt(Math.max(0, squaredRadius(covariance) + more));
}

function squaredByTurns(part: Estimated): number {
  const { xx, yy } = part.covariance;
  const h = directionsOf(part);
  return xx + yy <= 0 ? 0 : (xx + yy) * jStat.centralF.inv(0.95, h, h * part.freedom);
}

/** R² of a covariance that is known. */
function squaredRadius({ xx, xy, yy }: Round2): number {
  const trace = xx + yy;
  if (trace <= 0) return 0;
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
  return squared;
}

/** cos² over a quarter turn, which stands for all four. */
const COS2 = Array.from({ length: 24 }, (_, i) => Math.cos((Math.PI * (i + 0.5)) / 48) ** 2);
