import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { bench, comeToTheBench } from './bench.js';

const FOLDER = join(import.meta.dirname, '../docs/screenshots');

/** One picture of a view: the screen as it stands, at 1280 × 800. */
async function shot(page: Page, name: string): Promise<void> {
  await page.waitForLoadState('networkidle');
  await page.screenshot({ path: join(FOLDER, `${name}.png`), animations: 'disabled' });
}

async function open(page: Page, engine: string, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('link', { name: new RegExp(engine) }).click();
  await bench(page, name);
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
}

test('pictures of every view, from the demo shop', async ({ page }) => {
  await comeToTheBench(page);
  await shot(page, 'jobs');
  await page.getByRole('link', { name: 'New job' }).click();
  await expect(page.getByRole('heading', { name: 'New job' })).toBeVisible();
  await shot(page, 'new-job');

  await open(page, 'Dorvell marine V8', 'Engine');
  await shot(page, 'engine');
  await open(page, 'Bramwick diesel four', 'Check in');
  await shot(page, 'check-in');
  await page.getByRole('link', { name: 'Instruments' }).click();
  await expect(page.getByText('Scatter s of each study, g').first()).toBeVisible();
  await shot(page, 'instruments');
  await open(page, 'Ostrell 60° six', 'Weigh');
  await page.getByLabel('Weighed on').selectOption({ label: 'Bench scale' });
  await page.getByLabel('Reading in grams').fill('31.');
  await shot(page, 'weigh');
  await page.getByLabel('Reading in grams').fill('');
  await open(page, 'Dorvell marine V8', 'Match');
  await shot(page, 'match');
  await open(page, 'Dorvell marine V8', 'Bob weights');
  await shot(page, 'bob-weights');
  await open(page, 'Dorvell marine V8', 'Spin');
  await shot(page, 'spin');
  await open(page, 'Dorvell marine V8', 'Correct');
  await expect(page.getByText('Should leave in A')).toBeVisible();
  await shot(page, 'correct');
  await page.getByRole('button', { name: 'Switch to the dark theme' }).click();
  await shot(page, 'correct-dark');
  await page.getByRole('button', { name: 'Switch to the light theme' }).click();
  await open(page, 'Corvane stationary three', 'Sign off');
  await shot(page, 'sign-off');
});
