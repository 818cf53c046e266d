import { fixed, KIND_NAMES } from '@tare/card';
import { readingsFromCsv, readingsToCsv, type NewReading, type ReadCsv } from '@tare/contract';
import { everyPart, USUAL_DIVISION_G } from '@tare/core';
import { Copy, Download, Upload } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { useInstruments } from '../../api/instruments.js';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { FilePicker } from '../../ui/FilePicker.js';
import { IncomingLines } from '../../ui/IncomingLines.js';
import { Button } from '../../ui/Button.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { saveText } from '../../ui/saveText.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { useWho } from '../../ui/WhoFirst.js';
import { doubtsOf } from './doubtsOf.js';
import type { Weighing } from './useWeighing.js';

/** Readings out to a file or a spreadsheet, and in from a file. */
export function ReadingsFile({ weighing }: { readonly weighing: Weighing }): ReactNode {
  const { sheet } = useOpenJob();
  const { data: cupboard } = useInstruments();
  const nameOf = usePersonName();
  const [read, setRead] = useState<ReadCsv | null>(null);
  const [copied, setCopied] = useState(false);

  const save = (): void => {
    const text = readingsToCsv(sheet, { person: nameOf, instrument: (id) => cupboard?.instruments.find((i) => i.id === id)?.spec.name ?? '' });
    saveText(`tare-job-${sheet.number}-readings.csv`, 'text/csv', text);
  };
  const copyMeans = async (): Promise<void> => {
    await navigator.clipboard.writeText(meansColumn(weighing));
    setCopied(true);
  };
  return (
    <section className="flex flex-wrap items-center gap-3 border-t-2 border-edge pt-3">
      <Button onClick={save}>
        <Download aria-hidden className="size-5" /> Readings as CSV
      </Button>
      <FilePicker
        label="CSV file of readings"
        accept=".csv,text/csv,text/plain"
        onFile={(chosen) => void chosen.text().then((text) => setRead(readingsFromCsv(text, sheet.parts)))}
      >
        <Upload aria-hidden className="size-5" /> Bring in a CSV
      </FilePicker>
      <Button onClick={() => void copyMeans()}>
        <Copy aria-hidden className="size-5" /> {copied ? 'Copied' : `Copy the means of ${KIND_NAMES[weighing.kind].many.toLowerCase()}`}
      </Button>
      <span className="text-ink-soft">A column from a spreadsheet can be pasted where the reading is typed.</span>
      <Modal title="Readings from a file" open={read !== null} onOpenChange={() => setRead(null)}>
        {read && <Incoming read={read} onDone={() => setRead(null)} />}
      </Modal>
    </section>
  );
}

/** The means of the kind on screen, a line each, as a spreadsheet takes them. */
function meansColumn({ cells, readingsOf }: Weighing): string {
  return cells
    .map((cell) => {
      const values = readingsOf(cell).map((r) => r.valueG);
      return values.length === 0 ? '' : String(values.reduce((sum, g) => sum + g, 0) / values.length);
    })
    .join('\n');
}

function Incoming({ read, onDone }: { readonly read: ReadCsv; readonly onDone: () => void }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const personId = useWho();
  const bring = useWrite('POST jobs/:jobId/readings/batch', { jobId: sheet.id });
  const [alsoDoubtful, setAlso] = useState(false);
  const unseen = useMemo(() => {
    const here = new Set(sheet.readings.map((r) => r.id));
    return read.good.filter((line) => line.id === null || !here.has(line.id));
  }, [read, sheet.readings]);
  const doubts = useMemo(() => doubtsOf(unseen, everyPart(figures), USUAL_DIVISION_G), [unseen, figures]);
  const fresh = unseen.filter((line) => alsoDoubtful || !doubts.has(line));
  const [ids] = useState(() => new Map(read.good.map((line) => [line.line, line.id ?? crypto.randomUUID()])));
  const send = (): void => {
    if (personId === null) return;
    const readings = fresh.map(({ line, partId, measure, valueG }): NewReading => ({
      id: ids.get(line)!,
      personId,
      partId,
      measure,
      valueG,
      cutId: everyPart(figures).find(({ part }) => part.id === partId)?.lastCutId ?? null,
    }));
    bring.mutate({ personId, readings }, { onSuccess: onDone });
  };
  return (
    <div className="grid gap-3">
      <IncomingLines
        fresh={unseen.map((one) => ({
          line: one.line,
          name: `${KIND_NAMES[one.kind].one} ${one.cylinder}`,
          figure: `${fixed(one.valueG, 2)} g`,
          doubt: doubts.get(one),
        }))}
        alreadyHere={read.good.length - unseen.length}
        voided={read.voided}
        bad={read.bad}
        doubtWords="Those that are asked about are really so"
        alsoDoubtful={alsoDoubtful}
        onAlsoDoubtful={setAlso}
      />
      {bring.error && <ProblemNotice>{bring.error.message}</ProblemNotice>}
      <Button look="primary" disabled={fresh.length === 0 || personId === null || bring.isPending} onClick={send}>
        {`Bring in ${fresh.length}, all or none`}
      </Button>
    </div>
  );
}
