import { fixed } from '@tare/card';
import type { Study } from '@tare/contract';
import { summariseReadings } from '@tare/core';
import type { ReactNode } from 'react';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** Scatter of every study and error of every check weight, by date. */
export function StudyHistory({ studies }: { readonly studies: readonly Study[] }): ReactNode {
  const repeatability = studies
    .filter((s) => s.kind === 'repeatability')
    .map((s) => ({ day: DAY.format(new Date(s.at)), value: summariseReadings(s.readingsG).deviationG ?? 0 }));
  const drift = studies
    .filter((s) => s.kind === 'drift')
    .map((s) => ({ day: DAY.format(new Date(s.at)), value: summariseReadings(s.readingsG).meanG - (s.nominalG ?? 0) }));
  return (
    <div className="grid content-start gap-3">
      {repeatability.length > 0 && <Small title="Scatter s of each study, g" points={repeatability} />}
      {drift.length > 0 && <Small title="Check weight, shown − marked, g" points={drift} />}
    </div>
  );
}

function Small({
  title,
  points,
}: {
  readonly title: string;
  readonly points: readonly { readonly day: string; readonly value: number }[];
}): ReactNode {
  const last = points.at(-1)!;
  return (
    <figure className="m-0">
      <figcaption className="flex justify-between text-ink-soft">
        <span>{title}</span>
        <span className="figure-type text-ink">{`${fixed(last.value, 3)} on ${last.day}`}</span>
      </figcaption>
      <ResponsiveContainer width="100%" height={110}>
        <LineChart data={[...points]} margin={{ top: 6, right: 8, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--edge)" vertical={false} />
          <XAxis dataKey="day" stroke="var(--ink-soft)" fontSize={14} />
          <YAxis stroke="var(--ink-soft)" fontSize={14} width={52} />
          <Tooltip
            contentStyle={{ background: 'var(--plate)', borderColor: 'var(--edge)' }}
            formatter={(value) => [`${fixed(Number(value), 3)} g`, '']}
          />
          <Line dataKey="value" stroke="var(--ink)" strokeWidth={2} dot={{ r: 4, fill: 'var(--plate)' }} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
