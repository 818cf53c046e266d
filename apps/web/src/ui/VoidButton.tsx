import { useState, type ReactNode } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { useWrite } from '../api/useWrite.js';
import { Button } from './Button.js';
import { Field } from './Field.js';
import { Modal } from './Modal.js';
import { ProblemNotice } from './Notice.js';
import { useWho, WhoFirst } from './WhoFirst.js';

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
        <Reason entryId={entryId} reasons={reasons} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

function Reason({ entryId, reasons, onDone }: Omit<VoidButtonProps, 'what'> & { readonly onDone: () => void }): ReactNode {
  const personId = useWho();
  const queries = useQueryClient();
  const write = useWrite('POST entries/:entryId/void', { entryId });
  const [reason, setReason] = useState('');
  const send = (text: string): void => {
    if (personId !== null)
      write.mutate(
        { personId, reason: text },
        {
          onSuccess: () => {
            // What follows from the entry is everywhere.
            void queries.invalidateQueries();
            onDone();
          },
        },
      );
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        send(reason);
      }}
    >
      <p>Everything is worked out again without it. It stays on record, with the reason. Why?</p>
      <div className="flex flex-wrap gap-2">
        {reasons.map((text) => (
          <Button key={text} disabled={personId === null || write.isPending} onClick={() => send(text)}>
            {text}
          </Button>
        ))}
      </div>
      <Field label="Something else" value={reason} autoFocus onChange={(event) => setReason(event.target.value)} />
      {write.error && <ProblemNotice>{write.error.message}</ProblemNotice>}
      <Button type="submit" look="primary" disabled={personId === null || reason.trim() === '' || write.isPending}>
        Void it
      </Button>
      <WhoFirst />
    </form>
  );
}
