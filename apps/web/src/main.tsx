import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { OutboxProvider } from './api/outboxContext.js';
import { AtTheBenchProvider } from './api/person.js';
import { retryUnreachable } from './api/queries.js';
import { ProblemError } from './api/problem.js';
import { router } from './shell/router.js';
import './styles.css';

const queries = new QueryClient({
  defaultOptions: {
    // The server stands in the shop: that the internet is gone says nothing about it. Ask, and say what came of it.
    mutations: { networkMode: 'always' },
    queries: {
      networkMode: 'always',
      staleTime: 5000,
      retry: (failures, error) => error instanceof ProblemError && retryUnreachable(failures, error),
    },
  },
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <AtTheBenchProvider>
        <OutboxProvider>
          <RouterProvider router={router} />
        </OutboxProvider>
      </AtTheBenchProvider>
    </QueryClientProvider>
  </StrictMode>,
);
