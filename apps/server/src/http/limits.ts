import type { Server } from 'node:net';
import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { problem } from './problem.js';

/** How much is taken at once. */
export interface Limits {
  /** Of one device; 0 for any number, as measurements need it. */
  readonly requestsAMinute: number;
  /** Windows that listen for changes, and readers of the stand-in scale. */
  readonly streams: number;
  readonly connections: number;
}
/** A bench that is typed at without a pause asks some five times a second. */
export const USUAL_LIMITS: Limits = { requestsAMinute: 3000, streams: 1200, connections: 2000 };

const STREAMS = ['/api/changes', '/api/standin-scale/lines', '/api/standin-gauge/lines'];

/** Refuses what is more than the limits, each with its sentence: whoever asked is told when to try again. */
export function withinLimits(server: Server, { requestsAMinute, streams, connections }: Limits): RequestHandler[] {
  return [
    withinCount('connections', connections, connectionsOf(server), () => true),
    withinCount('streams', streams, openStreams, ({ path }) => STREAMS.includes(path)),
    ...(requestsAMinute === 0 ? [] : [withinRate(requestsAMinute)]),
  ];
}

type Counted = 'connections' | 'streams';
const FULL: Readonly<Record<Counted, (most: number) => string>> = {
  connections: (most) => `More than ${most} connections are open at once. Close what nobody looks at, and try again.`,
  streams: (most) => `More than ${most} windows listen for changes at once. Close some; what is typed here is kept all the same.`,
};
const RETRY_AFTER_S = 5;

/** @param count says how many there are with this one, and hears when it is over */
function withinCount(what: Counted, most: number, count: (response: Response) => number, isOne: (request: Request) => boolean): RequestHandler {
  return (request, response, next) => {
    if (!isOne(request) || count(response) <= most) {
      next();
      return;
    }
    response.setHeader('Connection', 'close').setHeader('Retry-After', RETRY_AFTER_S);
    response
      .status(503)
      .type('application/problem+json')
      .json(problem(503, FULL[what](most)));
  };
}

/** Connections that are open, by the application they reach. */
const CONNECTIONS = new WeakMap<Server, number>();

function connectionsOf(server: Server): () => number {
  countConnections(server, server);
  return () => CONNECTIONS.get(server) ?? 0;
}

/** Counts what comes through another door of the same application. @param main the server that `withinLimits` was told of */
export function countConnections(door: Server, main: Server): void {
  const add = (more: number): void => void CONNECTIONS.set(main, (CONNECTIONS.get(main) ?? 0) + more);
  door.on('connection', (socket) => {
    add(1);
    socket.on('close', () => add(-1));
  });
}

/** Streams that are open, of all servers in this process. */
let streaming = 0;
export const streamsOpen = (): number => streaming;
function openStreams(response: Response): number {
  streaming += 1;
  response.on('close', () => (streaming -= 1));
  return streaming;
}

/** A fixed window for each device, as its address tells them apart. */
function withinRate(requestsAMinute: number): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit: requestsAMinute,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    skip: ({ path }) => !path.startsWith('/api'),
    keyGenerator: ({ socket }) => ipKeyGenerator(socket.remoteAddress ?? ''),
    handler: (_request, response) => {
      const sentence = `This device asked more than ${requestsAMinute} times within a minute. What is typed is kept here and goes out by itself.`;
      response.status(429).type('application/problem+json').json(problem(429, sentence));
    },
  });
}
