import { diameterOf, seatOf, type BarCut, type Drilled, type RoundCut, type Seat } from '../rotor/cut.js';
import { pointHeightMm } from '../rotor/hole.js';
import { degToRad, normaliseAngleDeg } from '../units/angle.js';
import { rimAtMm, type Piece } from './piece.js';
import type { RoundSolid } from './solid.js';

/** Inner and outer end from the surface, point's height: what a seat makes a solid of. */
interface Reach {
  readonly depthMm: number;
  readonly pointMm: number;
  /** Of the outer end; minus infinity for what is open. */
  readonly fromMm: number;
}

function solidAt(piece: Piece, seat: Seat, angleDeg: number, diameterMm: number, { depthMm, pointMm, fromMm }: Reach): RoundSolid {
  const turn = degToRad(angleDeg);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const radiusMm = diameterMm / 2;
  if (seat.from === 'rim') {
    const surfaceMm = rimAtMm(piece, angleDeg);
    const zMm = seat.zMm === null ? 0 : seat.zMm - piece.counterweight.zMm;
    return {
      shape: 'radial',
      cos,
      sin,
      angleDeg: normaliseAngleDeg(angleDeg),
      zMm,
      radiusMm,
      shoulderMm: surfaceMm - depthMm,
      pointMm,
      topMm: surfaceMm - fromMm,
    };
  }
  const half = piece.sector.halfWidthMm;
  const rear = seat.face === 'rear';
  return {
    shape: 'axial',
    xMm: seat.radiusMm * cos,
    yMm: seat.radiusMm * sin,
    radiusMm,
    inward: rear ? -1 : 1,
    faceMm: rear ? half : -half,
    depthMm,
    pointMm,
    topMm: fromMm,
  };
}

/** What a drill takes, however far out metal stands. */
export const drilledSolid = (piece: Piece, cut: RoundCut & Drilled): RoundSolid =>
  solidAt(piece, seatOf(cut), cut.angleDeg, cut.bitMm, {
    depthMm: cut.depthMm,
    pointMm: pointHeightMm(cut.bitMm, cut.pointAngleDeg),
    fromMm: -Infinity,
  });

/** The flat bore for a bar, and the bar in it. */
export const barSolids = (piece: Piece, cut: BarCut): { readonly bore: RoundSolid; readonly bar: RoundSolid } => {
  const of = (fromMm: number): RoundSolid => solidAt(piece, cut.seat, cut.angleDeg, cut.diameterMm, { depthMm: cut.depthMm, pointMm: 0, fromMm });
  return { bore: of(-Infinity), bar: of(cut.depthMm - cut.lengthMm) };
};

/** Whether two solids stand on one axis. */
export function onOneAxis(solid: RoundSolid, piece: Piece, cut: RoundCut): boolean {
  const other = solidAt(piece, seatOf(cut), cut.angleDeg, diameterOf(cut), { depthMm: 1, pointMm: 0, fromMm: -Infinity });
  return solid.shape === 'radial'
    ? other.shape === 'radial' && solid.angleDeg === other.angleDeg && solid.zMm === other.zMm
    : other.shape === 'axial' && solid.xMm === other.xMm && solid.yMm === other.yMm && solid.inward === other.inward;
}
