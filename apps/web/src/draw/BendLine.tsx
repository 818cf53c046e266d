import type { ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';

interface BendLineProps {
  readonly mains: readonly { readonly main: number; readonly zMm: number; readonly runOutMm: number; readonly towardsDeg: number }[];
  readonly limitMm: number | null;
}

/** The mains along the crank with how far each runs out and towards where: the line of the bend, with the limit's band. */
function BendLineDrawn({ mains, limitMm }: BendLineProps): ReactNode {
  const zs = mains.map(({ zMm }) => zMm);
  const [from, to] = [Math.min(...zs), Math.max(...zs)];
  const most = Math.max(limitMm ?? 0, ...mains.map(({ runOutMm }) => runOutMm), 0.001);
  const xOf = (zMm: number): number => 60 + ((zMm - from) / Math.max(1, to - from)) * 380;
  const yOf = (mm: number): number => 130 - (mm / most) * 100;
  return (
    <svg
      viewBox="0 0 500 170"
      className="w-full max-w-xl"
      role="img"
      aria-label={`The line of the bend: ${mains.map(({ main, runOutMm, towardsDeg }) => `main ${main} ${runOutMm.toFixed(3)} mm towards ${Math.round(towardsDeg)}°`).join(', ')}`}
    >
      {limitMm !== null && <rect x={30} width={440} y={yOf(limitMm)} height={130 - yOf(limitMm)} className="fill-blue-wash" />}
      <line x1={30} x2={470} y1={130} y2={130} className="stroke-ink" />
      {limitMm !== null && <line x1={30} x2={470} y1={yOf(limitMm)} y2={yOf(limitMm)} className="stroke-blue" strokeDasharray="6 4" />}
      <polyline
        points={mains.map(({ zMm, runOutMm }) => `${xOf(zMm)},${yOf(runOutMm)}`).join(' ')}
        fill="none"
        className="stroke-ink"
        strokeWidth={2.5}
      />
      {mains.map(({ main, zMm, runOutMm, towardsDeg }) => (
        <g key={main}>
          <circle cx={xOf(zMm)} cy={yOf(runOutMm)} r={5} className="fill-ink" />
          {runOutMm > 0 && (
            <line
              x1={xOf(zMm)}
              y1={yOf(runOutMm)}
              x2={xOf(zMm) + 18 * Math.sin((towardsDeg * Math.PI) / 180)}
              y2={yOf(runOutMm) - 18 * Math.cos((towardsDeg * Math.PI) / 180)}
              className="stroke-blue"
              strokeWidth={2.5}
            />
          )}
          <text x={xOf(zMm)} y={150} textAnchor="middle" fontSize={14} className="fill-ink">
            {`Main ${main}`}
          </text>
          <text x={xOf(zMm)} y={166} textAnchor="middle" fontSize={12} className="fill-ink-soft figure-type">
            {runOutMm === 0 ? 'on its block' : `${Math.round(towardsDeg)}°`}
          </text>
        </g>
      ))}
    </svg>
  );
}

export const BendLine = drawingSafe(BendLineDrawn);
