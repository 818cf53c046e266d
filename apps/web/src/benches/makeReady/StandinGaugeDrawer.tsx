import type { GaugeCommand, StandinGauge } from '@tare/contract';
import { readQuantity, type Unit } from '@tare/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState, type ReactNode } from 'react';
import { ask } from '../../api/client.js';
import type { ProblemError } from '../../api/problem.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { useKeys, type KeyAction } from '../../ui/useKeys.js';
import type { SheetEntry } from './useSheetEntry.js';

const KEY = ['standin-gauge'];
const command = (body: GaugeCommand): Promise<unknown> => ask('POST standin-gauge/commands', { body });

/** The hand with the stand-in gauge: on its setting piece, at the place that waits, off. Clearly not the real thing. */
export function StandinGaugeDrawer({ entry: { waiting, setting, live } }: { readonly entry: SheetEntry }): ReactNode {
  const { sheet } = useOpenJob();
  const { mutate, error } = useMutation<unknown, ProblemError, GaugeCommand>({
    mutationFn: command,
    onMutate: live.lookAway,
    onSettled: live.lookAgain,
  });
  const [dials, setDials] = useState(false);
  const setMm = setting?.setValueMm ?? 0;
  const actions = useMemo(
    () => ({
      place: () => {
        if (!waiting) return;
        const { feature, quantity, angleDeg, depth } = waiting;
        mutate({ word: 'PLACE', jobId: sheet.id, feature, quantity, angleDeg, depth });
      },
      set: () => mutate({ word: 'SET', setMm }),
      zero: () => mutate({ word: 'ZERO' }),
      lift: () => mutate({ word: 'LIFT' }),
    }),
    [waiting, mutate, sheet.id, setMm],
  );
  const keys = useMemo<KeyAction[]>(
    () => [
      { key: 'p', does: 'hold the gauge at the place', inFields: true, act: actions.place },
      { key: 's', does: 'onto its setting piece', inFields: true, act: actions.set },
      { key: 'z', does: 'turn its zero', inFields: true, act: actions.zero },
      { key: 'l', does: 'lift it off', inFields: true, act: actions.lift },
    ],
    [actions],
  );
  useKeys(keys);
  return (
    <div className="flex flex-wrap items-center gap-3 border-2 border-dashed border-steel px-3 py-2" role="group" aria-label="Stand-in gauge">
      <span className="text-ink-soft">With the stand-in gauge:</span>
      <Button onClick={actions.set}>Onto its setting piece (s)</Button>
      <Button onClick={actions.zero}>Turn its zero (z)</Button>
      <Button disabled={!waiting} onClick={actions.place}>{`Hold it at ${waiting ? `${waiting.row}, ${waiting.column}` : 'a place'} (p)`}</Button>
      <Button onClick={actions.lift}>Lift it off (l)</Button>
      <Button look="quiet" aria-expanded={dials} onClick={() => setDials(!dials)}>
        Its dials
      </Button>
      {dials && <GaugeDials />}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}

type Dial = Exclude<keyof StandinGauge, 'sign' | 'partMetal'>;
const DIALS: Readonly<Record<Dial, { readonly label: string; readonly unit: Unit; readonly unitWords?: string }>> = {
  divisionMm: { label: 'Division', unit: 'mm' },
  playMm: { label: 'Play', unit: 'mm' },
  noiseMm: { label: 'Noise of the needle', unit: 'mm' },
  driftMmPerMin: { label: 'Drift of the zero', unit: '', unitWords: 'mm/min' },
  settlingS: { label: 'Settling', unit: 's' },
  gaugeC: { label: 'Gauge', unit: '', unitWords: '°C' },
  partC: { label: 'Part', unit: '', unitWords: '°C' },
};
const NAMES = Object.keys(DIALS) as Dial[];

/** How good the stand-in gauge is, to try what a worse one would do to the work. */
function GaugeDials(): ReactNode {
  const queries = useQueryClient();
  const { data: character } = useQuery<StandinGauge, ProblemError>({ queryKey: KEY, queryFn: () => ask('GET standin-gauge/character', {}) });
  const [typed, setTyped] = useState<Partial<Record<Dial, string>>>({});
  const { mutate, error, isPending } = useMutation<unknown, ProblemError, GaugeCommand>({
    mutationFn: command,
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: KEY });
      setTyped({});
    },
  });
  if (!character) return null;
  const read = NAMES.map((name) => [name, readQuantity(typed[name] ?? String(character[name]), DIALS[name].unit)] as const);
  const isWrong = read.some(([, { kind }]) => kind !== 'quantity');
  return (
    <form
      className="flex w-full flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const values = Object.fromEntries(read.flatMap(([name, one]) => (one.kind === 'quantity' ? [[name, one.value]] : [])));
        mutate({ word: 'BECOME', character: { ...character, ...values } });
      }}
    >
      {NAMES.map((name) => (
        <div key={name} className="w-40">
          <QuantityField
            {...DIALS[name]}
            value={typed[name] ?? String(character[name])}
            problem={readQuantity(typed[name] ?? '0', DIALS[name].unit).kind === 'quantity' ? undefined : 'A number.'}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          />
        </div>
      ))}
      <Button type="submit" disabled={isWrong || isPending || Object.keys(typed).length === 0}>
        Make it such a gauge
      </Button>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </form>
  );
}
