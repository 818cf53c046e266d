import {
  allMeasuresOf,
  hasEnds,
  isMassUnit,
  MEASURES,
  PART_KINDS,
  readingComplaint,
  readQuantity,
  type Measure,
  type PartFact,
  type PartKind,
} from '@tare/core';
import Papa from 'papaparse';
import { csvText, UUID, type BadLine } from './csv.js';
import type { JobSheet, ReadingEntry } from './sheets.js';

/** Columns of the readings file, version 1; `docs/formats.md` describes them. */
export const READINGS_COLUMNS = [
  'kind',
  'cylinder',
  'measure',
  'value',
  'unit',
  'cut',
  'voided',
  'reason',
  'person',
  'at',
  'instrument',
  'id',
] as const;
type Row = Partial<Record<(typeof READINGS_COLUMNS)[number], string>>;

/** Names that a file uses for what the ledger has by id. */
export interface CsvNames {
  readonly person: (id: string) => string;
  readonly instrument: (id: string) => string;
}

/** A job's whole ledger of readings as CSV (RFC 4180, comma, decimal point), in the order they were captured. */
export function readingsToCsv(sheet: Pick<JobSheet, 'readings' | 'parts' | 'partCuts'>, names: CsvNames): string {
  const rows = sheet.readings.map((reading) => rowOf(reading, sheet, names));
  return csvText(READINGS_COLUMNS, rows);
}

function rowOf(reading: ReadingEntry, { parts, partCuts }: Pick<JobSheet, 'parts' | 'partCuts'>, names: CsvNames): Row {
  const part = parts.find((p) => p.id === reading.partId)!;
  const cut = partCuts.filter((c) => c.partId === part.id).findIndex((c) => c.id === reading.cutId) + 1;
  return {
    kind: part.kind,
    cylinder: String(part.cylinder),
    measure: reading.measure,
    value: String(reading.valueG),
    unit: 'g',
    cut: String(cut),
    voided: reading.voided ? 'yes' : '',
    reason: reading.voidedBy?.reason ?? '',
    person: names.person(reading.personId),
    at: reading.at,
    instrument: reading.instrumentId === null ? '' : names.instrument(reading.instrumentId),
    id: reading.id,
  };
}

/** A line of a file that can be captured. */
export interface GoodLine {
  /** Line in the file, the heading being line 1. */
  readonly line: number;
  readonly partId: string;
  readonly kind: PartKind;
  readonly cylinder: number;
  readonly measure: Measure;
  readonly valueG: number;
  /** Its id where the file has one: a file that was exported here changes nothing when it comes back. */
  readonly id: string | null;
}

export interface ReadCsv {
  readonly good: readonly GoodLine[];
  readonly bad: readonly BadLine[];
  /** Lines that were voided where the file came from, and are not brought in. */
  readonly voided: number;
}

/** "value (oz)", "value, g", "value [kg]". */
const VALUE_WITH_UNIT = /^value\s*[,([]\s*([^\])\s]+)\s*[\])]?$/;

/**
 * Reads a file of readings for a job. Needs the columns kind, cylinder, value; measure where it is a rod; where it is not grams the
 * unit in a column, in the heading ("value (oz)") or with the figure itself ("1 lb 2 oz"). Comma, semicolon or tab; decimal point or comma. Every line is either good or named with its reason.
 */
export function readingsFromCsv(text: string, parts: readonly PartFact[]): ReadCsv {
  let headUnit = 'g';
  const parsed = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (title) => {
      const heading = title.trim().toLowerCase();
      const unit = VALUE_WITH_UNIT.exec(heading)?.[1];
      if (unit === undefined) return heading;
      headUnit = unit;
      return 'value';
    },
  });
  const missing = ['kind', 'cylinder', 'value'].filter((column) => !(parsed.meta.fields ?? []).includes(column));
  if (missing.length > 0)
    return {
      good: [],
      bad: [{ line: 1, reason: `The heading has no column ${missing.join(', ')}. It needs kind, cylinder and value; measure for rods.` }],
      voided: 0,
    };
  const good: GoodLine[] = [];
  const bad: BadLine[] = [];
  let voided = 0;
  parsed.data.forEach((row, i) => {
    const line = i + 2;
    if ((row.voided ?? '').trim() !== '') voided += 1;
    else {
      const read = readRow(row, parts, headUnit, line);
      if ('reason' in read) bad.push(read);
      else good.push(read);
    }
  });
  return { good, bad, voided };
}

function readRow(row: Row, parts: readonly PartFact[], headUnit: string, line: number): GoodLine | BadLine {
  const bad = (reason: string): BadLine => ({ line, reason });
  const field = (name: keyof Row): string => (row[name] ?? '').trim();
  const kind = PART_KINDS.find((k) => k.toLowerCase() === field('kind').toLowerCase());
  if (!kind) return bad(`“${field('kind')}” is no kind of part; there are ${PART_KINDS.join(', ')}.`);
  const measure = field('measure') === '' && !hasEnds(kind) ? 'mass' : MEASURES.find((m) => m.toLowerCase() === field('measure').toLowerCase());
  if (!measure || !allMeasuresOf(kind).includes(measure))
    return bad(`“${field('measure')}” is not weighed of a ${kind}; there is ${allMeasuresOf(kind).join(', ')}.`);
  const part = parts.find((p) => p.kind === kind && String(p.cylinder) === field('cylinder'));
  if (!part) return bad(`This job has no ${kind} of cylinder “${field('cylinder')}”.`);
  const unit = field('unit') === '' ? headUnit : field('unit').toLowerCase();
  if (!isMassUnit(unit)) return bad(`“${unit}” is not a unit Tare knows.`);
  // What a scale or a file calls gr is a grain.
  const value = readQuantity(field('value'), 'g', { bare: unit === 'gr' ? 'grain' : unit, gr: 'grain' });
  if (value.kind === 'blank') return bad('The value is blank.');
  if (value.kind !== 'quantity') return bad('sentence' in value ? value.sentence : 'The value is no mass.');
  const valueG = value.value;
  const complaint = readingComplaint(kind, measure, valueG);
  if (complaint) return bad(complaint);
  if (field('cut') !== '' && field('cut') !== '0')
    return bad('It was weighed after a cut; cuts are logged on the Match bench, not brought in from a file.');
  const id = field('id');
  return { line, partId: part.id, kind, cylinder: part.cylinder, measure, valueG, id: UUID.test(id) ? id.toLowerCase() : null };
}
