import { fixed, KIND_NAMES } from '@tare/card';
import type { ReactNode } from 'react';
import { addressOf } from '@tare/contract';
import { useOutbox } from '../../api/outboxContext.js';
import { useSheet } from '../../shell/JobContext.js';
import { ReasonForm } from '../../ui/form/ReasonForm.js';
import { Modal } from '../../ui/Modal.js';

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
  const outbox = useOutbox();
  const send = (reason: string, personId: string, settled: () => void): void => {
    // In the order of things: a reading that still waits here is voided after it has arrived.
    const body = { id: crypto.randomUUID(), personId, reason };
    void outbox.add({ jobId: sheet.id, path: addressOf('POST entries/:entryId/void', { entryId: readingId }), body, at: new Date().toISOString() });
    settled();
    onDone();
  };
  return (
    <ReasonForm
      question="It stays in the ledger, struck through, with the reason. Why?"
      usual={REASONS}
      keep="Void it"
      place={`void.${readingId}`}
      onReason={send}
    />
  );
}
