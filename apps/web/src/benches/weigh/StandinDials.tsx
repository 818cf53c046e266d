import type { ScaleCommand, StandinCharacter } from '@tare/contract';
import { readQuantity, type Unit } from '@tare/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ask } from '../../api/client.js';
import type { ProblemError } from '../../api/problem.js';
import { Button } from '../../ui/Button.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';

const DIALS: Readonly<Record<keyof StandinCharacter, { readonly label: string; readonly unit: Unit; readonly unitWords?: string }>> = {
  divisionG: { label: 'Division', unit: 'g' },
  noiseG: { label: 'Noise of the display', unit: 'g' },
  driftGPerMin: { label: 'Drift of the zero', unit: '', unitWords: 'g/min' },
  settlingS: { label: 'Settling', unit: 's' },
  placeG: { label: 'Where the part stands', unit: 'g' },
  levelErrorG: { label: 'Fixture off level', unit: 'g' },
};
const NAMES = Object.keys(DIALS) as (keyof StandinCharacter)[];
const KEY = ['standin-character'];

/** How good the stand-in scale is, to try what a worse or a better one would do to the work. */
export function StandinDials(): ReactNode {
  const queries = useQueryClient();
  const { data: character } = useQuery<StandinCharacter, ProblemError>({ queryKey: KEY, queryFn: () => ask('GET standin-scale/character', {}) });
  const [typed, setTyped] = useState<Partial<Record<keyof StandinCharacter, string>>>({});
  const { mutate, error, isPending } = useMutation<unknown, ProblemError, ScaleCommand>({
    mutationFn: (body) => ask('POST standin-scale/commands', { body }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: KEY });
      setTyped({});
    },
  });
  if (!character) return null;
  const read = NAMES.map((name) => [name, readQuantity(typed[name] ?? String(character[name]), DIALS[name].unit)] as const);
  const wrong = read.some(([, parsed]) => parsed.kind !== 'quantity');
  return (
    <form
      className="flex w-full flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const values = Object.fromEntries(read.map(([name, parsed]) => [name, parsed.kind === 'quantity' ? parsed.value : 0]));
        mutate({ word: 'BECOME', character: values as unknown as StandinCharacter });
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
      <Button type="submit" disabled={wrong || isPending || Object.keys(typed).length === 0}>
        Make it such a scale
      </Button>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </form>
  );
}
