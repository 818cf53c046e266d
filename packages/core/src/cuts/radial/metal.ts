import type { RadialCut } from '../../rotor/cut.js';
import type { Metal } from '../metal.js';
import { withOps, type Piece } from '../piece.js';
import { boring, removed } from '../removed.js';
import { drilledSolid } from '../roundSolids.js';

/** What a drill takes from the rim: cylinder and point, entered through the rim as it is. */
export const metal = (piece: Piece, cut: RadialCut): Metal => removed(piece, drilledSolid(piece, cut));

export const after = (piece: Piece, cut: RadialCut, id: string | null): Piece => withOps(piece, [boring(piece, drilledSolid(piece, cut), id)]);
