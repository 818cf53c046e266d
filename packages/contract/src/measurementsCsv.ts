import { QUANTITIES, readQuantity, sizeMm, worksBefore, type GaugeSettingFact, type Quantity, type WorkFact } from '@tare/core';
import Papa from 'papaparse';
import { csvText, UUID, type BadLine } from './csv.js';
import { featureSchema } from './inspect.js';
import type { JobSheet } from './sheets.js';

/** Columns of the measurements file, version 1; `docs/formats.md` describes them. */
const COLUMNS = ['feature', 'quantity', 'angle_deg', 'depth', 'size', 'unit', 'gauge', 'works', 'voided', 'person', 'at', 'note', 'id'] as const;
type Row = Partial<Record<(typeof COLUMNS)[number], string>>;

type Measured = Pick<JobSheet, 'measurements' | 'works'> & { readonly settings: Readonly<Record<string, GaugeSettingFact>> };

/** A job's whole ledger of measurements as CSV (RFC 4180, comma, decimal point), in the order they were captured, each as the size it counts for. */
export function measurementsToCsv({ measurements, works, settings }: Measured, personOf: (id: string) => string): string {
  const rows = measurements.map((one): Row => {
    return {
      feature: one.feature,
      quantity: one.quantity,
      angle_deg: one.angleDeg === null ? '' : String(one.angleDeg),
      depth: one.depth === null ? '' : String(one.depth),
      size: String(Number(sizeMm({ settings }, one).toFixed(6))),
      unit: 'mm',
      gauge: one.settingId === null ? '' : (settings[one.settingId]?.name ?? ''),
      works: String(worksBefore(works, one.afterWorkId)),
      voided: one.voided ? 'yes' : '',
      person: personOf(one.personId),
      at: one.at,
      note: one.note,
      id: one.id,
    };
  });
  return csvText(COLUMNS, rows);
}

/** A line of a file that can be captured. */
export interface MeasuredLine {
  /** Line in the file, the heading being line 1. */
  readonly line: number;
  readonly feature: string;
  readonly quantity: Quantity;
  readonly angleDeg: number | null;
  readonly depth: number | null;
  readonly sizeMm: number;
  readonly afterWorkId: string | null;
  readonly note: string;
  /** Its id where the file has one: a file that was exported here changes nothing when it comes back. */
  readonly id: string | null;
}

export interface MeasuredCsv {
  readonly good: readonly MeasuredLine[];
  readonly bad: readonly BadLine[];
  /** Lines that were voided where the file came from, and are not brought in. */
  readonly voided: number;
}

const NEEDED = ['feature', 'quantity', 'size'] as const;

/**
 * Reads a file of measurements for a job. Needs the columns feature, quantity and size; angle_deg and depth where a place has them; the unit in a
 * column or with the size itself, mm where nobody says one; works, how many works stood before it, none where it is blank. Comma, semicolon or
 * tab. Every line is either good or named with its reason.
 */
export function measurementsFromCsv(text: string, works: readonly WorkFact[]): MeasuredCsv {
  const parsed = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (title) => title.trim().toLowerCase(),
  });
  const missing = NEEDED.filter((column) => !(parsed.meta.fields ?? []).includes(column));
  if (missing.length > 0)
    return {
      good: [],
      bad: [
        {
          line: 1,
          reason: `The heading has no column ${missing.join(', ')}. It needs ${NEEDED.join(', ')}; angle_deg and depth where a place has them.`,
        },
      ],
      voided: 0,
    };
  const lines = parsed.data.map((row, i) => ((row.voided ?? '').trim() === '' ? readRow(row, works, i + 2) : null));
  return {
    good: lines.flatMap((one) => (one && !('reason' in one) ? [one] : [])),
    bad: lines.flatMap((one) => (one && 'reason' in one ? [one] : [])),
    voided: lines.filter((one) => one === null).length,
  };
}

/** A number in its range; null for a blank, undefined for what is none. */
function numberIn(text: string, low: number, high: number): number | null | undefined {
  if (text === '') return null;
  const value = Number(text.replace(',', '.'));
  return value >= low && value <= high ? value : undefined;
}

function readRow(row: Row, works: readonly WorkFact[], line: number): MeasuredLine | BadLine {
  const bad = (reason: string): BadLine => ({ line, reason });
  // A cell that a spreadsheet was told is text begins with an apostrophe.
  const field = (name: keyof Row): string => (row[name] ?? '').trim().replace(/^'/, '');
  const feature = field('feature').toLowerCase();
  if (feature === '' || featureSchema.validate(feature).error)
    return bad(`“${field('feature')}” is no part that is measured; say crank, main.2, pin.1, rod.3, bore.4, piston.4 or deck.1.`);
  const quantity = QUANTITIES.find((one) => one.toLowerCase() === field('quantity').toLowerCase());
  if (!quantity) return bad(`“${field('quantity')}” is not measured; there are ${QUANTITIES.join(', ')}.`);
  const [angleDeg, depth] = [numberIn(field('angle_deg'), 0, 359.999999), numberIn(field('depth'), 1, 9)];
  if (angleDeg === undefined) return bad(`The angle “${field('angle_deg')}” is none from 0 to under 360.`);
  if (depth === undefined || (depth !== null && !Number.isInteger(depth))) return bad(`The depth “${field('depth')}” is no number from 1 to 9.`);
  const size = readQuantity(`${field('size')} ${field('unit')}`.trim(), 'mm');
  if (size.kind !== 'quantity') return bad('sentence' in size ? size.sentence : 'The size is no length.');
  if (Math.abs(size.value) > 5000) return bad('The size is over 5000 mm.');
  const before = numberIn(field('works'), 0, works.length);
  if (before === undefined) return bad(`It was measured after ${field('works')} works; this job has ${works.length}.`);
  const id = field('id');
  return {
    ...{ line, feature, quantity, angleDeg, depth, sizeMm: size.value, note: field('note').slice(0, 300) },
    afterWorkId: before === null || before === 0 ? null : works[before - 1]!.id,
    id: UUID.test(id) ? id.toLowerCase() : null,
  };
}
