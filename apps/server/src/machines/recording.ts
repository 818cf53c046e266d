import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { readRecording, writeRecording, type MachineSpec, type RecordingSummary } from '@tare/contract';
import { CoreError, meanReading, processSpin, type ProcessedSpin, type SpinSignal } from '@tare/core';
import { fieldProblem } from '../http/problem.js';
import { isWav, readRecordingWav, writeRecordingWav } from './recordingWav.js';

/** A minute of three channels at 10 kHz is some 20 MB of text and a fifth of that gzipped. */
export const MOST_RECORDING_MB = 30;
const MOST_PLAIN_BYTES = 100_000_000;

/** Reading takes about this share of the time, the arithmetic the rest. */
const READ_RATIO = 0.8;

const unzip = promisify(gunzip);
const zip = promisify(gzip);

/** Where a recording's channels are found. */
export type RecordingPlaces = Pick<MachineSpec, 'columns' | 'channels'>;
export type RecordingFormat = 'csv' | 'wav';

/** A recorded spin worked out, and what kind of file it was. */
export interface WorkedOut {
  readonly processed: ProcessedSpin;
  readonly format: RecordingFormat;
}

/**
 * Works out a recorded spin from its gzipped CSV or WAV. It takes seconds: in a thread of its own, by `Workers`.
 * @param onProgress hears how far it is
 * @throws ProblemException 400 that says what is wrong with it
 */
export async function processRecording(
  body: unknown,
  { columns, channels }: RecordingPlaces,
  onProgress: (ratio: number) => void = () => undefined,
): Promise<WorkedOut> {
  if (!Buffer.isBuffer(body) || body.length === 0)
    throw fieldProblem('recording', 'There is no recording in this entry: send gzipped CSV or WAV as its body.');
  let plain: Buffer;
  try {
    plain = await unzip(body, { maxOutputLength: MOST_PLAIN_BYTES });
  } catch {
    throw fieldProblem('recording', `The recording is not gzipped CSV or WAV, or larger than ${MOST_PLAIN_BYTES / 1_000_000} MB.`);
  }
  try {
    const format = isWav(plain) ? 'wav' : 'csv';
    const signal =
      format === 'wav'
        ? readRecordingWav(plain, channels)
        : readRecording(plain.toString('utf8'), columns, (ratio) => onProgress(READ_RATIO * ratio));
    onProgress(READ_RATIO);
    return { processed: processSpin(signal), format };
  } catch (error) {
    if (error instanceof CoreError) throw fieldProblem('recording', error.message);
    throw error;
  }
}

/** A signal worked out, and its gzipped CSV. */
export interface KeptSignal {
  readonly processed: ProcessedSpin;
  readonly bytes: Uint8Array;
}

/** Works a signal out, and writes it as what is kept of it: by `Workers`, as above. */
export async function processSignal(signal: SpinSignal, places: RecordingPlaces): Promise<KeptSignal> {
  return { processed: processSpin(signal), bytes: await zip(signalFile(signal, places, 'csv')) };
}

/** A signal as the file that a machine's logger would have written, its channels where this machine has them. */
export function signalFile(signal: SpinSignal, { columns, channels }: RecordingPlaces, format: RecordingFormat): Uint8Array {
  return format === 'wav' ? writeRecordingWav(signal, channels) : Buffer.from(writeRecording(signal, { ...columns, rateHz: signal.sampleRateHz }));
}

export function summaryOf({ turns, speedRpm, wanderRatio, orders, warnings }: ProcessedSpin): RecordingSummary {
  return { turns: turns.length, speedRpm, wanderRatio, orders, warnings, mean: meanReading(turns) };
}
