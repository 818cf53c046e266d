import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { chmod, mkdtemp, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { freePort } from './wire.js';

/** The folder of this clone: of the sources, or of what is built of them. */
export const ROOT = join(import.meta.dirname, import.meta.dirname.endsWith('dist') ? '../..' : '..');

/** How long it may take to get ready, and how often it is looked. */
const LONGEST_MS = 90_000;
const TRY_MS = 50;

/** `./tare start` on data and ports of its own, as somebody would run it in a terminal. */
export class Command {
  readonly #child: ChildProcess;
  readonly #exit: Promise<unknown>;
  said = '';

  constructor(
    readonly data: string,
    readonly ports: readonly number[],
    more: Readonly<Record<string, string>> = {},
    private readonly kind: 'start' | 'demo' = 'start',
  ) {
    const [TARE_PORT, TARE_MACHINE_PORT, TARE_SCALE_PORT, TARE_PG_PORT, TARE_GAUGE_PORT] = ports.map(String);
    const { DATABASE_URL: _, ...env } = process.env;
    this.#child = spawn(join(ROOT, 'tare'), [kind], {
      env: {
        ...env,
        TARE_DATA: data,
        TARE_PORT,
        TARE_MACHINE_PORT,
        TARE_SCALE_PORT,
        TARE_PG_PORT,
        TARE_GAUGE_PORT,
        TARE_REQUESTS_A_MINUTE: '0',
        ...more,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
    });
    this.#exit = once(this.#child, 'exit');
    const hear = (said: Buffer): void => {
      this.said += said.toString();
    };
    this.#child.stdout!.on('data', hear);
    this.#child.stderr!.on('data', hear);
  }

  async readiness(): Promise<number> {
    const answer = await fetch(`http://127.0.0.1:${this.ports[0]}/health/ready`).catch(() => null);
    return answer?.status ?? 0;
  }

  /** @throws Error with what it said where it does not get ready */
  async isReady(): Promise<void> {
    const until = Date.now() + LONGEST_MS;
    while ((await this.readiness()) !== 200) {
      if (Date.now() > until || this.hasEnded) throw new Error(`Tare is not ready: ${this.said}`);
      await setTimeout(TRY_MS);
    }
  }

  get hasEnded(): boolean {
    return this.#child.exitCode !== null || this.#child.signalCode !== null;
  }

  /** The process ids that it wrote down, the latest of each name. */
  async processes(): Promise<ReadonlyMap<string, number>> {
    const lines = (await readFile(join(this.data, `${this.kind}.processes`), 'utf8')).trim().split('\n');
    return new Map(lines.map((line) => line.split(' ')).map(([name, pid]) => [name!, Number(pid)]));
  }

  kill(signal: NodeJS.Signals): void {
    this.#child.kill(signal);
  }

  async end(): Promise<void> {
    this.kill('SIGTERM');
    await this.ended();
  }

  async ended(): Promise<number | null> {
    await this.#exit;
    return this.#child.exitCode;
  }
}

/** A new folder that the database's user can reach, where everything runs as root. */
export async function folder(): Promise<string> {
  const made = await mkdtemp(join(tmpdir(), 'tare-operate-'));
  await chmod(made, 0o755);
  return made;
}

/** For server, machine, scale and database. */
export const ownPorts = (): Promise<number[]> => Promise.all(Array.from({ length: 5 }, () => freePort()));
