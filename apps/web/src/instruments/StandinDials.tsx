import { readQuantity, type Unit } from '@tare/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import type { ProblemError } from '../api/problem.js';
import { Button } from '../ui/Button.js';
import { ProblemNotice } from '../ui/Notice.js';
import { QuantityField } from '../ui/QuantityField.js';

interface Dial {
  readonly label: string;
  readonly unit: Unit;
  readonly unitWords?: string;
}

interface StandinDialsProps<C extends object, D extends keyof C & string> {
  readonly noun: 'scale' | 'gauge';
  readonly dials: Readonly<Record<D, Dial>>;
  /** What it is now. */
  readonly read: () => Promise<C>;
  /** Makes it another. */
  readonly become: (character: C) => Promise<unknown>;
}

/** How good a stand-in instrument is, to try what a worse or a better one would do to the work. */
export function StandinDials<C extends object, D extends keyof C & string>({ noun, dials, read, become }: StandinDialsProps<C, D>): ReactNode {
  const queries = useQueryClient();
  const queryKey = ['standin-character', noun];
  const { data: character } = useQuery<C, ProblemError>({ queryKey, queryFn: read });
  const [typed, setTyped] = useState<Partial<Record<D, string>>>({});
  const { mutate, error, isPending } = useMutation<unknown, ProblemError, C>({
    mutationFn: become,
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey });
      setTyped({});
    },
  });
  if (!character) return null;
  const names = Object.keys(dials) as D[];
  const values = names.map((name) => [name, readQuantity(typed[name] ?? String(character[name]), dials[name].unit)] as const);
  const isWrong = values.some(([, { kind }]) => kind !== 'quantity');
  return (
    <form
      className="flex w-full flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        mutate({ ...character, ...Object.fromEntries(values.flatMap(([name, one]) => (one.kind === 'quantity' ? [[name, one.value]] : []))) });
      }}
    >
      {names.map((name) => (
        <div key={name} className="w-40">
          <QuantityField
            {...dials[name]}
            value={typed[name] ?? String(character[name])}
            problem={readQuantity(typed[name] ?? '0', dials[name].unit).kind === 'quantity' ? undefined : 'A number.'}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          />
        </div>
      ))}
      <Button type="submit" disabled={isWrong || isPending || Object.keys(typed).length === 0}>
        {`Make it such a ${noun}`}
      </Button>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </form>
  );
}
