import { drawingSafe } from '../ui/drawingSafe.js';
import { toPolar, type Vector } from '@tare/core';
import type { ReactNode } from 'react';
import { trailPoint } from './trailLayout.js';

export interface TrailStop {
  readonly meanGmm: Vector;
  /** Null where nobody knows. */
  readonly radius95Gmm: number | null;
}

interface TrailProps {
  readonly plane: string;
  readonly stops: readonly TrailStop[];
  readonly toleranceGmm: number;
  readonly radiusMm: number;
}

const R = 100;

/** One plane's vector at every spin, from as received to the last, against the tolerance ring. 0° up, clockwise from the front. */
function TrailDrawn({ plane, stops, toleranceGmm, radiusMm }: TrailProps): ReactNode {
  const largest = Math.max(toleranceGmm * 1.6, ...stops.map((s) => toPolar(s.meanGmm).amount + (s.radius95Gmm ?? 0)));
  const points = stops.map((stop) => trailPoint(stop.meanGmm, largest, R));
  const ring = trailPoint({ re: toleranceGmm, im: 0 }, largest, R).r;
  const last = points.at(-1);
  const lastStop = stops.at(-1);
  return (
    <figure className="m-0 w-44">
      <svg
        viewBox={`${-R - 14} ${-R - 18} ${2 * R + 28} ${2 * R + 32}`}
        className="w-full"
        role="img"
        aria-label={`Plane ${plane}: ${stops.length} spins, tolerance ${(toleranceGmm / radiusMm).toFixed(2)} g at ${radiusMm} mm`}
      >
        <circle r={R} className="fill-plate stroke-edge" />
        <path d={`M0 ${-R}V${R}M${-R} 0H${R}`} className="stroke-edge" />
        <circle r={ring} className="fill-none stroke-brass" strokeWidth={3} strokeDasharray="5 3" />
        <polyline points={points.map(({ x, y }) => `${x},${y}`).join(' ')} className="fill-none stroke-steel" strokeWidth={2} />
        {points.map(({ x, y }, i) => (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={i === points.length - 1 ? 5 : 3.5}
            className={i === points.length - 1 ? 'fill-ink' : 'fill-plate stroke-ink'}
            strokeWidth={1.5}
          />
        ))}
        {last && lastStop && lastStop.radius95Gmm !== null && (
          <circle
            cx={last.x}
            cy={last.y}
            r={Math.max(0, trailPoint({ re: toPolar(lastStop.meanGmm).amount + lastStop.radius95Gmm, im: 0 }, largest, R).r - last.r)}
            className="fill-none stroke-ink"
          />
        )}
        <text y={-R - 5} textAnchor="middle" fontSize={12} className="fill-ink-soft figure-type">
          0°
        </text>
      </svg>
      <figcaption className="text-center text-[0.9rem] text-ink-soft">Plane {plane}, root scale</figcaption>
    </figure>
  );
}

export const Trail = drawingSafe(TrailDrawn);
