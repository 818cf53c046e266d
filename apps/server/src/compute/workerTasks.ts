import type { MessagePort } from 'node:worker_threads';
import type { CardPaper, JobCard, Problem } from '@tare/contract';
import type { SpinSignal } from '@tare/core';
import type { CardPictures } from '../cards/cardPdf.js';
import { ProblemException } from '../http/problem.js';
import type { KeptSignal, RecordingFormat, RecordingPlaces, WorkedOut } from '../machines/recording.js';
import type { CleanPhoto } from '../photos/cleanPhoto.js';

/**
 * What `Workers` has done in threads. Each task loads what it needs when it first comes: a picture needs no fonts.
 */

/** What came of a task: a refusal is told as an answer, since no class gets from one thread to another. */
export type Outcome<T> = { readonly value: T } | { readonly refused: Problem };

export interface RecordingTask {
  readonly bytes: Uint8Array | null;
  readonly places: RecordingPlaces;
  readonly progress: MessagePort;
}
export const recording = ({ bytes, places, progress }: RecordingTask): Promise<Outcome<WorkedOut>> =>
  outcome(async () => {
    const { processRecording } = await import('../machines/recording.js');
    return processRecording(buffer(bytes), places, (ratio) => progress.postMessage(ratio));
  });

export interface SignalTask {
  readonly signal: SpinSignal;
  readonly places: RecordingPlaces;
  readonly format: RecordingFormat;
}
/** A signal as the file that a machine's logger would have written. */
export const signalFile = ({ signal, places, format }: SignalTask): Promise<Outcome<Uint8Array>> =>
  outcome(async () => (await import('../machines/recording.js')).signalFile(signal, places, format));

/** A signal worked out, and as a gzipped CSV to be kept. */
export const signal = ({ signal: heard, places }: Omit<SignalTask, 'format'>): Promise<Outcome<KeptSignal>> =>
  outcome(async () => {
    const { processSignal } = await import('../machines/recording.js');
    return processSignal(heard, places);
  });

export interface PhotoTask {
  readonly bytes: Uint8Array | null;
}
export const photo = ({ bytes }: PhotoTask): Promise<Outcome<CleanPhoto>> =>
  outcome(async () => (await import('../photos/cleanPhoto.js')).cleanPhoto(buffer(bytes)));

export interface PdfTask {
  readonly card: JobCard;
  readonly paper: CardPaper;
  readonly drawings: readonly string[];
  readonly photos: readonly Uint8Array[];
}
export const pdf = ({ card, paper, drawings, photos }: PdfTask): Promise<Outcome<Uint8Array>> => {
  const pictures: CardPictures = { drawings, photos: photos.map((image) => Buffer.from(image)) };
  return outcome(async () => (await import('../cards/cardPdf.js')).cardPdf(card, paper, pictures));
};

/** Bytes lose their class on the way here. */
const buffer = (bytes: Uint8Array | null): Buffer | null => (bytes === null ? null : Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));

async function outcome<T>(work: () => Promise<T>): Promise<Outcome<T>> {
  try {
    return { value: await work() };
  } catch (error) {
    if (error instanceof ProblemException) return { refused: error.getResponse() as Problem };
    throw error;
  }
}
