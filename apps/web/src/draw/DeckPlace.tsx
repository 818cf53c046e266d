import type { ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';

interface DeckPlaceProps {
  /** How many cylinders the deck has. */
  readonly cylinders: number;
  readonly isRear: boolean;
  /** As seen along the crank from the front, the cylinders upright. */
  readonly isLeft: boolean;
  readonly words: string;
}

const STEP = 52;

/** A deck from above, its front to the left: the corner at which its height is taken. */
function DeckPlaceDrawn({ cylinders, isRear, isLeft, words }: DeckPlaceProps): ReactNode {
  const long = STEP * cylinders + 36;
  return (
    <svg viewBox={`-50 -52 ${long + 100} 104`} className="max-h-32 w-full max-w-96" role="img" aria-label={`Next: ${words}`}>
      <rect y={-40} width={long} height={80} className="fill-steel stroke-ink" strokeWidth={1.5} />
      {Array.from({ length: cylinders }, (_, i) => (
        <circle key={i} cx={18 + STEP * (i + 0.5)} r={21} className="fill-plate stroke-ink" strokeWidth={1.5} />
      ))}
      <text x={-6} y={5} textAnchor="end" className="fill-ink" fontSize={16}>
        front
      </text>
      <text x={long + 6} y={5} className="fill-ink" fontSize={16}>
        rear
      </text>
      <circle cx={isRear ? long - 8 : 8} cy={isLeft ? -32 : 32} r={7} className="fill-brass stroke-ink" strokeWidth={1.5} />
    </svg>
  );
}

export const DeckPlace = drawingSafe(DeckPlaceDrawn);
