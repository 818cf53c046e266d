import { once } from 'node:events';
import { connect, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import { Controller, Get, HttpCode, Inject, Post, Res } from '@nestjs/common';
import { scaleCommandSchema, type ScaleCommand, type StandinCharacter } from '@tare/contract';
import type { Response } from 'express';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';

/** Token of the loopback port on which the stand-in scale speaks. */
export const SCALE_PORT = Symbol('SCALE_PORT');

/**
 * The stand-in scale, as a browser reaches it: its raw lines as they come, and what a person does at it. A real serial
 * scale is read by the browser itself; both give the same kind of lines.
 */
@Controller('api/standin-scale')
export class StandinScaleController {
  constructor(
    @Inject(SCALE_PORT) private readonly port: number,
    private readonly jobs: JobAccess,
  ) {}

  @Get('lines')
  @Describe('What the stand-in scale shows, a line at a time, until the reader hangs up')
  async lines(@Res() response: Response): Promise<void> {
    const socket = await this.scale();
    response.on('close', () => socket.destroy());
    response.status(200).type('text/plain');
    response.flushHeaders();
    socket.write('LISTEN\n');
    socket.on('data', (data) => response.write(data));
    socket.on('close', () => response.end());
  }

  @Post('commands')
  @HttpCode(200)
  @Describe('Put a part on the stand-in scale, lift it off, tap the table, press zero', scaleCommandSchema)
  async command(@CheckedBody(scaleCommandSchema) command: ScaleCommand): Promise<{ done: true }> {
    const answer = await this.ask(await this.lineOf(command));
    if (answer !== 'OK') throw new ProblemException(422, `The stand-in scale refused: ${answer.replace(/^ERROR /, '')}`);
    return { done: true };
  }

  @Get('character')
  @Describe('How good the stand-in scale is now: division, noise, drift, settling, place, level')
  async character(): Promise<StandinCharacter> {
    return JSON.parse(await this.ask('CHARACTER')) as StandinCharacter;
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

  private async ask(line: string): Promise<string> {
    const socket = await this.scale();
    try {
      socket.write(`${line}\n`);
      return await answerOf(socket);
    } finally {
      socket.destroy();
    }
  }

  /** A part as the scale knows it: it holds the true weights, and is told what was meant to come off. */
  private async placed({ jobId, partId, measure }: Extract<ScaleCommand, { word: 'PUT' }>): Promise<object> {
    const { number, parts, partCuts } = await this.jobs.sheet(jobId);
    const part = parts.find(({ id }) => id === partId);
    if (!part) throw fieldProblem('partId', 'That part is not in this job.');
    const cuts = partCuts.filter((cut) => cut.partId === partId);
    const sinceNew = cuts.slice(cuts.findLastIndex((cut) => cut.replaced) + 1);
    return { job: `job-${number}`, kind: part.kind, cylinder: part.cylinder, measure, cuts: sinceNew.map(({ removal }) => removal ?? {}) };
  }

  /** @throws ProblemException 502 when it is not running */
  private async scale(): Promise<Socket> {
    const socket = connect({ host: '127.0.0.1', port: this.port });
    try {
      await once(socket, 'connect');
    } catch {
      throw new ProblemException(
        502,
        `The stand-in scale is not running on 127.0.0.1:${this.port}. ./tare demo starts it; by itself: node apps/standins/dist/scale/main.js. Readings can be typed meanwhile.`,
      );
    }
    // From here on a failure closes the socket, which is what both users of it watch.
    socket.on('error', () => socket.destroy());
    return socket;
  }
}

/** The next line that the scale says; a line that goes dead first is a scale that is not there. */
async function answerOf(socket: Socket): Promise<string> {
  const lines = createInterface({ input: socket });
  try {
    const [answer] = (await once(lines, 'line', { signal: AbortSignal.timeout(ANSWER_MS) })) as [string];
    return answer;
  } catch {
    throw new ProblemException(502, 'The stand-in scale went silent. Readings can be typed meanwhile.');
  } finally {
    // An error that comes after the answer has nobody left to hear it.
    lines.on('error', () => socket.destroy());
  }
}

/** The scale answers at once, or not at all. */
const ANSWER_MS = 5000;
