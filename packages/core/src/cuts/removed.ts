import { lacking } from './overlap.js';
import { removedOnAxis } from './onAxis.js';
import { plusMetal, type Metal } from './metal.js';
import { touching, type Op, type Piece } from './piece.js';
import { boxOf, type RoundSolid } from './solid.js';
import { wholeRound } from './wholeSolid.js';

/** What integrals are measured against. */
export const amountOf = ({ massG, momentGmm }: Metal): { massG: number; momentGmm: number } => ({
  massG: Math.abs(massG),
  momentGmm: Math.hypot(momentGmm.re, momentGmm.im),
});

/** What leaves with a bore: what its solid would hold, less what older cuts left lacking in it. */
export function removed(piece: Piece, solid: RoundSolid): Metal {
  const box = boxOf(solid, piece.sector);
  const met = touching(piece, box);
  const onAxis = met.length === 0 ? null : removedOnAxis(piece, solid, met);
  if (onAxis) return onAxis;
  const whole = wholeRound(piece, solid, piece.densityGPerMm3);
  if (met.length === 0) return whole;
  return plusMetal(whole, lacking(piece, { solid, box }, amountOf(whole)), -1);
}

/** The bore as one thing that was done. */
export const boring = (piece: Piece, solid: RoundSolid, id: string | null): Extract<Op, { does: 'remove' }> => ({
  does: 'remove',
  id,
  solid,
  box: boxOf(solid, piece.sector),
});
