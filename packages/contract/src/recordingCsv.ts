import { CoreError, type SpinSignal } from '@tare/core';
import Papa from 'papaparse';
import type { RecordingColumns } from './machines.js';

/** Times between samples may differ by this share of the usual one: loggers round. */
const UNEVEN_RATIO = 0.25;

/**
 * Reads a recorded spin: CSV with a heading, comma, semicolon or tab; decimal point, or comma where columns are parted by
 * semicolon or tab. Columns are named in `columns`; sampled evenly, by a column of time or by the rate.
 *
 * @throws CoreError that names the column or the line at fault
 */
export function readRecording(text: string, columns: RecordingColumns): SpinSignal {
  const { data, meta } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  const [heading, ...lines] = data;
  if (!heading || lines.length === 0) throw new CoreError('The recording has no lines below its heading.', 'recording');
  const titles = heading.map((title) => title.trim());
  const comma = meta.delimiter !== ',';
  const channel = (name: string, what: string): Float64Array => {
    const at = titles.indexOf(name);
    if (at === -1)
      throw new CoreError(`The recording has no column “${name}” for ${what}; it has ${titles.map((t) => `“${t}”`).join(', ')}.`, 'columns');
    return Float64Array.from(lines, (line, i) => {
      const cell = (line[at] ?? '').trim();
      const value = cell === '' ? Number.NaN : Number(comma ? cell.replace(',', '.') : cell);
      if (!Number.isFinite(value))
        throw new CoreError(`Line ${i + 2} of the recording says “${cell}” in column “${name}”; that is no number.`, 'recording');
      return value;
    });
  };
  const [left, right, tach] = [
    channel(columns.left, 'the left sensor'),
    channel(columns.right, 'the right sensor'),
    channel(columns.tach, 'the tach'),
  ];
  return { sampleRateHz: columns.time === '' ? columns.rateHz : rateOf(channel(columns.time, 'the time')), left, right, tach };
}

function rateOf(timeS: Float64Array): number {
  const meanS = (timeS.at(-1)! - timeS[0]!) / (timeS.length - 1);
  if (!(meanS > 0)) throw new CoreError('The recording’s times do not go forward.', 'recording');
  for (let i = 1; i < timeS.length; i += 1) {
    if (Math.abs(timeS[i]! - timeS[i - 1]! - meanS) > UNEVEN_RATIO * meanS)
      throw new CoreError(
        `The recording is not sampled evenly: ${(timeS[i]! - timeS[i - 1]!).toPrecision(4)} s before line ${i + 2}, ${meanS.toPrecision(4)} s elsewhere.`,
        'recording',
      );
  }
  return 1 / meanS;
}

/** A recorded spin as CSV under the headings of `columns`; the inverse of readRecording, to the digits written. */
export function writeRecording({ sampleRateHz, left, right, tach }: SpinSignal, columns: RecordingColumns): string {
  const time = columns.time === '' ? [] : [columns.time];
  const lines = [[...time, columns.left, columns.right, columns.tach].join(',')];
  for (let i = 0; i < left.length; i += 1) {
    const values = [left[i]!, right[i]!, tach[i]!].map((value) => value.toPrecision(6));
    lines.push([...(columns.time === '' ? [] : [(i / sampleRateHz).toFixed(6)]), ...values].join(','));
  }
  return `${lines.join('\n')}\n`;
}
