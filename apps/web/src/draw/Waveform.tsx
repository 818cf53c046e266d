import { drawingSafe } from '../ui/drawingSafe.js';
import type { Wave } from '@tare/contract';
import type { ReactNode } from 'react';

const WIDTH = 520;
const LANE = 46;
const LANES = [
  ['left', 'left', 'stroke-blue'],
  ['right', 'right', 'stroke-brass'],
  ['tach', 'tach', 'stroke-ink-soft'],
] as const;

/** The last two turns as the sensors hear them, each lane to its own scale. */
function WaveformDrawn({ wave }: { readonly wave: Wave }): ReactNode {
  return (
    <svg
      viewBox={`-44 0 ${WIDTH + 48} ${LANES.length * LANE}`}
      className="w-full max-w-2xl"
      role="img"
      aria-label="The last two turns of both sensors and the tach"
    >
      {LANES.map(([key, name, stroke], lane) => {
        const values = wave[key];
        const [low, high] = [Math.min(...values), Math.max(...values)];
        const y = (value: number): number => lane * LANE + LANE - 5 - ((value - low) / (high - low || 1)) * (LANE - 10);
        return (
          <g key={key}>
            <text x={-6} y={lane * LANE + LANE / 2 + 4} textAnchor="end" fontSize={13} className="fill-ink-soft">
              {name}
            </text>
            <line x1={0} x2={WIDTH} y1={(lane + 1) * LANE - 1} y2={(lane + 1) * LANE - 1} className="stroke-edge" />
            <polyline
              points={values.map((value, i) => `${((i / (values.length - 1)) * WIDTH).toFixed(1)},${y(value).toFixed(1)}`).join(' ')}
              className={`fill-none ${stroke}`}
              strokeWidth={1.8}
            />
          </g>
        );
      })}
    </svg>
  );
}

export const Waveform = drawingSafe(WaveformDrawn);
