import { Controller, Inject, Param, Post, Res } from '@nestjs/common';
import { spinRequestSchema, type SpinEvent, type SpinRequest } from '@tare/contract';
import { planeReading } from '@tare/core';
import type { Response } from 'express';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { bareHole } from './bareHole.js';
import { BALANCING_MACHINE, MachineError, type BalancingMachine } from './balancingMachine.js';

@Controller('api/jobs/:jobId/spins')
export class SpinsController {
  constructor(
    private readonly jobs: JobAccess,
    @Inject(BALANCING_MACHINE) private readonly machine: BalancingMachine,
  ) {}

  /**
   * Spins and streams its progress, one `SpinEvent` of JSON a line. The spin is kept only when it ran to its end;
   * hanging up stops the machine.
   */
  @Post()
  @Describe('Spin the crank; progress and outcome come as lines of JSON (application/x-ndjson)', spinRequestSchema)
  async spin(@Param('jobId', IdPipe) jobId: string, @CheckedBody(spinRequestSchema) request: SpinRequest, @Res() response: Response): Promise<void> {
    const sheet = await this.jobs.sheet(jobId);
    const known = sheet.spins.find((spin) => spin.id === request.id);
    if (!known && (await this.jobs.db('spin').where({ id: request.id }).first('id')))
      throw new ProblemException(409, 'This entry’s id belongs to another spin.');

    const stop = new AbortController();
    response.on('close', () => {
      stop.abort();
    });
    response.status(200).type('application/x-ndjson');
    const send = (event: SpinEvent): void => {
      response.write(`${JSON.stringify(event)}\n`);
    };
    try {
      if (!known) {
        const { crank } = sheet.spec;
        const order = { speedRpm: request.speedRpm, turns: request.turns, run: sheet.spins.length + 1 };
        const turns = await this.machine.spin({ rotor: `job-${sheet.number}`, crank, holes: sheet.holes.map(bareHole) }, order, send, stop.signal);
        // What cannot be judged is not kept: this throws for too few turns or one that is not a number.
        planeReading(turns.map((turn) => turn.aGmm));
        await this.jobs.db('spin').insert({
          id: request.id,
          shop_id: await this.jobs.shop.id(),
          job_id: jobId,
          speed_rpm: request.speedRpm,
          planes: JSON.stringify(crank.planes),
          turns: JSON.stringify(turns),
          cautions_confirmed: request.cautionsConfirmed,
          person_id: request.personId,
        });
      }
      send({ type: 'done', spinId: request.id });
    } catch (error) {
      if (!(error instanceof MachineError)) throw error;
      send({ type: 'problem', title: 'The spin gave no reading', detail: error.message });
    } finally {
      response.end();
    }
  }
}
