import { gauss } from '../cuts/gauss.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import { cholesky } from './cholesky.js';

/**
 * Chance that both planes are inside their tolerances at once: the integral of the normal distribution of the four numbers, planes
 * correlated, over two discs. A scatter that was estimated counts in the covariance by (1 + 2/ν)² (handbook section 6, definition 9b).
 *
 * By rays: in its own round measure a plane's disc is an ellipse, met by each ray between two closed-form radii, and what lies
 * beyond a radius is w(ρ) = e^(−ρ²/2). Along a ray of plane A Gauss's rule in w takes the chance of plane B given
 * A, whose mean moves by the regression on A; that one is a sum over rays alone.
 *
 * @param covariance of the four numbers, 4 × 4, (g·mm)²
 */
export function insideChance(
  { aGmm, bGmm }: PlaneUnbalance,
  covariance: ArrayLike<number>,
  tolerance: { readonly aGmm: number; readonly bGmm: number },
): number {
  const hair = 1e-9 * (covariance[0]! + covariance[5]! + covariance[10]! + covariance[15]!) + 1e-9;
  const l = cholesky(
    Array.from({ length: 16 }, (_, i) => covariance[i]! + (i % 5 === 0 ? hair : 0)),
    4,
  );
  const first = [l[0]!, 0, l[4]!, l[5]!] as const;
  const second = [l[10]!, 0, l[14]!, l[15]!] as const;
  const { at, weight } = gauss(ALONG);
  let sum = 0;
  for (let i = 0; i < RAYS; i += 1) {
    const [cos, sin] = [COS[i]!, SIN[i]!];
    const span = between(aGmm.re, aGmm.im, first[0] * cos, first[2] * cos + first[3] * sin, tolerance.aGmm);
    if (!span) continue;
    const [from, to] = [beyond(span[0]), beyond(span[1])];
    // Farther out than a number can say: nothing of the distribution lies along this ray.
    if (from <= to) continue;
    for (let g = 0; g < ALONG; g += 1) {
      const rho = radiusBeyond(to + (from - to) * at[g]!);
      const [x, y] = [rho * cos, rho * sin];
      const re = bGmm.re + l[8]! * x + l[9]! * y;
      const im = bGmm.im + l[12]! * x + l[13]! * y;
      sum += weight[g]! * (from - to) * inDisc(re, im, second, tolerance.bGmm);
    }
  }
  return Math.min(1, sum / RAYS);
}

/** Share of the distribution of one plane further than ρ of its own deviations from its mean, e^(−ρ²/2), and its inverse. */
const beyond = (rho: number): number => Math.exp(-(rho ** 2) / 2);
// A share of all may come out a hair above one.
const radiusBeyond = (share: number): number => Math.sqrt(Math.max(0, -2 * Math.log(share)));

/** Lower triangle of a plane's own covariance. */
type Low = readonly [number, number, number, number];
const RAYS = 32;
const ALONG = 8;
const COS = Array.from({ length: RAYS }, (_, i) => Math.cos((2 * Math.PI * (i + 0.5)) / RAYS));
const SIN = Array.from({ length: RAYS }, (_, i) => Math.sin((2 * Math.PI * (i + 0.5)) / RAYS));

/** ρ ≥ 0 between which |(re, im) + ρ·(dx, dy)| ≤ radius; null for none. */
function between(re: number, im: number, dx: number, dy: number, radius: number): [number, number] | null {
  const a = dx ** 2 + dy ** 2;
  const b = re * dx + im * dy;
  const c = re ** 2 + im ** 2 - radius ** 2;
  const root2 = b ** 2 - a * c;
  if (root2 <= 0) return null;
  const to = (-b + Math.sqrt(root2)) / a;
  return to <= 0 ? null : [Math.max(0, (-b - Math.sqrt(root2)) / a), to];
}

function inDisc(re: number, im: number, l: Low, radius: number): number {
  const c = re ** 2 + im ** 2 - radius ** 2;
  let sum = 0;
  for (let i = 0; i < RAYS; i += 1) {
    const dx = l[0] * COS[i]!;
    const dy = l[2] * COS[i]! + l[3] * SIN[i]!;
    const a = dx * dx + dy * dy;
    const b = re * dx + im * dy;
    const root2 = b * b - a * c;
    if (root2 <= 0) continue;
    const root = Math.sqrt(root2);
    if (root <= b) continue;
    sum -= beyond((root - b) / a);
    sum += c < 0 ? 1 : beyond((-b - root) / a);
  }
  return sum / RAYS;
}
