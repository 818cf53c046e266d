import { LINES, type WorkLine } from '@tare/contract';
import type { Request, Response } from 'express';
import type { ProblemFilter } from './problemFilter.js';

/**
 * Answers with what comes of some work: as JSON, or, where lines are asked for, with a line of JSON for each word of progress and
 * one for the outcome.
 */
export async function inLines(
  request: Request,
  response: Response,
  { status, problems }: { readonly status: number; readonly problems: ProblemFilter },
  work: (onProgress: (ratio: number) => void) => Promise<object>,
): Promise<void> {
  if (request.get('accept') !== LINES) {
    response.status(status).json(await work(() => undefined));
    return;
  }
  response.status(200).type(LINES);
  const send = (line: WorkLine): void => void response.write(`${JSON.stringify(line)}\n`);
  try {
    const answer = await work((ratio) => send({ type: 'progress', ratio }));
    send({ type: 'done', answer });
  } catch (error) {
    send({ type: 'problem', problem: problems.told(error) });
  } finally {
    response.end();
  }
}
