import { fixed, jobTitle, MEASURE_NAMES, missingWords, partName } from '@tare/card';
import { Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenJob } from '../../../shell/JobContext.js';
import { benchPath } from '../../../shell/paths.js';
import { Button } from '../../../ui/Button.js';
import { DataTable } from '../../../ui/DataTable.js';
import { Note } from '../../../ui/Notice.js';
import { PrintSheet } from '../../../ui/PrintSheet.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { grinderRows, type GrinderRow } from './grinderRows.js';

/** Start, target and now, large: on a phone beside the wheel it follows the scale, on paper it hangs there. */
export function GrinderPage(): ReactNode {
  const { sheet } = useOpenJob();
  const [printing, setPrinting] = useState(false);
  return (
    <div className="grid gap-4 border-2 border-edge bg-plate p-4">
      <div className="flex flex-wrap items-center gap-4">
        <h1 className="grow text-3xl">At the grinder</h1>
        <Button onClick={() => setPrinting(true)}>
          <Printer aria-hidden className="size-5" /> Print
        </Button>
        <Link to={benchPath(sheet.id, 'match')} className="underline underline-offset-4">
          Back to Match
        </Link>
      </div>
      <Sheet />
      {printing && (
        <PrintSheet isReady onPrinted={() => setPrinting(false)}>
          <h1 className="text-xl">{`At the grinder, job ${sheet.number}: ${jobTitle(sheet.spec)}`}</h1>
          <Sheet />
        </PrintSheet>
      )}
    </div>
  );
}

function Sheet(): ReactNode {
  const { figures } = useOpenJob();
  const { sets, rods } = figures;
  const rows = grinderRows(figures);
  const waiting = [...(sets.kind === 'waiting' ? sets.missing : []), ...(rods.kind === 'waiting' ? rods.missing : [])];
  return (
    <>
      {waiting.length > 0 && <Note>{`Some targets wait for ${missingWords(waiting)}.`}</Note>}
      {rows.length === 0 ? (
        <p className="text-ink-soft">Nothing has a target yet.</p>
      ) : (
        <DataTable
          caption="Start, target and now, in g"
          hideCaption
          className="w-full text-lg sm:text-xl print:text-lg"
          rows={rows}
          keyOf={({ weighed, measure }) => `${weighed.part.id}.${measure}`}
          columns={[
            { title: 'Part', is: 'words', cell: nameCell },
            { title: 'Target', className: 'font-semibold', cell: ({ targetG }) => fixed(targetG, 2) },
            { title: 'Now', cell: ({ nowG }) => (nowG === null ? 'weigh it' : fixed(nowG, 2)) },
            {
              title: 'Take off',
              className: ({ offG }) => (offG > 0 ? 'font-semibold text-blue' : ''),
              cell: ({ offG, isInside }) => (isInside ? <VerdictMark verdict="inside">inside</VerdictMark> : fixed(offG, 2)),
            },
            // Last: a phone shows the others without being pushed.
            { title: 'Start', className: 'text-ink-soft', cell: ({ startG }) => (startG === null ? '·' : fixed(startG, 2)) },
          ]}
        />
      )}
    </>
  );
}

const nameCell = ({ weighed: { part }, measure }: GrinderRow): ReactNode => (
  <>
    {partName(part)}
    {measure !== 'mass' && <span className="block text-[0.95rem] text-ink-soft">{MEASURE_NAMES[measure].toLowerCase()}</span>}
    {part.damaged && <span className="block text-[0.95rem] text-outside">▲ damaged: no reference</span>}
  </>
);
