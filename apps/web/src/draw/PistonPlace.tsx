import type { ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';

interface PistonPlaceProps {
  /** How many rings it carries. */
  readonly rings: number;
  /** Which ring waits, counted from the crown; null where the piston itself is measured, across its skirt. */
  readonly ring: number | null;
  readonly words: string;
}

const RING_STEP = 13;

/** A piston seen along its pin: its skirt’s gauge point across the pin, or the ring that waits. */
function PistonPlaceDrawn({ rings, ring, words }: PistonPlaceProps): ReactNode {
  return (
    <svg viewBox="-75 -65 150 130" className="max-h-36 w-full max-w-44" role="img" aria-label={`Next: ${words}`}>
      <path d="M -50 -55 H 50 V 55 H -50 Z" className="fill-steel stroke-ink" strokeWidth={1.5} />
      <circle cy={12} r={13} className="fill-plate stroke-ink" strokeWidth={1.5} />
      {Array.from({ length: rings }, (_, i) => (
        <rect
          key={i}
          x={-52}
          y={-48 + RING_STEP * i}
          width={104}
          height={6}
          className={ring === i + 1 ? 'fill-brass stroke-ink' : 'fill-plate stroke-ink'}
        />
      ))}
      {ring === null && (
        <>
          <line x1={-50} y1={38} x2={50} y2={38} className="stroke-brass" strokeWidth={4} />
          <circle cx={-50} cy={38} r={5} className="fill-brass stroke-ink" />
          <circle cx={50} cy={38} r={5} className="fill-brass stroke-ink" />
        </>
      )}
    </svg>
  );
}

export const PistonPlace = drawingSafe(PistonPlaceDrawn);
