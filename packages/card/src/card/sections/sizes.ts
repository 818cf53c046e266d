import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { sizesPage, type Limits, type MadeReady, type SizeLine, type Span } from '@tare/core';
import { sizeName } from '../../words/sizeWords.js';
import { counted, figure, line } from '../cardDocument.js';
import { personIn, type CardNames } from '../cardNames.js';

/** Every size as it came, its limits, and what it measures after the works on it, with by whom and by which gauge; nothing where none was measured. */
export function sizes(sheet: JobSheet, made: MadeReady, names: CardNames): CardSection[] {
  const lines = sizesPage(made);
  if (lines.length === 0) return [];
  const columns = ['Of', 'Before', 'Limits', 'After', 'By', 'Gauge'].map((title, i) => ({ title, isFigure: i >= 1 && i <= 3 }));
  const due = lines.filter(({ isDue }) => isDue).length;
  return [
    {
      id: 'sizes',
      title: 'Sizes',
      lines:
        due === 0 ? [] : [line`${counted(due)} of them ${due === 1 ? 'was' : 'were'} worked on and ${due === 1 ? 'is' : 'are'} not measured since.`],
      table: { columns, rows: lines.map((one) => rowOf(one, sheet, made, names)) },
    },
  ];
}

function rowOf(one: SizeLine, sheet: JobSheet, made: MadeReady, names: CardNames): CardLine[] {
  const { by, gauges } = readBy(one, sheet, made, (id) => personIn(names, id));
  return [
    line`${sizeName(one)}`,
    spanOf(one.before),
    limitsOf(one.limits),
    one.after ? spanOf(one.after) : one.isDue ? line`due` : [],
    line`${by}`,
    line`${gauges}`,
  ];
}

const mm = (value: number): CardLine => line`${figure(value, 3, 'mm')}`;
const spanOf = ({ lowMm, highMm }: Span): CardLine => (highMm - lowMm < 0.0005 ? mm(lowMm) : line`${mm(lowMm)} – ${mm(highMm)}`);

function limitsOf(limits: Limits | null): CardLine {
  if (limits === null) return [];
  const { lowMm, highMm } = limits;
  if (lowMm === null) return line`≤ ${mm(highMm!)}`;
  return highMm === null ? line`≥ ${mm(lowMm)}` : line`${mm(lowMm)} – ${mm(highMm)}`;
}

/** By whom and with which gauges a line was read. */
export function readBy(
  { measurementIds }: SizeLine,
  { measurements }: Pick<JobSheet, 'measurements'>,
  { settings }: Pick<MadeReady, 'settings'>,
  nameOf: (personId: string) => string,
): { readonly by: string; readonly gauges: string } {
  const own = measurements.filter(({ id }) => measurementIds.includes(id));
  const people = new Set(own.map(({ personId }) => nameOf(personId)));
  const gauges = new Set(own.map(({ settingId }) => (settingId === null ? 'no gauge named' : (settings[settingId]?.name ?? 'no gauge named'))));
  return { by: [...people].join(', '), gauges: [...gauges].join(', ') };
}
