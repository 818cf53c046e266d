import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { test as base, type BrowserContext, type Request } from '@playwright/test';
import { Client } from 'pg';
import { DEMO_TEMPLATE, testPg } from './seedDemo.js';
import { ShopApi } from './shopApi.js';
import { freePort, wireTo, type CutWire } from './wire.js';

const ROOT = join(import.meta.dirname, '..');

/** A whole Tare of a test worker's own: database with the demo shop, server, stand-ins. */
export interface RunningApp {
  readonly url: string;
  readonly startMachine: () => Promise<void>;
  readonly stopMachine: () => Promise<void>;
  /** The server's way to its database, which a test may cut. */
  readonly database: CutWire;
}

/** Starts a program and waits until it says that it is up. */
async function start(script: string, env: NodeJS.ProcessEnv): Promise<ChildProcess> {
  const child = spawn(process.execPath, [join(ROOT, script)], { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'inherit'] });
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
  const pg = testPg();
  const database = `e2e_${process.pid}_${workerIndex}`;
  const admin = new Client(`${pg}/postgres`);
  await admin.connect();
  await admin.query(`create database ${database} template ${DEMO_TEMPLATE}`);
  const [port, machinePort, scalePort, gaugePort] = [await freePort(), await freePort(), await freePort(), await freePort()];
  const wire = await wireTo(Number(new URL(pg).port));
  const through = new URL(`${pg}/${database}`);
  through.port = String(wire.port);
  const env = {
    DATABASE_URL: through.href,
    TARE_PORT: String(port),
    TARE_MACHINE_PORT: String(machinePort),
    TARE_WEB_ROOT: join(ROOT, 'apps/web/dist'),
    TARE_MACHINE_HURRY: '40',
    TARE_SCALE_PORT: String(scalePort),
    TARE_SCALE_HURRY: '8',
    TARE_GAUGE_PORT: String(gaugePort),
    TARE_GAUGE_HURRY: '8',
    TARE_STANDIN_LABEL: 'e2e',
  };
  const startMachine = (): Promise<ChildProcess> => start('apps/standins/dist/machine/main.js', env);
  const [firstMachine, scale, gauge, server] = await Promise.all([
    startMachine(),
    start('apps/standins/dist/scale/main.js', env),
    start('apps/standins/dist/gauge/main.js', env),
    start('apps/server/dist/main.js', env),
  ]);
  let machine = firstMachine;
  return {
    app: {
      url: `http://127.0.0.1:${port}`,
      startMachine: async () => {
        machine = await startMachine();
      },
      stopMachine: () => stop(machine),
      database: wire,
    },
    close: async () => {
      await Promise.all([stop(server), stop(machine), stop(scale), stop(gauge)]);
      wire.close();
      await admin.query(`drop database ${database} with (force)`);
      await admin.end();
    },
  };
}

/** Nothing is under way for so long but what waits for a server that a test has taken away. */
const LONGEST_WRITE_MS = 5000;

/** Waits until no page of this browser has a write under way. */
function writesOf(context: BrowserContext): () => Promise<void> {
  const underWay = new Set<Request>();
  context.on('request', (request) => {
    if (request.method() !== 'GET') underWay.add(request);
  });
  for (const end of ['requestfinished', 'requestfailed'] as const) context.on(end as 'requestfinished', (request) => underWay.delete(request));
  return async () => {
    const until = Date.now() + LONGEST_WRITE_MS;
    while (underWay.size > 0 && Date.now() < until) await setTimeout(20);
  };
}

export const test = base.extend<{ shop: ShopApi }, { app: RunningApp }>({
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
  /** The shop by its API: what a test is not about is entered there. */
  shop: async ({ app, context }, use) => {
    await use(await ShopApi.at(app.url, writesOf(context)));
  },
});

export { expect } from './expect.js';
