import { readFile, writeFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { expect, test } from './app.js';
import { comeToTheBench, openJob, weighAs } from './bench.js';

const input = (page: Page): Locator => page.getByLabel('Reading in grams');
const table = (page: Page): Locator => page.getByRole('table', { name: 'Readings in g' });

/** Waits until the live scale stands still, empty or not. */
async function settled(page: Page, loaded: boolean): Promise<void> {
  await page.waitForFunction(
    (wanted) => {
      const shown = Number(document.querySelector<HTMLInputElement>('[aria-label="Reading in grams"]')?.placeholder.replace('\u2212', '-') || 'NaN');
      return document.querySelector('[data-scale]')?.getAttribute('data-scale') === 'settled' && Math.abs(shown) > 0.8 === wanted;
    },
    loaded,
    { polling: 50 },
  );
}

/** Weighs the parts that wait, one placement each, with the keys of the stand-in scale alone. */
async function weighByKeys(page: Page, first: string, parts: number): Promise<void> {
  await expect(page.locator('label').filter({ hasText: new RegExp(`${first},.*placement 1`) })).toBeVisible();
  // The stand-in drifts as scales do; in a long sitting the empty pan is no longer near nothing until it is zeroed.
  await expect(page.locator('[data-scale="settled"]')).toBeVisible();
  await page.keyboard.press('z');
  for (let i = 0; i < parts; i += 1) {
    await settled(page, false);
    await page.keyboard.press('p');
    await settled(page, true);
    await page.keyboard.press('Enter');
    const taken = page.getByText(i + 1 < parts ? `${i + 1}/${parts}` : 'have all their placements');
    const asked = page.getByText('Enter once more keeps it as it is.');
    await expect(taken.or(asked).first()).toBeVisible();
    // One of the stand-in's parts may be far from the others: it really is so.
    if (await asked.isVisible()) await page.keyboard.press('Enter');
    await expect(taken).toBeVisible();
    await expect(page.getByRole('alert')).toHaveText(['']);
    await page.keyboard.press('l');
  }
}

test('pistons are weighed by the keys of a live scale, locks a minute offline, and nothing is lost', async ({ page, context, shop }) => {
  const job = await shop.job('v8Cross90');
  await page.clock.install();
  await openJob(page, job.id, 'weigh', 'Ines Quorley');
  await page.getByLabel('Placements').selectOption('1');
  await page.getByLabel('Weighed on').selectOption({ label: 'Bench scale' });
  await expect(page.getByText('Bench scale serves for 1 g.')).toBeVisible();
  // Whoever weighed before may have left something on the pan.
  await page.keyboard.press('l');
  await weighByKeys(page, 'Piston 1', 8);
  await expect(page.getByText('Pistons have all their placements.')).toBeVisible();

  await test.step('offline: typed, with the zero looked at', async () => {
    await page.getByRole('button', { name: /^Locks/ }).click();
    // The last zero of the scale is seen, and everything has arrived, before the line goes.
    await settled(page, false);
    await expect.poll(async () => (await shop.sheet(job.id)).readings.filter(({ zero }) => zero !== null).length).toBe(8);
    await expect(page.getByRole('status')).toHaveCount(0);
    await context.setOffline(true);
    for (let cylinder = 1; cylinder <= 8; cylinder += 1) {
      await input(page).pressSequentially(`2.${cylinder}`);
      await page.keyboard.press('Enter');
      await expect(page.getByText('The empty scale shows', { exact: true })).toBeVisible();
      await page.keyboard.press('Enter');
    }
    await expect(page.getByRole('status')).toHaveText('16 waiting for the server');
    await input(page).pressSequentially('45.');
    await page.clock.fastForward('01:00');
    await expect(page.getByRole('status')).toHaveText('16 waiting for the server');
    await context.setOffline(false);
    await expect(page.getByRole('status')).toHaveCount(0);
    await page.reload();
    await expect(input(page)).toHaveValue('45.');
  });

  const { readings } = await shop.sheet(job.id);
  expect(readings).toHaveLength(16);
  expect(new Set(readings.map((r) => r.id)).size).toBe(16);
  // The typed ones arrived in the order in which they were typed.
  expect(readings.filter((r) => r.valueG < 3).map((r) => r.valueG)).toEqual([2.1, 2.2, 2.3, 2.4, 2.5, 2.6, 2.7, 2.8]);
  expect(readings.every((r) => r.zero !== null)).toBe(true);
});

test('a repeatability study says what a scale can tell apart', async ({ page, shop }) => {
  await comeToTheBench(page);
  await page.getByRole('link', { name: 'Instruments' }).click();
  const stores = page.getByRole('listitem').filter({ hasText: 'Stores scale' });
  await expect(stores).toContainText('Nobody has studied how well Stores scale repeats yet.');
  await stores.getByRole('button', { name: 'Ten placements' }).click();
  const dialog = page.getByRole('dialog');
  for (const g of [610, 615, 610, 610, 615, 605, 610, 615, 610]) {
    await dialog.getByLabel(/^Placement/).fill(String(g));
    await page.keyboard.press('Enter');
  }
  await dialog.getByLabel('Placement 10 of 10').fill('heavy');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('“heavy” is not a weight in grams.')).toBeVisible();
  await dialog.getByLabel('Placement 10 of 10').fill('610');
  await page.keyboard.press('Enter');
  // s = √(Σ(x − 611)²/9) = √(90/9) = 3.162; r = 8.77.
  await expect(dialog.getByText(/s 3\.162 g, repeatability limit 8\.77 g/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep this study' }).click();
  await expect(stores).toContainText('s = 3.162 g');

  await stores.getByRole('button', { name: 'Check weight' }).click();
  await dialog.getByLabel('Shown').fill('505');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(stores).toContainText('5.000 on');

  await test.step('a study that was typed wrongly is put right, with a reason', async () => {
    await stores.getByText('Every study (2)').click();
    // Newest first: the check weight, then the ten placements.
    await stores.getByRole('button', { name: 'Put this study right' }).last().click();
    const readings = dialog.getByLabel('The readings, g, with blanks between');
    await expect(readings).toHaveValue('610  615  610  610  615  605  610  615  610  610');
    const done = dialog.getByRole('button', { name: 'This is what was read' });
    await readings.fill('610 615 heavy 610 615');
    await dialog.getByLabel('Why is it put right?').fill('the third is 615');
    await done.click();
    await expect(dialog.getByText('A reading has to be a number.')).toBeVisible();
    await expect(readings).toBeFocused();
    // s = √(Σ(x − 611.5)²/9) = √(102.5/9) = 3.375.
    await readings.fill('610 615 615 610 615 605 610 615 610 610');
    await done.click();
    await expect(stores).toContainText('s = 3.375 g');
    await stores.getByRole('button', { name: 'Put this study right' }).first().click();
    await dialog.getByLabel('What the check weight is marked').fill('503');
    await dialog.getByLabel('Why is it put right?').fill('the 503 g one');
    await done.click();
    await expect(stores).toContainText('2.000 on');
  });

  const job = await shop.job('v8Cross90');
  await page.goto(`/jobs/${job.id}/weigh`);
  await page.getByLabel('Weighed on').selectOption({ label: 'Stores scale' });
  await expect(page.getByText('Stores scale cannot hold 1 g. It counts in 5 g')).toBeVisible();
});

test('readings go out as CSV and come back, bad lines by their number', async ({ page, shop }, testInfo) => {
  const job = await shop.job('v8Cross90');
  await openJob(page, job.id, 'weigh');
  await page.getByLabel('Ask for the zero').uncheck();
  await weighAs(page, '612.4');
  await weighAs(page, '612,6');
  await input(page).fill('621.9');
  await page.keyboard.press('Enter');
  await expect(page.getByText('▲ 621.9 g, and its other placements read about 612.5 g.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(input(page)).toHaveValue('');
  await page.keyboard.press('u');
  await page.getByRole('button', { name: 'not settled' }).click();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Readings as CSV' }).click();
  const path = testInfo.outputPath('readings.csv');
  await (await download).saveAs(path);
  const text = await readFile(path, 'utf8');
  expect(text.split('\r\n')).toHaveLength(4);

  await page.getByLabel('CSV file of readings').setInputFiles(path);
  await expect(page.getByText('0 new, 2 already here, 1 voided and left out, 0 that cannot be taken.')).toBeVisible();
  await page.keyboard.press('Escape');

  const more = testInfo.outputPath('more.csv');
  await writeFile(more, 'kind,cylinder,value,unit\npiston,2,"21,6",oz\npiston,77,612,g\npiston,3,lots,g\npiston,4,611.8,g\npiston,5,61.2,g\n');
  await page.getByLabel('CSV file of readings').setInputFiles(more);
  await expect(page.getByRole('list', { name: 'Lines that cannot be taken' })).toContainText('Line 3: This job has no piston of cylinder “77”.');
  await expect(page.getByRole('list', { name: 'Lines that cannot be taken' })).toContainText('Line 4: “lots” is not a number.');
  await expect(page.getByText('▲ 61.2 g, and the others of its kind weigh about', { exact: false })).toBeVisible();
  await expect(page.getByLabel('Those that are asked about are really so')).not.toBeChecked();
  await page.getByRole('button', { name: 'Bring in 2, all or none' }).click();
  await expect(table(page)).toContainText('611.8');
  await expect(table(page)).toContainText('612.35');

  await test.step('a column is pasted, and a part is jumped to', async () => {
    await input(page).fill('#5');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Piston 5, placement 1')).toBeVisible();
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.setData('text', '612.1\n612,2\nabc\n612.3');
      document
        .querySelector('[aria-label="Reading in grams"]')
        ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    });
    await expect(page.getByRole('dialog')).toContainText('“abc” is not a number.');
    await page.getByRole('button', { name: 'Capture 3 readings' }).click();
    await expect(table(page)).toContainText('612.3');
  });

  await test.step('a zero that moved makes the reading doubtful', async () => {
    await page.getByLabel('Ask for the zero').check();
    await input(page).fill('#6');
    await page.keyboard.press('Enter');
    await input(page).fill('612.0');
    await page.keyboard.press('Enter');
    await input(page).fill('0.3');
    await page.keyboard.press('Enter');
    await expect(page.getByText('The zero moved from 0 to 0.3 g: the last reading is doubtful.')).toBeVisible();
    await expect(table(page)).toContainText('zero moved');
  });
});

test('rods by the school of the shop', async ({ page, shop }) => {
  const job = await shop.job('v8Cross90');
  await openJob(page, job.id, 'weigh');
  await page.getByRole('button', { name: /^Rods/ }).click();
  await expect(table(page)).toContainText('Small end');
  await page.getByText('How this job is weighed:').click();
  await page.getByLabel('How rods are weighed here').selectOption({ label: 'Total only' });
  await expect(page.getByText('no bob weight can be trusted to them')).toBeVisible();
  await expect(table(page)).not.toContainText('Small end');
  await page.getByLabel('How rods are weighed here').selectOption({ label: 'Small end many times, and the total' });
  await expect(table(page)).toContainText('Small end');
  await expect(table(page)).not.toContainText('Big end');
});

test('differences from a tared piston, and pistons that stay on their rods', async ({ page, shop }) => {
  const job = await shop.job('v8Cross90');
  await openJob(page, job.id, 'weigh');
  await page.getByText('How this job is weighed:').click();
  await page.getByLabel('What a reading of a piston is').selectOption({ label: 'the difference from piston 1' });
  await page.getByLabel('Then').selectOption({ label: 'the next part' });
  await expect(page.getByText('weigh piston 1 outright', { exact: false })).toBeVisible();
  await input(page).fill('612.0');
  await page.keyboard.press('Enter');
  await expect(page.getByText('With the scale tared on piston 1, put piston 2 on; take the difference with its sign.')).toBeVisible();
  await input(page).fill('-1,5');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Put piston 1 back on, that the scale is tared on.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(table(page)).toContainText('610.50');
  await input(page).fill('612');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Is the scale tared on the reference?')).toBeVisible();

  await page.getByLabel('How parts are weighed here').selectOption({ label: 'Piston pressed on its rod, as one' });
  await expect(page.getByText('It cannot tell piston, pin and rod’s small end apart', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: /^Pistons on rods/ }).click();
  await expect(table(page)).toContainText('Small end');
  await page.getByLabel('How parts are weighed here').selectOption({ label: 'Each cylinder’s set in one go' });
  await expect(page.getByText('It cannot tell which of them is heavy', { exact: false })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Sets/ })).toBeVisible();
});
