import { useState, type ReactNode } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { useWrite } from '../api/useWrite.js';
import { ReasonForm } from './form/ReasonForm.js';
import { Modal } from './Modal.js';

interface VoidButtonProps {
  readonly entryId: string;
  /** What it is, as the title says it: "spin 3", "the hole in CW 2". */
  readonly what: string;
  /** What usually went wrong. */
  readonly reasons: readonly string[];
}

/** Takes an entry out of the record as if it never had been, with a reason; it stays on record that it was. */
export function VoidButton({ entryId, what, reasons }: VoidButtonProps): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="min-h-11 underline underline-offset-4" onClick={() => setOpen(true)}>
        Void {what}
      </button>
      <Modal title={`Void ${what}`} open={open} onOpenChange={setOpen}>
        <VoidReason entryId={entryId} reasons={reasons} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

interface VoidReasonProps extends Omit<VoidButtonProps, 'what'> {
  /** What is asked of whoever voids it, where it is not the usual. */
  readonly question?: string;
  /** The words of its field and its button, likewise. */
  readonly label?: string;
  readonly keep?: string;
  readonly onDone: () => void;
}

export function VoidReason(props: VoidReasonProps): ReactNode {
  const { entryId, reasons, label, onDone } = props;
  const { question = 'Everything is worked out again without it. It stays on record, with the reason. Why?', keep = 'Void it' } = props;
  const queries = useQueryClient();
  const write = useWrite('POST entries/:entryId/void', { entryId });
  const done = (settled: () => void): void => {
    settled();
    // What follows from the entry is everywhere.
    void queries.invalidateQueries();
    onDone();
  };
  return (
    <ReasonForm
      question={question}
      {...(label === undefined ? {} : { label })}
      usual={reasons}
      keep={keep}
      place={`void.${entryId}`}
      isUnderWay={write.isPending}
      problem={write.error?.message}
      onReason={(reason, personId, settled) => write.mutate({ personId, reason }, { onSuccess: () => done(settled) })}
    />
  );
}
