import { expect, test } from './app.js';
import { bench, confirmCautions, openJob, spinOnStandIn } from './bench.js';

test('what cannot be a reading gets a sentence, and nothing typed is lost', async ({ page, context, shop }) => {
  const job = await shop.job('v6Split60');
  await openJob(page, job.id, 'weigh', 'Ines Quorley');
  await page.goto(`/jobs/${job.id}/weigh?kind=ringSet`);
  const input = page.getByLabel('Reading in grams');
  const alert = page.getByRole('alert').filter({ hasText: '▲' });
  for (const [typed, sentence] of [
    ['40000', 'more than Tare believes of a ring set'],
    ['-3', 'cannot be: is the scale’s zero right?'],
    ['31,2,4', '“31,2,4” is not a number of grams'],
  ] as const) {
    await input.fill(typed);
    await page.keyboard.press('Enter');
    await expect(alert).toContainText(sentence.replace('’', typed === '-3' ? "'" : '’'));
    await expect(input).toHaveValue(typed);
  }

  await input.fill('31,');
  await page.reload();
  await expect(input).toHaveValue('31,');

  await page.getByLabel('Ask for the zero').uncheck();
  await context.setOffline(true);
  await input.fill('31,2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status')).toHaveText('1 waiting for the server');
  await expect(page.getByRole('table', { name: 'Readings in g' })).toContainText('31.2');
  await page.keyboard.press('u');
  await page.getByRole('button', { name: 'slip of the finger' }).click();
  await expect(page.getByRole('table', { name: 'Readings in g' })).not.toContainText('31.2');
  await context.setOffline(false);
  await expect(page.getByRole('status')).toHaveCount(0);
  await page.reload();
  await page.getByText('Ring set 1: its ledger').click();
  await expect(page.getByText('voided by Ines Quorley: slip of the finger')).toBeVisible();
});

test('a rod without its ends holds up the bob weights by name', async ({ page, shop }) => {
  const job = await shop.weigh(await shop.job('v6Split60'), ({ kind }) => kind !== 'rod' && kind !== 'bearingPair');
  await openJob(page, job.id, 'bobs');
  await expect(page.getByRole('heading', { name: 'Bob weights' }).locator('..')).toContainText('Bob weights wait for');
  await expect(page.getByText(/bearing pair 1,.* rod 1/).first()).toBeVisible();
  await bench(page, 'Spin');
  await expect(page.getByText('The spin waits for the bob weights')).toBeVisible();
  await bench(page, 'Correct');
  await expect(page.getByText('The correction waits for a spin.')).toBeVisible();
});

test('a stand-in that dies mid-spin, or is not running, says so and keeps nothing', async ({ page, app, shop }) => {
  const job = await shop.job('inline4');
  await openJob(page, job.id, 'spin');
  await spinOnStandIn(page);
  await page.getByLabel('Balancing speed').fill('100');
  await page.getByLabel('Turns to read').fill('1000');
  await confirmCautions(page);
  await page.getByRole('button', { name: 'Spin as received' }).click();
  await expect(page.getByText(/Reading: 100 rpm, turn [1-9]/)).toBeVisible();
  await app.stopMachine();
  await expect(page.getByText(/went silent after turn \d+ of 1000. Nothing was recorded/)).toBeVisible();

  await confirmCautions(page);
  await page.getByRole('button', { name: 'Spin as received' }).click();
  await expect(page.getByText(/The stand-in machine is not running/)).toBeVisible();
  await expect(page.getByLabel('Turns to read')).toHaveValue('1000');
  await app.startMachine();

  await confirmCautions(page);
  await page.getByRole('button', { name: 'Spin as received' }).click();
  await expect(page.getByText(/Reading: 100 rpm, turn [1-9]/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Stopped. Nothing was recorded, unless the last turn was in')).toBeVisible();

  await page.getByLabel('Turns to read').fill('40');
  await page.getByLabel('Balancing speed').fill('9000');
  await confirmCautions(page);
  await page.getByRole('button', { name: 'Spin as received' }).click();
  await expect(page.getByText('The balancing speed is 9000; the most that makes sense is 1500.')).toBeVisible();
  await page.getByLabel('Balancing speed').fill('600');
  await page.getByRole('button', { name: 'Spin as received' }).click();
  await expect(page.getByRole('table', { name: 'Spins' }).getByRole('row')).toHaveCount(2);
});

test('a job taken off the list leaves its reason at its address', async ({ page, shop }) => {
  const job = await shop.job('inline4');
  await openJob(page, job.id, 'engine');
  await page.getByRole('button', { name: 'Take this job off the list …' }).click();
  await page.getByLabel('Why').fill('entered twice');
  await page.getByRole('button', { name: 'Take it off' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs in the shop' })).toBeVisible();
  await expect(page.getByText(job.spec.engineName)).toHaveCount(0);
  await page.goto(`/jobs/${job.id}/engine`);
  await expect(page.getByText(/was removed by Ottoline Fasch on .*: entered twice/)).toBeVisible();
  await page.goto('/jobs/3f2504e0-4f89-41d3-9a0c-0305e82c3301/weigh');
  await expect(page.getByText('There is no such job in this shop.')).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('There is nothing at this address')).toBeVisible();
});
