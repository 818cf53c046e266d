import type { RimCut } from '../../rotor/cut.js';
import { checkNumber } from '../../units/check.js';
import { plusMetal, type Metal } from '../metal.js';
import { lacking, rimsOf } from '../overlap.js';
import { rimAtMm, touching, withOps, type Piece } from '../piece.js';
import { amountOf } from '../removed.js';
import { arcOf, boxOf, type RimSolid } from '../solid.js';
import { wholeRim } from '../wholeSolid.js';

function rimSolid(piece: Piece, cut: RimCut): RimSolid {
  const innerMm = rimAtMm(piece, cut.angleDeg) - cut.depthMm;
  checkNumber('What is left of the rim’s radius', innerMm, { above: 0, unit: 'mm' }, 'depthMm');
  return { shape: 'rim', arc: arcOf(cut.angleDeg, cut.halfArcDeg), innerMm };
}

/** What a rim loses: the stretch without what older rims and holes had taken of it. */
export function metal(piece: Piece, cut: RimCut): Metal {
  const solid = rimSolid(piece, cut);
  const box = boxOf(solid, piece.sector);
  const whole = wholeRim(piece, solid, rimsOf(touching(piece, box)));
  // Where older rims went, `whole` counts nothing: a bar that stands out there is all that is to be had.
  const lack = lacking(piece, { solid, box }, amountOf(whole), ({ lacksGPerMm3 }, inGone) => lacksGPerMm3 - (inGone ? piece.densityGPerMm3 : 0));
  return plusMetal(whole, lack, -1);
}

export function after(piece: Piece, cut: RimCut, id: string | null): Piece {
  const solid = rimSolid(piece, cut);
  return withOps(piece, [{ does: 'removeRim', id, solid, box: boxOf(solid, piece.sector) }]);
}
