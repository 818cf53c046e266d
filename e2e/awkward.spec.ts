import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './app.js';
import { bench, comeToTheBench, confirmCautions, spinNow } from './bench.js';

/** Opens a demo job from the list. */
async function openJob(page: Page, engine: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('link', { name: new RegExp(engine) }).click();
  await expect(page.getByRole('navigation', { name: 'Benches of this job' })).toBeVisible();
}

test('what cannot be a reading gets a sentence, and nothing typed is lost', async ({ page, context }) => {
  await comeToTheBench(page, 'Ines Quorley');
  await openJob(page, 'Ostrell 60° six');
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

test('a rod without its ends holds up the bob weights by name', async ({ page }) => {
  await comeToTheBench(page);
  await openJob(page, 'Ostrell 60° six');
  await bench(page, 'Bob weights');
  await expect(page.getByRole('heading', { name: 'Bob weights' }).locator('..')).toContainText('Bob weights wait for');
  await expect(page.getByText(/bearing pair 1,.* rod 1/).first()).toBeVisible();
  await bench(page, 'Spin');
  await expect(page.getByText('The spin waits for the bob weights')).toBeVisible();
  await bench(page, 'Correct');
  await expect(page.getByText('The correction waits for a spin.')).toBeVisible();
});

test('a stand-in that dies mid-spin, or is not running, says so and keeps nothing', async ({ page, app }) => {
  await comeToTheBench(page);
  await openJob(page, 'Bramwick diesel four');
  await bench(page, 'Spin');
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
  await expect(page.getByText('Stopped. Nothing was recorded.')).toBeVisible();

  await page.getByLabel('Turns to read').fill('40');
  await page.getByLabel('Balancing speed').fill('9000');
  await expect(page.getByText('A balancing speed is between 100 and 1500 rpm.')).toBeVisible();
  await page.getByLabel('Balancing speed').fill('600');
  await spinNow(page, 1);
});

test('a job taken off the list leaves its reason at its address', async ({ page }) => {
  await comeToTheBench(page);
  await openJob(page, 'Bramwick diesel four');
  await bench(page, 'Engine');
  const address = page.url();
  await page.getByRole('button', { name: 'Take this job off the list …' }).click();
  await page.getByLabel('Why').fill('entered twice');
  await page.getByRole('button', { name: 'Take it off' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs in the shop' })).toBeVisible();
  await expect(page.getByText('Bramwick diesel four')).toHaveCount(0);
  await page.goto(address);
  await expect(page.getByText(/was removed by Ottoline Fasch on .*: entered twice/)).toBeVisible();
  await page.goto('/jobs/3f2504e0-4f89-41d3-9a0c-0305e82c3301/weigh');
  await expect(page.getByText('There is no such job in this shop.')).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('There is nothing at this address')).toBeVisible();
});

test('every bench can be read and worked without seeing or pointing', async ({ page }) => {
  await comeToTheBench(page);
  for (const theme of ['light', 'dark']) {
    await page.evaluate((t) => {
      localStorage.setItem('tare.theme', t);
    }, theme);
    await openJob(page, 'Corvane stationary three');
    const address = page.url().replace(/\/[^/]*$/, '');
    for (const path of ['engine', 'weigh', 'match', 'bobs', 'spin', 'correct', 'signOff']) {
      await page.goto(`${address}/${path}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(
        violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => `${theme} ${path}: ${v.id} ${v.nodes[0]?.html}`),
      ).toEqual([]);
    }
  }
  await page.keyboard.press('[');
  await expect(page.getByRole('heading', { level: 1, name: 'Correct' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.getByRole('dialog', { name: 'Find a job' }).getByRole('textbox').fill('saltwren');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'The job’s card' })).toContainText('Dorvell marine V8');
});
