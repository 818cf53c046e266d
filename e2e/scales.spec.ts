import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, test } from './app.js';
import type { ShopApi } from './shopApi.js';
import { beAtTheBench, comeToTheBench } from './bench.js';

/** A serial port of the browser's that says what the test puts into `window.say`. */
function stubSerial(): void {
  let speaker: ReadableStreamDefaultController<Uint8Array> | null = null;
  const fresh = (): ReadableStream<Uint8Array> =>
    new ReadableStream({
      start: (controller) => {
        speaker = controller;
      },
    });
  const port = { readable: fresh(), open: () => Promise.resolve() };
  Object.assign(window, {
    say: (line: string) => speaker?.enqueue(new TextEncoder().encode(line)),
    breakLine: () => {
      const broken = speaker;
      // A port that lost its device gives a new stream once it is there again.
      port.readable = fresh();
      broken?.error(new Error('The device has been lost.'));
    },
  });
  Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(port) } });
}

const say = (page: Page, text: string): Promise<void> => page.evaluate((line) => (window as unknown as { say: (l: string) => void }).say(line), text);

async function addInstrument(page: Page, name: string, source: string, template?: string): Promise<void> {
  await page.getByRole('link', { name: 'Instruments' }).click();
  await page.getByRole('button', { name: 'New instrument' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What it is called here').fill(name);
  await dialog.getByLabel('Its readings').selectOption({ label: source });
  if (template !== undefined) await dialog.getByLabel('Line pattern').fill(template);
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: name })).toBeVisible();
}

/** Opens a job of the test's own at its ring sets. */
async function weighRings(page: Page, shop: ShopApi): Promise<void> {
  const job = await shop.job('v6Split60');
  await page.goto(`/jobs/${job.id}/weigh?kind=ringSet`);
}

test('a serial scale is read by its own line pattern, and falls silent honestly', async ({ page, shop }) => {
  await page.addInitScript(stubSerial);
  await comeToTheBench(page);
  const name = `A scale ${test.info().title.length}-${test.info().repeatEachIndex}`;
  await addInstrument(page, name, 'It sends its readings over a serial line', '{stable:OK|--} {sign}{number} {unit}');
  await weighRings(page, shop);
  await page.getByLabel('Weighed on').selectOption({ label: name });
  await page.getByRole('button', { name: 'Open the serial scale' }).click();
  const reading = page.getByLabel('Reading in grams');
  // A line may come in pieces, and in ounces.
  await say(page, '-- +1.0');
  await say(page, '9 oz\r\n');
  await expect(page.getByText('moving')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Not settled yet: wait until the scale stands still.')).toBeVisible();
  await say(page, 'OK +1.10 oz\r\n');
  await expect(page.getByText('settled', { exact: true })).toBeVisible();
  await expect(reading).toHaveAttribute('placeholder', '31.2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('table', { name: 'Readings in g' })).toContainText('31.18');
  await say(page, 'BATTERY LOW\r\n');
  await expect(page.getByText('The scale said “BATTERY LOW”, which does not fit its pattern.')).toBeVisible();
  await page.evaluate(() => (window as unknown as { breakLine: () => void }).breakLine());
  await expect(page.getByText('The scale fell silent. Readings can be typed meanwhile.')).toBeVisible();
  await expect(reading).toHaveAttribute('placeholder', '');
  await expect(async () => {
    await say(page, 'OK +1.11 oz\r\n');
    await expect(reading).toHaveAttribute('placeholder', '31.5', { timeout: 200 });
  }).toPass();
});

test('a scale that types is heard as it types, unit and all', async ({ page, shop }) => {
  await comeToTheBench(page);
  const name = `A scale ${test.info().title.length}-${test.info().repeatEachIndex}`;
  await addInstrument(page, name, 'It types its readings itself');
  await weighRings(page, shop);
  await page.getByLabel('Weighed on').selectOption({ label: name });
  await page.getByLabel('Ask for the zero').uncheck();
  await page.getByLabel('Reading in grams').focus();
  await page.keyboard.type('+0.069 lb\n');
  await expect(page.getByRole('table', { name: 'Readings in g' })).toContainText('31.30');
  await page.keyboard.type('weight 31.4\n');
  await expect(page.getByText(/is not a number of grams/)).toBeVisible();
});

test('the stand-in scale has dials, the ledger tells the instrument, and a photo stays with its part', async ({ page, shop }) => {
  await beAtTheBench(page);
  await weighRings(page, shop);
  await page.getByLabel('Weighed on').selectOption({ label: 'Bench scale' });
  await page.getByRole('button', { name: 'Its dials' }).click();
  await page.getByLabel('Division').fill('5');
  await page.getByRole('button', { name: 'Make it such a scale' }).click();
  await expect(page.getByRole('button', { name: 'Make it such a scale' })).toBeDisabled();
  await expect(page.getByLabel('Division')).toHaveValue('5');
  await page.getByRole('button', { name: /^Put ring set 1 on/ }).click();
  const shown = page.getByLabel('Reading in grams');
  await expect(shown).toHaveAttribute('placeholder', /^[1-9]\d*[05]\.0$/);
  await expect(page.getByText('settled', { exact: true })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.getByLabel('Division').fill('0,1');
  await page.getByRole('button', { name: 'Make it such a scale' }).click();
  await expect(page.getByLabel('Division')).toHaveValue('0.1');
  await page.keyboard.press('#');
  await page.keyboard.type('1\n');
  await page.getByText('Ring set 1: its ledger, notes and photos').click();
  await expect(page.getByText(/Ottoline Fasch, .*, on Bench scale/)).toBeVisible();
  const picture = await readFile(join(import.meta.dirname, '../docs/screenshots/jobs.png'));
  await page.getByLabel('Photo of Ring set 1').setInputFiles({ name: 'notes.txt', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText('This file cannot be read as a picture. Take a JPEG, PNG or WebP.')).toBeVisible();
  await page.getByLabel('Photo of Ring set 1').setInputFiles({ name: 'ring.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByRole('img', { name: 'Ring set 1, as Ottoline Fasch saw it' })).toBeVisible();
  await page.getByRole('button', { name: 'Take away' }).click();
  await expect(page.getByRole('img', { name: 'Ring set 1, as Ottoline Fasch saw it' })).toHaveCount(0);
});
