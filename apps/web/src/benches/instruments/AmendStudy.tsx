import type { Study } from '@tare/contract';
import { typedQuantity } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWrite } from '../../api/useWrite.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';

/** Puts a study right that was typed wrongly: what it was stays on record, with the reason. */
export function AmendStudy({ study }: { readonly study: Study }): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="min-h-11 underline underline-offset-4" onClick={() => setOpen(true)}>
        Put this study right
      </button>
      <Modal title="Put this study right" open={open} onOpenChange={setOpen}>
        <AmendForm study={study} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

function AmendForm({ study, onDone }: { readonly study: Study; readonly onDone: () => void }): ReactNode {
  const personId = useWho();
  const { id, instrumentId, kind } = study;
  const entry = useWrite('POST instruments/:instrumentId/studies', { instrumentId });
  const [subject, setSubject] = useState(study.subject);
  const [typed, setTyped] = useState(study.readingsG.join('  '));
  const [marked, setMarked] = useState(study.nominalG === null ? '' : String(study.nominalG));
  const [reason, setReason] = useState('');
  const nominalG = kind === 'drift' ? typedQuantity(marked, 'g') : null;
  const readingsG = typed.split(/[\s;]+/).flatMap((text) => (text === '' ? [] : [typedQuantity(text, 'g')]));
  const areNumbers = readingsG.length > 0 && !readingsG.some(Number.isNaN);
  const isMarked = nominalG === null || nominalG > 0;
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (personId !== null) entry.mutate({ personId, kind, subject, readingsG, nominalG, amends: { entryId: id, reason } }, { onSuccess: onDone });
      }}
    >
      <Field label="What stood on it" value={subject} onChange={(event) => setSubject(event.target.value)} />
      <Field
        label="The readings, g, with blanks between"
        isFigure
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        problem={areNumbers ? undefined : 'Each reading has to be a number of grams.'}
      />
      {kind === 'drift' && (
        <QuantityField
          label="What the check weight is marked"
          unit="g"
          value={marked}
          onChange={(event) => setMarked(event.target.value)}
          problem={isMarked ? undefined : 'The mark has to be a number of grams.'}
        />
      )}
      <Field label="Why is it put right?" value={reason} onChange={(event) => setReason(event.target.value)} />
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      <Button type="submit" look="primary" disabled={personId === null || !areNumbers || !isMarked || reason.trim() === '' || entry.isPending}>
        This is what was read
      </Button>
      <WhoFirst />
    </form>
  );
}
