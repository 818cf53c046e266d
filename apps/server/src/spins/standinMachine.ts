import { once } from 'node:events';
import { connect, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { liveSpin, unbalanceOf, type LiveSpin, type PlaneUnbalance } from '@tare/core';
import Joi from 'joi';
import {
  MachineError,
  type BalancingMachine,
  type KnowsTheTruth,
  type MachineSpin,
  type Mounted,
  type OwnCalibration,
  type SpinOrder,
  type SpinProgress,
} from './balancingMachine.js';

/** A line is due at least this often; slower is a machine that died. */
const SILENCE_MS = 8000;

/** Driver of the stand-in balancing machine; its line protocol is in docs/formats.md. */
export class StandinMachine implements BalancingMachine, KnowsTheTruth {
  constructor(
    private readonly port: number,
    private readonly silenceMs = SILENCE_MS,
  ) {}

  async spin(mounted: Mounted, order: SpinOrder, onProgress: (progress: SpinProgress) => void, signal: AbortSignal): Promise<MachineSpin> {
    let own: OwnCalibration | null = null;
    let live: LiveSpin | null = null;
    let turns = 0;
    const hear = (word: string, rest: readonly string[]): undefined => {
      if (word === 'SPEED') onProgress({ type: 'speed', speedRpm: Number(rest[0]), targetRpm: Number(rest[1]) });
      else if (word === 'SHEET') own = readSheet(rest.join(' '));
      else if (word === 'RATE') {
        if (!(Number(rest[0]) > 0)) throw cannotBeRead();
        live = liveSpin(Number(rest[0]));
      } else if (word === 'DATA') {
        if (!own || !live) throw cannotBeRead();
        live.push(readSamples(rest));
        const view = live.view();
        // The machine goes on for a turn or two, so that the last one is whole.
        if (view === null || view.turns === turns) return;
        turns = Math.min(view.turns, order.turns);
        const { speedRpm, mean, wave } = view;
        onProgress({ type: 'live', turn: turns, of: order.turns, speedRpm, planes: unbalanceOf(mean, own.influence), wave });
      }
    };
    await this.talk(mounted, `SPIN ${JSON.stringify(order)}`, signal, () => `after turn ${turns} of ${order.turns}`, hear);
    // What the listener filled in is not seen by the compiler's own reading.
    const [sheet, spun] = [own, live] as [OwnCalibration | null, LiveSpin | null];
    if (!sheet || !spun) throw cannotBeRead();
    return { signal: spun.signal(), own: sheet };
  }

  async truth(mounted: Mounted): Promise<PlaneUnbalance> {
    let found: PlaneUnbalance | null = null;
    await this.talk(
      mounted,
      'TRUTH',
      new AbortController().signal,
      () => 'before it answered',
      (word, rest) => {
        if (word !== 'TRUTH') return false;
        found = JSON.parse(rest.join(' ')) as PlaneUnbalance;
        return true;
      },
    );
    return found!;
  }

  /** Mounts, gives one order, and hands every line of the answer on until the machine is done. */
  private async talk(
    mounted: Mounted,
    order: string,
    signal: AbortSignal,
    howFar: () => string,
    /** True when nothing more is wanted. */
    onLine: (word: string, rest: readonly string[]) => boolean | undefined,
  ): Promise<void> {
    const socket = connect({ host: '127.0.0.1', port: this.port });
    socket.setTimeout(this.silenceMs, () => socket.destroy(new Error('silence')));
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
        else if (onLine(word, rest) === true) return;
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

const vector = Joi.object({ re: Joi.number().required(), im: Joi.number().required() }).required();
const sheetSchema = Joi.object<OwnCalibration, true>({
  influence: Joi.object({ leftOfA: vector, leftOfB: vector, rightOfA: vector, rightOfB: vector }).required(),
  gainRatio: Joi.number().min(0).required(),
  runRatio: Joi.number().min(0).required(),
  driftGmm: Joi.number().min(0).required(),
});

function readSheet(text: string): OwnCalibration {
  try {
    return Joi.attempt(JSON.parse(text), sheetSchema);
  } catch {
    throw cannotBeRead();
  }
}

/** Samples of one line: three channels in single precision, base64, equally long. */
function readSamples(packed: readonly string[]): { left: Float64Array; right: Float64Array; tach: Float64Array } {
  const [left, right, tach] = packed.map((text) => {
    const bytes = Buffer.from(text, 'base64');
    return Float64Array.from({ length: Math.floor(bytes.length / 4) }, (_, i) => bytes.readFloatLE(4 * i));
  });
  if (!left || !right || !tach || left.length === 0 || right.length !== left.length || tach.length !== left.length) throw cannotBeRead();
  if (![left, right, tach].every((channel) => channel.every(Number.isFinite))) throw cannotBeRead();
  return { left, right, tach };
}

const cannotBeRead = (): MachineError => new MachineError('The stand-in machine sent signals that cannot be read. Nothing was recorded; spin again.');

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

const isRefused = (error: unknown): boolean => typeof error === 'object' && error !== null && 'code' in error && error.code === 'ECONNREFUSED';
