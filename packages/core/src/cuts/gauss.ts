/** Places and weights on 0…1. */
export interface Nodes {
  readonly at: readonly number[];
  readonly weight: readonly number[];
}

const known = new Map<number, Nodes>();

/** Gauss–Legendre nodes on 0…1, by Newton's method on the Legendre polynomial from Chebyshev's first guess; exact for polynomials of degree 2n − 1. */
export function gauss(n: number): Nodes {
  const before = known.get(n);
  if (before) return before;
  const at: number[] = [];
  const weight: number[] = [];
  for (let i = 0; i < n; i += 1) {
    let x = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5));
    let slope = 0;
    for (let step = 0; step < 50; step += 1) {
      let [p, before1] = [1, 0];
      for (let k = 1; k <= n; k += 1) [p, before1] = [((2 * k - 1) * x * p - (k - 1) * before1) / k, p];
      slope = (n * (x * p - before1)) / (x * x - 1);
      const move = p / slope;
      x -= move;
      if (Math.abs(move) < 1e-15) break;
    }
    at.push((1 - x) / 2);
    weight.push(1 / ((1 - x * x) * slope * slope));
  }
  const nodes = { at, weight };
  known.set(n, nodes);
  return nodes;
}
