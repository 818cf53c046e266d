import { randomUUID } from 'node:crypto';
import type { Server } from 'node:net';
import type { AddressInfo } from 'node:net';
import { askedSpin, jobFigures, type HungPiece, type JobSpec, type LayoutId, type Measure, type PartFact } from '@tare/core';
import { madeUpSpec } from '@tare/core/testing';
import {
  factsOf,
  PERSON_HEADER,
  sentBy,
  sheetOf,
  type JobRecord,
  type JobSheet,
  type InstrumentSpec,
  type Machine,
  type MachineSpec,
} from '@tare/contract';
import { listen } from '@tare/standins/listen';
import { pino } from 'pino';
import { listen as listenAsGauge } from '@tare/standins/gauge';
import { listen as listenAsScale } from '@tare/standins/scale';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { Knex } from 'knex';
import pg from 'pg';
import request, { type Response, type Test } from 'supertest';
import { USUAL_LIMITS } from '../http/limits.js';
import { createApp } from '../app.js';
import { connect, migrate } from '../database/connect.js';
import { insertShop } from '../database/firstShop.js';
import { ensureDemo } from '../database/seeds/demo.js';
import { StandinMachine } from '../spins/standinMachine.js';

/** As a browser sends what one of Tare's own pages writes. Supertest knows its port only when it sends: both names go without one. */
export const fromOwnPage = (test: Test): Test => test.set({ Host: '127.0.0.1', Origin: 'http://127.0.0.1' });

/** A whole server on a database of its own, with a hurried stand-in machine. */
export class TestServer {
  private readonly cookies = new Map<string, string>();

  private constructor(
    private readonly admin: Knex,
    private readonly name: string,
    readonly db: Knex,
    readonly app: NestExpressApplication,
    readonly machine: Server,
    readonly scale: Server,
    readonly gauge: Server,
    readonly personId: string,
  ) {}

  /** With one shop and one person, and nothing else. */
  static async start(): Promise<TestServer> {
    const { base, admin, name } = admins();
    await admin.raw(`create database ${name} template ${await template(admin, base, 'tare_empty')}`);
    const db = connect(`${base}/${name}`);
    const shopId = randomUUID();
    await insertShop(db, shopId, 'The Winch House');
    const personId = randomUUID();
    await db('person').insert({ id: personId, shop_id: shopId, name: 'Ottoline Fasch', role: 'balancing' });
    return TestServer.on({ admin, name, db, personId });
  }

  /** With the demo shop. */
  static async demo(): Promise<TestServer> {
    const { base, admin, name } = admins();
    await admin.raw(`create database ${name} template ${await template(admin, base, DEMO_TEMPLATE, ensureDemo)}`);
    const db = connect(`${base}/${name}`);
    return TestServer.on({ admin, name, db, personId: await balancerOf(db) });
  }

  /** On a database of an earlier day, brought to the present. @param sql a plain dump */
  static async from(sql: string): Promise<TestServer> {
    const { admin, name, db, migrate: bring } = await TestServer.database(sql);
    await bring();
    return TestServer.on({ admin, name, db, personId: await balancerOf(db) });
  }

  /** A database filled from a plain dump, not yet brought to the present. */
  static async database(sql: string): Promise<EarlierDatabase> {
    const { base, admin, name } = admins();
    await admin.raw(`create database ${name}`);
    const client = new pg.Client(`${base}/${name}`);
    await client.connect();
    await client.query(sql);
    await client.end();
    const db = connect(`${base}/${name}`);
    return { admin, name, db, migrate: () => migrate(db), drop: () => dropDatabase(admin, name, db) };
  }

  private static async on({ admin, name, db, personId }: Pick<TestServer, 'db' | 'personId'> & { admin: Knex; name: string }): Promise<TestServer> {
    const machine = await listen({ port: 0, hurry: 2000 });
    const scale = await listenAsScale({ port: 0, hurry: 50 });
    const gauge = await listenAsGauge({ port: 0, hurry: 50 });
    const app = await createApp({
      db,
      cookieSecret: 'a test’s own',
      machine: new StandinMachine((machine.address() as AddressInfo).port),
      scalePort: (scale.address() as AddressInfo).port,
      gaugePort: (gauge.address() as AddressInfo).port,
      webRoot: null,
      log: pino({ level: 'silent' }),
      limits: { ...USUAL_LIMITS, requestsAMinute: 0 },
    });
    await app.init();
    return new TestServer(admin, name, db, app, machine, scale, gauge, personId);
  }

  async stop(): Promise<void> {
    await this.app.close();
    this.machine.close();
    this.scale.close();
    this.gauge.close();
    await dropDatabase(this.admin, this.name, this.db);
  }

  get(path: string): Promise<Response> {
    return request(this.app.getHttpServer()).get(`/api/${path}`);
  }

  post(path: string, body: object): Promise<Response> {
    return this.write('post', path, body);
  }

  /** Sends an entry as the device does on which whoever makes it was picked. */
  private async write(method: 'post' | 'put', path: string, entry: object, also: (test: Test) => Test = (test) => test): Promise<Response> {
    const { body, personId } = sentBy(entry);
    const test = fromOwnPage(request(this.app.getHttpServer())[method](`/api/${path}`)).set(await this.as(personId));
    return also(test.type('application/json')).send(body);
  }

  /** The headers of a device on which this person was picked; those of any other device for nobody. */
  async as(personId: string | null): Promise<Record<string, string>> {
    if (personId === null) return {};
    let cookie = this.cookies.get(personId);
    if (cookie === undefined) {
      const answer = await fromOwnPage(request(this.app.getHttpServer()).post('/api/at-the-bench')).send({ pick: personId });
      cookie = (answer.headers['set-cookie'] as unknown as string[] | undefined)?.[0]?.split(';')[0] ?? '';
      this.cookies.set(personId, cookie);
    }
    return { Cookie: cookie, [PERSON_HEADER]: personId };
  }

  /** Sends bytes; what comes back is unread where it was asked for, or is no JSON. */
  async raw(method: 'GET' | 'POST', path: string, type: string, body: Buffer, accept?: string): Promise<Response> {
    const address = `/api/${path}`;
    const to = request(this.app.getHttpServer());
    if (method === 'GET') return to.get(address).buffer(true).parse(unread);
    const test = fromOwnPage(to.post(address))
      .set(await this.as(this.personId))
      .type(type);
    return (accept === undefined ? test : test.set({ accept }).buffer(true).parse(unread)).send(body);
  }

  /** Sends JSON and takes whatever comes back, unread. */
  postForBytes(path: string, body: object): Promise<Response> {
    return this.write('post', path, body, (test) => test.buffer(true).parse(unread));
  }

  put(path: string, body: object): Promise<Response> {
    return this.write('put', path, body);
  }

  /** A new job of this layout. */
  async job(layoutId: LayoutId = 'inline3', change: Partial<JobSpec> = {}): Promise<JobSheet> {
    const response = await this.post('jobs', { id: randomUUID(), personId: this.personId, spec: { ...specOf(layoutId), ...change } });
    return sheetOf(response.body as JobRecord);
  }

  /** Captures one reading and returns the answer. */
  reading(job: JobSheet, part: PartFact, valueG: number, more: object = {}): Promise<Response> {
    const measure: Measure = part.kind === 'rod' ? 'total' : 'mass';
    return this.post(`jobs/${job.id}/readings`, {
      id: randomUUID(),
      personId: this.personId,
      partId: part.id,
      measure,
      valueG,
      cutId: null,
      ...more,
    });
  }

  async sheet(jobId: string): Promise<JobSheet> {
    return sheetOf((await this.get(`jobs/${jobId}`)).body as JobRecord);
  }

  /** Goes on without known weights, as somebody may with a reason. */
  async refuseWeights(jobId: string): Promise<void> {
    const refusal = { ...this.entry(), baseVersion: 0, subject: 'correct.weightsRefused', value: 'no weights here' };
    await this.post(`jobs/${jobId}/decisions`, refusal);
  }

  /** Spins, on the stand-in unless it is said how, until nothing waits for a spin any more: known weights, or the crank as it is once more. */
  async spinWhatIsAsked(
    jobId: string,
    spin = (hungPieces: readonly HungPiece[]): Promise<unknown> =>
      this.post(`jobs/${jobId}/spins`, { ...this.entry(), speedRpm: 600, turns: 40, cautionsConfirmed: true, hungPieces }),
  ): Promise<JobSheet> {
    for (let spins = 0; spins < 8; spins += 1) {
      const sheet = await this.sheet(jobId);
      const asked = askedSpin(sheet.spins, sheet.spec.crank.planes, jobFigures(factsOf(sheet)).estimate, []);
      if (!asked) return sheet;
      await spin(asked.weights ? [asked.weights.a, asked.weights.b] : []);
    }
    throw new Error('The crank is asked for spin after spin.');
  }

  /** What every write begins with. */
  entry(personId = this.personId): { id: string; personId: string } {
    return { id: randomUUID(), personId };
  }

  /** A machine of one's own like `TYPED_MACHINE`. */
  async newMachine(change: Partial<MachineSpec> = {}): Promise<Machine> {
    return (await this.post('machines', { ...this.entry(), spec: { ...TYPED_MACHINE, ...change } })).body as Machine;
  }

  /** Voids an entry and returns the answer. */
  void(entryId: string, reason = 'not settled', more: object = {}): Promise<Response> {
    return this.post(`entries/${entryId}/void`, { id: randomUUID(), personId: this.personId, reason, ...more });
  }

  /** Another person of the shop. */
  async anotherPerson(name = 'Bram Tewitt'): Promise<string> {
    const id = randomUUID();
    const response = await this.post('shop/people', { id, name, role: 'machining' });
    if (response.status !== 201) throw new Error(response.text);
    return id;
  }
}

/** A machine whose readings are typed. */
export const TYPED_MACHINE: MachineSpec = {
  name: 'Floor machine',
  driver: 'typed',
  unit: 'gmm',
  convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
  slowestRpm: 200,
  fastestRpm: 900,
  supportLimitN: 900,
  scatterGmm: 28,
  gainPercent: 4,
  channels: { left: 1, right: 2, tach: 3 },
  columns: { time: 't', rateHz: 5000, left: 'L', right: 'R', tach: 'mark' },
  notes: '',
};

/** A scale whose readings are typed. */
export const TYPED_SCALE: InstrumentSpec = {
  kind: 'scale',
  name: 'Bench scale',
  divisionG: 0.1,
  capacityG: 3000,
  fixtureG: 0,
  lastCheck: '',
  notes: '',
  source: 'typed',
  lineTemplate: '',
  baudRate: 9600,
};

export interface EarlierDatabase {
  readonly admin: Knex;
  readonly name: string;
  readonly db: Knex;
  readonly migrate: () => Promise<void>;
  readonly drop: () => Promise<void>;
}

/** A connection that may make databases, and a name for one of a test's own. */
function admins(): { base: string; admin: Knex; name: string } {
  const base = process.env['TARE_TEST_PG'];
  if (!base) throw new Error('TARE_TEST_PG is not set: ./tare test starts a throwaway PostgreSQL and sets it.');
  return { base, admin: connect(`${base}/postgres`), name: `test_${randomUUID().replaceAll('-', '')}` };
}

async function dropDatabase(admin: Knex, name: string, db: Knex): Promise<void> {
  await db.destroy();
  await admin.raw(`drop database ${name} with (force)`);
  await admin.destroy();
}

/** Who balances in a shop that was filled before. */
const balancerOf = async (db: Knex): Promise<string> => (await db('person').where({ name: 'Ottoline Fasch' }).first<{ id: string }>('id')).id;

/** The journeys clone it too, and seed it themselves where no test was there before. */
const DEMO_TEMPLATE = 'tare_demo';

/** A database with this version's tables and whatever fills it, made by whoever needs it first. @returns its name */
async function template(admin: Knex, base: string, name: string, fill?: (db: Knex) => Promise<void>): Promise<string> {
  // Databases cannot be made in a transaction, so the lock is the session's: one connection makes it while the others wait.
  const maker = new pg.Client(`${base}/postgres`);
  await maker.connect();
  try {
    await maker.query('select pg_advisory_lock(hashtext($1))', [name]);
    const { rowCount } = await maker.query('select from pg_database where datname = $1', [name]);
    if (rowCount === 0) {
      await admin.raw(`create database ${name}_in_the_making`);
      const db = connect(`${base}/${name}_in_the_making`);
      await migrate(db);
      await fill?.(db);
      await db.destroy();
      await admin.raw(`alter database ${name}_in_the_making rename to ${name}`);
    }
  } finally {
    await maker.end();
  }
  return name;
}

function unread(response: unknown, done: (error: Error | null, body: unknown) => void): void {
  const chunks: Buffer[] = [];
  // Supertest's types do not say so, but an answer that is to be parsed is a stream.
  const stream = response as NodeJS.ReadableStream;
  stream.on('data', (chunk: Buffer) => chunks.push(chunk));
  stream.on('end', () => done(null, Buffer.concat(chunks)));
}

export const specOf = (layoutId: LayoutId): JobSpec => madeUpSpec(layoutId);
