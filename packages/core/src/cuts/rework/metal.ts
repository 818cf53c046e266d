import type { Rework, WeldCut } from '../../rotor/cut.js';
import { NO_METAL, plusMetal, type Metal } from '../metal.js';
import { lacking, openBetween, rimsOf } from '../overlap.js';
import { touching, withOps, type Op, type Piece } from '../piece.js';
import { amountOf, boring, removed } from '../removed.js';
import { drilledSolid, onOneAxis } from '../roundSolids.js';
import { boxesMeet, type Box, type FilledSolid } from '../solid.js';
import { wholeRound } from '../wholeSolid.js';

/** What is drilled out of an old hole besides, or what a weld brings. */
export const metal = (piece: Piece, cut: Rework): Metal => (cut.kind === 'weld' ? weldTakes(piece, cut) : removed(piece, drilledSolid(piece, cut)));

export const after = (piece: Piece, cut: Rework, id: string | null): Piece =>
  cut.kind === 'weld' ? welded(piece, cut, id) : withOps(piece, [boring(piece, drilledSolid(piece, cut), id)]);

type Bore = Extract<Op, { does: 'remove' }>;

/** The bores that a weld fills: its own hole, and every one that is open to it. A bore that a bar stands in lets no weld through. */
function weldedBores(piece: Piece, cut: WeldCut): Bore[] {
  const bores = piece.ops.filter((op) => op.does === 'remove');
  // A bar is its bore and then its filling.
  const open = bores.filter((bore) => {
    const next = piece.ops[piece.ops.indexOf(bore) + 1];
    return !(next?.does === 'fill' && next.id === bore.id);
  });
  const named = bores.filter(({ id }) => id === cut.replacesId);
  const filled = new Set(named.length > 0 ? named : open.filter(({ solid }) => onOneAxis(solid, piece, cut)));
  const isOpenTo = (one: Bore, other: Bore): boolean =>
    boxesMeet(one.box, other.box) && openBetween(piece, one.solid, other.solid, touching(piece, other.box));
  for (let before = -1; before !== filled.size;) {
    before = filled.size;
    for (const op of open) if (!filled.has(op) && [...filled].some((own) => isOpenTo(own, op))) filled.add(op);
  }
  return [...filled];
}

const filledSolid = (piece: Piece, bores: readonly Bore[]): FilledSolid => ({
  shape: 'filled',
  bores: bores.map(({ solid }) => solid),
  under: rimsOf(piece.ops),
});

/** Whether no bar stands in any of these bores: welded, it is then as if they had never been drilled. */
const holdNoBar = ({ ops }: Piece, bores: readonly Bore[]): boolean =>
  !ops.some((op) => op.does === 'fill' && bores.some(({ box }) => boxesMeet(box, op.box)));

const without = (piece: Piece, bores: readonly Bore[]): Piece => ({
  ...piece,
  ops: piece.ops.filter((op) => !(bores as readonly Op[]).includes(op)),
});

function welded(piece: Piece, cut: WeldCut, id: string | null): Piece {
  const bores = weldedBores(piece, cut);
  if (bores.length === 0 || holdNoBar(piece, bores)) return without(piece, bores);
  return withOps(piece, [{ does: 'weld', id, solid: filledSolid(piece, bores), boxes: bores.map(({ box }) => box) }]);
}

/** A weld fills what is empty of its bores, never what was turned or ground off over them. */
function weldTakes(piece: Piece, cut: WeldCut): Metal {
  const bores = weldedBores(piece, cut);
  if (holdNoBar(piece, bores)) {
    let now = without(piece, bores);
    return bores.reduce((sum, bore) => {
      const taken = removed(now, bore.solid);
      now = { ...now, ops: [...now.ops, bore] };
      return plusMetal(sum, taken, -1);
    }, NO_METAL);
  }
  const solid = filledSolid(piece, bores);
  const parent = piece.densityGPerMm3;
  const gross = solid.bores.reduce((sum, bore) => plusMetal(sum, wholeRound(piece, bore, parent)), NO_METAL);
  const empty = lacking(piece, { solid, box: EVERYWHERE }, amountOf(gross), ({ lacksGPerMm3 }) => (lacksGPerMm3 === parent ? parent : 0));
  return plusMetal(NO_METAL, empty, -1);
}

const EVERYWHERE: Box = { middleDeg: 0, halfDeg: 180, innerMm: -Infinity, outerMm: Infinity, fromMm: -Infinity, toMm: Infinity };
