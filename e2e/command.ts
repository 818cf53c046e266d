import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { chmod, mkdtemp, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { freePort } from './app.js';

export const ROOT = join(import.meta.dirname, '..');

/** `./tare start` on data and ports of its own, as somebody would run it in a terminal. */
export class Command {
  readonly #child: ChildProcess;
  said = '';

  constructor(
    readonly data: string,
    readonly ports: readonly number[],
    more: Readonly<Record<string, string>> = {},
  ) {
    const [TARE_PORT, TARE_MACHINE_PORT, TARE_SCALE_PORT, TARE_PG_PORT] = ports.map(String);
    const { DATABASE_URL: _, ...env } = process.env;
    this.#child = spawn(join(ROOT, 'tare'), ['start'], {
      env: { ...env, TARE_DATA: data, TARE_PORT, TARE_MACHINE_PORT, TARE_SCALE_PORT, TARE_PG_PORT, TARE_REQUESTS_A_MINUTE: '0', ...more },
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
    });
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

  async isReady(): Promise<void> {
    await expect.poll(() => this.readiness(), { timeout: 60_000, message: this.said }).toBe(200);
  }

  /** The process ids that it wrote down, the latest of each name. */
  async processes(): Promise<ReadonlyMap<string, number>> {
    const lines = (await readFile(join(this.data, 'start.processes'), 'utf8')).trim().split('\n');
    return new Map(lines.map((line) => line.split(' ')).map(([name, pid]) => [name!, Number(pid)]));
  }

  kill(signal: NodeJS.Signals): void {
    this.#child.kill(signal);
  }

  async ended(): Promise<number | null> {
    if (this.#child.exitCode === null && this.#child.signalCode === null) await once(this.#child, 'exit');
    return this.#child.exitCode;
  }
}

/** A folder that the database's user can reach, where everything runs as root. */
export async function folder(): Promise<string> {
  const made = await mkdtemp(join(tmpdir(), 'tare-operate-'));
  await chmod(made, 0o755);
  return made;
}

/** For server, machine, scale and database. */
export const fourPorts = (): Promise<number[]> => Promise.all([freePort(), freePort(), freePort(), freePort()]);
