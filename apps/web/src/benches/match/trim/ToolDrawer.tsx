import { fixed } from '@tare/card';
import { PART_METALS, partMetalOf, typedQuantity, type CutRate, type PartKind, type PartMetal } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { Choice } from '../../../ui/Choice.js';
import { FormChoice, FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { useWriteForm } from '../../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { METAL_NAMES } from '../metalNames.js';
import type { ChosenTool } from './useTool.js';

/** What it is cut with, how fast that goes, and a practice cut on scrap to find out. */
export function ToolDrawer({ chosen }: { readonly chosen: ChosenTool }): ReactNode {
  const { tools, tool, choose, rateIn } = chosen;
  const { figures, sheet } = useOpenJob();
  const metals = [
    ...new Set(
      figures.weighed.parts.filter(({ part }) => CUT_KINDS.includes(part.kind)).map(({ part }) => partMetalOf(part.kind, sheet.matchChoices)),
    ),
  ];
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
      <p className="max-w-[70ch] pb-2 text-ink-soft">
        {tool === null ? 'With a tool, tickets tell the time a cut takes.' : metals.map((metal) => rateWords(metal, rateIn(metal))).join(' ')}
        {tool?.samples.some(({ metal }) => metal === null) && ' Older practice cuts said no metal, and tell no rate.'}
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
      {tool && practising && <PracticeCut toolId={tool.id} metal={metals[0] ?? 'steel'} onKept={() => setPractising(false)} />}
    </div>
  );
}

/** What is cut here with a tool; locks, rings and shells are exchanged. */
const CUT_KINDS: readonly PartKind[] = ['piston', 'cylinderSet', 'pressedAssembly', 'pin', 'rod'];

function rateWords(metal: PartMetal, rate: CutRate | null): string {
  const name = METAL_NAMES[metal];
  if (rate === null) return `In ${name} its rate is not known yet: a practice cut on scrap tells.`;
  const { gramsPerS, halfWidth95GPerS, n } = rate;
  const error = halfWidth95GPerS === null ? '' : ` ± ${fixed(halfWidth95GPerS * 60, 2)}`;
  return `In ${name} ${fixed(gramsPerS * 60, 2)}${error} g a minute, from ${n} ${n === 1 ? 'cut' : 'cuts'}.`;
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

interface PracticeCutProps {
  readonly toolId: string;
  /** What is cut here, which the scrap should be of. */
  readonly metal: PartMetal;
  readonly onKept: () => void;
}

export function PracticeCut({ toolId, metal, onKept }: PracticeCutProps): ReactNode {
  const write = useWriteForm({
    route: 'POST tools/:toolId/practice-cuts',
    ids: { toolId },
    place: `practice.${toolId}`,
    initial: { metal, before: '', after: '', seconds: '' },
    contentOf: ({ before, after, ...rest }) => ({ ...rest, grams: typedQuantity(before, 'g') - typedQuantity(after, 'g') }),
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
      <FormChoice
        label="Scrap of"
        className="w-40"
        control={control}
        name="metal"
        options={PART_METALS.map((value) => ({ value, label: METAL_NAMES[value] }))}
      />
      <FormQuantity label="Scrap before" unit="g" className="w-40" control={control} name="before" />
      <FormQuantity label="after the cut" unit="g" className="w-40" control={control} name="after" />
      <FormQuantity label="cut for" unit="s" className="w-40" control={control} name="seconds" />
      {grams <= 0 && <p className="font-semibold text-outside">▲ It has to be lighter after the cut.</p>}
    </WriteFormFrame>
  );
}
