import type { FaceCut } from '../../rotor/cut.js';
import type { Metal } from '../metal.js';
import { withOps, type Piece } from '../piece.js';
import { boring, removed } from '../removed.js';
import { drilledSolid } from '../roundSolids.js';

/** What a drill takes parallel to the shaft, at its own depth from its face. */
export const metal = (piece: Piece, cut: FaceCut): Metal => removed(piece, drilledSolid(piece, cut));

export const after = (piece: Piece, cut: FaceCut, id: string | null): Piece => withOps(piece, [boring(piece, drilledSolid(piece, cut), id)]);
