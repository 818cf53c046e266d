/**
 * Tare's one angle convention.
 *
 * Angle 0 points from the shaft axis to the centre of crankpin 1; positive is clockwise seen from the
 * front (pulley end) looking rearward; the range is half open, 0 ≤ angle < 360 degrees. A machine that
 * counts otherwise is converted where it is read, never here.
 */

/**
 * The same direction within 0 ≤ angle < 360.
 *
 * @param angleDeg any finite angle in degrees
 * @throws RangeError when the angle is not finite
 * @example normaliseAngleDeg(-90) // 270
 */
export function normaliseAngleDeg(angleDeg: number): number {
  if (!Number.isFinite(angleDeg)) throw new RangeError(`An angle has to be a number of degrees, not ${angleDeg}.`);
  const turned = angleDeg % 360;
  // A tiny negative remainder rounds up to exactly 360 when 360 is added; the range is half open.
  const positive = turned < 0 ? turned + 360 : turned;
  return positive >= 360 || positive === 0 ? 0 : positive;
}

/**
 * Signed smallest turn from one direction to another, −180 < turn ≤ 180 degrees.
 * @example turnBetweenDeg(350, 10) // 20
 */
export function turnBetweenDeg(fromDeg: number, toDeg: number): number {
  const turn = normaliseAngleDeg(toDeg - fromDeg);
  return turn > 180 ? turn - 360 : turn;
}

/** Degrees to radians. */
export const degToRad = (angleDeg: number): number => (angleDeg * Math.PI) / 180;

/** Radians to degrees, not normalised. */
export const radToDeg = (angleRad: number): number => (angleRad * 180) / Math.PI;

/** Positions of a part nearer than this are one, °. */
const SAME_POSITION_DEG = 0.5;

/** Whether a part stands in one position, whichever way round a turn its angles are said. */
export const isSamePosition = (xDeg: number, yDeg: number): boolean => Math.abs(turnBetweenDeg(xDeg, yDeg)) < SAME_POSITION_DEG;
