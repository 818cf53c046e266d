import { Controller, Get, Inject, Param, Post, Query, Res } from '@nestjs/common';
import { AS_IT_SHOULD_BE, everySpinOf, LINES, spinRequestSchema, supportsOf, type JobSheet, type SpinEvent, type SpinRequest } from '@tare/contract';
import { BALANCED, meanReading, sensorSpread, unbalanceOf, type PlaneSpread, type PlaneUnbalance } from '@tare/core';
import type { Response } from 'express';
import { Workers } from '../compute/workers.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemFilter } from '../http/problemFilter.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { askedSetUp } from './askedSetUp.js';
import { BALANCING_MACHINE, type BalancingMachine, type KnowsTheTruth, type MachineSpin } from './balancingMachine.js';
import { gainBasisOf } from './gainBasisOf.js';
import { hungIn } from './hungIn.js';
import { mountedOf } from './mounted.js';
import { setUpOf, SpinLedger, type SpinToKeep } from './spinLedger.js';

@Controller('api/jobs/:jobId')
export class SpinsController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly ledger: SpinLedger,
    private readonly problems: ProblemFilter,
    private readonly workers: Workers,
    @Inject(BALANCING_MACHINE) private readonly machine: BalancingMachine & KnowsTheTruth,
  ) {}

  /**
   * Spins and streams its progress, one `SpinEvent` of JSON a line. The spin is kept only when it ran to its end;
   * hanging up stops the machine.
   */
  @Post('spins')
  @Describe('Spin the crank; progress and outcome come as lines of JSON (application/x-ndjson)', spinRequestSchema)
  async spin(@Param('jobId', IdPipe) jobId: string, @CheckedBody(spinRequestSchema) request: SpinRequest, @Res() response: Response): Promise<void> {
    const sheet = askedSetUp(await this.jobs.sheet(jobId), request, request.speedRpm);
    const known = await this.ledger.isKnown(jobId, request, request);

    const stop = new AbortController();
    response.on('close', () => {
      stop.abort();
    });
    response.status(200).type(LINES);
    const send = (event: SpinEvent): void => {
      response.write(`${JSON.stringify(event)}\n`);
    };
    try {
      if (!known) {
        const { speedRpm, turns, dials = AS_IT_SHOULD_BE } = request;
        const { planes } = sheet.spec.crank;
        const { lightG, ...setUp } = dials;
        const order = { speedRpm, turns, run: everySpinOf(sheet).length + 1, hung: hungIn(request, planes, planes) ?? BALANCED, ...setUp };
        const spun = await this.machine.spin(mountedOf(sheet, lightG, request), order, send, stop.signal);
        await this.ledger.keep(jobId, await this.standinSpin(request, sheet, spun), request);
      }
      send({ type: 'done', spinId: request.id });
    } catch (error) {
      // The answer has begun, so the filter cannot speak any more: what went wrong is told in the stream.
      send({ type: 'problem', title: 'The spin gave no reading', detail: this.problems.told(error).detail });
    } finally {
      response.end();
    }
  }

  @Get('standin-truth')
  @Describe('What no machine knows: the true unbalance of this job’s crank in the stand-in. Only the stand-in’s own drawer asks')
  async truth(@Param('jobId', IdPipe) jobId: string, @Query('lightG') lightG?: string): Promise<PlaneUnbalance> {
    return this.machine.truth(mountedOf(await this.jobs.sheet(jobId), Number(lightG ?? 0)));
  }

  /** A spin of the stand-in read by its own calibration, which is a few per cent off as its maker says. */
  private async standinSpin(request: SpinRequest, sheet: JobSheet, { signal, own }: MachineSpin): Promise<SpinToKeep> {
    const { planes } = sheet.spec.crank;
    const { processed, bytes } = await this.workers.signal(signal, STANDIN_PLACES);
    const turns = processed.turns.slice(0, request.turns);
    const mean = meanReading(turns);
    const [run, gain] = [sensorSpread(mean, own.influence, own.runRatio), sensorSpread(mean, own.influence, own.gainRatio)];
    const spread = (plane: 'aGmm' | 'bGmm'): PlaneSpread => ({ runGmm: Math.hypot(own.driftGmm, run[plane]), commonGmm: gain[plane] });
    return {
      id: request.id,
      personId: request.personId,
      machineId: null,
      source: 'standin',
      speedRpm: request.speedRpm,
      planes,
      turns: turns.map((turn) => unbalanceOf(turn, own.influence)),
      knownDeviationGmm: null,
      spread: { aGmm: spread('aGmm'), bGmm: spread('bGmm') },
      hung: hungIn(request, planes, planes),
      calibrationId: null,
      gainBasis: await gainBasisOf(this.jobs, sheet, {
        machineId: null,
        planes,
        speedRpm: request.speedRpm,
        mounted: setUpOf(request, sheet).mounted,
      }),
      ...setUpOf(request, sheet),
      supports: supportsOf(sheet),
      influence: own.influence,
      warnings: processed.warnings.map(({ sentence }) => sentence),
      recording: { bytes: Buffer.from(bytes), format: 'csv', ...STANDIN_PLACES },
    };
  }
}

/** Headings and places of what the stand-in’s own signals are kept under. */
const STANDIN_PLACES = {
  columns: { time: 'time', rateHz: 0, left: 'left', right: 'right', tach: 'tach' },
  channels: { left: 1, right: 2, tach: 3 },
};
