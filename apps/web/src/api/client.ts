import { addressOf, type Api, type Problem, type RouteIds, type RouteName } from '@tare/contract';
import { isFaultStatus, ProblemError, UNREACHABLE } from './problem.js';
import { noteWrite } from './ownWrites.js';

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
  const response = await send(method, path, body);
  return (await response.json()) as T;
}

/** Sends a request whose answer comes as lines of JSON, and hands each to `onLine` as it comes. @throws ProblemError */
export async function requestLines<T>(path: string, body: unknown, onLine: (line: T) => void, signal: AbortSignal): Promise<void> {
  const response = await send('POST', path, body, signal);
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
  return (await send('POST', path, body)).blob();
}

/** Sends a file as it is. @throws ProblemError */
export async function sendFile(path: string, file: File): Promise<void> {
  await send('POST', path, file);
}

/** Gzips a file in the browser, sends it, and returns the answer's JSON. @throws ProblemError */
export async function sendGzipped<T>(path: string, file: File): Promise<T> {
  const packed = await new Response(file.stream().pipeThrough(new CompressionStream('gzip'))).blob();
  const response = await send('POST', path, new File([packed], `${file.name}.gz`, { type: 'application/gzip' }));
  return (await response.json()) as T;
}

async function send(method: string, path: string, body: unknown, signal?: AbortSignal): Promise<Response> {
  noteWrite(body);
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      headers: { 'content-type': body instanceof File ? body.type : 'application/json' },
      body: body === undefined ? null : body instanceof File ? body : JSON.stringify(body),
      signal: signal ?? null,
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new ProblemError(UNREACHABLE, true);
  }
  if (response.ok) return response;
  const problem = (await response.json().catch(() => null)) as Problem | null;
  throw new ProblemError(problem?.detail === undefined ? UNREACHABLE : problem, isFaultStatus(response.status));
}
