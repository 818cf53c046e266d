import { BENCHES } from '@tare/core';
import { createBrowserRouter, redirect } from 'react-router';
import { jobQuery } from '../api/queries.js';
import { queries } from '../api/queryClient.js';
import { JobsPage } from '../benches/jobs/JobsPage.js';
import { BENCH_PAGES } from './benchPages.js';
import { Broken, BrokenBench, NotFound } from './Lost.js';
import { Shell } from './Shell.js';

export const router = createBrowserRouter([
  {
    Component: Shell,
    ErrorBoundary: Broken,
    // A bench is there within a blink of its address; until then the frame stays as it is.
    HydrateFallback: () => null,
    children: [
      { index: true, Component: JobsPage },
      { path: 'instruments', lazy: async () => ({ Component: (await import('../benches/instruments/InstrumentsPage.js')).InstrumentsPage }) },
      { path: 'machines', lazy: async () => ({ Component: (await import('../benches/machines/MachinesPage.js')).MachinesPage }) },
      { path: 'tools', lazy: async () => ({ Component: (await import('../benches/tools/ToolsPage.js')).ToolsPage }) },
      { path: 'devices', lazy: async () => ({ Component: (await import('../benches/devices/DevicesPage.js')).DevicesPage }) },
      { path: 'calculator', lazy: async () => ({ Component: (await import('../benches/calculator/CalculatorPage.js')).CalculatorPage }) },
      { path: 'jobs/new', lazy: async () => ({ Component: (await import('../benches/engine/NewJobPage.js')).NewJobPage }) },
      {
        path: 'jobs/:jobId',
        lazy: async () => ({ Component: (await import('./JobFrame.js')).JobFrame }),
        // Asked for while the bench's script is on its way, not after it.
        loader: ({ params }) => {
          // What goes wrong with it, the frame that uses it says.
          queries.query(jobQuery(params['jobId']!)).catch(() => undefined);
          return null;
        },
        shouldRevalidate: ({ currentParams, nextParams }) => currentParams['jobId'] !== nextParams['jobId'],
        children: [
          { index: true, loader: ({ params }) => redirect(`/jobs/${params['jobId']}/weigh`) },
          { path: 'survey', lazy: async () => ({ Component: (await import('../benches/setups/SurveyPage.js')).SurveyPage }) },
          { path: 'grinder', lazy: async () => ({ Component: (await import('../benches/match/grinder/GrinderPage.js')).GrinderPage }) },
          { path: 'customer', lazy: async () => ({ Component: (await import('../benches/signOff/CustomerPage.js')).CustomerPage }) },
          ...BENCHES.map((bench) => ({ path: bench, lazy: BENCH_PAGES[bench], ErrorBoundary: BrokenBench })),
        ],
      },
      { path: '*', Component: NotFound },
    ],
  },
]);
