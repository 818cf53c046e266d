import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { Knex } from 'knex';
import { listen } from '@tare/standins/listen';
import { pino } from 'pino';
import { secretOf } from '../../access/secret.js';
import { USUAL_LIMITS } from '../../http/limits.js';
import { createApp } from '../../app.js';
import { StandinMachine } from '../../spins/standinMachine.js';
import { insertShop } from '../firstShop.js';
import { Bench } from './bench.js';
import { DEMO_JOBS, DEMO_PEOPLE, DEMO_SHOP, stockTheCupboard } from './scenario.js';

/**
 * Fills an empty database with the demo shop.
 *
 * Nothing is typed in but names, dimensions and true weights: the jobs are worked through the application itself, on
 * a stand-in machine of its own that does not keep anybody waiting, so every figure is one that Tare computed.
 */
export const demoSeed: Knex.SeedSource<string> = {
  getSeeds: () => Promise.resolve(['demo']),
  getSeed: () => Promise.resolve({ seed: seedDemo }),
};

/** Loads the demo once; a database that has a shop already is left as it is. */
export async function ensureDemo(db: Knex): Promise<void> {
  if (await db('shop').first('id')) return;
  await db.seed.run({ seedSource: demoSeed });
}

async function seedDemo(db: Knex): Promise<void> {
  const shopId = randomUUID();
  await insertShop(db, shopId, DEMO_SHOP);
  const machine = await listen({ port: 0, hurry: 1000 });
  const app = await createApp({
    db,
    cookieSecret: await secretOf(db, 'cookies'),
    machine: new StandinMachine((machine.address() as AddressInfo).port),
    // No demo job is weighed on the stand-in scale; its port is never called.
    scalePort: 0,
    gaugePort: 0,
    webRoot: null,
    log: pino({ level: 'silent' }),
    limits: { ...USUAL_LIMITS, requestsAMinute: 0 },
  });
  try {
    await app.listen(0, '127.0.0.1');
    const { port } = app.getHttpServer().address() as AddressInfo;
    const bench = new Bench(`http://127.0.0.1:${port}`);
    for (const person of DEMO_PEOPLE) await bench.send('shop/people', person);
    await stockTheCupboard(bench);
    for (const job of DEMO_JOBS) await job(bench);
  } catch (error) {
    // A half-filled shop would be taken for a filled one at the next start.
    await db.raw('truncate shop cascade');
    throw error;
  } finally {
    // The pool belongs to the caller, so the application is closed without its shutdown hooks touching it.
    await app.close();
    machine.close();
  }
}
