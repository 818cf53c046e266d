import { once } from 'node:events';
import { connect, type Socket } from 'node:net';
import { createInterface } from 'node:readline';
import type { StandinMoved } from '@tare/contract';
import type { Response } from 'express';
import { ProblemException } from '../http/problem.js';

/** A stand-in instrument on loopback, as the server speaks to it: its lines as they come, and one answer to one line. */
export class StandinLine {
  /** @param name scale or gauge: also its folder among the stand-ins */
  constructor(
    private readonly name: 'scale' | 'gauge',
    private readonly port: number,
  ) {}

  /** Its lines, until the reader hangs up. */
  async stream(response: Response): Promise<void> {
    const socket = await this.open();
    response.on('close', () => socket.destroy());
    response.status(200).type('text/plain');
    response.flushHeaders();
    socket.write('LISTEN\n');
    socket.on('data', (data) => response.write(data));
    socket.on('close', () => response.end());
  }

  async ask(line: string): Promise<string> {
    const socket = await this.open();
    try {
      socket.write(`${line}\n`);
      return await this.answerOf(socket);
    } finally {
      socket.destroy();
    }
  }

  /** @throws ProblemException 422 with its own sentence where it would not */
  async tell(line: string): Promise<StandinMoved> {
    const answer = await this.ask(line);
    const [, moves] = /^OK (\d+)$/.exec(answer) ?? [];
    if (moves === undefined) throw new ProblemException(422, `The stand-in ${this.name} refused: ${answer.replace(/^ERROR /, '')}`);
    return { done: true, moves: Number(moves) };
  }

  /** @throws ProblemException 502 when it is not running */
  private async open(): Promise<Socket> {
    const socket = connect({ host: '127.0.0.1', port: this.port });
    try {
      await once(socket, 'connect');
    } catch {
      throw new ProblemException(
        502,
        `The stand-in ${this.name} is not running on 127.0.0.1:${this.port}. ./tare demo starts it; by itself: node apps/standins/dist/${this.name}/main.js. Readings can be typed meanwhile.`,
      );
    }
    // From here on a failure closes the socket, which is what both users of it watch.
    socket.on('error', () => socket.destroy());
    return socket;
  }

  /** The next line that it says; a line that goes dead first is an instrument that is not there. */
  private async answerOf(socket: Socket): Promise<string> {
    const lines = createInterface({ input: socket });
    try {
      const [answer] = (await once(lines, 'line', { signal: AbortSignal.timeout(ANSWER_MS) })) as [string];
      return answer;
    } catch {
      throw new ProblemException(502, `The stand-in ${this.name} went silent. Readings can be typed meanwhile.`);
    } finally {
      // An error that comes after the answer has nobody left to hear it.
      lines.on('error', () => socket.destroy());
    }
  }
}

/** It answers at once, or not at all. */
const ANSWER_MS = 5000;
