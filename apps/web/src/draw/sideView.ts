import { degToRad, type Counterweight, type Crankpin } from '@tare/core';

/** Height above the shaft of something at an angle and radius, with angle 0 up. */
export const heightMm = (radiusMm: number, angleDeg: number): number => radiusMm * Math.cos(degToRad(angleDeg));

/** With the front at the left, 90° points at whoever looks; what lies between 180 and 360 is beyond the middle. */
export const isBeyond = ({ angleDeg }: Crankpin): boolean => Math.sin(degToRad(angleDeg)) < -1e-6;

/** Highest and lowest point of a counterweight's sector seen from the side, the shaft included. */
export function sideSpan({ arcCentreDeg, arcHalfWidthDeg, rimRadiusMm }: Counterweight): { readonly topMm: number; readonly bottomMm: number } {
  const heights = [0];
  for (let off = -arcHalfWidthDeg; off <= arcHalfWidthDeg; off += 1) heights.push(heightMm(rimRadiusMm, arcCentreDeg + off));
  return { topMm: Math.max(...heights), bottomMm: Math.min(...heights) };
}
