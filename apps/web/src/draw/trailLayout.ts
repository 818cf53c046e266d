import { degToRad, toPolar, type Vector } from '@tare/core';

/** A vector on the trail's disc: 0° up, clockwise, the amount on a root scale so that the tolerance ring stays visible. */
export function trailPoint(vector: Vector, largest: number, discRadius: number): { readonly x: number; readonly y: number; readonly r: number } {
  const { amount, angleDeg } = toPolar(vector);
  const r = discRadius * Math.sqrt(amount / largest);
  const angleRad = degToRad(angleDeg);
  return { x: r * Math.sin(angleRad), y: -r * Math.cos(angleRad), r };
}
