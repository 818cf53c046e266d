import { jobTitle, readBy, sizeName } from '@tare/card';
import { sizesPage, type Limits, type MadeReady, type SizeLine, type Span } from '@tare/core';
import { Printer } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { DataTable } from '../../ui/DataTable.js';
import { PrintSheet } from '../../ui/PrintSheet.js';
import { useDisplay } from '../../ui/display.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { MeasurementsFile } from './MeasurementsFile.js';

/** The page of this engine: every size before, its limits, after, by whom and with which gauge; printed, and as a file out and in. */
export function SizesPage({ made }: { readonly made: MadeReady }): ReactNode {
  const { sheet } = useOpenJob();
  const [isPrinting, setPrinting] = useState(false);
  const lines = useMemo(() => sizesPage(made), [made]);
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap gap-3">
        <Button disabled={lines.length === 0} onClick={() => setPrinting(true)}>
          <Printer aria-hidden className="size-5" /> Print the page
        </Button>
        <MeasurementsFile made={made} />
      </div>
      {lines.length === 0 ? <p className="text-ink-soft">Nothing is measured of this engine yet.</p> : <SizesTable lines={lines} made={made} />}
      {isPrinting && (
        <PrintSheet isReady onPrinted={() => setPrinting(false)}>
          <article aria-label="The page of the engine">
            <h1 className="text-xl">{`${jobTitle(sheet.spec)}, job ${sheet.number}`}</h1>
            <SizesTable lines={lines} made={made} />
          </article>
        </PrintSheet>
      )}
    </div>
  );
}

function SizesTable({ lines, made }: { readonly lines: readonly SizeLine[]; readonly made: MadeReady }): ReactNode {
  const { sheet } = useOpenJob();
  const { figure, unit } = useDisplay();
  const nameOf = usePersonName();
  const rows = lines.map((one) => ({ ...one, ...readBy(one, sheet, made, nameOf) }));
  const mm = (value: number): string => figure(value, 'mm', 3);
  const spanWords = ({ lowMm, highMm }: Span): string => (highMm - lowMm < 0.0005 ? mm(lowMm) : `${mm(lowMm)} – ${mm(highMm)}`);
  const limitWords = (limits: Limits | null): string => {
    if (limits === null) return '–';
    const { lowMm, highMm } = limits;
    if (lowMm === null) return `≤ ${mm(highMm!)}`;
    return highMm === null ? `≥ ${mm(lowMm)}` : `${mm(lowMm)} – ${mm(highMm)}`;
  };
  return (
    <DataTable
      caption={`Sizes (${unit('mm')}): before, limits, after`}
      rows={rows}
      keyOf={({ feature, quantity, ring }) => `${feature} ${quantity} ${ring}`}
      columns={[
        { title: 'Of', is: 'words', cell: sizeName },
        { title: 'Before', cell: ({ before }) => spanWords(before) },
        { title: 'Limits', cell: ({ limits }) => limitWords(limits) },
        { title: 'After', cell: ({ after, isDue }) => (after ? spanWords(after) : isDue ? <VerdictMark verdict="open">due</VerdictMark> : '–') },
        { title: 'By', is: 'words', cell: ({ by }) => by },
        { title: 'Gauge', is: 'words', cell: ({ gauges }) => gauges },
      ]}
    />
  );
}
