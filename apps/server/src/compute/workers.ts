import { createRequire } from 'node:module';
import { availableParallelism } from 'node:os';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { HttpException, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { CardPaper, JobCard } from '@tare/contract';
import type { SpinSignal } from '@tare/core';
import { Piscina } from 'piscina';
import type { CardPictures } from '../cards/cardPdf.js';
import { ProblemException } from '../http/problem.js';
import type { KeptSignal, RecordingFormat, RecordingPlaces, WorkedOut } from '../machines/recording.js';
import type { CleanPhoto } from '../photos/cleanPhoto.js';
import type { Outcome, PdfTask, PhotoTask, RecordingTask, SignalTask } from './workerTasks.js';

/** One core stays for everybody else. */
const THREADS = Math.max(1, availableParallelism() - 1);
/** More than these that wait are told to come back. */
const MOST_WAITING = 24;
const MOST_MEMORY_MB = 1024;
const LONGEST_MS = 60_000;

/** Threads for what takes seconds: recordings, pictures and printed cards, each with limits of time and memory. Nobody else waits. */
@Injectable()
export class Workers implements OnApplicationShutdown {
  // The built file, also where the sources are run: a thread knows no other.
  private readonly pool = new Piscina({
    filename: createRequire(import.meta.url).resolve('@tare/server/workerTasks'),
    minThreads: 0,
    maxThreads: THREADS,
    idleTimeout: 60_000,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  });

  /** Tasks that wait for a thread. */
  get waiting(): number {
    return this.pool.queueSize;
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy();
  }

  /** @param onProgress hears what share is done @throws ProblemException that says what is wrong with it */
  async recording(body: unknown, places: RecordingPlaces, onProgress: (ratio: number) => void = () => undefined): Promise<WorkedOut> {
    const { port1: far, port2: near } = new MessageChannel();
    near.on('message', onProgress);
    try {
      const task: RecordingTask = { bytes: bytesOf(body), places, progress: far };
      return await this.run('recording', task, 'This recording', [far]);
    } finally {
      near.close();
    }
  }

  /** A signal as the file that a machine's logger would have written. */
  async signalFile(signal: SpinSignal, places: RecordingPlaces, format: RecordingFormat): Promise<Buffer> {
    const task: SignalTask = { signal, places, format };
    return Buffer.from(await this.run<Uint8Array>('signalFile', task, 'This signal'));
  }

  /** A signal worked out, and as what is kept of it. */
  async signal(signal: SpinSignal, places: RecordingPlaces): Promise<KeptSignal> {
    const task: Omit<SignalTask, 'format'> = { signal, places };
    return this.run('signal', task, 'This signal');
  }

  /** @throws ProblemException that says what is wrong with it */
  async photo(body: unknown): Promise<CleanPhoto> {
    const task: PhotoTask = { bytes: bytesOf(body) };
    const { image, ...size } = await this.run<CleanPhoto>('photo', task, 'This picture');
    return { image: Buffer.from(image), ...size };
  }

  async pdf(card: JobCard, paper: CardPaper, { drawings, photos }: CardPictures): Promise<Buffer> {
    const task: PdfTask = { card, paper, drawings, photos };
    return Buffer.from(await this.run<Uint8Array>('pdf', task, 'This card'));
  }

  private async run<T>(name: string, task: object, what: string, transferList: readonly MessagePort[] = []): Promise<T> {
    const tooLong = AbortSignal.timeout(LONGEST_MS);
    let outcome: Outcome<T>;
    try {
      outcome = (await this.pool.run(task, { name, signal: tooLong, transferList: [...transferList] })) as Outcome<T>;
    } catch (error) {
      if (tooLong.aborted) throw new ProblemException(422, `${what} takes longer than ${LONGEST_MS / 1000} s to work out. Nothing was recorded.`);
      const { code, message } = error as { code?: string; message?: string };
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new ProblemException(422, `${what} takes more memory than Tare gives to one. Nothing was recorded.`);
      if (message === QUEUE_FULL) throw new ProblemException(503, 'Many recordings and pictures are being worked out; try again in a moment.');
      if (message === STOPPING) throw new ProblemException(503, 'Tare is stopping; try again when it is back.');
      throw error;
    }
    if ('refused' in outcome) throw new HttpException(outcome.refused, outcome.refused.status);
    return outcome.value;
  }
}

/** The pool has no codes for these. */
const QUEUE_FULL = 'Task queue is at limit';
const STOPPING = 'Terminating worker thread';

const bytesOf = (body: unknown): Uint8Array | null => (Buffer.isBuffer(body) ? body : null);
