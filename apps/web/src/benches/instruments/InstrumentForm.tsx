import { INSTRUMENT_KINDS, SOURCES, type Instrument, type InstrumentSpec, type Source } from '@tare/contract';
import { readQuantity, type Unit, USUAL_TEMPLATES } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWrite } from '../../api/useWrite.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { LinePatternField } from './LinePatternField.js';
import { SOURCE_WORDS } from './sourceWords.js';

type Typed = Readonly<Record<keyof InstrumentSpec, string>>;

const EMPTY: Typed = {
  kind: 'scale',
  name: '',
  divisionG: '0.1',
  capacityG: '3000',
  fixtureG: '0',
  lastCheck: '',
  notes: '',
  source: 'typed',
  lineTemplate: USUAL_TEMPLATES[0]!,
  baudRate: '9600',
};

const typedOf = (spec: InstrumentSpec): Typed => Object.fromEntries(Object.entries(spec).map(([key, value]) => [key, String(value)])) as Typed;

interface InstrumentFormProps {
  /** The instrument to change; null for a new one. */
  readonly instrument: Instrument | null;
  readonly onDone: () => void;
}

export function InstrumentForm({ instrument, onDone }: InstrumentFormProps): ReactNode {
  const personId = useWho();
  const add = useWrite('POST instruments');
  const change = useWrite('PUT instruments/:instrumentId', { instrumentId: instrument?.id ?? '' });
  const entry = instrument ? change : add;
  const [typed, setTyped] = useState<Typed>(() => (instrument ? typedOf(instrument.spec) : EMPTY));
  const field = (key: keyof Typed): { value: string; onChange: (event: { target: { value: string } }) => void; problem: string | undefined } => ({
    value: typed[key],
    onChange: (event) => setTyped({ ...typed, [key]: event.target.value }),
    problem: entry.error?.fields.find((f) => f.field === `spec.${key}`)?.message,
  });
  const submit = (): void => {
    const numbers = Object.fromEntries(
      (['divisionG', 'capacityG', 'fixtureG', 'baudRate'] as const).map((key) => [key, numberOf(typed[key], key === 'baudRate' ? '' : 'g')]),
    );
    if (personId === null) return;
    // What is no number is left for the server to complain about, at its field.
    const spec = { ...typed, ...numbers } as unknown as InstrumentSpec;
    if (instrument) change.mutate({ personId, baseVersion: instrument.version, spec }, { onSuccess: onDone });
    else add.mutate({ personId, spec }, { onSuccess: onDone });
  };
  return (
    <form
      noValidate
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <Field label="What it is called here" {...field('name')} />
      <Choice
        label="Kind"
        value={typed.kind}
        onChange={field('kind').onChange}
        options={INSTRUMENT_KINDS.map((kind) => ({ value: kind, label: kind === 'scale' ? 'Scale' : 'Rod fixture on a scale' }))}
      />
      <div className="grid grid-cols-3 items-start gap-3">
        <QuantityField label="Counts in" unit="g" {...field('divisionG')} />
        <QuantityField label="Carries" unit="g" {...field('capacityG')} />
        <QuantityField label="Fixture on it" unit="g" {...field('fixtureG')} />
      </div>
      <Field label="Last checked" type="date" {...field('lastCheck')} />
      <Field label="Notes" {...field('notes')} />
      <Choice
        label="Its readings"
        value={typed.source}
        hint={SOURCE_WORDS[typed.source as Source].reason}
        onChange={field('source').onChange}
        options={SOURCES.map((source) => ({ value: source, label: SOURCE_WORDS[source].name }))}
      />
      {typed.source === 'serial' && (
        <>
          <LinePatternField
            template={typed.lineTemplate}
            onChange={(lineTemplate) => setTyped({ ...typed, lineTemplate })}
            problem={field('lineTemplate').problem}
          />
          <QuantityField label="Speed of the line" unit="" unitWords="baud" {...field('baudRate')} />
        </>
      )}
      {entry.error && entry.error.fields.length === 0 && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      <Button type="submit" look="primary" disabled={personId === null || entry.isPending}>
        Keep it
      </Button>
      <WhoFirst />
    </form>
  );
}

/** Null for what is not a number: the server's schema then says so at that field. */
function numberOf(text: string, unit: Unit): number | null {
  const parsed = readQuantity(text, unit);
  return parsed.kind === 'quantity' ? parsed.value : null;
}
