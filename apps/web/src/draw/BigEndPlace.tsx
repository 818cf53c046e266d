import type { ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';

/** A rod standing on its big end, joint level: the direction in which the gauge lies. */
function BigEndPlaceDrawn({ fromBeamDeg, words }: { readonly fromBeamDeg: number; readonly words: string }): ReactNode {
  const turned = (fromBeamDeg * Math.PI) / 180;
  const [x, y] = [50 * Math.sin(turned), -50 * Math.cos(turned)];
  return (
    <svg viewBox="-90 -120 180 200" className="max-h-40 w-full max-w-44" role="img" aria-label={`Next: ${words}, ${fromBeamDeg}° from the beam`}>
      <path d="M -20 -66 L -13 -120 H 13 L 20 -66 Z" className="fill-steel stroke-ink" strokeWidth={1.5} />
      <path d="M -70 0 A 70 70 0 0 1 70 0 Z M -70 3 A 70 70 0 0 0 70 3 Z" className="fill-steel stroke-ink" strokeWidth={1.5} />
      <circle r={52} className="fill-plate stroke-ink" strokeWidth={1.5} />
      <line x1={-x} y1={-y} x2={x} y2={y} className="stroke-brass" strokeWidth={4} />
      <circle cx={x} cy={y} r={5} className="fill-brass stroke-ink" />
      <circle cx={-x} cy={-y} r={5} className="fill-brass stroke-ink" />
    </svg>
  );
}

export const BigEndPlace = drawingSafe(BigEndPlaceDrawn);
