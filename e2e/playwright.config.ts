import { defineConfig } from '@playwright/test';

/** Debian's Chromium, which ./tare test installs where it is missing. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run', '--disable-sync'],
};

export default defineConfig({
  testDir: '.',
  testMatch: '**/*.spec.ts',
  outputDir: '../test-results',
  // These machines stall for seconds at a time; a journey has some two hundred readings to type.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  workers: 2,
  // A stall beyond even these times; a journey that needed its second try is printed as flaky.
  retries: 1,
  fullyParallel: false,
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    trace: 'retain-on-failure',
    launchOptions: CHROMIUM,
  },
});
