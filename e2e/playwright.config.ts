import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './chromium.js';

export default defineConfig({
  testDir: '.',
  testMatch: '**/*.spec.ts',
  outputDir: '../test-results',
  globalSetup: './seedDemo.ts',
  // These machines stall for seconds at a time.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  workers: 2,
  // A second try only names what is flaky: scripts/testAll.mjs counts it as failed.
  retries: 1,
  fullyParallel: true,
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 30_000,
    // Each test has a browser of its own, which would fetch all of Tare to keep it; the test of that lets it.
    serviceWorkers: 'block',
    // Kept of the second try alone: every first one would pay for writing it down.
    trace: 'on-first-retry',
    launchOptions: CHROMIUM,
  },
});
