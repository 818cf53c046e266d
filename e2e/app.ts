import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { test as base } from '@playwright/test';
import { Client } from 'pg';

const ROOT = join(import.meta.dirname, '..');

/** A whole Tare of a test worker's own: database with the demo shop, server, stand-in machine. */
export interface RunningApp {
  readonly url: string;
  readonly startMachine: () => Promise<void>;
  readonly stopMachine: () => Promise<void>;
}

async function freePort(): Promise<number> {
  const listener = createServer().listen(0, '127.0.0.1');
  await once(listener, 'listening');
  const { port } = listener.address() as AddressInfo;
  listener.close();
  return port;
}

/** Starts a program and waits until it says that it is up. */
async function start(script: string, args: readonly string[], env: NodeJS.ProcessEnv): Promise<ChildProcess> {
  const child = spawn(process.execPath, [join(ROOT, script), ...args], { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'inherit'] });
  await new Promise<void>((resolve, reject) => {
    child.stdout.on('data', (data: Buffer) => {
      if (data.toString().includes('127.0.0.1')) resolve();
    });
    child.once('exit', (code) => {
      reject(new Error(`${script} ended with ${code} before it was up.`));
    });
  });
  return child;
}

async function stop(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null) return;
  const gone = once(child, 'exit');
  child.kill('SIGTERM');
  await gone;
}

async function runApp(workerIndex: number): Promise<{ app: RunningApp; close: () => Promise<void> }> {
  const pg = process.env['TARE_TEST_PG'];
  if (!pg) throw new Error('TARE_TEST_PG is not set: ./tare test starts a throwaway PostgreSQL and sets it.');
  const database = `e2e_${process.pid}_${workerIndex}`;
  const admin = new Client(`${pg}/postgres`);
  await admin.connect();
  await admin.query(`create database ${database}`);
  const [port, machinePort, scalePort] = [await freePort(), await freePort(), await freePort()];
  const env = {
    DATABASE_URL: `${pg}/${database}`,
    TARE_PORT: String(port),
    TARE_MACHINE_PORT: String(machinePort),
    TARE_WEB_ROOT: join(ROOT, 'apps/web/dist'),
    TARE_MACHINE_HURRY: '20',
    TARE_SCALE_PORT: String(scalePort),
    TARE_SCALE_HURRY: '8',
  };
  const startMachine = (): Promise<ChildProcess> => start('apps/standins/dist/machine/main.js', [], env);
  let machine = await startMachine();
  const scale = await start('apps/standins/dist/scale/main.js', [], env);
  const server = await start('apps/server/dist/main.js', ['--demo'], env);
  return {
    app: {
      url: `http://127.0.0.1:${port}`,
      startMachine: async () => {
        machine = await startMachine();
      },
      stopMachine: () => stop(machine),
    },
    close: async () => {
      await Promise.all([stop(server), stop(machine), stop(scale)]);
      await admin.query(`drop database ${database} with (force)`);
      await admin.end();
    },
  };
}

export const test = base.extend<object, { app: RunningApp }>({
  app: [
    // Playwright reads a fixture's needs from this pattern; this one has none.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use, { workerIndex }) => {
      const { app, close } = await runApp(workerIndex);
      await use(app);
      await close();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  baseURL: async ({ app }, use) => {
    await use(app.url);
  },
});

export { expect } from '@playwright/test';
