import type { CardLine, CardSection, JobCard } from '@tare/contract';
import { textOf } from './cardDocument.js';

/** A place where two cards of a job do not say the same. */
export interface CardDifference {
  readonly section: string;
  readonly was: string;
  readonly is: string;
}

/**
 * What a card that was signed says otherwise than the same record worked out anew; blank where one of them says nothing. A figure that
 * is only written to more places than before says nothing else.
 */
export function cardDifferences(signed: JobCard, anew: JobCard): CardDifference[] {
  const ids = [...new Set([...signed.sections, ...anew.sections].map(({ id }) => id))];
  return ids.flatMap((id) => {
    const [was, is] = [signed, anew].map(({ sections }) => sections.find((section) => section.id === id));
    const title = is?.title ?? was?.title ?? id;
    const [rows, rowsNow] = [rowsIn(was), rowsIn(is)];
    return Array.from({ length: Math.max(rows.length, rowsNow.length) }, (_, i) => [rows[i] ?? [], rowsNow[i] ?? []] as const)
      .filter(([row, rowNow]) => !isSameRow(row, rowNow))
      .map(([row, rowNow]) => ({ section: title, was: textOfRow(row), is: textOfRow(rowNow) }));
  });
}

type Row = readonly CardLine[];

/** Each line, and each row of a table. */
const rowsIn = (section: CardSection | undefined): Row[] => (section ? [...section.lines.map((line) => [line]), ...(section.table?.rows ?? [])] : []);

const textOfRow = (row: Row): string => row.map(textOf).join(' · ');

const isSameRow = (row: Row, now: Row): boolean => row.length === now.length && row.every((line, i) => isSameLine(line, now[i]!));

function isSameLine(line: CardLine, now: CardLine): boolean {
  return (
    textOf(line) === textOf(now) ||
    (line.length === now.length &&
      line.every((part, i) => {
        const other = now[i]!;
        if (typeof part === 'string' || typeof other === 'string') return part === other;
        return part.unit === other.unit && Math.abs(Number.parseFloat(plain(part.text)) - other.value) <= halfStep(part.text);
      }))
  );
}

const plain = (text: string): string => text.replace('\u2212', '-');
/** What a figure's text may be off by, being rounded. */
const halfStep = (text: string): number => 0.5 * 10 ** -(/\.(\d+)/.exec(text)?.[1]?.length ?? 0) * (1 + 1e-6);
