import { expect, type Page } from '@playwright/test';

/** Puts somebody at the bench; every entry needs a name. */
export async function comeToTheBench(page: Page, name = 'Ottoline Fasch'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Who is at the bench?' }).click();
  await page.getByRole('menuitem', { name }).click();
  await expect(page.getByRole('button', { name })).toBeVisible();
}

export const bench = (page: Page, name: string): Promise<void> =>
  page
    .getByRole('navigation', { name: 'Benches of this job' })
    .getByRole('link', { name: new RegExp(`^${name}\\b`) })
    .click();

/** Types readings as a person would, without touching the mouse: digits, Enter, digits, Enter. */
export async function typeReadings(page: Page, readings: readonly number[]): Promise<void> {
  const input = page.getByLabel('Reading in grams');
  for (const reading of readings) {
    await input.pressSequentially(reading.toFixed(1));
    await page.keyboard.press('Enter');
    await expect(input).toHaveValue('');
  }
}

/** Confirms every caution and spins, waiting until the reading is in. */
export async function spinNow(page: Page, spinsAfter: number): Promise<void> {
  const start = page.getByRole('button', { name: /^Spin (as received|again)$/ });
  await expect(start).toBeDisabled();
  for (const box of await page.getByRole('checkbox').all()) await box.click();
  await start.click();
  await expect(page.getByRole('table', { name: 'Spins' }).getByRole('row')).toHaveCount(spinsAfter + 1);
}

/** Plans, drills every hole as planned, and spins, until the rail says that the crank is inside. */
export async function correctUntilInside(page: Page, mostRounds: number): Promise<number> {
  for (let spins = 1; spins <= mostRounds; spins += 1) {
    await bench(page, 'Spin');
    await expect(page.getByRole('table', { name: 'Spins' })).toBeVisible();
    if (await page.getByRole('link', { name: 'On to the sign-off' }).isVisible()) return spins;
    await bench(page, 'Correct');
    await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
    const drilled = page.getByRole('button', { name: 'Drilled' });
    await expect(drilled.first()).toBeVisible();
    for (let left = await drilled.count(); left > 0; left -= 1) {
      await drilled.first().click();
      await expect(drilled).toHaveCount(left - 1);
    }
    await page.getByRole('link', { name: 'Spin again', exact: true }).click();
    await spinNow(page, spins + 1);
  }
  throw new Error(`Not inside after ${mostRounds} rounds.`);
}
