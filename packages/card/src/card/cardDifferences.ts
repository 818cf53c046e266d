import type { CardSection, JobCard } from '@tare/contract';
import { textOf } from './cardDocument.js';

/** A place where two cards of a job do not say the same. */
export interface CardDifference {
  readonly section: string;
  readonly was: string;
  readonly is: string;
}

/** What a card that was signed says otherwise than the same record worked out anew; blank where one of them says nothing. */
export function cardDifferences(signed: JobCard, anew: JobCard): CardDifference[] {
  const ids = [...new Set([...signed.sections, ...anew.sections].map(({ id }) => id))];
  return ids.flatMap((id) => {
    const [was, is] = [signed, anew].map(({ sections }) => sections.find((section) => section.id === id));
    const title = is?.title ?? was?.title ?? id;
    const [lines, linesNow] = [saidIn(was), saidIn(is)];
    return Array.from({ length: Math.max(lines.length, linesNow.length) }, (_, i) => ({
      section: title,
      was: lines[i] ?? '',
      is: linesNow[i] ?? '',
    })).filter((one) => one.was !== one.is);
  });
}

/** Each line and each row of a table as it is read. */
const saidIn = (section: CardSection | undefined): string[] =>
  section ? [...section.lines.map(textOf), ...(section.table?.rows.map((row) => row.map(textOf).join(' · ')) ?? [])] : [];
