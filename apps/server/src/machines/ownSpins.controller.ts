import { createHash } from 'node:crypto';
import { Controller, Get, HttpCode, Inject, Param, Post, Query, Req, Res } from '@nestjs/common';
import {
  everySpinOf,
  newRecordedSpinSchema,
  newTypedSpinSchema,
  rotorOf,
  standinRecordingSchema,
  supportsOf,
  type Calibration,
  type JobSheet,
  type Machine,
  type NewRecordedSpin,
  type NewTypedSpin,
  type RecordingSummary,
  type Reprocessed,
  type StandinRecording,
} from '@tare/contract';
import {
  calibrationFactor,
  calibratedWhere,
  GAIN_BY_TRIALS,
  readShown,
  meanPlanes,
  toPolar,
  unbalanceOf,
  type Influence,
  fourthRunAgrees,
  type GainBasis,
  type ShownBy,
  type PlaneSpread,
  type PlaneUnbalance,
  type Vector,
} from '@tare/core';
import type { Request, Response } from 'express';
import { makerOf } from '../access/maker.js';
import { checked, CheckedBody } from '../http/checkedBody.js';
import { Workers } from '../compute/workers.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { inLines } from '../http/inLines.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { ProblemFilter } from '../http/problemFilter.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { BALANCING_MACHINE, type BalancingMachine } from '../spins/balancingMachine.js';
import { askedSetUp, inItsSetUp } from '../spins/askedSetUp.js';
import { gainBasisOf } from '../spins/gainBasisOf.js';
import { hungIn } from '../spins/hungIn.js';
import { mountedOf } from '../spins/mounted.js';
import { setUpOf, SpinLedger } from '../spins/spinLedger.js';
import { MachineStore } from './machineStore.js';
import { summaryOf, type RecordingFormat, type RecordingPlaces } from './recording.js';

/** Spins on the shop's own machines: typed from a display or a needle, or recorded and brought in as a file. */
@Controller('api')
export class OwnSpinsController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly machines: MachineStore,
    private readonly ledger: SpinLedger,
    private readonly workers: Workers,
    private readonly problems: ProblemFilter,
    @Inject(BALANCING_MACHINE) private readonly standin: BalancingMachine,
  ) {}

  @Post('jobs/:jobId/spins/typed')
  @Describe('Enter what a machine showed: one reading of each plane, or several of repeated spins', newTypedSpinSchema)
  async typed(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newTypedSpinSchema) spin: NewTypedSpin): Promise<{ id: string }> {
    const whole = await this.jobs.sheet(jobId);
    const machine = await this.machines.machine(spin.machineId);
    // What stands in for another spin was read where that one was.
    const before = everySpinOf(whole).find(({ id }) => id === spin.amends?.entryId);
    const sheet = before ? inItsSetUp(whole, before) : askedSetUp(whole, spin, spin.speedRpm);
    const planes = before?.planes ?? sheet.spec.crank.planes;
    const calibration = spin.calibrationId === null ? null : await this.machines.calibration(spin.calibrationId, machine.id);
    if (machine.spec.unit === 'none' && !calibration)
      throw fieldProblem('calibrationId', `${machine.spec.name} shows a number without a unit: calibrate it with trial weights first.`);
    // A machine with a unit has a calibration of its own; one without is read by its trial weights, in the planes they were for.
    const byTrials = machine.spec.unit === 'none' ? calibration : null;
    const readIn = byTrials?.planes ?? planes;
    const by: ShownBy = { ...shownBy(machine), planes, influence: byTrials?.influence ?? null };
    const read = readShown(spin.repeats, by);
    const mean = meanPlanes(read.spins);
    const gainDeviation = byTrials ? trialsDeviation(byTrials, sheet, spin.speedRpm) : (machine.spec.gainPercent ?? USUAL_GAIN_PERCENT) / 100;
    const spread = (plane: 'aGmm' | 'bGmm'): PlaneSpread => ({
      runGmm: 0,
      commonGmm: Math.hypot(gainDeviation * toPolar(mean[plane]).amount, byTrials ? calibrationDeviation(machine, byTrials, mean) : 0),
    });
    await this.ledger.keep(
      jobId,
      {
        id: spin.id,
        speedRpm: spin.speedRpm,
        planes: readIn,
        turns: read.spins,
        knownDeviationGmm: machine.spec.scatterGmm,
        spread: { aGmm: spread('aGmm'), bGmm: spread('bGmm') },
        hung: hungIn(spin, planes, readIn),
        personId: spin.personId,
        machineId: machine.id,
        source: 'typed',
        calibrationId: byTrials?.id ?? null,
        influence: null,
        warnings: [],
        shown: spin.repeats,
        shownBy: by,
        gainDeviation: gainOf(gainDeviation, byTrials ? calibrationDeviation(machine, byTrials, mean) : 0, mean),
        display: read.display,
        atLeastGmm: read.atLeastGmm.a === null && read.atLeastGmm.b === null ? null : read.atLeastGmm,
        gainEpoch: machine.spec.gainEpoch ?? 0,
        gainBasis: byTrials
          ? trialsBasis(byTrials, sheet, spin.speedRpm)
          : await gainBasisOf(this.jobs, sheet, {
              machineId: machine.id,
              gainEpoch: machine.spec.gainEpoch ?? 0,
              planes: readIn,
              speedRpm: spin.speedRpm,
              mounted: setUpOf(spin, sheet).mounted,
            }),
        ...setUpOf(spin, sheet),
        supports: before ? (before.supports ?? null) : supportsOf(sheet),
        amends: spin.amends,
        ...(spin.another ? { another: true as const } : {}),
      },
      spin,
    );
    return { id: spin.id };
  }

  @Post('jobs/:jobId/spins/recorded')
  @Describe('Bring in a recorded spin: gzipped CSV or WAV as the body; id, machineId, calibrationId and cautionsConfirmed as the query')
  async recorded(
    @Param('jobId', IdPipe) jobId: string,
    @Query() query: QueryWords,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await inLines(request, response, { status: 201, problems: this.problems }, (onProgress) => this.keepRecorded(jobId, query, request, onProgress));
  }

  private async keepRecorded(
    jobId: string,
    query: QueryWords,
    request: Request,
    onProgress: (ratio: number) => void,
  ): Promise<{ id: string; summary: RecordingSummary }> {
    const said = {
      ...query,
      cautionsConfirmed: query['cautionsConfirmed'] === 'true',
      hung: jsonOf(query['hung'], null),
      amends: jsonOf(query['amends'], undefined),
      mounted: jsonOf(query['mounted'], undefined),
      hungPieces: jsonOf(query['hungPieces'], undefined),
      rebolted: jsonOf(query['rebolted'], undefined),
      ...(query['quick'] === undefined ? {} : { quick: query['quick'] === 'true' }),
    };
    const spin = checked<NewRecordedSpin>(newRecordedSpinSchema, said, makerOf(request));
    const whole = await this.jobs.sheet(jobId);
    const machine = await this.machines.machine(spin.machineId);
    const { spec } = machine;
    const calibration = await this.machines.calibration(spin.calibrationId, machine.id);
    const { processed, format } = await this.workers.recording(request.body, spec, onProgress);
    const sheet = askedSetUp(whole, spin, processed.speedRpm);
    const turns = processed.turns.map((turn) => unbalanceOf(turn, calibration.influence));
    const mean = meanPlanes(turns);
    const gainDeviation = trialsDeviation(calibration, sheet, processed.speedRpm);
    const spread = (plane: 'aGmm' | 'bGmm'): PlaneSpread => ({
      runGmm: spec.scatterGmm,
      commonGmm: Math.hypot(gainDeviation * toPolar(mean[plane]).amount, calibrationDeviation(machine, calibration, mean)),
    });
    await this.ledger.keep(
      jobId,
      {
        id: spin.id,
        speedRpm: processed.speedRpm,
        planes: calibration.planes,
        turns,
        knownDeviationGmm: null,
        spread: { aGmm: spread('aGmm'), bGmm: spread('bGmm') },
        hung: hungIn(spin, sheet.spec.crank.planes, calibration.planes),
        personId: spin.personId,
        machineId: machine.id,
        source: 'recorded',
        calibrationId: calibration.id,
        influence: calibration.influence,
        warnings: processed.warnings.map(({ sentence }) => sentence),
        recording: { bytes: request.body as Buffer, format, columns: spec.columns, channels: spec.channels },
        gainDeviation: gainOf(gainDeviation, calibrationDeviation(machine, calibration, mean), mean),
        gainEpoch: spec.gainEpoch ?? 0,
        gainBasis: trialsBasis(calibration, sheet, processed.speedRpm),
        ...setUpOf(spin, sheet),
        supports: supportsOf(sheet),
        amends: spin.amends,
      },
      {
        spin,
        bytes: createHash('sha256')
          .update(request.body as Buffer)
          .digest('base64'),
      },
    );
    return { id: spin.id, summary: summaryOf(processed) };
  }

  @Post('machines/:machineId/process')
  @HttpCode(200)
  @Describe('What a recorded spin says before any calibration: gzipped CSV or WAV as the body, its columns or channels as the machine has them')
  async process(@Param('machineId', IdPipe) machineId: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    await inLines(request, response, { status: 200, problems: this.problems }, async (onProgress): Promise<RecordingSummary> => {
      const { spec } = await this.machines.machine(machineId);
      return summaryOf((await this.workers.recording(request.body, spec, onProgress)).processed);
    });
  }

  @Post('jobs/:jobId/standin-recording')
  @HttpCode(200)
  @Describe('Spin the job’s crank on the stand-in bench and have its signals as CSV or WAV; nothing is kept', standinRecordingSchema)
  async standinRecording(
    @Param('jobId', IdPipe) jobId: string,
    @CheckedBody(standinRecordingSchema) { machineId, dials, format, ...order }: StandinRecording,
    @Res() response: Response,
  ): Promise<void> {
    const sheet = await this.jobs.sheet(jobId);
    const { spec } = await this.machines.machine(machineId);
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    const { lightG, ...setUp } = dials;
    const { signal } = await this.standin.spin(mountedOf(sheet, lightG), { ...order, ...setUp }, () => undefined, stop.signal);
    response.type(format === 'wav' ? 'audio/wav' : 'text/csv').send(await this.workers.signalFile(signal, spec, format));
  }

  @Get('jobs/:jobId/spins/:spinId/recording')
  @Describe('The recording of a spin, gzipped')
  async recording(@Param('jobId', IdPipe) jobId: string, @Param('spinId', IdPipe) spinId: string, @Res() response: Response): Promise<void> {
    const { recording, recording_format } = await this.recordingOf(jobId, spinId);
    response
      .type('application/gzip')
      .attachment(`tare-spin-${spinId.slice(0, 8)}.${recording_format}.gz`)
      .send(recording);
  }

  @Post('jobs/:jobId/spins/:spinId/reprocess')
  @Describe('Work a recorded spin out again with the present arithmetic, and say how far that is from what was kept')
  async reprocess(@Param('jobId', IdPipe) jobId: string, @Param('spinId', IdPipe) spinId: string): Promise<Reprocessed> {
    const row = await this.recordingOf(jobId, spinId);
    const { processed } = await this.workers.recording(row.recording, { columns: row.columns, channels: row.channels ?? STEREO_AND_TACH });
    const turns = processed.turns.slice(0, row.turns.length).map((turn) => unbalanceOf(turn, row.influence));
    const [kept, anew] = [meanPlanes(row.turns), meanPlanes(turns)];
    const apart = (x: Vector, y: Vector): number => toPolar({ re: x.re - y.re, im: x.im - y.im }).amount;
    return { now: summaryOf(processed), kept, anew, differsGmm: { a: apart(kept.aGmm, anew.aGmm), b: apart(kept.bGmm, anew.bGmm) } };
  }

  private async recordingOf(jobId: string, spinId: string): Promise<RecordedRow> {
    await this.jobs.require(jobId);
    const row = await this.jobs
      .db('spin')
      .where({ id: spinId, job_id: jobId })
      .whereNotNull('recording')
      .first<RecordedRow | undefined>('recording', 'recording_format', 'columns', 'channels', 'turns', 'influence');
    if (!row) throw new ProblemException(404, 'This job has no recording of that spin.');
    return row;
  }
}

/** An address carries words alone; what is no word is read where it is checked. */
type QueryWords = Readonly<Record<string, string>>;

interface RecordedRow {
  recording: Buffer;
  recording_format: RecordingFormat;
  columns: RecordingPlaces['columns'];
  channels: RecordingPlaces['channels'] | null;
  turns: PlaneUnbalance[];
  influence: Influence;
}

const STEREO_AND_TACH = { left: 1, right: 2, tach: 3 };

/** Each run of a calibration scattered as a spin does; this came of that into every spin read by it, g·mm in each component. */
const calibrationDeviation = ({ spec }: Machine, { runs }: Calibration, mean: PlaneUnbalance): number =>
  (spec.scatterGmm ?? 0) * calibrationFactor(runs, mean);

/** What is more than a word in an address is JSON; what is no JSON is told where it is checked. */
function jsonOf(text: string | undefined, leftOut: null | undefined): unknown {
  if (text === undefined) return leftOut;
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

/** Where nobody says how far a machine's own calibration may be off, it was made elsewhere, on another rotor. */
const USUAL_GAIN_PERCENT = 15;
/** How far a gain may be off as a share: by itself, and by what the runs of its calibration scattered. */
function gainOf(deviation: number, ofRunsGmm: number, { aGmm, bGmm }: PlaneUnbalance): number {
  const largest = Math.max(toPolar(aGmm).amount, toPolar(bGmm).amount);
  return Math.min(1, Math.hypot(deviation, largest > 0 ? ofRunsGmm / largest : 0));
}

/** Runs on this rotor say its gain where a fourth could contradict three and did not; runs on another are no knowledge of this one. */
function trialsBasis(calibration: Calibration, sheet: JobSheet, speedRpm: number): GainBasis | null {
  if (calibratedWhere(calibration, rotorOf(sheet), speedRpm) !== 'here') return null;
  return { kind: fourthRunAgrees(calibration) ? 'trials' : 'threeRuns' };
}

/** How far a calibration by trial weights may be off; three runs on this rotor, which cannot contradict one another, no less than one made elsewhere. */
function trialsDeviation(calibration: Calibration, sheet: JobSheet, speedRpm: number): number {
  const where = calibratedWhere(calibration, rotorOf(sheet), speedRpm);
  return where === 'here' && !fourthRunAgrees(calibration) ? GAIN_BY_TRIALS.elsewhere : GAIN_BY_TRIALS[where];
}

const shownBy = ({ spec }: Machine): Omit<ShownBy, 'planes' | 'influence'> => ({
  unit: spec.unit,
  convention: spec.convention,
  amountStep: spec.amountStep ?? null,
  angleStepDeg: spec.angleStepDeg ?? null,
});
