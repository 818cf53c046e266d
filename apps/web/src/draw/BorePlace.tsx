import type { ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';

interface BorePlaceProps {
  /** Degrees from across the crank. */
  readonly angleDeg: number;
  /** 1 for the top, 2 for the middle, 3 for the bottom. */
  readonly depth: number;
  readonly words: string;
}

const HEIGHTS = [-44, 0, 44] as const;

/** A bore cut open and from above, the crank’s line dashed: how deep the gauge lies in it, and which way. */
function BorePlaceDrawn({ angleDeg, depth, words }: BorePlaceProps): ReactNode {
  const turned = (angleDeg * Math.PI) / 180;
  const [x, y] = [42 * Math.sin(turned), -42 * Math.cos(turned)];
  const height = HEIGHTS[depth - 1] ?? 0;
  return (
    <svg viewBox="-85 -75 290 150" className="max-h-40 w-full max-w-80" role="img" aria-label={`Next: ${words}`}>
      <path d="M -75 -65 H -45 V 65 H -75 Z M 45 -65 H 75 V 65 H 45 Z" className="fill-steel stroke-ink" strokeWidth={1.5} />
      <line x1={-45} y1={height} x2={45} y2={height} className="stroke-brass" strokeWidth={4} />
      <circle cx={-45} cy={height} r={5} className="fill-brass stroke-ink" />
      <circle cx={45} cy={height} r={5} className="fill-brass stroke-ink" />
      <g transform="translate(148 0)">
        <line x1={-52} x2={52} className="stroke-ink" strokeDasharray="6 4" />
        <circle r={42} className="fill-none stroke-ink" strokeWidth={3} />
        <line x1={-x} y1={-y} x2={x} y2={y} className="stroke-brass" strokeWidth={4} />
        <circle cx={x} cy={y} r={5} className="fill-brass stroke-ink" />
        <circle cx={-x} cy={-y} r={5} className="fill-brass stroke-ink" />
      </g>
    </svg>
  );
}

export const BorePlace = drawingSafe(BorePlaceDrawn);
