import { sizeName } from '@tare/card';
import { measurementsFromCsv, measurementsToCsv, type MeasuredCsv, type NewMeasurement } from '@tare/contract';
import { counts, sizeMm, slipAt, type MadeReady } from '@tare/core';
import { Download, Upload } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useOutbox, waitingMeasurement } from '../../api/outboxContext.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { FilePicker } from '../../ui/FilePicker.js';
import { IncomingLines } from '../../ui/IncomingLines.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { saveText } from '../../ui/saveText.js';
import { useDisplay } from '../../ui/display.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { useWho } from '../../ui/WhoFirst.js';

/** Measurements out to a file, and in from one. */
export function MeasurementsFile({ made }: { readonly made: MadeReady }): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const [read, setRead] = useState<MeasuredCsv | null>(null);
  return (
    <>
      <Button
        onClick={() =>
          saveText(
            `tare-job-${sheet.number}-measurements.csv`,
            'text/csv',
            measurementsToCsv({ measurements: sheet.measurements, works: sheet.works, settings: made.settings }, nameOf),
          )
        }
      >
        <Download aria-hidden className="size-5" /> Measurements as CSV
      </Button>
      <FilePicker
        label="CSV file of measurements"
        accept=".csv,text/csv,text/plain"
        onFile={(chosen) => void chosen.text().then((text) => setRead(measurementsFromCsv(text, sheet.works)))}
      >
        <Upload aria-hidden className="size-5" /> Bring in a CSV
      </FilePicker>
      <Modal title="Measurements from a file" open={read !== null} onOpenChange={() => setRead(null)}>
        {read && <Incoming read={read} made={made} onDone={() => setRead(null)} />}
      </Modal>
    </>
  );
}

interface IncomingProps {
  readonly read: MeasuredCsv;
  readonly made: MadeReady;
  readonly onDone: () => void;
}

function Incoming({ read, made, onDone }: IncomingProps): ReactNode {
  const { sheet } = useOpenJob();
  const { say } = useDisplay();
  const personId = useWho();
  const outbox = useOutbox();
  const [alsoDoubtful, setAlso] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [ids] = useState(() => new Map(read.good.map(({ line, id }) => [line, id ?? crypto.randomUUID()])));
  const here = new Set(sheet.measurements.map(({ id }) => id));
  const unseen = read.good.filter(({ id }) => id === null || !here.has(id));
  const known = made.measurements.filter((one) => counts(made, one)).map((one) => ({ ...one, mm: sizeMm(made, one) }));
  const doubts = new Map(
    unseen.flatMap((one): [number, string][] => {
      const others = [...known, ...unseen.filter((other) => other !== one).map((other) => ({ ...other, mm: other.sizeMm }))];
      const slip = slipAt(one, one.sizeMm, others, made);
      return slip === null ? [] : [[one.line, slip]];
    }),
  );
  const fresh = unseen.filter(({ line }) => alsoDoubtful || !doubts.has(line));
  const send = async (): Promise<void> => {
    if (personId === null) return;
    try {
      for (const { line, feature, quantity, angleDeg, depth, sizeMm: indicationMm, afterWorkId, note } of fresh) {
        const measurement: NewMeasurement = {
          ...{ id: ids.get(line)!, personId, feature, quantity, angleDeg, depth, indicationMm, settingId: null, afterWorkId, note },
        };
        await outbox.add(waitingMeasurement(sheet.id, measurement));
      }
      onDone();
    } catch {
      setProblem('This browser could not keep them; those that it kept are not sent twice when you bring the file in again. Is its disk full?');
    }
  };
  return (
    <div className="grid gap-3">
      <IncomingLines
        fresh={unseen.map((one) => ({
          line: one.line,
          name: sizeName({ ...one, ring: one.quantity === 'ringGap' ? one.depth : null }),
          figure: say(one.sizeMm, 'mm', 3),
          doubt: doubts.get(one.line),
        }))}
        alreadyHere={read.good.length - unseen.length}
        voided={read.voided}
        bad={read.bad}
        doubtWords="Those that lie far from the others are really so"
        alsoDoubtful={alsoDoubtful}
        onAlsoDoubtful={setAlso}
      />
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
      <Button look="primary" disabled={fresh.length === 0 || personId === null} onClick={() => void send()}>
        {`Bring in ${fresh.length}`}
      </Button>
    </div>
  );
}
