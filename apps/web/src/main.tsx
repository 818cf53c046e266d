import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { OutboxProvider } from './api/outboxContext.js';
import { AtTheBenchProvider } from './api/person.js';
import { queries } from './api/queryClient.js';
import { router } from './shell/router.js';
import { DisplayProvider } from './ui/display.js';
import './styles.css';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <AtTheBenchProvider>
        <DisplayProvider>
          <OutboxProvider>
            <RouterProvider router={router} />
          </OutboxProvider>
        </DisplayProvider>
      </AtTheBenchProvider>
    </QueryClientProvider>
  </StrictMode>,
);
