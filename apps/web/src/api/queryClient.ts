import { QueryClient } from '@tanstack/react-query';
import { keptCopies, watchCopies } from './keptCopies.js';
import { ProblemError } from './problem.js';
import { retryFault } from './queries.js';

/** What this window has heard from the server, and how it asks. */
export const queries = new QueryClient({
  defaultOptions: {
    // The server stands in the shop: that the internet is gone says nothing about it. Ask, and say what came of it.
    mutations: { networkMode: 'always' },
    queries: {
      networkMode: 'always',
      persister: keptCopies.askFirst,
      staleTime: 5000,
      retry: (failures, error) => error instanceof ProblemError && retryFault(failures, error),
    },
  },
});
keptCopies.keep(queries.getQueryCache());
watchCopies(queries);
