import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { bench, comeToTheBench } from './bench.js';

const FOLDER = join(import.meta.dirname, '../docs/screenshots');

/** One picture of a view: the screen as it stands, at 1280 × 800. */
async function shot(page: Page, name: string): Promise<void> {
  // Not until the network is idle: an open job keeps a line for what others change.
  await page.waitForTimeout(1500);
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
  await page.getByLabel('Rod length, centre to centre').fill('5 7/8 in');
  await page.getByLabel('Stroke').fill('88.2 + 0.25');
  await shot(page, 'new-job');

  await open(page, 'Dorvell marine V8', 'Engine');
  await shot(page, 'engine');
  await page.getByLabel('Pointing at the drawings means').evaluate((choice) => choice.scrollIntoView({ block: 'start' }));
  await shot(page, 'metal');
  await page.getByRole('link', { name: 'Tools' }).click();
  await page
    .getByRole('heading', { name: 'How far the drill misses' })
    .or(page.getByText('How far the drill misses'))
    .first()
    .evaluate((title) => title.scrollIntoView({ block: 'start' }));
  await shot(page, 'tools');
  await open(page, 'Bramwick diesel four', 'Check in');
  await shot(page, 'check-in');
  await open(page, 'Bramwick diesel four', 'Make ready');
  await page.getByRole('button', { name: 'Pins', exact: true }).click();
  await expect(page.getByText(/^All together 0\.25 mm under/)).toBeVisible();
  await shot(page, 'make-ready');
  await page.getByRole('link', { name: 'Instruments' }).click();
  await expect(page.getByText('Scatter s of each study, g').first()).toBeVisible();
  await shot(page, 'instruments');
  await page.getByRole('link', { name: 'Balancing machines' }).click();
  await expect(page.getByRole('heading', { name: 'Floor machine' })).toBeVisible();
  await shot(page, 'machines');
  await page.goto('/devices');
  await expect(page.getByRole('img', { name: /^The address/ })).toBeVisible();
  await shot(page, 'devices');
  await open(page, 'Ostrell 60° six', 'Weigh');
  await page.getByLabel('Weighed on').selectOption({ label: 'Bench scale' });
  await page.getByLabel('Reading in grams').fill('31.');
  await shot(page, 'weigh');
  await page.getByLabel('Reading in grams').fill('');
  await open(page, 'Pellgate 90° eight', 'Match');
  await page.getByRole('button', { name: 'Look for swaps' }).click();
  await expect(page.getByRole('button', { name: /Take / }).first()).toBeVisible();
  await page.getByRole('heading', { name: /Swap first/ }).evaluate((heading) => heading.scrollIntoView({ block: 'start' }));
  await shot(page, 'match');
  await open(page, 'Dorvell marine V8', 'Bob weights');
  await shot(page, 'bob-weights');
  await page.goto('/calculator?big=448&bearing=42&small=186&piston=612&pin=148&locks=2.4&rings=46&x=support+rails~moves~3.2');
  await expect(page.getByText('1981.6 g')).toBeVisible();
  await shot(page, 'calculator');
  await open(page, 'Dorvell marine V8', 'Spin');
  await shot(page, 'spin');
  await open(page, 'Dorvell marine V8', 'Correct');
  await expect(page.getByText('Should leave in A')).toBeVisible();
  await shot(page, 'correct');
  await open(page, 'Maddock flat six', 'Spin');
  await page.getByText('How much of it is whose: each part by itself').click();
  await page.getByRole('button', { name: 'Switch to the dark theme' }).click();
  await shot(page, 'set-ups');
  await page.getByRole('button', { name: 'Switch to the light theme' }).click();
  await page.getByRole('link', { name: 'How bad it is, on one page' }).click();
  await expect(page.getByRole('heading', { name: /how far out of balance it is/ })).toBeVisible();
  await shot(page, 'survey');
  await open(page, 'Corvane stationary three', 'Sign off');
  await shot(page, 'sign-off');
});
