import { createBrowserRouter, redirect } from 'react-router';
import { JobsPage } from '../benches/jobs/JobsPage.js';
import { JobFrame } from './JobFrame.js';
import { Broken, NotFound } from './Lost.js';
import { Shell } from './Shell.js';

/** Each bench is its own chunk: the first screen carries no bench that nobody has opened. */
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
      { path: 'calculator', lazy: async () => ({ Component: (await import('../benches/calculator/CalculatorPage.js')).CalculatorPage }) },
      { path: 'jobs/new', lazy: async () => ({ Component: (await import('../benches/engine/NewJobPage.js')).NewJobPage }) },
      {
        path: 'jobs/:jobId',
        Component: JobFrame,
        children: [
          { index: true, loader: ({ params }) => redirect(`/jobs/${params['jobId']}/weigh`) },
          { path: 'engine', lazy: async () => ({ Component: (await import('../benches/engine/EngineBench.js')).EngineBench }) },
          { path: 'checkIn', lazy: async () => ({ Component: (await import('../benches/checkIn/CheckInBench.js')).CheckInBench }) },
          { path: 'weigh', lazy: async () => ({ Component: (await import('../benches/weigh/WeighBench.js')).WeighBench }) },
          { path: 'match', lazy: async () => ({ Component: (await import('../benches/match/MatchBench.js')).MatchBench }) },
          { path: 'bobs', lazy: async () => ({ Component: (await import('../benches/bobs/BobBench.js')).BobBench }) },
          { path: 'spin', lazy: async () => ({ Component: (await import('../benches/spin/SpinBench.js')).SpinBench }) },
          { path: 'correct', lazy: async () => ({ Component: (await import('../benches/correct/CorrectBench.js')).CorrectBench }) },
          { path: 'signOff', lazy: async () => ({ Component: (await import('../benches/signOff/SignOffBench.js')).SignOffBench }) },
        ],
      },
      { path: '*', Component: NotFound },
    ],
  },
]);
