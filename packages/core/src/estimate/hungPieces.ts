import { addPlanes, BALANCED, toPlanes, type Planes, type PlaneUnbalance } from '../rotor/planes.js';
import { checkNumber } from '../units/check.js';
import { fromPolar } from '../units/vector.js';
import { addOuter, roundFour, toFour } from './fourNumbers.js';

/** A known weight on the crank in a spin, where it really sits. */
export interface HungPiece {
  /** Of the shop's trial piece; blank for one that was weighed on the spot. */
  readonly name: string;
  readonly massG: number;
  /** What the scale that weighed it may be off by, g; null where nobody said. */
  readonly deviationG: number | null;
  /** The place in words: "A", "CW 3". */
  readonly at: string;
  readonly zMm: number;
  readonly radiusMm: number;
  readonly angleDeg: number;
}

/** A bench scale of 0.1 g that nobody studied. */
const USUAL_DEVIATION_G = 0.1;

/**
 * What pieces count in a spin's planes, each from its own z (handbook section 6, definition 3), g·mm.
 * @throws CoreError for a piece without weight or at no radius
 */
export function hungUnbalance(pieces: readonly HungPiece[], planes: Planes): PlaneUnbalance {
  return pieces.map((piece) => pieceUnbalance(piece, planes)).reduce(addPlanes, BALANCED);
}

function pieceUnbalance({ massG, radiusMm, angleDeg, zMm }: HungPiece, planes: Planes): PlaneUnbalance {
  checkNumber('The weight of a piece', massG, { above: 0, max: 5000, unit: 'g' }, 'massG');
  checkNumber('The radius of a piece', radiusMm, { above: 0, max: 2000, unit: 'mm' }, 'radiusMm');
  return toPlanes(fromPolar(massG * radiusMm, angleDeg), zMm, planes);
}

/**
 * How far what hung may be off, joint over both planes, 4 × 4: a piece's error is its scale's (definition 5), so it lies along the
 * piece's own direction in both planes at once, and pieces err by themselves.
 */
export function hungCovariance(pieces: readonly HungPiece[], planes: Planes): number[] {
  const covariance = roundFour(0);
  for (const piece of pieces)
    addOuter(covariance, toFour(pieceUnbalance(piece, planes)), ((piece.deviationG ?? USUAL_DEVIATION_G) / piece.massG) ** 2);
  return covariance;
}
