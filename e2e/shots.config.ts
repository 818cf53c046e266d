import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './chromium.js';

/** Renews docs/screenshots from the demo data: ./tare shots. */
export default defineConfig({
  testDir: '.',
  testMatch: 'shots.ts',
  outputDir: '../test-results',
  timeout: 120_000,
  reporter: 'list',
  use: { baseURL: process.env['TARE_URL'] ?? 'http://127.0.0.1:4180', viewport: { width: 1280, height: 800 }, launchOptions: CHROMIUM },
});
