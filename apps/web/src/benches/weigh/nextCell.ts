import type { Measure } from '@tare/core';

/** One thing to be weighed: a part, or one of a rod's three weighings. */
export interface Cell {
  readonly partId: string;
  readonly cylinder: number;
  readonly measure: Measure;
}

/** Which cell waits next: all placements of a part, then the next part; or once round all parts, then again. */
export const ORDERS = ['byPart', 'byRound'] as const;
export type Order = (typeof ORDERS)[number];

/**
 * The cell that waits for a reading; null when every cell has as many as wanted.
 * @param have placements captured of each cell, in the cells' order; @param wantOf placements wanted, by what is weighed
 */
export function nextCell(cells: readonly Cell[], have: readonly number[], wantOf: (measure: Measure) => number, order: Order): Cell | null {
  const open = cells.map((cell, i) => ({ cell, n: have[i] ?? 0 })).filter(({ cell, n }) => n < wantOf(cell.measure));
  if (open.length === 0) return null;
  if (order === 'byPart') return open[0]!.cell;
  return open.reduce((fewest, one) => (one.n < fewest.n ? one : fewest)).cell;
}

export const sameCell = (x: Cell | null, y: Cell | null): boolean => x !== null && y !== null && x.partId === y.partId && x.measure === y.measure;
