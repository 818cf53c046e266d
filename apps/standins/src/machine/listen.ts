import { createServer, type Server, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { setTimeout as pause } from 'node:timers/promises';
import { readJson } from '../readJson.js';
import { trueUnbalance } from './hiddenCrank.js';
import { mountSchema, spinOrderSchema, type Mount, type SpinOrder } from './mount.js';
import { dataSheet, spinSignals } from './physics.js';

export const GREETING = 'TARE-STANDIN-MACHINE 1';

/** Real seconds from rest to speed. */
const RUN_UP_S = 1.5;
const RUN_UP_STEPS = 6;

export interface ListenOptions {
  readonly port: number;
  /** How many times faster than a real machine it turns; tests hurry it. */
  readonly hurry: number;
}

/** Starts the stand-in machine on loopback; protocol in docs/formats.md. */
export function listen({ port, hurry }: ListenOptions): Promise<Server> {
  const server = createServer((socket) => {
    serve(socket, hurry).catch((error: unknown) => {
      socket.end(`ERROR ${String(error)}\n`);
    });
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      resolve(server);
    });
  });
}

async function serve(socket: Socket, hurry: number): Promise<void> {
  const say = (line: string): void => {
    if (!socket.destroyed) socket.write(`${line}\n`);
  };
  // A peer that hangs up mid-spin is no fault of the machine's.
  socket.on('error', () => socket.destroy());
  say(GREETING);
  let mounted: Mount | null = null;
  const turning: { stop: AbortController | null } = { stop: null };
  socket.on('close', () => turning.stop?.abort());
  const start = (order: ReturnType<typeof readJson<SpinOrder>>): void => {
    if (!order.ok) say(`ERROR ${order.reason}`);
    else if (!mounted) say('ERROR Nothing is mounted.');
    else if (turning.stop) say('ERROR It is spinning already.');
    else {
      const stop = new AbortController();
      turning.stop = stop;
      // Not awaited: STOP has to be heard while it spins.
      void spin(mounted, order.value, hurry, say, stop.signal).finally(() => {
        turning.stop = null;
      });
    }
  };
  for await (const line of createInterface({ input: socket })) {
    const [word = '', ...rest] = line.split(' ');
    const body = rest.join(' ');
    if (word === 'MOUNT') {
      const read = readJson(mountSchema, body);
      mounted = read.ok ? read.value : null;
      say(read.ok ? 'MOUNTED' : `ERROR ${read.reason}`);
    } else if (word === 'SPIN') start(readJson(spinOrderSchema, body));
    else if (word === 'TRUTH') say(mounted ? `TRUTH ${JSON.stringify(trueUnbalance(mounted))}` : 'ERROR Nothing is mounted.');
    else if (word === 'STOP') {
      turning.stop?.abort();
      say('STOPPED');
    } else say(`ERROR This machine does not know ${word.slice(0, 20)}.`);
  }
}

/** Samples sent in one line. */
const SAMPLES_A_LINE = 500;

/** Runs up, says how it is calibrated, and streams raw signals as they come: left, right and tach, single precision, base64. */
async function spin(mount: Mount, order: SpinOrder, hurry: number, say: (line: string) => void, signal: AbortSignal): Promise<void> {
  try {
    for (let step = 1; step <= RUN_UP_STEPS; step += 1) {
      await pause((RUN_UP_S * 1000) / RUN_UP_STEPS / hurry, undefined, { signal });
      say(`SPEED ${Math.round((order.speedRpm * step) / RUN_UP_STEPS)} ${order.speedRpm}`);
    }
    const { sampleRateHz, left, right, tach } = spinSignals(mount, order);
    say(`SHEET ${JSON.stringify(dataSheet(mount, order))}`);
    say(`RATE ${sampleRateHz} ${left.length}`);
    for (let from = 0; from < left.length; from += SAMPLES_A_LINE) {
      await pause((SAMPLES_A_LINE * 1000) / sampleRateHz / hurry, undefined, { signal });
      const packed = [left, right, tach].map((channel) =>
        Buffer.from(Float32Array.from(channel.subarray(from, from + SAMPLES_A_LINE)).buffer).toString('base64'),
      );
      say(`DATA ${packed.join(' ')}`);
    }
    say('DONE');
  } catch (error) {
    if (!signal.aborted) say(`ERROR ${error instanceof Error ? error.message : String(error)}`);
  }
}
