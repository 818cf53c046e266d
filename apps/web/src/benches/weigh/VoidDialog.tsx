import { fixed, KIND_NAMES } from '@tare/card';
import { useState, type ReactNode } from 'react';
import { addressOf } from '@tare/contract';
import { useOutbox } from '../../api/outboxContext.js';
import { useSheet } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { Modal } from '../../ui/Modal.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';

/** What usually went wrong. */
const REASONS = ['not settled', 'wrong part', 'zero had moved', 'slip of the finger'];

interface VoidDialogProps {
  /** The reading to void; null while none is. */
  readonly readingId: string | null;
  readonly onClose: () => void;
}

/** Voids a reading, with a reason; it stays in the ledger. */
export function VoidDialog({ readingId, onClose }: VoidDialogProps): ReactNode {
  const sheet = useSheet();
  const reading = sheet.readings.find((r) => r.id === readingId);
  const part = sheet.parts.find((p) => p.id === reading?.partId);
  const title = reading && part ? `Void ${fixed(reading.valueG, 2)} g of ${KIND_NAMES[part.kind].one.toLowerCase()} ${part.cylinder}` : '';
  return (
    <Modal
      title={title}
      open={readingId !== null}
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      {reading && <Reason readingId={reading.id} onDone={onClose} />}
    </Modal>
  );
}

function Reason({ readingId, onDone }: { readonly readingId: string; readonly onDone: () => void }): ReactNode {
  const sheet = useSheet();
  const personId = useWho();
  const [reason, setReason] = useState('');
  const outbox = useOutbox();
  const send = (text: string): void => {
    // In the order of things: a reading that still waits here is voided after it has arrived.
    const body = { id: crypto.randomUUID(), personId, reason: text };
    void outbox.add({ jobId: sheet.id, path: addressOf('POST entries/:entryId/void', { entryId: readingId }), body, at: new Date().toISOString() });
    onDone();
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        send(reason);
      }}
    >
      <p>It stays in the ledger, struck through, with the reason. Why?</p>
      <div className="flex flex-wrap gap-2">
        {REASONS.map((text) => (
          <Button
            key={text}
            disabled={personId === null}
            onClick={() => {
              send(text);
            }}
          >
            {text}
          </Button>
        ))}
      </div>
      <Field
        label="Something else"
        value={reason}
        autoFocus
        onChange={(event) => {
          setReason(event.target.value);
        }}
      />
      <Button type="submit" look="primary" disabled={personId === null || reason.trim() === ''}>
        Void it
      </Button>
      <WhoFirst />
    </form>
  );
}
