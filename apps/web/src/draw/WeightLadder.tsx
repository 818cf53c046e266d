import { drawingSafe } from '../ui/drawingSafe.js';
import { fixed } from '@tare/card';
import type { ReactNode } from 'react';
import { ladderScale, type Rung } from './ladderLayout.js';

interface WeightLadderProps {
  readonly title: string;
  readonly rungs: readonly Rung[];
  readonly targetG: number;
  readonly toleranceG: number;
}

/** Parts of a kind on one vertical gram scale, the tolerance as a band up from the target. */
function WeightLadderDrawn({ title, rungs, targetG, toleranceG }: WeightLadderProps): ReactNode {
  const { width, height, yOf, ticks, tickPlaces, xOf } = ladderScale(rungs, targetG, toleranceG);
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="max-h-56 w-full"
        role="img"
        aria-label={`${title}: from ${fixed(Math.min(...rungs.map((r) => r.weightG)), 2)} to ${fixed(Math.max(...rungs.map((r) => r.weightG)), 2)} g, tolerance ${toleranceG} g above ${fixed(targetG, 2)} g`}
      >
        <rect x={58} width={width - 58} y={yOf(targetG + toleranceG)} height={yOf(targetG) - yOf(targetG + toleranceG)} className="fill-blue-wash" />
        <line x1={58} x2={width} y1={yOf(targetG)} y2={yOf(targetG)} className="stroke-blue" strokeWidth={2} />
        {ticks.map((g) => (
          <g key={g}>
            <line x1={52} x2={58} y1={yOf(g)} y2={yOf(g)} className="stroke-ink-soft" />
            <text x={48} y={yOf(g) + 4} textAnchor="end" fontSize={13} className="fill-ink-soft figure-type">
              {fixed(g, tickPlaces)}
            </text>
          </g>
        ))}
        <line x1={58} x2={58} y1={4} y2={height - 18} className="stroke-ink-soft" />
        {rungs.map((rung, i) => (
          <g key={rung.name}>
            <line
              x1={xOf(i)}
              x2={xOf(i)}
              y1={yOf(rung.weightG - rung.whiskerG)}
              y2={yOf(rung.weightG + rung.whiskerG)}
              className="stroke-ink"
              strokeWidth={1.5}
            />
            <line
              x1={xOf(i) - 14}
              x2={xOf(i) + 14}
              y1={yOf(rung.weightG)}
              y2={yOf(rung.weightG)}
              className="stroke-ink"
              strokeWidth={5}
              strokeDasharray={rung.damaged ? '5 3' : undefined}
            />
            <text x={xOf(i)} y={height - 3} textAnchor="middle" fontSize={14} className="fill-ink figure-type font-semibold">
              {rung.name}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-[0.9rem] text-ink-soft">
        {title}, in g: the line is the target, the band the tolerance; a broken rung is damaged.
      </figcaption>
    </figure>
  );
}

export const WeightLadder = drawingSafe(WeightLadderDrawn);
