import { crankFromEnd, crankFromSide, crankSheet, type DrawnCrank } from '@tare/card';
import type { ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';
import { CrankShapes } from './CrankShapes.js';

/** The crank on its card: from the side and from the front, pin 1 up, as paper has it. */
function CrankStillDrawn({ drawn }: { readonly drawn: DrawnCrank }): ReactNode {
  const { viewBox, endXMm, upDeg } = crankSheet(drawn);
  return (
    <svg viewBox={viewBox} className="max-h-64 w-full" role="img" aria-label="The crank from the side and from the front, pin 1 up">
      <CrankShapes view={crankFromSide(drawn, upDeg)} />
      <g transform={`translate(${endXMm} 0)`}>
        <CrankShapes view={crankFromEnd(drawn, upDeg, 'front')} />
      </g>
    </svg>
  );
}

export const CrankStill = drawingSafe(CrankStillDrawn);
