import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { readRecording, type RecordingColumns, type RecordingSummary } from '@tare/contract';
import { CoreError, meanReading, processSpin, type ProcessedSpin } from '@tare/core';
import { fieldProblem } from '../http/problem.js';

/** A minute of three channels at 10 kHz is some 20 MB of text and a fifth of that gzipped. */
export const MOST_RECORDING_MB = 30;
const MOST_TEXT_BYTES = 200_000_000;

const unzip = promisify(gunzip);

/**
 * Works out a recorded spin from its gzipped CSV.
 * @throws ProblemException 400 that says what is wrong with it
 */
export async function processRecording(body: unknown, columns: RecordingColumns): Promise<ProcessedSpin> {
  if (!Buffer.isBuffer(body) || body.length === 0)
    throw fieldProblem('recording', 'There is no recording in this entry: send gzipped CSV as its body.');
  let text: string;
  try {
    text = (await unzip(body, { maxOutputLength: MOST_TEXT_BYTES })).toString('utf8');
  } catch {
    throw fieldProblem('recording', `The recording is not gzipped CSV, or larger than ${MOST_TEXT_BYTES / 1_000_000} MB.`);
  }
  try {
    return processSpin(readRecording(text, columns));
  } catch (error) {
    if (error instanceof CoreError) throw fieldProblem('recording', error.message);
    throw error;
  }
}

export function summaryOf({ turns, speedRpm, wanderRatio, orders, warnings }: ProcessedSpin): RecordingSummary {
  return { turns: turns.length, speedRpm, wanderRatio, orders, warnings, mean: meanReading(turns) };
}
