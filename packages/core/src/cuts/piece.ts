import { CoreError } from '../units/check.js';
import { turnBetweenDeg } from '../units/angle.js';
import { densityOf, type Counterweight, type Crank } from '../rotor/crank.js';
import { arcOf, boxesMeet, contains, type Box, type FilledSolid, type Point, type RimSolid, type RoundSolid, type Sector } from './solid.js';

/** One thing that was done to a counterweight's metal. */
export type Op =
  /** A hole or bore: nothing is left in it. */
  | { readonly does: 'remove'; readonly id: string | null; readonly solid: RoundSolid; readonly box: Box }
  /** A rim taken down. */
  | { readonly does: 'removeRim'; readonly id: string | null; readonly solid: RimSolid; readonly box: Box }
  /** A bar: its density where nothing was. */
  | { readonly does: 'fill'; readonly id: string | null; readonly solid: RoundSolid; readonly box: Box; readonly densityGPerMm3: number }
  /** A weld: the parent's own metal where nothing was. */
  | { readonly does: 'weld'; readonly id: string | null; readonly solid: FilledSolid; readonly boxes: readonly Box[] };

/** A counterweight as metal: what it was, and everything that was done to it, in order. */
export interface Piece {
  readonly counterweight: Counterweight;
  readonly densityGPerMm3: number;
  readonly sector: Sector;
  readonly ops: readonly Op[];
}

/** A counterweight as it came from the forge. @throws CoreError where its figures make no solid */
export function rawPiece(crank: Pick<Crank, 'densityGPerCm3'>, counterweight: Counterweight): Piece {
  const { rimRadiusMm, widthMm, arcCentreDeg, arcHalfWidthDeg } = counterweight;
  for (const [value, field] of [
    [rimRadiusMm, 'rimRadiusMm'],
    [widthMm, 'widthMm'],
    [arcHalfWidthDeg, 'arcHalfWidthDeg'],
  ] as const)
    if (!(value > 0 && Number.isFinite(value))) throw new CoreError(`${counterweight.name} has no size that metal could be worked out from.`, field);
  return {
    counterweight,
    densityGPerMm3: densityOf(crank, counterweight) / 1000,
    sector: { radiusMm: rimRadiusMm, arc: arcOf(arcCentreDeg, arcHalfWidthDeg), halfWidthMm: widthMm / 2 },
    ops: [],
  };
}

/** The same piece after more was done to it. */
export const withOps = (piece: Piece, ops: readonly Op[]): Piece => ({ ...piece, ops: [...piece.ops, ...ops] });

/** Where the rim is now at an angle: as it was, or as far as it was taken down there, mm from the shaft. */
export const rimAtMm = ({ sector, ops }: Pick<Piece, 'sector' | 'ops'>, angleDeg: number): number =>
  ops.reduce(
    (mm, op) =>
      op.does === 'removeRim' && Math.abs(turnBetweenDeg(op.solid.arc.middleDeg, angleDeg)) <= op.solid.arc.halfDeg
        ? Math.min(mm, op.solid.innerMm)
        : mm,
    sector.radiusMm,
  );

/** The ops that a solid in this box may meet. */
export const touching = ({ ops }: Piece, box: Box): Op[] =>
  ops.filter((op) => (op.does === 'weld' ? op.boxes.some((own) => boxesMeet(own, box)) : boxesMeet(op.box, box)));

/**
 * Density at a point inside the sector after these ops, g/mm³: removing leaves nothing, filling fills only what is empty.
 */
export function densityAt(parentGPerMm3: number, ops: readonly Op[], point: Point): number {
  let density = parentGPerMm3;
  for (const op of ops) {
    if (op.does === 'remove' || op.does === 'removeRim') {
      if (density !== 0 && contains(op.solid, point)) density = 0;
    } else if (density === 0 && contains(op.solid, point)) density = op.does === 'weld' ? parentGPerMm3 : op.densityGPerMm3;
  }
  return density;
}
