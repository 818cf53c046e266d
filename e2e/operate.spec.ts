import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { chmod, mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { freePort } from './app.js';

const ROOT = join(import.meta.dirname, '..');

/** `./tare start` on data and ports of its own, as somebody would run it in a terminal. */
class Command {
  readonly #child: ChildProcess;
  said = '';

  constructor(
    readonly data: string,
    readonly ports: readonly number[],
  ) {
    const [TARE_PORT, TARE_MACHINE_PORT, TARE_SCALE_PORT, TARE_PG_PORT] = ports.map(String);
    const { DATABASE_URL: _, ...env } = process.env;
    this.#child = spawn(join(ROOT, 'tare'), ['start'], {
      env: { ...env, TARE_DATA: data, TARE_PORT, TARE_MACHINE_PORT, TARE_SCALE_PORT, TARE_PG_PORT },
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

const fourPorts = (): Promise<number[]> => Promise.all([freePort(), freePort(), freePort(), freePort()]);

test('what dies is started again, a second start harms nobody, and what a killed start left is ended', async () => {
  test.setTimeout(240_000);
  const data = await mkdtemp(join(tmpdir(), 'tare-operate-'));
  // As root the database runs as another user, who has to reach it.
  await chmod(data, 0o755);
  const ports = await fourPorts();
  const tare = new Command(data, ports);
  await tare.isReady();
  const people = async (): Promise<unknown> => (await fetch(`http://127.0.0.1:${ports[0]}/api/shop`)).json();
  const before = await people();

  await test.step('server, database and stand-ins are killed; each comes back by itself', async () => {
    for (const name of ['server', 'database', 'machine', 'scale']) {
      const pid = (await tare.processes()).get(name)!;
      process.kill(pid, 'SIGKILL');
      await expect.poll(() => tare.said, { timeout: 30_000 }).toContain(`The ${name} has ended; starting it again in 1 s`);
      await expect.poll(async () => (await tare.processes()).get(name), { timeout: 30_000 }).not.toBe(pid);
      await tare.isReady();
    }
    expect(await people()).toEqual(before);
  });

  await test.step('all of them at once', async () => {
    const pids = [...(await tare.processes()).values()];
    for (const pid of pids) process.kill(pid, 'SIGKILL');
    await expect.poll(async () => [...(await tare.processes()).values()].filter((pid) => pids.includes(pid)), { timeout: 60_000 }).toEqual([]);
    await tare.isReady();
  });

  await test.step('a second start on the same data is refused by name', async () => {
    const second = new Command(data, await fourPorts());
    expect(await second.ended()).not.toBe(0);
    expect(second.said).toContain(`Tare is running on these data already (${data}`);
    expect(await tare.readiness()).toBe(200);
    expect(await people()).toEqual(before);
  });

  await test.step('killed itself, it leaves four; the next start ends them and goes on with the same data', async () => {
    tare.kill('SIGKILL');
    await tare.ended();
    expect(await tare.readiness()).toBe(200);
    const next = new Command(data, ports);
    await expect.poll(() => next.said, { timeout: 60_000 }).toContain('Tare is at http://127.0.0.1');
    await next.isReady();
    for (const name of ['server', 'database', 'machine', 'scale']) expect(next.said).toContain(`Ending what an earlier start left: the ${name}`);
    expect(await people()).toEqual(before);
    next.kill('SIGTERM');
    await next.ended();
    expect(await next.readiness()).toBe(0);
  });
  await rm(data, { recursive: true, force: true });
});
