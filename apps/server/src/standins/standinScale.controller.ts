import { Controller, Get, HttpCode, Inject, Post, Res } from '@nestjs/common';
import { scaleCommandSchema, type ScaleCommand, type StandinCharacter, type StandinMoved } from '@tare/contract';
import type { Response } from 'express';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { fieldProblem } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import type { StandinLine } from './standinLine.js';
import { standinLabel } from './standinLabel.js';

/** Token of the stand-in scale's line. */
export const SCALE_LINE = Symbol('SCALE_LINE');

/**
 * The stand-in scale, as a browser reaches it: its raw lines as they come, and what a person does at it. A real serial
 * scale is read by the browser itself; both give the same kind of lines.
 */
@Controller('api/standin-scale')
export class StandinScaleController {
  constructor(
    @Inject(SCALE_LINE) private readonly scale: StandinLine,
    private readonly jobs: JobAccess,
  ) {}

  @Get('lines')
  @Describe('What the stand-in scale shows, a line at a time, until the reader hangs up')
  async lines(@Res() response: Response): Promise<void> {
    await this.scale.stream(response);
  }

  @Post('commands')
  @HttpCode(200)
  @Describe('Put a part on the stand-in scale, lift it off, tap the table, press zero', scaleCommandSchema)
  async command(@CheckedBody(scaleCommandSchema) command: ScaleCommand): Promise<StandinMoved> {
    return this.scale.tell(await this.lineOf(command));
  }

  @Get('character')
  @Describe('How good the stand-in scale is now: division, noise, drift, settling, place, level')
  async character(): Promise<StandinCharacter> {
    return JSON.parse(await this.scale.ask('CHARACTER')) as StandinCharacter;
  }

  private async lineOf(command: ScaleCommand): Promise<string> {
    switch (command.word) {
      case 'PUT':
        return `PUT ${JSON.stringify(await this.placed(command))}`;
      case 'BECOME':
        return `BECOME ${JSON.stringify(command.character)}`;
      default:
        return command.word;
    }
  }

  /** A part as the scale knows it: it holds the true weights, and is told what was meant to come off. */
  private async placed({ jobId, partId, measure }: Extract<ScaleCommand, { word: 'PUT' }>): Promise<object> {
    const { number, parts, partCuts } = await this.jobs.sheet(jobId);
    const part = parts.find(({ id }) => id === partId);
    if (!part) throw fieldProblem('partId', 'That part is not in this job.');
    const cuts = partCuts.filter((cut) => cut.partId === partId);
    const sinceNew = cuts.slice(cuts.findLastIndex((cut) => cut.replaced) + 1);
    return { job: standinLabel(number), kind: part.kind, cylinder: part.cylinder, measure, cuts: sinceNew.map(({ removal }) => removal ?? {}) };
  }
}
