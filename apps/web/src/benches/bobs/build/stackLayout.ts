import type { BobBox, BuiltBob } from '@tare/core';

export interface DrawnPiece {
  readonly name: string;
  /** Distance of its inner face from the clamp, mm. */
  readonly fromMm: number;
  readonly thicknessMm: number;
  /** Half its width in the drawing, from its mass and thickness: a disc of steel. */
  readonly halfWidthMm: number;
}

/** Steel, g/mm³: only the drawing's widths come from it. */
const STEEL_G_PER_MM3 = 0.00785;
const THINNEST_MM = 1.2;
const [NARROWEST_MM, WIDEST_MM] = [7, 34];

/** The pieces of one half as they lie on the stud, from the clamp outwards. */
export function stackPieces({ stack }: Pick<BuiltBob, 'stack'>, { pieces }: BobBox): DrawnPiece[] {
  const drawn: DrawnPiece[] = [];
  let fromMm = 0;
  for (const { pieceId, each } of stack) {
    const piece = pieces.find(({ id }) => id === pieceId);
    if (!piece) continue;
    const thicknessMm = Math.max(piece.thicknessMm, THINNEST_MM);
    const radiusMm = Math.sqrt(piece.massG / (STEEL_G_PER_MM3 * thicknessMm * Math.PI));
    for (let n = 0; n < each; n += 1) {
      drawn.push({ name: piece.name, fromMm, thicknessMm, halfWidthMm: Math.min(WIDEST_MM, Math.max(NARROWEST_MM, radiusMm)) });
      fromMm += thicknessMm;
    }
  }
  return drawn;
}
