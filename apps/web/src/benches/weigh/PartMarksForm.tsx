import { KIND_NAMES } from '@tare/card';
import { NO_MARKS, type PartFact, type PartMarks } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Choice } from '../../ui/Choice.js';
import { CommitQuantity, CommitText } from '../../ui/form/CommitFields.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';

/** What is noted of a part besides its weight. */
export function PartMarksForm({ part }: { readonly part: PartFact }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const marks = sheet.partMarks[part.id] ?? NO_MARKS;
  const keep = (change: Partial<PartMarks>, settled?: () => void): void => {
    decide({ subject: `part.marks.${part.id}`, value: { ...marks, ...change } }, settled);
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
      <CommitQuantity
        label="Oversize (+) or undersize (−)"
        unit="mm"
        place={`part-size.${part.id}`}
        kept={marks.sizeMm}
        isGood={Number.isFinite}
        complaint="A number of mm, such as 0,25 or −0.5."
        onCommit={(sizeMm, settled, said) => decide({ subject: `part.marks.${part.id}`, value: { ...marks, sizeMm }, ...said }, settled)}
      />
      <CommitText
        label="Its serial number"
        place={`part-serial.${part.id}`}
        maxLength={60}
        kept={marks.serial ?? ''}
        onCommit={(serial, settled) => keep({ serial }, settled)}
      />
      <CommitText
        label="Who made it"
        place={`part-maker.${part.id}`}
        maxLength={60}
        kept={marks.maker ?? ''}
        onCommit={(maker, settled) => keep({ maker }, settled)}
      />
      <CommitText
        label="A note on it"
        place={`part-note.${part.id}`}
        maxLength={300}
        kept={marks.note ?? ''}
        onCommit={(note, settled) => keep({ note }, settled)}
      />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
