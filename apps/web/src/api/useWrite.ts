import { useMutation, useQueryClient, type QueryClient, type UseMutationResult } from '@tanstack/react-query';
import type { Api, RouteIds, RouteName } from '@tare/contract';
import { useRef } from 'react';
import { ask, type Given } from './client.js';
import { jobKey, retryFault } from './queries.js';
import type { ProblemError } from './problem.js';

/** Requests that write something under an id of their own. */
export type WriteRoute = { [R in RouteName]: Api[R]['body'] extends { readonly id: string } ? R : never }[RouteName];
type WithoutId<T> = T extends unknown ? Omit<T, 'id'> : never;
/** What is to be written; its id is made here unless it has one, as things have that are named before they are kept. */
export type Content<R extends WriteRoute> = WithoutId<Api[R]['body']> & { readonly id?: string };

/** What is read again after something was written below an address. */
const READ_AGAIN: readonly (readonly [string, readonly string[]])[] = [
  ['shop/', ['shop']],
  ['shop-tools', ['shop-tools']],
  ['bob-box', ['bob-box']],
  ['instruments', ['instruments']],
  ['machines', ['machines']],
  ['tools', ['tools']],
  ['gauges', ['gauges']],
];

/**
 * Writes one thing. The same content sent again while the first try was not answered goes under the same id: whether the retry is
 * the program's or a second press of the button, the server makes it once.
 */
export function useWrite<R extends WriteRoute>(
  route: R,
  ...[ids]: keyof RouteIds<R> extends never ? [] : [RouteIds<R>]
): UseMutationResult<Api[R]['answer'], ProblemError, Content<R>> {
  const queries = useQueryClient();
  const open = useRef<{ readonly content: string; readonly id: string } | null>(null);
  return useMutation<Api[R]['answer'], ProblemError, Content<R>>({
    mutationFn: (content) => {
      const text = JSON.stringify(content);
      if (open.current?.content !== text) open.current = { content: text, id: content.id ?? crypto.randomUUID() };
      return ask(route, { ids, body: { ...content, id: open.current.id } } as unknown as Given<R>);
    },
    retry: retryFault,
    onSuccess: () => {
      open.current = null;
      return readAgain(queries, route, ids);
    },
    onError: ({ isFault }) => {
      // A refusal is an answer: the same content later is another try.
      if (!isFault) open.current = null;
    },
  });
}

async function readAgain(queries: QueryClient, route: string, ids: Readonly<Record<string, string>> | undefined): Promise<void> {
  const jobId = ids?.['jobId'];
  const address = route.slice(route.indexOf(' ') + 1);
  const keys = jobId === undefined ? READ_AGAIN.filter(([beginning]) => address.startsWith(beginning)).map(([, key]) => key) : [jobKey(jobId)];
  if (address.startsWith('jobs')) keys.push(['jobs']);
  await Promise.all(keys.map((queryKey) => queries.invalidateQueries({ queryKey })));
}
