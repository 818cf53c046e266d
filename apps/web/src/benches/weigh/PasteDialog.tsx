import { fixed, KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import { everyPart, readQuantity, readingComplaint, type WeighedPart } from '@tare/core';
import { useState, type ClipboardEvent, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Button } from '../../ui/Button.js';
import { Modal } from '../../ui/Modal.js';
import { doubtsOf } from './doubtsOf.js';
import { sameCell, type Cell } from './nextCell.js';
import type { Weighing } from './useWeighing.js';

interface PastedLine {
  readonly cell: Cell;
  readonly text: string;
  readonly valueG: number;
  /** Why it cannot be a reading of that part. */
  readonly complaint: string | null;
  /** Why it does not look like one. */
  readonly doubt: string | null;
}

export interface Paste {
  readonly lines: readonly PastedLine[] | null;
  readonly close: () => void;
  readonly onPaste: (event: ClipboardEvent<HTMLInputElement>) => void;
}

/** A column from a spreadsheet, pasted where a single number goes: one placement for each part from the waiting one on. */
export function usePaste(weighing: Weighing): Paste {
  const { figures } = useOpenJob();
  const [lines, setLines] = useState<readonly PastedLine[] | null>(null);
  return {
    lines,
    close: () => setLines(null),
    onPaste: (event) => {
      const texts = event.clipboardData
        .getData('text')
        .trim()
        .split(/[\r\n\t]+/);
      if (texts.length < 2) return;
      event.preventDefault();
      setLines(assign(texts, weighing, everyPart(figures)));
    },
  };
}

function assign(texts: readonly string[], { kind, cells, waiting, divisionG }: Weighing, parts: readonly WeighedPart[]): PastedLine[] {
  const measure = waiting?.measure ?? cells[0]?.measure;
  const column = cells.filter((cell) => cell.measure === measure);
  const from = Math.max(
    0,
    column.findIndex((cell) => sameCell(cell, waiting)),
  );
  const lines = texts.flatMap((text, i): Omit<PastedLine, 'doubt'>[] => {
    const cell = column[from + i];
    if (!cell) return [];
    const parsed = readQuantity(text, 'g');
    if (parsed.kind !== 'quantity') return [{ cell, text, valueG: Number.NaN, complaint: `“${text}” is not a number.` }];
    return [{ cell, text, valueG: parsed.value, complaint: readingComplaint(kind, cell.measure, parsed.value) }];
  });
  const readings = lines.flatMap((line) => (line.complaint === null ? [{ kind, ...line.cell, valueG: line.valueG, line }] : []));
  const doubts = new Map([...doubtsOf(readings, parts, divisionG)].map(([{ line }, doubt]) => [line, doubt]));
  return lines.map((line) => ({ ...line, doubt: doubts.get(line) ?? null }));
}

/** Shows what would go where before anything is captured. */
export function PasteDialog({ paste, weighing }: { readonly paste: Paste; readonly weighing: Weighing }): ReactNode {
  const [alsoDoubtful, setAlso] = useState(false);
  const good = paste.lines?.filter(({ complaint, doubt }) => complaint === null && (doubt === null || alsoDoubtful)) ?? [];
  const isDoubtful = paste.lines?.some(({ doubt }) => doubt !== null) === true;
  return (
    <Modal title={titleOf(paste.lines, weighing)} open={paste.lines !== null} onOpenChange={paste.close}>
      <ul className="mb-4 grid gap-1">
        {paste.lines?.map(({ cell, text, valueG, complaint, doubt }) => (
          <li key={cell.partId} className="flex justify-between gap-4 border-b border-edge">
            <span className="shrink-0">{`${KIND_NAMES[weighing.kind].one} ${cell.cylinder}`}</span>
            {complaint === null ? (
              <span className="text-right figure-type">
                {fixed(valueG, 2)} g{doubt !== null && <span className="block font-sign text-outside">{`▲ ${doubt}`}</span>}
              </span>
            ) : (
              <span className="font-semibold text-outside">{`▲ ${complaint || text}`}</span>
            )}
          </li>
        ))}
      </ul>
      {isDoubtful && (
        <CheckRow checked={alsoDoubtful} onChange={(event) => setAlso(event.target.checked)}>
          Those that are asked about are really so
        </CheckRow>
      )}
      <Button
        look="primary"
        disabled={good.length === 0}
        onClick={() => {
          weighing.captureAll(good);
          paste.close();
        }}
      >
        {`Capture ${good.length} ${good.length === 1 ? 'reading' : 'readings'}`}
      </Button>
    </Modal>
  );
}

/** Where a pasted column goes: of a rod's three measures one, and which placement of each. */
function titleOf(lines: Paste['lines'], { kind, readingsOf }: Weighing): string {
  const [first] = lines ?? [];
  if (!first) return 'A pasted column';
  const { measure } = first.cell;
  return `A pasted column: ${KIND_NAMES[kind].many.toLowerCase()}${measure === 'mass' ? '' : `, ${MEASURE_NAMES[measure].toLowerCase()}`}, placement ${readingsOf(first.cell).length + 1}`;
}
