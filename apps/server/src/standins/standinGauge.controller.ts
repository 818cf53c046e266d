import { Controller, Get, HttpCode, Inject, Post, Res } from '@nestjs/common';
import { gaugeCommandSchema, keptSpecOf, type GaugeCommand, type JobSheet, type StandinGauge, type StandinMoved } from '@tare/contract';
import { journalPlacesMm, madeReadyOf, nominalMm } from '@tare/core';
import type { Response } from 'express';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { JobAccess } from '../jobs/jobAccess.js';
import type { StandinLine } from './standinLine.js';
import { standinLabel } from './standinLabel.js';

/** Token of the stand-in gauge's line. */
export const GAUGE_LINE = Symbol('GAUGE_LINE');

/** The stand-in gauge, as a browser reaches it: its raw lines as they come, and what a hand does with it. */
@Controller('api/standin-gauge')
export class StandinGaugeController {
  constructor(
    @Inject(GAUGE_LINE) private readonly gauge: StandinLine,
    private readonly jobs: JobAccess,
  ) {}

  @Get('lines')
  @Describe('What the stand-in gauge shows, a line at a time, until the reader hangs up')
  async lines(@Res() response: Response): Promise<void> {
    await this.gauge.stream(response);
  }

  @Post('commands')
  @HttpCode(200)
  @Describe('Set the stand-in gauge on its piece, hold it at a place of a part, lift it off, turn its zero', gaugeCommandSchema)
  async command(@CheckedBody(gaugeCommandSchema) command: GaugeCommand): Promise<StandinMoved> {
    return this.gauge.tell(await this.lineOf(command));
  }

  @Get('character')
  @Describe('How good the stand-in gauge is now: division, play, drift, temperatures')
  async character(): Promise<StandinGauge> {
    return JSON.parse(await this.gauge.ask('CHARACTER')) as StandinGauge;
  }

  private async lineOf(command: GaugeCommand): Promise<string> {
    switch (command.word) {
      case 'PLACE':
        return `PLACE ${JSON.stringify(held(await this.jobs.sheet(command.jobId), command))}`;
      case 'SET':
        return `SET ${JSON.stringify({ setMm: command.setMm })}`;
      case 'BECOME':
        return `BECOME ${JSON.stringify(command.character)}`;
      default:
        return command.word;
    }
  }
}

/** A place as the gauge knows it: it holds the true sizes, and is told what a new part would be and what was done to this one. */
function held(sheet: JobSheet, { feature, quantity, angleDeg, depth }: Extract<GaugeCommand, { word: 'PLACE' }>): object {
  const made = madeReadyOf(sheet.measurements, sheet.works, sheet.decisions);
  const places = journalPlacesMm('mains', keptSpecOf(sheet));
  const at = Number(feature.split('.')[1] ?? 1) - 1;
  const [front, rear] = [places[0]!, places.at(-1)!];
  return {
    job: standinLabel(sheet.number),
    ...{ feature, quantity, angleDeg, depth },
    nominalMm: nominalMm({ feature, quantity }, made),
    alongRatio: rear === front ? 0 : Math.min(1, Math.max(0, ((places[at] ?? front) - front) / (rear - front))),
    works: (made?.works ?? []).map(({ work }) => work),
  };
}
