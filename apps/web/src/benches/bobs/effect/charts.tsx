import { fixed } from '@tare/card';
import type { ShakingFigures, SweepPoint } from '@tare/core';
import type { ReactNode } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { UNITS, type ForceOrCouple } from './effectWords.js';

/** Line styles of equal parts, parts now and parts as received: told apart without colour too. */
const STYLES = [
  { stroke: 'var(--ink)', strokeDasharray: '' },
  { stroke: 'var(--blue)', strokeDasharray: '8 4' },
  { stroke: 'var(--outside)', strokeDasharray: '2 4' },
];
const axis = { stroke: 'var(--ink-soft)', fontSize: 14 };
const short = (value: number): string => fixed(value, Math.abs(value) < 10 ? 1 : 0);

interface ShakingProps {
  readonly shaking: readonly ShakingFigures[];
  readonly which: ForceOrCouple;
}

/** Size of the force or couple over a turn of the crank. */
export function TurnChart({ shaking, which }: ShakingProps): ReactNode {
  const steps = shaking[0]![which].size.length - 1;
  const points = Array.from({ length: steps + 1 }, (_, i) => ({
    angleDeg: (i * 360) / steps,
    ...Object.fromEntries(shaking.map((one, k) => [`s${k}`, one[which].size[i]])),
  }));
  return (
    <figure className="m-0">
      <figcaption className="text-ink-soft">{`Over a turn of the crank, ${UNITS[which]}`}</figcaption>
      <ResponsiveContainer width="100%" height={230}>
        <LineChart data={points} margin={{ top: 8, right: 12, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--edge)" vertical={false} />
          <XAxis dataKey="angleDeg" type="number" domain={[0, 360]} ticks={[0, 90, 180, 270, 360]} unit="°" {...axis} />
          <YAxis width={64} domain={[0, 'auto']} tickFormatter={short} {...axis} />
          {shaking.map(({ name }, k) => (
            <Line key={name} dataKey={`s${k}`} dot={false} strokeWidth={2.5} isAnimationActive={false} {...STYLES[k]!} />
          ))}
        </LineChart>
      </ResponsiveContainer>
      {shaking.length > 1 && (
        <ul className="flex flex-wrap gap-x-5 text-ink-soft">
          {shaking.map(({ name }, k) => (
            <li key={name} className="flex items-center gap-2">
              <svg width="34" height="8" aria-hidden>
                <line x1="0" y1="4" x2="34" y2="4" strokeWidth="3" {...STYLES[k]!} />
              </svg>
              {name}
            </li>
          ))}
        </ul>
      )}
    </figure>
  );
}

/** The path of the vector's tip, seen from the front, angle 0 up. */
export function Hodograph({ shaking, which }: ShakingProps): ReactNode {
  const reach = Math.max(1e-9, ...shaking.map((one) => one[which].peak)) * 1.08;
  return (
    <figure className="m-0">
      <figcaption className="text-ink-soft">{`Where its tip goes, ${UNITS[which]}`}</figcaption>
      <ScatterChart width={260} height={230} margin={{ top: 8, right: 8, bottom: 0, left: 0 }}>
        <CartesianGrid stroke="var(--edge)" />
        <XAxis dataKey="x" type="number" domain={[-reach, reach]} ticks={[-reach / 1.08, 0, reach / 1.08]} tickFormatter={short} {...axis} />
        <YAxis
          dataKey="y"
          type="number"
          width={56}
          domain={[-reach, reach]}
          ticks={[-reach / 1.08, 0, reach / 1.08]}
          tickFormatter={short}
          {...axis}
        />
        {shaking.map((one, k) => (
          <Scatter
            key={one.name}
            data={one[which].re.map((y, i) => ({ x: one[which].im[i]!, y }))}
            line={{ strokeWidth: 2.5, ...STYLES[k]! }}
            shape={() => <g />}
            isAnimationActive={false}
          />
        ))}
      </ScatterChart>
    </figure>
  );
}

/** Peak and root mean square over the factors, the chosen one marked. */
export function SweepChart({
  sweep,
  factorRatio,
  which,
}: {
  readonly sweep: readonly SweepPoint[];
  readonly factorRatio: number;
  readonly which: ForceOrCouple;
}): ReactNode {
  const points = sweep.map((point) => ({ factor: point.factorRatio * 100, ...point[which] }));
  return (
    <figure className="m-0">
      <figcaption className="flex flex-wrap gap-x-5 text-ink-soft">
        <span>{`Over the factors, ${UNITS[which]}:`}</span>
        <span>solid: peak, all orders</span>
        <span>dashed: root mean square</span>
        <span>dotted: peak of the first order alone</span>
      </figcaption>
      <ResponsiveContainer width="100%" height={210}>
        <LineChart data={points} margin={{ top: 18, right: 12, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--edge)" vertical={false} />
          <XAxis dataKey="factor" type="number" domain={[40, 60]} ticks={[40, 45, 50, 55, 60]} unit=" %" {...axis} />
          <YAxis width={64} domain={[0, 'auto']} tickFormatter={short} {...axis} />
          <ReferenceLine
            x={Math.min(60, Math.max(40, factorRatio * 100))}
            stroke="var(--blue)"
            strokeWidth={2}
            label={{ value: `${fixed(factorRatio * 100, 1)} %`, position: 'top', fill: 'var(--blue)', fontSize: 14 }}
          />
          <Line dataKey="peak" stroke="var(--ink)" strokeWidth={2.5} dot={false} isAnimationActive={false} />
          <Line dataKey="rms" stroke="var(--ink)" strokeWidth={2} strokeDasharray="8 4" dot={false} isAnimationActive={false} />
          <Line dataKey="primaryPeak" stroke="var(--ink)" strokeWidth={2} strokeDasharray="2 4" dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
