import type { BarCut } from '../../rotor/cut.js';
import { plusMetal, type Metal } from '../metal.js';
import { withOps, type Piece } from '../piece.js';
import { boring, removed } from '../removed.js';
import { barSolids } from '../roundSolids.js';
import { boxOf } from '../solid.js';
import { wholeRound } from '../wholeSolid.js';

/** A flat bore, then the bar: after the bore there is nothing left where the bar goes. */
export function metal(piece: Piece, cut: BarCut): Metal {
  const { bore, bar } = barSolids(piece, cut);
  return plusMetal(removed(piece, bore), wholeRound(piece, bar, cut.densityGPerCm3 / 1000), -1);
}

export function after(piece: Piece, cut: BarCut, id: string | null): Piece {
  const { bore, bar } = barSolids(piece, cut);
  const densityGPerMm3 = cut.densityGPerCm3 / 1000;
  return withOps(piece, [boring(piece, bore, id), { does: 'fill', id, solid: bar, box: boxOf(bar, piece.sector), densityGPerMm3 }]);
}
