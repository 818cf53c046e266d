import { KIND_NAMES } from '@tare/card';
import { NO_MARKS, type PartMarks } from '@tare/core';
import { readQuantity, type PartFact } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Choice } from '../../ui/Choice.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { useDraft } from '../../ui/useDraft.js';

/** What is noted of a part besides its weight. */
export function PartMarksForm({ part }: { readonly part: PartFact }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const marks = sheet.partMarks[part.id] ?? NO_MARKS;
  const [size, setSize] = useState<string | null>(null);
  // Marked, so that a note that was typed away is not taken for one that nobody touched.
  const [draft, setDraft] = useDraft(`part-note.${part.id}`);
  const note = draft === '' ? (marks.note ?? '') : draft.slice(1);
  const typed = readQuantity(size ?? String(marks.sizeMm), 'mm');
  const keep = (change: Partial<PartMarks>): void => {
    decide({ subject: `part.marks.${part.id}`, value: { ...marks, ...change } }, () => setSize(null));
  };
  const others = sheet.parts.filter((other) => other.id !== part.id && other.cylinder === part.cylinder);
  const check = (label: string, key: 'replace' | 'pressed'): ReactNode => (
    <CheckRow checked={marks[key]} disabled={blocked} onChange={(event) => keep({ [key]: event.target.checked })}>
      {label}
    </CheckRow>
  );
  return (
    <div className="grid items-start gap-x-6 gap-y-1 md:grid-cols-2">
      {check('To be replaced: another one comes in its place', 'replace')}
      {(part.kind === 'piston' || part.kind === 'pin' || part.kind === 'rod') && check('Pressed on its pin', 'pressed')}
      <Choice
        label="Selected to, and kept together with"
        value={marks.keptWithId ?? ''}
        disabled={blocked}
        onChange={(event) => keep({ keptWithId: event.target.value === '' ? null : event.target.value })}
        options={[
          { value: '', label: 'nothing' },
          ...others.map(({ id, kind, cylinder }) => ({ value: id, label: `${KIND_NAMES[kind].one} ${cylinder}` })),
        ]}
      />
      <QuantityField
        label="Oversize (+) or undersize (−)"
        unit="mm"
        value={size ?? String(marks.sizeMm)}
        problem={typed.kind === 'quantity' ? undefined : 'A number of mm, such as 0,25 or −0.5.'}
        onChange={(event) => setSize(event.target.value)}
        onBlur={() => {
          if (size !== null && typed.kind === 'quantity') keep({ sizeMm: typed.value });
        }}
      />
      <Field
        label="A note on it"
        maxLength={300}
        value={note}
        onChange={(event) => setDraft(`=${event.target.value}`)}
        onBlur={() => {
          if (draft !== '') decide({ subject: `part.marks.${part.id}`, value: { ...marks, note: note.trim() } }, () => setDraft(''));
        }}
      />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
