import { join } from 'node:path';
import type { Request, RequestHandler, Response } from 'express';
import { pino, type Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/** Files of the log, and how large each grows before the next is begun. */
const FILES = { limit: { count: 8 }, size: '10m', mkdir: true };

/**
 * The server's log: lines of JSON. With a folder they go there, into files that follow one another, and what went wrong also to
 * where it was started; without one all goes there.
 * @param level of pino's: silent, error, warn, info, debug
 */
export function logTo(folder: string | null, level: string): Logger {
  if (folder === null || level === 'silent') return pino({ level });
  const targets = [
    { target: 'pino-roll', level, options: { ...FILES, file: join(folder, 'server'), extension: '.log' } },
    { target: 'pino/file', level: 'error', options: { destination: 2 } },
  ];
  return pino({ level }, pino.transport<Record<string, unknown>>({ targets }) as pino.DestinationStream);
}

/** Notes every request: what was asked, what came of it, how long it took; neither cookies nor what was typed. */
export const requestLog = (logger: Logger): RequestHandler =>
  pinoHttp<Request, Response>({
    logger,
    serializers: {
      req: ({ method, url }: { method: string; url: string }) => ({ method, url }),
      res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
    },
  });
