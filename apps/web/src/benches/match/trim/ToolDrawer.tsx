import { fixed } from '@tare/card';
import { readQuantity, type Unit } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWrite } from '../../../api/useWrite.js';
import { Button } from '../../../ui/Button.js';
import { Choice } from '../../../ui/Choice.js';
import { Field } from '../../../ui/Field.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useWho } from '../../../ui/WhoFirst.js';
import type { ChosenTool } from './useTool.js';

/** What it is cut with, how fast that goes, and a practice cut on scrap to find out. */
export function ToolDrawer({ chosen }: { readonly chosen: ChosenTool }): ReactNode {
  const { tools, tool, choose, rate } = chosen;
  const [adding, setAdding] = useState(false);
  const [practising, setPractising] = useState(false);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Choice
        label="Cut with"
        className="w-72"
        value={tool?.id ?? ''}
        onChange={(event) => choose(event.target.value)}
        options={[
          { value: '', label: tools.length === 0 ? 'no tool in the drawer yet' : 'not said' },
          ...tools.map(({ id, name, bit }) => ({ value: id, label: `${name}, ${bit}` })),
        ]}
      />
      <p className="pb-2 text-ink-soft" data-rate={rate?.gramsPerS ?? ''}>
        {tool === null
          ? 'With a tool, tickets tell the time a cut takes.'
          : rate === null
            ? 'Its rate is not known yet: a practice cut on scrap tells.'
            : `Takes ${fixed(rate.gramsPerS * 60, 2)} g a minute, learned from ${rate.n} ${rate.n === 1 ? 'cut' : 'cuts'}.`}
      </p>
      <Button onClick={() => setAdding(!adding)} aria-expanded={adding}>
        New tool
      </Button>
      {tool && (
        <Button onClick={() => setPractising(!practising)} aria-expanded={practising}>
          Practice cut
        </Button>
      )}
      {adding && (
        <NewTool
          onAdded={(id) => {
            choose(id);
            setAdding(false);
          }}
        />
      )}
      {tool && practising && <PracticeCut toolId={tool.id} onKept={() => setPractising(false)} />}
    </div>
  );
}

function NewTool({ onAdded }: { readonly onAdded: (id: string) => void }): ReactNode {
  const personId = useWho();
  const entry = useWrite('POST tools');
  const [id] = useState(() => crypto.randomUUID());
  const [name, setName] = useState('');
  const [bit, setBit] = useState('');
  return (
    <form
      className="flex w-full flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (personId === null) return;
        entry.mutate({ id, personId, name, bit }, { onSuccess: () => onAdded(id) });
      }}
    >
      <Field label="Tool" className="w-60" value={name} placeholder="die grinder" onChange={(event) => setName(event.target.value)} />
      <Field label="Bit" className="w-60" value={bit} placeholder="6 mm carbide burr" onChange={(event) => setBit(event.target.value)} />
      <Button type="submit" disabled={personId === null || name.trim() === '' || bit.trim() === '' || entry.isPending}>
        Into the drawer
      </Button>
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
    </form>
  );
}

function PracticeCut({ toolId, onKept }: { readonly toolId: string; readonly onKept: () => void }): ReactNode {
  const personId = useWho();
  const entry = useWrite('POST tools/:toolId/practice-cuts', { toolId });
  const [typed, setTyped] = useState({ before: '', after: '', seconds: '' });
  const [before, after, seconds] = [readQuantity(typed.before, 'g'), readQuantity(typed.after, 'g'), readQuantity(typed.seconds, 's')];
  const numbers = before.kind === 'quantity' && after.kind === 'quantity' && seconds.kind === 'quantity';
  const grams = numbers ? before.value - after.value : 0;
  const field = (label: string, unit: Unit, key: keyof typeof typed): ReactNode => (
    <div className="w-40">
      <QuantityField label={label} unit={unit} value={typed[key]} onChange={(event) => setTyped({ ...typed, [key]: event.target.value })} />
    </div>
  );
  return (
    <form
      className="flex w-full flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (personId === null || !numbers) return;
        entry.mutate({ personId, grams, seconds: seconds.value }, { onSuccess: onKept });
      }}
    >
      {field('Scrap before', 'g', 'before')}
      {field('after the cut', 'g', 'after')}
      {field('cut for', 's', 'seconds')}
      <Button type="submit" disabled={personId === null || !numbers || grams <= 0 || entry.isPending}>
        Keep the practice cut
      </Button>
      {numbers && grams <= 0 && <p className="font-semibold text-outside">▲ It has to be lighter after the cut.</p>}
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
    </form>
  );
}
