import { drawingSafe } from '../ui/drawingSafe.js';
import { degrees } from '@tare/card';
import { toPolar, type Vector } from '@tare/core';
import type { ReactNode } from 'react';

interface CloudProps {
  readonly plane: string;
  readonly ends: readonly Vector[];
  readonly toleranceGmm: number;
  readonly radiusMm: number;
}

const R = 100;

/** Where a plan may leave one plane, try by try, against the tolerance ring; an even scale, 0° up, clockwise from the front. */
function CloudDrawn({ plane, ends, toleranceGmm, radiusMm }: CloudProps): ReactNode {
  const sizes = ends.map((end) => toPolar(end).amount).sort((a, b) => a - b);
  const largest = Math.max(1.4 * toleranceGmm, sizes[Math.floor(sizes.length * 0.98)] ?? 0);
  const at = (mm: number): number => (mm / largest) * R;
  return (
    <figure className="m-0 w-40">
      <svg
        viewBox={`${-R - 6} ${-R - 16} ${2 * R + 12} ${2 * R + 22}`}
        className="w-full"
        role="img"
        aria-label={cloudWords(plane, ends, toleranceGmm)}
      >
        <circle r={R} className="fill-plate stroke-edge" />
        <path d={`M0 ${-R}V${R}M${-R} 0H${R}`} className="stroke-edge" />
        {ends.map((end, i) => (
          <circle key={i} cx={at(end.im)} cy={-at(end.re)} r={2} className="fill-ink" fillOpacity={0.5} />
        ))}
        <circle r={at(toleranceGmm)} className="fill-none stroke-brass" strokeWidth={3} strokeDasharray="5 3" />
        <text y={-R - 4} textAnchor="middle" fontSize={12} className="fill-ink-soft figure-type">
          {degrees(0)}
        </text>
      </svg>
      <figcaption className="text-center text-[0.9rem] text-ink-soft">{`Plane ${plane}; ring ${(toleranceGmm / radiusMm).toFixed(2)} g`}</figcaption>
    </figure>
  );
}

function cloudWords(plane: string, ends: readonly Vector[], toleranceGmm: number): string {
  const inside = ends.filter((end) => toPolar(end).amount <= toleranceGmm).length;
  return `Plane ${plane}: ${inside} of ${ends.length} tries end inside`;
}

export const Cloud = drawingSafe(CloudDrawn);
