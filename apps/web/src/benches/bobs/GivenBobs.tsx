import { fixed } from '@tare/card';
import { givenBobComplaints, typedQuantity } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useDecideForm } from '../../ui/form/useDecideForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { MountingGuide } from './mount/MountingGuide.js';

interface Typed {
  readonly each: readonly { readonly g: string }[];
}

const gramsOf = ({ each }: Typed): number[] => each.map(({ g }, p) => typedQuantity(g.trim() === '' && p > 0 ? (each[0]?.g ?? '') : g, 'g'));

/** Bob weights that somebody gives, or that were built before: typed, then mounted. */
export function GivenBobs(): ReactNode {
  const { sheet } = useOpenJob();
  const { layout } = sheet.spec;
  const { acceptedG } = sheet.bobChoices;
  const write = useDecideForm<Typed>({
    subject: 'bob.acceptedG',
    place: `given-bobs.${sheet.id}.${sheet.decisions['bob.acceptedG']?.version ?? 0}`,
    initial: { each: layout.pins.map((_, p) => ({ g: acceptedG?.[p] === undefined ? '' : fixed(acceptedG[p], 2) })) },
    valueOf: gramsOf,
    fieldOf: (path) => path.replace(/^value\.(\d+)$/, 'each.$1.g'),
    wrong: ({ each }) => {
      if (each[0]?.g.trim() === '') return { 'each.0.g': 'What does the bob on pin 1 weigh?' };
      // A blank pin carries what pin 1 does, and is complained of there.
      const complaints = givenBobComplaints(gramsOf({ each }));
      return Object.fromEntries(complaints.flatMap((words, p) => (words !== null && each[p]?.g.trim() !== '' ? [[`each.${p}.g`, words]] : [])));
    },
  });
  return (
    <>
      <BenchHead
        title="Bob weights"
        next={
          acceptedG === null
            ? 'Type what each bob weighs with everything that turns with it.'
            : 'Hang each on its pin, square to its throw; then spin.'
        }
      />
      <WriteFormFrame write={write} keep="These are the bobs" leave="Leave them as they were">
        <p className="text-ink-soft">A pin that is left blank carries the same as pin 1.</p>
        <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
          {layout.pins.map((_, p) => (
            <FormQuantity key={p} control={write.form.control} name={`each.${p}.g`} label={`Bob on pin ${p + 1}`} unit="g" />
          ))}
        </div>
      </WriteFormFrame>
      {acceptedG !== null && <MountingGuide figuresG={acceptedG} isGiven />}
    </>
  );
}
