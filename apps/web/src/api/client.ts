import {
  addressOf,
  LINES,
  PERSON_HEADER,
  sentBy,
  type Api,
  type Problem,
  type RouteIds,
  type RouteName,
  type Sent,
  type WorkLine,
} from '@tare/contract';
import { isFaultStatus, ProblemError, UNREACHABLE } from './problem.js';
import { asOwnWrite } from './ownWrites.js';

/** What goes with a request: the ids in its address, its body, and words behind the address. */
export type Given<R extends RouteName> = (keyof RouteIds<R> extends never ? { readonly ids?: undefined } : { readonly ids: RouteIds<R> }) &
  (Api[R]['body'] extends undefined ? { readonly body?: undefined } : { readonly body: Api[R]['body'] }) & {
    readonly search?: Readonly<Record<string, string>>;
  };

/** Asks the server for one of the things it can be asked for. @throws ProblemError with a sentence for the person at the bench */
export async function ask<R extends RouteName>(route: R, given: Given<R>): Promise<Api[R]['answer']> {
  const [method] = route.split(' ') as ['GET' | 'POST' | 'PUT'];
  const { ids, body, search } = given as { ids?: RouteIds<R>; body?: unknown; search?: Record<string, string> };
  const words = search ? `?${new URLSearchParams(search).toString()}` : '';
  return sendJson(method, `${addressOf(route, ids ?? ({} as RouteIds<R>))}${words}`, body);
}

/** Sends JSON to an address below /api and returns what comes back. @throws ProblemError */
export async function sendJson<T>(method: 'GET' | 'POST' | 'PUT', path: string, body?: unknown): Promise<T> {
  return asOwnWrite(body, async () => (await whole(await send(method, path, body), 'json')) as T);
}

/** An answer that began, to its end. @throws ProblemError where its rest does not come */
async function whole<R extends 'json' | 'blob'>(response: Response, as: R): Promise<Awaited<ReturnType<Response[R]>>> {
  try {
    return (await response[as]()) as Awaited<ReturnType<Response[R]>>;
  } catch {
    throw new ProblemError(UNREACHABLE, true);
  }
}

/** Sends a request whose answer comes as lines of JSON, and hands each to `onLine` as it comes. @throws ProblemError */
export async function requestLines<T>(path: string, body: unknown, onLine: (line: T) => void, signal: AbortSignal): Promise<void> {
  await asOwnWrite(body, async () => eachLine(await send('POST', path, body, { signal }), onLine));
}

/** Hands each line of JSON of an answer to `onLine` as it comes. @throws ProblemError where the rest of it does not come */
async function eachLine<T>(response: Response, onLine: (line: T) => void): Promise<void> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read().catch(() => {
      throw new ProblemError(UNREACHABLE, true);
    });
    if (done) return;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    lines
      .filter((line) => line !== '')
      .forEach((line) => {
        onLine(JSON.parse(line) as T);
      });
  }
}

/** Sends a request whose answer is a file. @throws ProblemError */
export async function requestBytes(path: string, body: unknown): Promise<Blob> {
  // A stand-in takes its time to spin.
  return whole(await send('POST', path, body, { signal: AbortSignal.timeout(FILE_MS) }), 'blob');
}

/** Sends a file as it is. @param personId who attaches it @throws ProblemError */
export async function sendFile(path: string, file: File, personId: string): Promise<void> {
  await send('POST', path, file, { personId });
}

/**
 * Gzips a file in the browser, sends it, and returns what comes of it.
 * @param personId who brings it in; null where nothing is kept
 * @param onProgress hears what share of the work at the server is done
 * @throws ProblemError
 */
export async function sendGzipped<T>(path: string, file: File, personId: string | null, onProgress: (ratio: number) => void): Promise<T> {
  const packed = await new Response(file.stream().pipeThrough(new CompressionStream('gzip'))).blob();
  const response = await send('POST', path, new File([packed], `${file.name}.gz`, { type: 'application/gzip' }), {
    personId,
    accept: LINES,
  });
  let answer: T | undefined;
  await eachLine<WorkLine<T>>(response, (line) => {
    if (line.type === 'progress') onProgress(line.ratio);
    else if (line.type === 'problem') throw new ProblemError(line.problem, isFaultStatus(line.problem.status));
    else answer = line.answer;
  });
  if (answer === undefined) throw new ProblemError(UNREACHABLE, true);
  return answer;
}

interface SendOptions {
  readonly signal?: AbortSignal;
  /** Who sends a file; an entry says so itself. */
  readonly personId?: string | null;
  /** What kind of answer is wanted, where there are several. */
  readonly accept?: string;
}

/** Whatever takes longer is no answer; files and what comes in lines take their time. */
const ANSWER_MS = 20_000;
const FILE_MS = 300_000;

async function send(method: string, path: string, body: unknown, options: SendOptions = {}): Promise<Response> {
  const sent: Sent | null = body === undefined || body instanceof File ? null : sentBy(body);
  const { accept } = options;
  const personId = options.personId ?? sent?.personId ?? null;
  const ask = (): Promise<Response> =>
    request(
      `/api/${path}`,
      {
        method,
        headers: {
          'content-type': body instanceof File ? body.type : 'application/json',
          ...(personId === null ? {} : { [PERSON_HEADER]: personId }),
          ...(accept === undefined ? {} : { accept }),
        },
        body: body instanceof File ? body : (sent?.body ?? null),
      },
      options.signal ?? (body instanceof File ? undefined : AbortSignal.timeout(ANSWER_MS)),
    );
  const response = await ask();
  // Whoever was picked here before there was an answer, or is new to this device, is put at its bench first.
  if (response.status !== NOBODY_AT_THE_BENCH || personId === null || (await problemOf(response.clone()))?.ask === 'shopCode')
    return answered(response);
  const pick = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ pick: personId }) };
  await answered(await request(`/api/${addressOf('POST at-the-bench', {})}`, pick));
  return answered(await ask());
}

const NOBODY_AT_THE_BENCH = 401;

/** @throws ProblemError where nothing answers */
async function request(path: string, init: RequestInit, signal?: AbortSignal): Promise<Response> {
  try {
    return await fetch(path, { ...init, signal: signal ?? null });
  } catch (error) {
    if (signal?.aborted && !isTimeout(signal)) throw error;
    throw new ProblemError(UNREACHABLE, true);
  }
}

const isTimeout = ({ reason }: AbortSignal): boolean => reason instanceof DOMException && reason.name === 'TimeoutError';

/** @throws ProblemError for anything but a yes */
async function answered(response: Response): Promise<Response> {
  if (response.ok) return response;
  const problem = await problemOf(response);
  throw new ProblemError(problem?.detail === undefined ? UNREACHABLE : problem, isFaultStatus(response.status));
}

const problemOf = async (response: Response): Promise<Problem | null> => (await response.json().catch(() => null)) as Problem | null;
