import type { MouseEvent } from 'react';

/** Where along the crank somebody pointed in a drawing to scale, in whole mm; null where the drawing is not laid out. */
export function pointedZMm({ currentTarget, clientX, clientY }: MouseEvent<SVGSVGElement>): number | null {
  const toDrawing = currentTarget.getScreenCTM()?.inverse();
  return toDrawing ? Math.round(new DOMPoint(clientX, clientY).matrixTransform(toDrawing).x) : null;
}
