import type { Page } from '@playwright/test';
import { expect } from './expect.js';
import { addressOf, type Shop } from '@tare/contract';
import { MOUNTING_CHECKS } from '@tare/core';
import type { BenchId } from '@tare/core';

/** Puts somebody at the bench, on the first page; every entry needs a name. */
export async function comeToTheBench(page: Page, name = 'Ottoline Fasch'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Who is at the bench?' }).click();
  await page.getByRole('menuitem', { name }).click();
  await expect(page.getByRole('button', { name })).toBeVisible();
}

/** Has somebody picked already where the test’s first page opens. */
export async function beAtTheBench(page: Page, name = 'Ottoline Fasch'): Promise<void> {
  const answer = await page.request.get('/api/shop');
  const personId = ((await answer.json()) as Shop).people.find((person) => person.name === name)!.id;
  const { origin } = new URL(answer.url());
  await page.request.post(`/api/${addressOf('POST at-the-bench', {})}`, { data: { pick: personId }, headers: { origin } });
  await page.addInitScript((id) => {
    // Later pages keep whoever is picked on an earlier one.
    if (localStorage.getItem('tare.person') === null) localStorage.setItem('tare.person', id);
  }, personId);
}

/** Opens a job with somebody at the bench there. */
export async function openJob(page: Page, jobId: string, at: BenchId, name?: string): Promise<void> {
  await beAtTheBench(page, name);
  await page.goto(`/jobs/${jobId}/${at}`);
  await expect(page.getByRole('navigation', { name: 'Benches of this job' })).toBeVisible();
}

/** Goes to another bench of the job. Until its code is here the old one stays, which shows some buttons of the same name. */
export async function bench(page: Page, name: string): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Benches of this job' }).getByRole('link', { name: new RegExp(`^${name}\\b`) });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
}

/** Loads the page again once nothing would be lost by it: until then the browser would ask whether to leave. */
export async function reloadOnceKept(page: Page): Promise<void> {
  await expect.poll(() => page.evaluate(() => window.dispatchEvent(new Event('beforeunload', { cancelable: true })))).toBe(true);
  await page.reload();
}

/** Opens a sheet of Make ready, among those of a part of the engine. */
export async function openSheet(page: Page, part: string, sheet: string): Promise<void> {
  await page.getByRole('button', { name: part, exact: true }).click();
  await page
    .getByRole('group', { name: `Sheets: ${part}` })
    .getByRole('button', { name: sheet, exact: true })
    .click();
}

/** Types one reading, as it is said, and waits until the bench has taken it. */
export async function weighAs(page: Page, grams: string): Promise<void> {
  const input = page.getByLabel('Reading in grams');
  await input.fill(grams);
  await page.keyboard.press('Enter');
  await expect(input).toHaveValue('');
}

/** Types readings as a person would, without touching the mouse: digits, Enter, digits, Enter. */
export async function typeReadings(page: Page, readings: readonly number[]): Promise<void> {
  const input = page.getByLabel('Reading in grams');
  for (const reading of readings) {
    await input.pressSequentially(reading.toFixed(1));
    await page.keyboard.press('Enter');
    await expect(input).toHaveValue('');
  }
}

/** Weighs every bob in at its figure, ticks all that is to be seen of the mounted ones, and accepts them. */
export async function weighInAndMount(page: Page, bobs: number): Promise<void> {
  await page.getByRole('tab', { name: 'Build and weigh in' }).click();
  for (let pin = 1; pin <= bobs; pin += 1) {
    const row = page.getByRole('listitem').filter({ has: page.getByLabel(`Bob ${pin}, whole`) });
    const figure = /Bob \d+\s*([\d.]+) g/.exec((await row.textContent())!)![1]!;
    await page.getByLabel(`Bob ${pin}, whole`).fill(figure);
    await page.keyboard.press('Enter');
    await expect(row.getByText('accepted: +0.00 g')).toBeVisible();
  }
  await page.getByRole('tab', { name: 'Mount' }).click();
  const boxes = page.getByRole('region', { name: 'Mounting' }).getByRole('checkbox');
  await expect(boxes).toHaveCount(bobs * MOUNTING_CHECKS.length);
  const done = page.getByRole('button', { name: 'Bobs are built and mounted' });
  await expect(done).toBeDisabled();
  for (const box of await boxes.all()) {
    await expect(box).toBeEnabled();
    await box.click();
    await expect(box).toBeChecked();
  }
  await expect(page.getByText('All weighed in, all seen.')).toBeVisible();
  await done.click();
}

/** Sees every caution at the spin, once they are on the screen. */
export async function confirmCautions(page: Page): Promise<void> {
  const boxes = page.getByRole('list').filter({ hasText: 'Guard closed' }).getByRole('checkbox');
  await expect(boxes).not.toHaveCount(0);
  for (const box of await boxes.all()) await box.click();
}

/** Says that the crank lies in the stand-in: a job that was never spun, in a shop with machines of its own, has none until somebody does. */
export async function spinOnStandIn(page: Page): Promise<void> {
  await expect(page.getByText('Say which machine the crank lies in.')).toBeVisible();
  await page.getByLabel('Spun on').selectOption({ label: 'the stand-in machine' });
}

/** Confirms every caution and spins, waiting until the reading is in. */
export async function spinNow(page: Page, spinsAfter?: number): Promise<void> {
  const table = page.getByRole('table', { name: 'Spins' }).getByRole('row');
  const start = page.getByRole('button', { name: /^Spin (as received|again)$/ });
  await expect(start).toBeDisabled();
  const rows = spinsAfter === undefined ? Math.max(1, await table.count()) + 1 : spinsAfter + 1;
  await confirmCautions(page);
  await start.click();
  await expect(table).toHaveCount(rows);
}

/** On the Spin bench: spins with known weights, or once more as it is, until nothing is asked for; then both weights are off. */
export async function spinAsAsked(page: Page): Promise<void> {
  const weights = page.getByRole('button', { name: 'Write them into the next spin' });
  const again = page.getByText(/mount it again and spin once more/).first();
  for (let spins = 0; spins < 8; spins += 1) {
    // The bench says what comes next as soon as it knows the spin.
    await expect(page.getByRole('heading', { level: 1, name: 'Spin' })).toBeVisible();
    if (await weights.isVisible()) await weights.click();
    else {
      const off = page.getByRole('button', { name: 'Both weights are off' });
      if (await off.isVisible()) await off.click();
      if (!(await again.isVisible())) return;
    }
    await spinNow(page);
  }
}

/** What is pressed when a hole of the list was measured and is as it was planned. */
const LOGGED = 'Measured, as planned';

/** Logs every hole of the list as it was planned. */
export async function doAsPlanned(page: Page): Promise<void> {
  const logged = page.getByRole('button', { name: LOGGED });
  await expect(logged.first()).toBeVisible();
  for (let left = await logged.count(); left > 0; left -= 1) {
    await logged.first().click();
    await expect(logged).toHaveCount(left - 1);
  }
}

/** Whether there is a plan to take to the drill, once that is worked out. */
export async function isPlanned(page: Page): Promise<boolean> {
  const take = page.getByRole('button', { name: 'Take this plan to the drill', disabled: false });
  await expect(take.or(page.getByText('Nothing to drill by what is known'))).toBeVisible();
  return take.isVisible();
}

/** Plans, drills every hole as planned, and spins, until the rail says that the crank is inside. */
export async function correctUntilInside(page: Page, mostRounds: number): Promise<number> {
  for (let spins = 1; spins <= mostRounds; spins += 1) {
    await bench(page, 'Spin');
    const rows = page.getByRole('table', { name: 'Spins' }).getByRole('row');
    await expect(rows).not.toHaveCount(0);
    await spinAsAsked(page);
    const next = await rows.count();
    if (await page.getByRole('link', { name: 'On to the sign-off' }).isVisible()) return spins;
    await bench(page, 'Correct');
    const logged = page.getByRole('button', { name: LOGGED });
    const tooNear = page.getByText(/more drilling would be a guess|Stop here: by all that is known/);
    await expect(tooNear.or(page.getByRole('radiogroup', { name: 'Which plan' })).or(logged.first())).toBeVisible();
    if (await tooNear.isVisible()) {
      await bench(page, 'Spin');
      await spinNow(page, next);
      continue;
    }
    if ((await logged.count()) === 0) await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
    await doAsPlanned(page);
    await page.getByRole('link', { name: 'Spin again', exact: true }).click();
    await spinNow(page, next);
  }
  throw new Error(`Not inside after ${mostRounds} rounds.`);
}
