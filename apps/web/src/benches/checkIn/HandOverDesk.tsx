import { KIND_NAMES } from '@tare/card';
import { handOverOf, keptSpecOf, readHandOver, readingsTakenIn, writeHandOver, type HandOver, type NewReading } from '@tare/contract';
import { kindsHere, orSentence, PART_KINDS, type Elsewhere, type PartKind, type SingleKind } from '@tare/core';
import { Download, Upload } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { FilePicker } from '../../ui/FilePicker.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { saveText } from '../../ui/saveText.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';

/** What is done elsewhere goes out as one file, and what was done there comes in as one. */
export function HandOverDesk(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const [read, setRead] = useState<HandOver | string | null>(null);
  const save = (): void =>
    saveText(
      `tare-job-${sheet.number}-handed-over.json`,
      'application/json',
      writeHandOver(handOverOf(sheet, figures, shop?.name ?? '', keptSpecOf(sheet))),
    );
  return (
    <>
      <Button onClick={save}>
        <Download aria-hidden className="size-5" /> Hand this job over as a file
      </Button>
      <FilePicker
        label="File that was handed over"
        accept=".json,application/json"
        onFile={(chosen) => void chosen.text().then((text) => setRead(orSentence(() => readHandOver(text))))}
      >
        <Upload aria-hidden className="size-5" /> Take in what was done elsewhere
      </FilePicker>
      <Modal title="What was done elsewhere" open={read !== null} onOpenChange={() => setRead(null)}>
        {typeof read === 'string' && <ProblemNotice>{read}</ProblemNotice>}
        {read !== null && typeof read !== 'string' && <TakeIn handOver={read} onDone={() => setRead(null)} />}
      </Modal>
    </>
  );
}

/** Kinds of a file that this job can take: those that are said to be elsewhere, and those that nobody weighed yet. */
function takenKinds(
  { readings }: HandOver,
  elsewhere: Elsewhere,
  weighed: ReadonlySet<PartKind>,
): { readonly taken: PartKind[]; readonly left: PartKind[] } {
  const there = PART_KINDS.filter((kind) => readings.some((reading) => reading.kind === kind));
  return {
    taken: there.filter((kind) => elsewhere[kind as SingleKind] !== undefined || !weighed.has(kind)),
    left: there.filter((kind) => elsewhere[kind as SingleKind] === undefined && weighed.has(kind)),
  };
}

function TakeIn({ handOver, onDone }: { readonly handOver: HandOver; readonly onDone: () => void }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const { elsewhere = {}, ...spec } = keptSpecOf(sheet);
  const bring = useWrite('POST jobs/:jobId/readings/batch', { jobId: sheet.id });
  const change = useWrite('PUT jobs/:jobId/spec', { jobId: sheet.id });
  const here = kindsHere(sheet.weighChoices.partSchool, elsewhere);
  const weighed = new Set(
    sheet.readings.flatMap(({ partId, voided }) => {
      const kind = sheet.parts.find(({ id }) => id === partId)?.kind;
      return voided || !kind || !here.includes(kind) ? [] : [kind];
    }),
  );
  const { taken, left } = takenKinds(handOver, elsewhere, weighed);
  const [ids] = useState(() => handOver.readings.map(() => crypto.randomUUID()));
  const readings = orSentence(() => readingsTakenIn(handOver, sheet.parts, taken));
  if (typeof readings === 'string') return <ProblemNotice>{readings}</ProblemNotice>;
  const named = (kinds: readonly PartKind[]): string => kinds.map((kind) => KIND_NAMES[kind].many.toLowerCase()).join(', ');
  const take = async (): Promise<void> => {
    if (personId === null) return;
    await bring.mutateAsync({ personId, readings: readings.map((reading, i): NewReading => ({ ...reading, id: ids[i]!, personId })) });
    const still = Object.fromEntries(Object.entries(elsewhere).filter(([kind]) => !taken.includes(kind as PartKind)));
    if (Object.keys(still).length < Object.keys(elsewhere).length)
      await change.mutateAsync({
        personId,
        baseVersion: sheet.specVersion,
        spec: { ...spec, ...(Object.keys(still).length === 0 ? {} : { elsewhere: still }) },
      });
    onDone();
  };
  const problem = bring.error ?? change.error;
  return (
    <div className="grid gap-3">
      <p>{`From ${handOver.shopName === '' ? 'another shop' : handOver.shopName}, its job ${handOver.jobNumber}: ${handOver.spec.engineName}.`}</p>
      <p>
        {taken.length === 0
          ? 'Nothing of it is wanted here: every kind in it was weighed here already.'
          : `${readings.length} placements of ${named(taken)} come in and count as weighed here.`}
        {left.length > 0 && ` Weighed here already, and left alone: ${named(left)}.`}
      </p>
      {problem && <ProblemNotice>{problem.message}</ProblemNotice>}
      <Button
        look="primary"
        className="w-fit"
        disabled={personId === null || readings.length === 0 || bring.isPending || change.isPending}
        onClick={() => void take()}
      >
        Take them in
      </Button>
      <WhoFirst />
    </div>
  );
}
