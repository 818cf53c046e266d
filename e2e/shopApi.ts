import { randomUUID } from 'node:crypto';
import {
  addressOf,
  Device,
  factsOf,
  sheetIn,
  sheetOf,
  type Api,
  type DecisionBody,
  type JobSheet,
  type MachineSpec,
  type NewMeasurement,
  type NewReading,
  type NewTypedSpin,
  type ShownPair,
  type RouteIds,
  type RouteName,
  type Shop,
} from '@tare/contract';
import {
  add,
  addPlanes,
  askedSpin,
  hungUnbalance,
  allMeasuresOf,
  BALANCED,
  isSingleKind,
  jobFigures,
  fromPolar,
  times,
  toPolar,
  type Crank,
  type HungPiece,
  type Cut,
  type JobSpec,
  type LayoutId,
  type Measure,
  type PartFact,
  type PlaneUnbalance,
  type ShopTools,
  type SingleKind,
  type TrialRun,
  type Vector,
} from '@tare/core';
import { madeUpJob } from './madeUpJob.js';

const GRAMS: Readonly<Record<SingleKind, number>> = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, rod: 629, bearingPair: 42 };
const ROD_ENDS: Readonly<Partial<Record<Measure, number>>> = { bigEnd: 445.5, smallEnd: 183.5 };
/** What a part weighs unless a test says otherwise: all of a kind alike. */
export const usualG = (kind: SingleKind, measure: Measure): number => ROD_ENDS[measure] ?? GRAMS[kind];

let made = 0;

/** The shop by its API, with somebody at the bench: jobs of a test's own, brought to where the test begins. */
export class ShopApi {
  private constructor(
    private readonly origin: string,
    private readonly device: Device,
    readonly personId: string,
    private readonly settled: () => Promise<void>,
  ) {}

  /**
   * @param origin where Tare runs
   * @param settled waits for what the screens of the test have under way: they show a choice before the server has it
   */
  static async at(origin: string, settled = (): Promise<void> => Promise.resolve()): Promise<ShopApi> {
    const device = new Device(origin);
    const { people } = (await (await device.send('GET', 'shop')).json()) as Shop;
    return new ShopApi(origin, device, people.find(({ name }) => name === 'Ottoline Fasch')!.id, settled);
  }

  /** Sends what a screen would send. @throws Error with the server's sentence */
  async send<R extends RouteName>(route: R, ids: RouteIds<R>, body: Api[R]['body']): Promise<Api[R]['answer']> {
    const method = route.slice(0, route.indexOf(' '));
    await this.settled();
    const answer = await this.device.send(method, addressOf(route, ids), body);
    if (!answer.ok) throw new Error(`${route}: ${answer.status} ${await answer.text()}`);
    return (await answer.json()) as Api[R]['answer'];
  }

  /** Who works here. */
  async people(): Promise<Shop['people']> {
    return (await this.send('GET shop', {}, undefined)).people;
  }

  /** What the server says of itself and its database. */
  async readiness(): Promise<number> {
    return (await fetch(`${this.origin}/health/ready`)).status;
  }

  async sheet(jobId: string): Promise<JobSheet> {
    return sheetOf(await this.send('GET jobs/:jobId', { jobId }, undefined));
  }

  /** A new job, named so that no other test's can be taken for it. */
  async job(layoutId: LayoutId, change: Partial<JobSpec> = {}): Promise<JobSheet> {
    made += 1;
    const spec = madeUpJob(layoutId, { engineName: `Saltwren ${layoutId} ${process.pid}-${made}`, ...change });
    return sheetOf(await this.send('POST jobs', {}, { id: randomUUID(), personId: this.personId, spec }));
  }

  /** Weighs every part of these once, as a file of readings would; after this cut of theirs. */
  async weigh(
    job: JobSheet,
    which: (part: PartFact) => boolean = () => true,
    gramsOf = usualGramsOf,
    cutId: string | null = null,
  ): Promise<JobSheet> {
    const readings = job.parts.filter(which).flatMap((part) => {
      const { id: partId, kind } = part;
      if (!isSingleKind(kind)) return [];
      const measures = kind === 'rod' ? allMeasuresOf(kind) : (['mass'] as const);
      return measures.map((measure): NewReading => ({
        id: randomUUID(),
        personId: this.personId,
        partId,
        measure,
        valueG: gramsOf(part, measure),
        cutId,
      }));
    });
    await this.send('POST jobs/:jobId/readings/batch', { jobId: job.id }, { id: randomUUID(), personId: this.personId, readings });
    return this.sheet(job.id);
  }

  async decide(job: JobSheet, body: DecisionBody): Promise<void> {
    const baseVersion = (await this.sheet(job.id)).decisions[body.subject]?.version ?? 0;
    await this.send('POST jobs/:jobId/decisions', { jobId: job.id }, { id: randomUUID(), personId: this.personId, baseVersion, ...body });
  }

  async cutPart(job: JobSheet, partId: string): Promise<void> {
    await this.send('POST jobs/:jobId/part-cuts', { jobId: job.id }, { id: randomUUID(), personId: this.personId, partId });
  }

  /** Weighed, and its bobs accepted at what the card says: ready to be spun. */
  async ready(layoutId: LayoutId, change: Partial<JobSpec> = {}): Promise<JobSheet> {
    const weighed = await this.weigh(await this.job(layoutId, change));
    const { bobs, bobsNeeded } = jobFigures(factsOf(weighed));
    if (!bobsNeeded.needed) return weighed;
    if (bobs.kind !== 'ready') throw new Error(`The bobs are ${bobs.kind}.`);
    await this.decide(weighed, { subject: 'bob.acceptedG', value: bobs.pins.map(({ card }) => bobs.commonG ?? card.bobWeightG) });
    return this.sheet(weighed.id);
  }

  /** Ready, spun as received on the stand-in, and with known weights as a plan asks for them. */
  async spun(layoutId: LayoutId, change: Partial<JobSpec> = {}, lightG = 0): Promise<JobSheet> {
    const { id } = await this.spunOnce(layoutId, change, lightG);
    return this.#asAsked(id, (hungPieces) => this.#spinStandIn(id, lightG, hungPieces));
  }

  /** Ready, and spun once on the stand-in. */
  async spunOnce(layoutId: LayoutId, change: Partial<JobSpec> = {}, lightG = 0): Promise<JobSheet> {
    const { id } = await this.ready(layoutId, change);
    await this.#spinStandIn(id, lightG, []);
    return this.sheet(id);
  }

  /** Spins until nothing is asked for any more. */
  async #asAsked(jobId: string, spin: (hungPieces: readonly HungPiece[]) => Promise<unknown>, setUpId?: string): Promise<JobSheet> {
    for (let spins = 0; spins < 8; spins += 1) {
      const whole = await this.sheet(jobId);
      const setUp = whole.setUps.list.find(({ id }) => id === setUpId);
      const sheet = setUp ? sheetIn(whole, setUp) : whole;
      const asked = askedSpin(sheet.spins, sheet.spec.crank.planes, jobFigures(factsOf(sheet)).estimate, []);
      if (!asked) return sheet;
      await spin(asked.weights ? [asked.weights.a, asked.weights.b] : []);
    }
    throw new Error('The crank is asked for spin after spin.');
  }

  async #spinStandIn(id: string, lightG: number, hungPieces: readonly HungPiece[]): Promise<void> {
    const dials = { supports: 'hard', looseBob: false, endStopForgotten: false, lightG };
    const data = { id: randomUUID(), personId: this.personId, speedRpm: 600, turns: 60, cautionsConfirmed: true, dials, hungPieces };
    await this.settled();
    const answer = await this.device.send('POST', `jobs/${id}/spins`, data);
    if (!(await answer.text()).includes('"done"')) throw new Error('The stand-in did not spin.');
  }

  /** Spins that were read off a machine of a test's own, as many as are asked for: each three readings of this unbalance, none quite alike. */
  async typedSpin(jobId: string, unbalance: PlaneUnbalance): Promise<void> {
    made += 1;
    const spec = { ...READ_OFF, name: `Read off ${process.pid}-${made}` };
    const { id: machineId } = await this.send('POST machines', {}, { id: randomUUID(), personId: this.personId, spec });
    const { planes } = (await this.sheet(jobId)).spec.crank;
    const read = (hungPieces: readonly HungPiece[]): Promise<string> => {
      const { aGmm, bGmm } = addPlanes(unbalance, hungUnbalance(hungPieces, planes));
      return this.#typeSpin(jobId, { machineId, repeats: [-2, 0, 2].map((off) => ({ a: shifted(aGmm, off), b: shifted(bGmm, -off) })), hungPieces });
    };
    await read([]);
    await this.#asAsked(jobId, read);
  }

  /** A machine of a test's own that shows grams at the correction radius. */
  async gramMachine(): Promise<string> {
    made += 1;
    const spec: MachineSpec = {
      ...READ_OFF,
      name: `In grams ${process.pid}-${made}`,
      unit: 'gAtRadius',
      gainPercent: 3,
      amountStep: 0.1,
      angleStepDeg: 1,
    };
    return (await this.send('POST machines', {}, { id: randomUUID(), personId: this.personId, spec })).id;
  }

  /** One of which nobody said how far it may be off, nor how its readings scatter: as the form comes. */
  async blankMachine(): Promise<string> {
    made += 1;
    const blank = { unit: 'gAtRadius', gainPercent: null, scatterGmm: null, amountStep: 0.1, angleStepDeg: 1 } as const;
    const spec: MachineSpec = { ...READ_OFF, ...blank, name: `Nobody said ${process.pid}-${made}` };
    return (await this.send('POST machines', {}, { id: randomUUID(), personId: this.personId, spec })).id;
  }

  /** The stand-in gauge, studied, in the shop's drawer beside what is there. */
  async standinGauge(): Promise<string> {
    made += 1;
    const name = `Stand-in ${process.pid}-${made}`;
    const { gauges, version } = await this.send('GET gauges', {}, undefined);
    const gauge = {
      id: randomUUID(),
      name,
      divisionMm: 0.001,
      sign: 1 as const,
      metal: 'steel' as const,
      studyMm: [0.501, 0.502, 0.501, 0.5, 0.501],
      dueOn: null,
    };
    const body = { id: randomUUID(), personId: this.personId, baseVersion: version, gauges: [...gauges, { ...gauge, source: 'standin' as const }] };
    await this.send('PUT gauges', {}, body);
    return name;
  }

  /** A spin that was read off it, to its display's division. */
  async readOff(
    jobId: string,
    machineId: string,
    unbalance: PlaneUnbalance,
    { spread = false, ...more }: Partial<NewTypedSpin> & Spread = {},
  ): Promise<string> {
    const { planes } = (await this.sheet(jobId)).spec.crank;
    const shown = (vector: Vector, radiusMm: number): { amount: number; angleDeg: number } => {
      const { amount, angleDeg } = toPolar(vector);
      return { amount: Math.round((10 * amount) / radiusMm) / 10, angleDeg: Math.round(angleDeg) % 360 };
    };
    const { aGmm, bGmm } = addPlanes(unbalance, hungUnbalance(more.hungPieces ?? [], planes));
    const once = { a: shown(aGmm, planes.radiusAMm), b: shown(bGmm, planes.radiusBMm) };
    const repeats = [0, 0.1, -0.1].map((off) => (spread ? { a: byTenths(once.a, off), b: byTenths(once.b, -off) } : once));
    return this.#typeSpin(jobId, { machineId, repeats, ...more });
  }

  /** Reads it off as often as is asked for: with known weights, or once more as it is. */
  async readOffAsked(jobId: string, machineId: string, unbalance: PlaneUnbalance, more: Partial<NewTypedSpin> & Spread = {}): Promise<void> {
    await this.#asAsked(jobId, (hungPieces) => this.readOff(jobId, machineId, unbalance, { ...more, hungPieces }), more.setUpId);
  }

  /** A machine of a test's own with a needle and a vernier: numbers without a unit, off the scale above 100. */
  async needleMachine(): Promise<string> {
    made += 1;
    const spec: MachineSpec = { ...READ_OFF, name: `Needle ${process.pid}-${made}`, unit: 'none', scatterGmm: 20, amountStep: 0.5, angleStepDeg: 1 };
    return (await this.send('POST machines', {}, { id: randomUUID(), personId: this.personId, spec })).id;
  }

  /** What it shows of an unbalance: both supports hear both planes. */
  static needleShows({ aGmm, bGmm }: PlaneUnbalance): ShownPair {
    const heard = (near: Vector, far: Vector, turnDeg: number): ShownPair['a'] => {
      const { amount, angleDeg } = toPolar(add(times(near, fromPolar(0.02, turnDeg)), times(far, fromPolar(0.006, turnDeg - 8))));
      const shown = Math.round(2 * amount) / 2;
      return shown > 100 ? { amount: 100, angleDeg: 0, offScale: true } : { amount: shown, angleDeg: Math.round(angleDeg) % 360 };
    };
    return { a: heard(aGmm, bGmm, 20), b: heard(bGmm, aGmm, 35) };
  }

  /** Needle readings of a crank, as it is and with weights on: made on another one of its kind. */
  async needleCalibration(machineId: string, { planes }: Crank): Promise<string> {
    const run = (trial: PlaneUnbalance): TrialRun => {
      const { a, b } = ShopApi.needleShows(trial);
      return { trial, reading: { left: fromPolar(a.amount, a.angleDeg), right: fromPolar(b.amount, b.angleDeg) } };
    };
    const inA = { ...BALANCED, aGmm: fromPolar(30 * planes.radiusAMm, 0) };
    const inB = { ...BALANCED, bGmm: fromPolar(30 * planes.radiusBMm, 0) };
    const changed = { aGmm: fromPolar(30 * planes.radiusAMm, 90), bGmm: fromPolar(30 * planes.radiusBMm, 90) };
    const runs = [run(BALANCED), run(inA), run(inB), run(changed)];
    const body = { id: randomUUID(), personId: this.personId, machineId, rotorClass: 'V8 with bobs', planes, speedRpm: 600, runs };
    return (await this.send('POST machines/calibrations', {}, body)).id;
  }

  /** A spin that was read off the needle. */
  async readNeedle(
    jobId: string,
    machineId: string,
    calibrationId: string,
    unbalance: PlaneUnbalance,
    hungPieces: readonly HungPiece[] = [],
  ): Promise<string> {
    const { planes } = (await this.sheet(jobId)).spec.crank;
    const once = ShopApi.needleShows(addPlanes(unbalance, hungUnbalance(hungPieces, planes)));
    return this.#typeSpin(jobId, { machineId, calibrationId, repeats: [once, once, once], hungPieces });
  }

  /** Reads it off the needle as often as is asked for. */
  async readNeedleAsked(jobId: string, machineId: string, calibrationId: string, unbalance: PlaneUnbalance): Promise<void> {
    await this.#asAsked(jobId, (hungPieces) => this.readNeedle(jobId, machineId, calibrationId, unbalance, hungPieces));
  }

  /** A spin as somebody types it. */
  async typed(jobId: string, shown: Pick<NewTypedSpin, 'machineId' | 'repeats'>): Promise<string> {
    return this.#typeSpin(jobId, shown);
  }

  async #typeSpin(jobId: string, shown: Pick<NewTypedSpin, 'machineId' | 'repeats'> & Partial<NewTypedSpin>): Promise<string> {
    const id = randomUUID();
    const usual = { personId: this.personId, calibrationId: null, speedRpm: 600, cautionsConfirmed: true as const };
    await this.send('POST jobs/:jobId/spins/typed', { jobId }, { id, ...usual, ...shown });
    return id;
  }

  /** What a gauge showed at a place of the crank. */
  async measure(jobId: string, place: Pick<NewMeasurement, 'feature' | 'quantity'> & Partial<NewMeasurement>): Promise<void> {
    await this.send(
      'POST jobs/:jobId/measurements',
      { jobId },
      {
        id: randomUUID(),
        personId: this.personId,
        angleDeg: null,
        depth: null,
        indicationMm: 0,
        settingId: null,
        afterWorkId: null,
        ...place,
      },
    );
  }

  /** A cut that is on record, drilled without a plan. */
  async logCut(jobId: string, cut: Cut): Promise<void> {
    await this.send(
      'POST jobs/:jobId/holes',
      { jobId },
      { id: randomUUID(), personId: this.personId, cut, planId: null, planIndex: null, another: true },
    );
  }

  /** Whether the shop welds, or presses bars in, while a test goes on. */
  async changeTools(change: (tools: ShopTools) => ShopTools): Promise<void> {
    const { version, tools } = await this.send('GET shop-tools', {}, undefined);
    await this.send('PUT shop-tools', {}, { id: randomUUID(), personId: this.personId, baseVersion: version, tools: change(tools) });
  }

  /** Writes another crank down for a job, as the engine bench would. */
  async changeCrank(jobId: string, change: (crank: Crank) => Crank): Promise<void> {
    const { spec, specVersion } = await this.sheet(jobId);
    const body = { id: randomUUID(), personId: this.personId, baseVersion: specVersion, spec: { ...spec, crank: change(spec.crank) } };
    await this.send('PUT jobs/:jobId/spec', { jobId }, body);
  }

  /** A machine of a test's own, like one of the demo's. */
  async machineLike(name: string, change: Partial<MachineSpec> = {}): Promise<MachineSpec> {
    const { machines } = await this.send('GET machines', {}, undefined);
    made += 1;
    const spec = { ...machines.find((machine) => machine.spec.name === name)!.spec, name: `${name} ${process.pid}-${made}`, ...change };
    await this.send('POST machines', {}, { id: randomUUID(), personId: this.personId, spec });
    return spec;
  }
}

/** Three readings that differ in their last digit, as readings do; left out for three alike. */
interface Spread {
  readonly spread?: boolean;
}

const byTenths = ({ amount, angleDeg }: ShownPair['a'], off: number): ShownPair['a'] => ({
  amount: Math.max(0, Math.round(10 * (amount + off)) / 10),
  angleDeg,
});

const shifted = (vector: Vector, off: number): { amount: number; angleDeg: number } => toPolar({ re: vector.re + off, im: vector.im + off });

/** A machine whose display says g·mm at Tare's own angles. */
const READ_OFF: Omit<MachineSpec, 'name'> = {
  driver: 'typed',
  unit: 'gmm',
  convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
  slowestRpm: 200,
  fastestRpm: 900,
  supportLimitN: 900,
  notes: '',
  scatterGmm: 10,
  gainPercent: 1,
  channels: { left: 1, right: 2, tach: 3 },
  columns: { time: 't', rateHz: 5000, left: 'L', right: 'R', tach: 'mark' },
};

/** What each part of the shop’s usual engine weighs, g. */
export const usualGramsOf = ({ kind }: PartFact, measure: Measure): number => usualG(kind as SingleKind, measure);
