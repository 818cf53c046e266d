import { CoreError } from '../../units/check.js';

/** A size with what it is of. */
export interface Sized {
  readonly id: string;
  readonly mm: number;
}

export interface PistonPlace {
  readonly bore: string;
  readonly piston: string;
  readonly clearanceMm: number;
}

export interface PistonsPlaced {
  readonly places: readonly PistonPlace[];
  /** The largest deviation of a clearance from the aim. */
  readonly worstMm: number;
}

/**
 * Pistons to bores so that the clearances come closest to the aim: the largest deviation is least, and of those the sum of squares. Exact: a
 * clearance's deviation is convex in the difference of two sizes, so some best assignment crosses nowhere once both are sorted (exchanging a
 * crossing pair never makes the worse of the two worse), and a walk through both sorted lists, each piston taken or left, finds it.
 *
 * @param pistons at least as many as bores; those left over are spare
 * @throws CoreError where there are fewer
 */
export function pistonsToBores(bores: readonly Sized[], pistons: readonly Sized[], aimMm: number): PistonsPlaced {
  if (pistons.length < bores.length) throw new CoreError(`There are ${pistons.length} pistons for ${bores.length} bores.`, 'pistons');
  const bySize = (a: Sized, b: Sized): number => a.mm - b.mm;
  const [rows, columns] = [[...bores].sort(bySize), [...pistons].sort(bySize)];
  interface Best {
    readonly worst: number;
    readonly squares: number;
    readonly taken: readonly number[];
  }
  const better = (a: Best, b: Best): Best => {
    if (Math.abs(a.worst - b.worst) > 1e-12) return a.worst < b.worst ? a : b;
    return a.squares <= b.squares ? a : b;
  };
  // best[j]: the first i bores on the first j pistons.
  let best: (Best | null)[] = columns.map(() => ({ worst: 0, squares: 0, taken: [] }));
  best.push({ worst: 0, squares: 0, taken: [] });
  for (const [i, bore] of rows.entries()) {
    const next: (Best | null)[] = [null];
    for (const [j, piston] of columns.entries()) {
      const before = j >= i ? best[j] : null;
      const off = bore.mm - piston.mm - aimMm;
      const here = before && { worst: Math.max(before.worst, Math.abs(off)), squares: before.squares + off ** 2, taken: [...before.taken, j] };
      const left = next[j] ?? null;
      next.push(here && left ? better(left, here) : (here ?? left));
    }
    best = next;
  }
  const found = best.at(-1) ?? null;
  if (!found) return { places: [], worstMm: 0 };
  return {
    places: found.taken.map((j, i) => ({ bore: rows[i]!.id, piston: columns[j]!.id, clearanceMm: rows[i]!.mm - columns[j]!.mm })),
    worstMm: found.worst,
  };
}
