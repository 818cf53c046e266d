import { once } from 'node:events';
import { connect, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { fromPolar, normaliseAngleDeg, type PlaneUnbalance, type SpinSignal } from '@tare/core';
import { MachineError, type BalancingMachine, type Mounted, type RecordOrder, type SpinOrder, type SpinProgress } from './balancingMachine.js';

/** A line is due at least this often; slower is a machine that died. */
const SILENCE_MS = 8000;

/** Driver of the stand-in balancing machine; its line protocol is in docs/formats.md. */
export class StandinMachine implements BalancingMachine {
  constructor(private readonly port: number) {}

  async spin(mounted: Mounted, order: SpinOrder, onProgress: (progress: SpinProgress) => void, signal: AbortSignal): Promise<PlaneUnbalance[]> {
    const turns: PlaneUnbalance[] = [];
    await this.talk(
      mounted,
      `SPIN ${JSON.stringify(order)}`,
      signal,
      () => `after turn ${turns.length} of ${order.turns}`,
      (word, rest) => {
        if (word === 'SPEED') onProgress({ type: 'speed', speedRpm: Number(rest[0]), targetRpm: Number(rest[1]) });
        else if (word === 'TURN') {
          const planes = readTurn(rest);
          turns.push(planes);
          onProgress({ type: 'turn', turn: turns.length, of: order.turns, planes });
        }
      },
    );
    return turns;
  }

  async record(mounted: Mounted, order: RecordOrder, signal: AbortSignal): Promise<SpinSignal> {
    const channels: [number[], number[], number[]] = [[], [], []];
    let sampleRateHz = Number.NaN;
    await this.talk(
      mounted,
      `RECORD ${JSON.stringify(order)}`,
      signal,
      () => `after ${channels[0].length} samples`,
      (word, rest) => {
        if (word === 'RATE') sampleRateHz = Number(rest[0]);
        else if (word === 'DATA') rest.forEach((packed, i) => channels[i]?.push(...samplesOf(packed)));
      },
    );
    const [left, right, tach] = channels.map((channel) => Float64Array.from(channel)) as [Float64Array, Float64Array, Float64Array];
    if (!(sampleRateHz > 0) || left.length === 0 || right.length !== left.length || tach.length !== left.length)
      throw new MachineError('The stand-in machine sent signals that cannot be read. Nothing was recorded; spin again.');
    return { sampleRateHz, left, right, tach };
  }

  /** Mounts, gives one order, and hands every line of the answer on until the machine is done. */
  private async talk(
    mounted: Mounted,
    order: string,
    signal: AbortSignal,
    howFar: () => string,
    onLine: (word: string, rest: readonly string[]) => void,
  ): Promise<void> {
    const socket = connect({ host: '127.0.0.1', port: this.port });
    socket.setTimeout(SILENCE_MS, () => socket.destroy(new Error('silence')));
    const stop = (): void => {
      socket.end('STOP\n');
    };
    signal.addEventListener('abort', stop, { once: true });
    try {
      await once(socket, 'connect');
      for await (const line of linesOf(socket)) {
        const [word = '', ...rest] = line.split(' ');
        if (word === 'TARE-STANDIN-MACHINE') socket.write(`MOUNT ${JSON.stringify(mounted)}\n`);
        else if (word === 'MOUNTED') socket.write(`${order}\n`);
        else if (word === 'DONE') return;
        else if (word === 'ERROR') throw new MachineError(`The stand-in machine refused: ${rest.join(' ')}`);
        else onLine(word, rest);
        if (signal.aborted) break;
      }
    } catch (error) {
      if (error instanceof MachineError) throw error;
      if (isRefused(error)) {
        throw new MachineError(
          `The stand-in machine is not running on 127.0.0.1:${this.port}. Nothing was recorded. ./tare demo starts it; by itself: node apps/standins/dist/machine/main.js. Then spin again.`,
          { cause: error },
        );
      }
      // Anything else on the socket means that the line went dead: told below like a silent end.
    } finally {
      signal.removeEventListener('abort', stop);
      socket.destroy();
    }
    if (signal.aborted) throw new MachineError('Stopped. Nothing was recorded.');
    throw new MachineError(`The stand-in machine went silent ${howFar()}. Nothing was recorded: see that it is running, then spin again.`);
  }
}

/** Samples of one line: single precision, base64; what is cut short is left out, and told by the channels' lengths. */
function samplesOf(packed: string): Float32Array {
  const bytes = Buffer.from(packed, 'base64');
  return Float32Array.from({ length: Math.floor(bytes.length / 4) }, (_, i) => bytes.readFloatLE(4 * i));
}

/** Lines as they come; a socket error ends the iteration as a throw. */
async function* linesOf(socket: Socket): AsyncGenerator<string> {
  const lines = createInterface({ input: socket });
  const failed = new Promise<never>((_, reject) => {
    socket.once('error', reject);
  });
  // The race below reports it; without a handler of its own a failure after the last line would be unhandled.
  failed.catch(() => undefined);
  const iterator = lines[Symbol.asyncIterator]();
  for (;;) {
    const next = await Promise.race([iterator.next(), failed]);
    if (next.done) return;
    yield next.value;
  }
}

/**
 * The stand-in shows where weight would have to be added, anticlockwise seen from the front; Tare keeps where the
 * crank is heavy, clockwise seen from the front.
 */
export function readTurn(fields: readonly string[]): PlaneUnbalance {
  const [, , amountA, angleA, amountB, angleB] = fields.map(Number);
  const heavy = (amountGmm: number | undefined, shownDeg: number | undefined): PlaneUnbalance['aGmm'] => {
    if (amountGmm === undefined || shownDeg === undefined || !Number.isFinite(amountGmm) || !Number.isFinite(shownDeg)) {
      throw new MachineError('The stand-in machine sent a turn that cannot be read. Nothing was recorded; spin again.');
    }
    return fromPolar(amountGmm, normaliseAngleDeg(180 - shownDeg));
  };
  return { aGmm: heavy(amountA, angleA), bGmm: heavy(amountB, angleB) };
}

const isRefused = (error: unknown): boolean => typeof error === 'object' && error !== null && 'code' in error && error.code === 'ECONNREFUSED';
