import { fixed } from '@tare/card';
import { CloudOff } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useOutbox, useWaitingEntries } from '../api/outboxContext.js';
import { Button } from '../ui/Button.js';
import { Modal } from '../ui/Modal.js';

/** How many entries wait in this browser for the server; nothing is shown while none does. */
export function OutboxStatus(): ReactNode {
  const entries = useWaitingEntries();
  const outbox = useOutbox();
  const [open, setOpen] = useState(false);
  const refused = entries.filter((entry) => entry.refusal !== undefined);
  if (entries.length === 0) return null;
  const words = refused.length > 0 ? `${refused.length} refused` : `${entries.length} waiting for the server`;
  return (
    <>
      <button
        type="button"
        className="flex min-h-11 items-center gap-2 rounded-sm bg-brass px-3 font-semibold text-on-brass"
        onClick={() => setOpen(true)}
      >
        <CloudOff aria-hidden className="size-5" />
        <span role="status">{words}</span>
      </button>
      <Modal title="Waiting in this browser" open={open} onOpenChange={setOpen}>
        <p className="mb-3">These entries are safe here and go to the server by themselves, in order, when it answers.</p>
        <ul className="grid gap-1">
          {entries.map((entry) => (
            <li key={entry.seq} className="flex flex-wrap items-center justify-between gap-3 border-b border-edge py-1">
              <span className="figure-type">{entry.reading ? `${fixed(entry.reading.valueG, 2)} g` : entry.path.split('/').at(-1)}</span>
              {entry.refusal !== undefined && (
                <>
                  <span className="grow font-semibold text-outside">▲ {entry.refusal}</span>
                  <Button onClick={() => void outbox.drop(entry.seq!)}>Give it up</Button>
                </>
              )}
            </li>
          ))}
        </ul>
      </Modal>
    </>
  );
}
