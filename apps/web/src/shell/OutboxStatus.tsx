import { fixed, KIND_NAMES } from '@tare/card';
import { sheetOf } from '@tare/contract';
import { typedQuantity } from '@tare/core';
import { CloudOff, TriangleAlert } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import type { OutboxEntry } from '../api/outbox.js';
import { measurementOf, useOutbox, useOutboxFault, useWaitingEntries } from '../api/outboxContext.js';
import { useJob } from '../api/queries.js';
import { Button } from '../ui/Button.js';
import { QuantityField } from '../ui/QuantityField.js';
import { Modal } from '../ui/Modal.js';
import { saveText } from '../ui/saveText.js';
import { useDisplay } from '../ui/display.js';

/** How many entries wait in this browser for the server, and how many its database does not have yet; nothing is shown while none does. */
export function OutboxStatus(): ReactNode {
  const entries = useWaitingEntries();
  const fault = useOutboxFault();
  const outbox = useOutbox();
  const [open, setOpen] = useState(false);
  if (entries.length === 0) return null;
  const unkept = entries.filter(({ seq }) => seq === undefined).length;
  const refused = entries.filter(({ refusal }) => refusal !== undefined).length;
  const waiting = entries.length - refused - unkept;
  const said = Object.entries({ refused, 'waiting for the server': waiting, 'not kept yet': unkept })
    .flatMap(([what, n]) => (n > 0 ? [`${n} ${what}`] : []))
    .join(', ');
  // Also where there is no room for words, a refusal is not taken for what only waits.
  const Sign = refused > 0 ? TriangleAlert : CloudOff;
  return (
    <>
      {/* Beside the button: one with a live region inside has no name. */}
      <span role="status" className="sr-only">
        {said}
      </span>
      <button
        type="button"
        aria-label={said}
        className="flex min-h-11 items-center gap-2 rounded-sm bg-brass px-3 font-semibold text-on-brass"
        onClick={() => setOpen(true)}
      >
        <Sign aria-hidden className="size-5 shrink-0" />
        {/* In words a tablet's frame would grow by a line with each reading, and push its last button off. */}
        <span aria-hidden className="lg:hidden">
          {entries.length}
        </span>
        <span aria-hidden className="max-lg:hidden">
          {said}
        </span>
      </button>
      <Modal title="Waiting in this browser" open={open} onOpenChange={setOpen}>
        <p>
          {waiting > 0 && 'What waits is safe here and goes to the server by itself, in order, when it answers. '}
          {refused > 0 && 'What the server would not have stays here until it is mended, saved to a file or given up. '}
          {unkept > 0 && 'What is not kept yet would be lost if this page were closed now.'}
        </p>
        {waiting > 0 && fault && (
          <div className="flex flex-wrap items-center gap-3">
            <p className="grow">{`${fault.reason} Next try at ${fault.nextTryAt.toLocaleTimeString()}, and so on for as long as it takes.`}</p>
            <Button onClick={() => void outbox.tryNow()}>Try now</Button>
          </div>
        )}
        <ul className="grid gap-1">
          {entries.map((entry) => (
            <li key={entry.seq ?? entry.body.id} className="grid gap-2 border-b border-edge py-2">
              <EntryName entry={entry} />
              {entry.refusal !== undefined && <Refused entry={entry} refusal={entry.refusal} />}
            </li>
          ))}
        </ul>
      </Modal>
    </>
  );
}

/** What it is, by the words of the bench it was typed at. */
function EntryName({ entry }: { readonly entry: OutboxEntry }): ReactNode {
  const { reading, path, jobId } = entry;
  const { say } = useDisplay();
  const { data: job } = useJob(jobId);
  const part = job?.parts.find(({ id }) => id === reading?.partId);
  const whose = part ? `, ${KIND_NAMES[part.kind].one.toLowerCase()} ${part.cylinder}` : '';
  const measured = measurementOf(entry);
  const what = measured ? say(measured.indicationMm, 'mm', 3) : path.endsWith('/zero') ? 'A zero' : 'A void';
  const where = measured ? `, ${measured.feature.replace('.', ' ')}` : '';
  return (
    <p>
      <span className="figure-type">{reading ? `${fixed(reading.valueG, 2)} g` : what}</span>
      {`${whose}${where}${job ? `, job ${job.number}` : ''}`}
    </p>
  );
}

/** What the server would not have, and the ways out of that. */
function Refused({ entry, refusal }: { readonly entry: OutboxEntry; readonly refusal: string }): ReactNode {
  const outbox = useOutbox();
  const { refetch } = useJob(entry.jobId);
  const measured = measurementOf(entry);
  const [value, setValue] = useState(String(entry.reading?.valueG ?? measured?.indicationMm ?? ''));
  const mend = async (): Promise<void> => {
    const { reading } = entry;
    if (measured) {
      const indicationMm = typedQuantity(value, 'mm');
      const { data: now } = await refetch();
      const afterWorkId = now ? (sheetOf(now).works.at(-1)?.id ?? null) : measured.afterWorkId;
      return Number.isFinite(indicationMm) ? outbox.mend(entry.seq!, { indicationMm, afterWorkId }) : undefined;
    }
    if (!reading) return outbox.mend(entry.seq!);
    const valueG = typedQuantity(value, 'g');
    if (!Number.isFinite(valueG)) return undefined;
    // It is of the part as it is now, which this screen may not have heard of yet: whoever mends it has it on the scale.
    const { data: job } = await refetch();
    const cutId = job ? (sheetOf(job).partCuts.findLast(({ partId }) => partId === reading.partId)?.id ?? null) : reading.cutId;
    return outbox.mend(entry.seq!, { valueG, cutId });
  };
  const save = (): void => saveText(`refused-${entry.body.id}.json`, 'application/json', JSON.stringify(entry, null, 2));
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void mend();
      }}
    >
      <p className="font-semibold text-outside">{`▲ ${refusal}`}</p>
      <div className="flex flex-wrap items-end gap-3">
        {entry.reading && (
          <QuantityField label="Weighed now" unit="g" className="w-36" value={value} onChange={(event) => setValue(event.target.value)} />
        )}
        {measured && <QuantityField label="Read now" unit="mm" className="w-36" value={value} onChange={(event) => setValue(event.target.value)} />}
        <Button type="submit" look="primary">
          {entry.reading || measured ? 'Mend and send' : 'Send again'}
        </Button>
        <Button onClick={save}>Save to a file</Button>
        <Button look="quiet" onClick={() => void outbox.drop(entry.seq!)}>
          Give it up
        </Button>
      </div>
    </form>
  );
}
