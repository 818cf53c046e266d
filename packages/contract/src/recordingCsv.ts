import { CoreError, type SpinSignal } from '@tare/core';
import Papa from 'papaparse';
import type { RecordingColumns } from './machines.js';

/** Times between samples may differ by this share of the usual one: loggers round. */
const UNEVEN_RATIO = 0.25;

/** More lines than this are no spin: ten minutes at 10 kHz. */
const MOST_SAMPLES = 6_000_000;
/** So much is read at a time: a recording takes no more memory than its text and its numbers. */
const CHUNK_LETTERS = 2 ** 19;

/**
 * Reads a recorded spin: CSV with a heading, comma, semicolon or tab; decimal point, or comma where columns are parted by
 * semicolon or tab. Columns are named in `columns`; sampled evenly, by a column of time or by the rate.
 *
 * @param onRead hears now and then what share of the text is read
 * @throws CoreError that names the column or the line at fault
 */
export function readRecording(text: string, columns: RecordingColumns, onRead: (ratio: number) => void = () => undefined): SpinSignal {
  const channels: Channel[] = [];
  let lines = 0;
  // The package's types know of chunks in files alone.
  const inChunks = {
    skipEmptyLines: true,
    chunkSize: CHUNK_LETTERS,
    chunk: ({ data, meta }: Papa.ParseResult<string[]>) => {
      for (const line of data) {
        if (channels.length === 0) {
          channels.push(...channelsOf(line, columns));
          continue;
        }
        lines += 1;
        for (const { at, name, values } of channels) values.push(numberIn(line[at] ?? '', meta.delimiter !== ',', name, lines + 1));
      }
      if (lines > MOST_SAMPLES)
        throw new CoreError(`The recording has more than ${MOST_SAMPLES / 1e6} million lines; bring in the part in which it spun.`, 'recording');
      onRead(Math.min(1, meta.cursor / text.length));
    },
  };
  Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), inChunks);
  const [left, right, tach, time] = channels.map(({ values }) => Float64Array.from(values));
  if (lines === 0) throw new CoreError('The recording has no lines below its heading.', 'recording');
  return { sampleRateHz: time ? rateOf(time) : columns.rateHz, left: left!, right: right!, tach: tach! };
}

/** A column that is read, and what it said so far. */
interface Channel {
  readonly at: number;
  readonly name: string;
  readonly values: number[];
}

/** Left, right, tach and, where there is one, time. @throws CoreError for one that is not there */
function channelsOf(heading: readonly string[], columns: RecordingColumns): Channel[] {
  const titles = heading.map((title) => title.trim());
  const channel = (name: string, what: string): Channel => {
    const at = titles.indexOf(name);
    if (at === -1)
      throw new CoreError(`The recording has no column “${name}” for ${what}; it has ${titles.map((t) => `“${t}”`).join(', ')}.`, 'columns');
    return { at, name, values: [] };
  };
  const said = [channel(columns.left, 'the left sensor'), channel(columns.right, 'the right sensor'), channel(columns.tach, 'the tach')];
  return columns.time === '' ? said : [...said, channel(columns.time, 'the time')];
}

/** @throws CoreError */
function numberIn(text: string, commaIsPoint: boolean, column: string, line: number): number {
  const cell = text.trim();
  const value = cell === '' ? Number.NaN : Number(commaIsPoint ? cell.replace(',', '.') : cell);
  if (!Number.isFinite(value))
    throw new CoreError(`Line ${line} of the recording says “${cell}” in column “${column}”; that is no number.`, 'recording');
  return value;
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
