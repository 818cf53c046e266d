import { Controller, Get, HttpCode, Inject, Param, Post, Query, Req, Res } from '@nestjs/common';
import {
  columnsSchema,
  newRecordedSpinSchema,
  newTypedSpinSchema,
  standinRecordingSchema,
  writeRecording,
  type Machine,
  type NewRecordedSpin,
  type NewTypedSpin,
  type RecordingColumns,
  type RecordingSummary,
  type ShownReading,
  type StandinRecording,
} from '@tare/contract';
import {
  CoreError,
  fromPolar,
  GMM_PER_OZIN,
  planeReading,
  toHeavyDeg,
  toPolar,
  unbalanceOf,
  type PlaneUnbalance,
  type Planes,
  type Vector,
} from '@tare/core';
import type { Request, Response } from 'express';
import { checked, CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { BALANCING_MACHINE, MachineError, type BalancingMachine } from '../spins/balancingMachine.js';
import { bareHole } from '../spins/bareHole.js';
import { MachineStore } from './machineStore.js';
import { processRecording, summaryOf } from './recording.js';

/** What a recording says again, beside what was kept of it. */
export interface Reprocessed {
  readonly now: RecordingSummary;
  /** Mean vectors as kept and as worked out now, g·mm. */
  readonly kept: PlaneUnbalance;
  readonly anew: PlaneUnbalance;
  /** How far the two are apart, g·mm. */
  readonly differsGmm: { readonly a: number; readonly b: number };
}

/** Spins on the shop's own machines: typed from a display or a needle, or recorded and brought in as a file. */
@Controller('api')
export class OwnSpinsController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly machines: MachineStore,
    @Inject(BALANCING_MACHINE) private readonly standin: BalancingMachine,
  ) {}

  @Post('jobs/:jobId/spins/typed')
  @Describe('Enter what a machine showed: one reading of each plane, or several of repeated spins', newTypedSpinSchema)
  async typed(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newTypedSpinSchema) spin: NewTypedSpin): Promise<{ id: string }> {
    const sheet = await this.jobs.sheet(jobId);
    const machine = await this.machines.machine(spin.machineId);
    const { planes } = sheet.spec.crank;
    const calibration = spin.calibrationId === null ? null : await this.machines.calibration(spin.calibrationId, machine.id);
    if (machine.spec.unit === 'none' && !calibration)
      throw fieldProblem('calibrationId', `${machine.spec.name} shows a number without a unit: calibrate it with trial weights first.`);
    const turns = spin.repeats.map(({ a, b }): PlaneUnbalance => {
      const [left, right] = [heavyVector(a, machine), heavyVector(b, machine)];
      if (machine.spec.unit === 'none') return unbalanceOf({ left, right }, calibration!.influence);
      return { aGmm: inGmm(left, machine, planes.radiusAMm), bGmm: inGmm(right, machine, planes.radiusBMm) };
    });
    await this.keep(jobId, {
      id: spin.id,
      speedRpm: spin.speedRpm,
      // Unit-less readings come out in the planes that the machine was calibrated for.
      planes: machine.spec.unit === 'none' ? calibration!.planes : planes,
      turns,
      knownDeviationGmm: machine.spec.scatterGmm,
      personId: spin.personId,
      machineId: machine.id,
      source: 'typed',
      calibrationId: machine.spec.unit === 'none' ? spin.calibrationId : null,
      shown: spin.repeats,
    });
    return { id: spin.id };
  }

  @Post('jobs/:jobId/spins/recorded')
  @Describe('Bring in a recorded spin: gzipped CSV as the body; id, personId, machineId, calibrationId and cautionsConfirmed as the query')
  async recorded(
    @Param('jobId', IdPipe) jobId: string,
    @Query() query: QueryWords,
    @Req() request: Request,
  ): Promise<{ id: string; summary: RecordingSummary }> {
    const spin = checked<NewRecordedSpin>(newRecordedSpinSchema, { ...query, cautionsConfirmed: query['cautionsConfirmed'] === 'true' });
    await this.jobs.require(jobId);
    const machine = await this.machines.machine(spin.machineId);
    const calibration = await this.machines.calibration(spin.calibrationId, machine.id);
    const processed = await processRecording(request.body, machine.spec.columns);
    await this.keep(jobId, {
      id: spin.id,
      speedRpm: processed.speedRpm,
      planes: calibration.planes,
      turns: processed.turns.map((turn) => unbalanceOf(turn, calibration.influence)),
      knownDeviationGmm: machine.spec.scatterGmm,
      personId: spin.personId,
      machineId: machine.id,
      source: 'recorded',
      calibrationId: calibration.id,
      recording: request.body as Buffer,
      columns: machine.spec.columns,
    });
    return { id: spin.id, summary: summaryOf(processed) };
  }

  @Post('recordings/process')
  @Describe('What a recorded spin says before any calibration: gzipped CSV as the body, its columns as the query')
  async process(@Query() query: QueryWords, @Req() request: Request): Promise<RecordingSummary> {
    return summaryOf(await processRecording(request.body, checked<RecordingColumns>(columnsSchema, { ...query, rateHz: Number(query['rateHz']) })));
  }

  @Post('jobs/:jobId/standin-recording')
  @HttpCode(200)
  @Describe('Spin the job’s crank on the stand-in bench and have its signals as CSV; nothing is kept', standinRecordingSchema)
  async standinRecording(
    @Param('jobId', IdPipe) jobId: string,
    @CheckedBody(standinRecordingSchema) { machineId, ...order }: StandinRecording,
    @Res() response: Response,
  ): Promise<void> {
    const sheet = await this.jobs.sheet(jobId);
    const { spec } = await this.machines.machine(machineId);
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    try {
      const signal = await this.standin.record(
        { rotor: `job-${sheet.number}`, crank: sheet.spec.crank, holes: sheet.holes.map(bareHole) },
        order,
        stop.signal,
      );
      response.type('text/csv').send(writeRecording(signal, { ...spec.columns, rateHz: signal.sampleRateHz }));
    } catch (error) {
      if (!(error instanceof MachineError)) throw error;
      throw new ProblemException(502, error.message);
    }
  }

  @Get('jobs/:jobId/spins/:spinId/recording')
  @Describe('The recording of a spin, as gzipped CSV')
  async recording(@Param('jobId', IdPipe) jobId: string, @Param('spinId', IdPipe) spinId: string, @Res() response: Response): Promise<void> {
    const { recording } = await this.recordingOf(jobId, spinId);
    response
      .type('application/gzip')
      .attachment(`tare-spin-${spinId.slice(0, 8)}.csv.gz`)
      .send(recording);
  }

  @Post('jobs/:jobId/spins/:spinId/reprocess')
  @Describe('Work a recorded spin out again with the present arithmetic, and say how far that is from what was kept')
  async reprocess(@Param('jobId', IdPipe) jobId: string, @Param('spinId', IdPipe) spinId: string): Promise<Reprocessed> {
    const row = await this.recordingOf(jobId, spinId);
    const calibration = await this.machines.calibration(row.calibration_id, row.machine_id);
    const processed = await processRecording(row.recording, row.columns);
    const mean = (turns: readonly PlaneUnbalance[]): PlaneUnbalance => ({
      aGmm: planeReading(turns.map((turn) => turn.aGmm)).meanGmm,
      bGmm: planeReading(turns.map((turn) => turn.bGmm)).meanGmm,
    });
    const [kept, anew] = [mean(row.turns), mean(processed.turns.map((turn) => unbalanceOf(turn, calibration.influence)))];
    const apart = (x: Vector, y: Vector): number => toPolar({ re: x.re - y.re, im: x.im - y.im }).amount;
    return { now: summaryOf(processed), kept, anew, differsGmm: { a: apart(kept.aGmm, anew.aGmm), b: apart(kept.bGmm, anew.bGmm) } };
  }

  private async recordingOf(jobId: string, spinId: string): Promise<RecordedRow> {
    await this.jobs.require(jobId);
    const row = await this.jobs
      .db('spin')
      .where({ id: spinId, job_id: jobId })
      .whereNotNull('recording')
      .first<RecordedRow | undefined>('recording', 'columns', 'turns', 'calibration_id', 'machine_id');
    if (!row) throw new ProblemException(404, 'This job has no recording of that spin.');
    return row;
  }

  /** Adds a spin to the ledger, once; what cannot be judged is not kept. */
  private async keep(jobId: string, spin: OwnSpin): Promise<void> {
    try {
      planeReading(
        spin.turns.map((turn) => turn.aGmm),
        spin.knownDeviationGmm,
      );
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      throw fieldProblem('repeats', `${error.message} Spin and read it again, or write down the machine’s scatter on its page.`);
    }
    const { db, shop } = this.jobs;
    await db('spin')
      .insert({
        id: spin.id,
        shop_id: await shop.id(),
        job_id: jobId,
        speed_rpm: spin.speedRpm,
        planes: JSON.stringify(spin.planes),
        turns: JSON.stringify(spin.turns),
        known_deviation_gmm: spin.knownDeviationGmm,
        cautions_confirmed: true,
        person_id: spin.personId,
        machine_id: spin.machineId,
        source: spin.source,
        calibration_id: spin.calibrationId,
        shown: spin.shown === undefined ? null : JSON.stringify(spin.shown),
        recording: spin.recording ?? null,
        columns: spin.columns === undefined ? null : JSON.stringify(spin.columns),
      })
      .onConflict('id')
      .ignore();
    if (!(await db('spin').where({ id: spin.id, job_id: jobId }).first('id')))
      throw new ProblemException(409, 'This entry’s id belongs to another spin.');
  }
}

/** An address carries words alone; what is no word is read where it is checked. */
type QueryWords = Readonly<Record<string, string>>;

interface RecordedRow {
  recording: Buffer;
  columns: RecordingColumns;
  turns: PlaneUnbalance[];
  calibration_id: string;
  machine_id: string;
}

interface OwnSpin {
  readonly id: string;
  readonly speedRpm: number;
  readonly planes: Planes;
  readonly turns: readonly PlaneUnbalance[];
  readonly knownDeviationGmm: number | null;
  readonly personId: string;
  readonly machineId: string;
  readonly source: 'typed' | 'recorded';
  readonly calibrationId: string | null;
  readonly shown?: NewTypedSpin['repeats'];
  readonly recording?: Buffer;
  readonly columns?: RecordingColumns;
}

/** What a machine shows, as a vector to the heavy spot in Tare's angles, in the machine's own unit. */
const heavyVector = ({ amount, angleDeg }: ShownReading, { spec }: Machine): Vector => fromPolar(amount, toHeavyDeg(angleDeg, spec.convention));

function inGmm(vector: Vector, { spec }: Machine, radiusMm: number): Vector {
  const factor = { gAtRadius: radiusMm, gmm: 1, ozin: GMM_PER_OZIN, none: Number.NaN }[spec.unit];
  return { re: vector.re * factor, im: vector.im * factor };
}
