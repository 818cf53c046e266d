import { fixed } from '@tare/card';
import { typedQuantity } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { Button } from '../../../ui/Button.js';
import { Choice } from '../../../ui/Choice.js';
import { FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { useWriteForm } from '../../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
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

export function NewTool({ onAdded }: { readonly onAdded: (id: string) => void }): ReactNode {
  const [id] = useState(() => crypto.randomUUID());
  const write = useWriteForm({ route: 'POST tools', place: 'tool.new', initial: { name: '', bit: '' }, id, onDone: () => onAdded(id) });
  const { control } = write.form;
  return (
    <WriteFormFrame write={write} keep="Into the drawer" className="flex w-full flex-wrap items-end gap-3" look="plain" asksWho={false}>
      <FormField label="Tool" className="w-60" placeholder="die grinder" control={control} name="name" />
      <FormField label="Bit" className="w-60" placeholder="6 mm carbide burr" control={control} name="bit" />
    </WriteFormFrame>
  );
}

export function PracticeCut({ toolId, onKept }: { readonly toolId: string; readonly onKept: () => void }): ReactNode {
  const write = useWriteForm({
    route: 'POST tools/:toolId/practice-cuts',
    ids: { toolId },
    place: `practice.${toolId}`,
    initial: { before: '', after: '', seconds: '' },
    contentOf: ({ before, after, seconds }) => ({ grams: typedQuantity(before, 'g') - typedQuantity(after, 'g'), seconds }),
    onDone: onKept,
  });
  const { control } = write.form;
  const { before = '', after = '' } = useWatch({ control });
  const grams = typedQuantity(before, 'g') - typedQuantity(after, 'g');
  return (
    <WriteFormFrame
      write={write}
      keep="Keep the practice cut"
      className="flex w-full flex-wrap items-end gap-3"
      look="plain"
      isReady={grams > 0}
      asksWho={false}
    >
      <FormQuantity label="Scrap before" unit="g" className="w-40" control={control} name="before" />
      <FormQuantity label="after the cut" unit="g" className="w-40" control={control} name="after" />
      <FormQuantity label="cut for" unit="s" className="w-40" control={control} name="seconds" />
      {grams <= 0 && <p className="font-semibold text-outside">▲ It has to be lighter after the cut.</p>}
    </WriteFormFrame>
  );
}
