import { crankFromSide, lengthMm, reachMm, type DrawnCrank } from '@tare/card';
import type { ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';
import { CrankShapes } from './CrankShapes.js';
import { pointedZMm } from './pointedZMm.js';

interface CrankPlacesProps {
  readonly drawn: DrawnCrank;
  readonly upDeg?: number;
  /** The place where a gauge is to go next. */
  readonly needle?: { readonly zMm: number; readonly words: string };
  /** Where something shows that must not be overlooked. */
  readonly marks?: readonly { readonly zMm: number; readonly words: string }[];
  /** Called with the place along the crank, in whole mm, when somebody points at one. */
  readonly onPick?: (zMm: number) => void;
}

const MARGIN_MM = 14;
const NEEDLE_MM = 34;

/** The crank from the side with places on it: where the gauge goes next, where cracks show. */
function CrankPlacesDrawn({ drawn, upDeg = drawn.layout.pins[0]?.angleDeg ?? 0, needle, marks = [], onPick }: CrankPlacesProps): ReactNode {
  const reach = reachMm(drawn);
  const [from, to] = lengthMm(drawn);
  const words = [...(needle ? [`next: ${needle.words}`] : []), ...marks.map((mark) => `${mark.words} at ${Math.round(mark.zMm)} mm`)];
  return (
    <svg
      viewBox={`${from - MARGIN_MM} ${-reach - NEEDLE_MM - 4} ${to - from + 2 * MARGIN_MM} ${2 * reach + NEEDLE_MM + 22}`}
      className={`max-h-40 max-w-xl min-w-0 grow ${onPick ? 'cursor-crosshair' : ''}`}
      role="img"
      aria-label={`The crank from the side${words.length > 0 ? `; ${words.join('; ')}` : ''}`}
      onClick={(event) => {
        const zMm = pointedZMm(event);
        if (onPick && zMm !== null) onPick(zMm);
      }}
    >
      <CrankShapes view={crankFromSide(drawn, upDeg)} />
      {needle && (
        <g className="fill-brass stroke-ink" strokeWidth={1.2}>
          <path d={`M ${needle.zMm} ${-reach} l -9 -${NEEDLE_MM * 0.5} h 18 z`} />
          <line x1={needle.zMm} x2={needle.zMm} y1={-reach} y2={reach} className="stroke-brass" strokeWidth={2.5} strokeDasharray="5 4" />
        </g>
      )}
      {marks.map(({ zMm, words: title }, i) => (
        <g key={i} className="stroke-outside" strokeWidth={4}>
          <line x1={zMm - 9} y1={-9} x2={zMm + 9} y2={9} />
          <line x1={zMm - 9} y1={9} x2={zMm + 9} y2={-9} />
          <title>{title}</title>
        </g>
      ))}
      <text x={from - MARGIN_MM + 2} y={reach + 15} fontSize={18} className="fill-ink-soft">
        front
      </text>
      <text x={to + MARGIN_MM - 2} y={reach + 15} fontSize={18} textAnchor="end" className="fill-ink-soft">
        rear
      </text>
    </svg>
  );
}

export const CrankPlaces = drawingSafe(CrankPlacesDrawn);
