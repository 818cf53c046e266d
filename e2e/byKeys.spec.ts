import type { Page } from '@playwright/test';
import { expect, test } from './app.js';
import { typeReadings } from './bench.js';

/** More stops than any page has between two things somebody wants in turn. */
const MOST_STOPS = 260;

/** Name of whatever has the cursor, as it is read out: its label, its own words. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const at = document.activeElement;
    if (!(at instanceof HTMLElement)) return '';
    const label = 'labels' in at ? (at as HTMLInputElement).labels?.[0]?.textContent : undefined;
    return (at.getAttribute('aria-label') ?? label ?? at.textContent).trim();
  });

/** Walks on with Tab until the cursor stands on what is called so. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let stop = 0; stop < MOST_STOPS; stop += 1) {
    await page.keyboard.press('Tab');
    if (name.test(await focused(page))) return;
  }
  throw new Error(`No stop of ${MOST_STOPS} is called ${name.source}.`);
}

async function press(page: Page, name: RegExp): Promise<void> {
  await tabTo(page, name);
  await page.keyboard.press('Enter');
}

async function typeInto(page: Page, name: RegExp, text: string): Promise<void> {
  await tabTo(page, name);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
}

/** To a bench by the rail's own keys, one after the other. */
async function walkTo(page: Page, name: string): Promise<void> {
  const title = page.getByRole('heading', { level: 1 });
  for (let step = 0; step < 8; step += 1) {
    const here = await title.textContent();
    if (here === name) return;
    await page.keyboard.press(']');
    await expect(title).not.toHaveText(here ?? '');
  }
  await expect(title).toHaveText(name);
}

/** Every caution ticked with the space bar, and the crank spun. */
async function spin(page: Page, spinsAfter: number): Promise<void> {
  const boxes = page.getByRole('list').filter({ hasText: 'Guard closed' }).getByRole('checkbox');
  await expect(boxes).not.toHaveCount(0);
  const count = await boxes.count();
  await tabTo(page, /^Guard closed|guard/i);
  for (let box = 0; box < count; box += 1) {
    await page.keyboard.press('Space');
    await expect(boxes.nth(box)).toBeChecked();
    if (box < count - 1) await page.keyboard.press('Tab');
  }
  await press(page, /^Spin (as received|again)$/);
  await expect(page.getByRole('table', { name: 'Spins' }).getByRole('row')).toHaveCount(spinsAfter + 1);
}

/** Takes the plan and logs each of its holes as planned; nothing where drilling would be a guess. */
async function drill(page: Page): Promise<void> {
  const logged = page.getByRole('button', { name: 'Measured, as planned' });
  const near = page.getByText(/more drilling would be a guess|Stop here: by all that is known/);
  await expect(near.or(page.getByRole('radiogroup', { name: 'Which plan' })).or(logged.first())).toBeVisible();
  if (await near.isVisible()) return;
  if ((await logged.count()) === 0) await press(page, /^Take this plan to the drill$/);
  await expect(logged.first()).toBeVisible();
  for (let left = await logged.count(); left > 0; left -= 1) {
    await press(page, /^Measured, as planned$/);
    await expect(logged).toHaveCount(left - 1);
  }
}

test('a four from new job to signature without a mouse', async ({ page, shop }) => {
  // Whatever is tried with a mouse goes nowhere.
  await page.addInitScript(() => {
    for (const kind of ['mousedown', 'pointerdown', 'touchstart'])
      window.addEventListener(
        kind,
        (event) => {
          event.stopImmediatePropagation();
          event.preventDefault();
        },
        true,
      );
  });
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'New job' })).toBeVisible();

  await test.step('somebody comes to the bench', async () => {
    await press(page, /^Who is at the bench/);
    const me = page.getByRole('menuitem', { name: 'Ottoline Fasch' });
    await expect(me).toBeVisible();
    // What is typed is forgotten after a second, and a machine that does much else may take that long over a letter.
    await expect(async () => {
      await page.keyboard.type('Otto');
      await expect(me).toBeFocused({ timeout: 1_000 });
    }).toPass();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Ottoline Fasch' })).toBeVisible();
  });

  await test.step('a new job, one slip in it', async () => {
    await press(page, /^New job$/);
    await expect(page.getByRole('heading', { name: 'New job' })).toBeVisible();
    await typeInto(page, /^Customer$/, 'Odd Hexley');
    await typeInto(page, /^Engine$/, 'Teal four, by keys');
    await tabTo(page, /^Layout/);
    await page.keyboard.type('Inline four');
    await typeInto(page, /^Stroke$/, '38 lb·ft');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/a length is wanted/i)).toBeVisible();
    // The complaint takes the cursor to its field.
    await expect.poll(() => focused(page)).toBe('Stroke');
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('88');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Weigh' })).toBeVisible();
  });
  const jobId = /jobs\/([^/]+)\//.exec(page.url())![1]!;

  await test.step('pistons by digits and Enter, one reading voided; the rest comes in', async () => {
    await tabTo(page, /^Ask for the zero/);
    await page.keyboard.press('Space');
    await typeReadings(page, [500, 500.1, 500.2, 500.1]);
    await page.keyboard.press('u');
    await expect(page.getByRole('dialog', { name: /^Void/ })).toBeVisible();
    await page.keyboard.type('slip of the finger');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    const sheet = await shop.sheet(jobId);
    await expect.poll(async () => (await shop.sheet(jobId)).readings.filter(({ voided }) => voided).length).toBe(1);
    await shop.weigh(sheet);
  });

  await test.step('spun, corrected and spun until it is inside', async () => {
    await walkTo(page, 'Spin');
    const choose = page.getByLabel('Spun on');
    await expect(choose).toBeVisible();
    await tabTo(page, /^Spun on/);
    await page.keyboard.type('the stand-in');
    const weights = page.getByRole('button', { name: 'Write them into the next spin' });
    const off = page.getByRole('button', { name: 'Both weights are off' });
    for (let spins = 1; spins < 14; spins += 1) {
      await spin(page, spins);
      if (await weights.isVisible()) {
        await press(page, /^Write them into the next spin$/);
        continue;
      }
      if (await off.isVisible()) await press(page, /^Both weights are off$/);
      if (
        await page
          .getByText(/mount it again and spin once more/)
          .first()
          .isVisible()
      )
        continue;
      if (await page.getByRole('link', { name: 'On to the sign-off' }).isVisible()) break;
      await walkTo(page, 'Correct');
      await drill(page);
      await page.keyboard.press('[');
      await expect(page.getByRole('heading', { level: 1, name: 'Spin' })).toBeVisible();
    }
    await expect(page.getByRole('link', { name: 'On to the sign-off' })).toBeVisible();
  });

  await test.step('a figure’s working, and the signature', async () => {
    await walkTo(page, 'Sign off');
    await press(page, /^Sign off$/);
    await expect(page.getByText('Signed off by Ottoline Fasch').first()).toBeVisible();
    await press(page, /g at \d+ mm/);
    await expect(page.getByRole('dialog')).toContainText('Tolerance in each plane');
  });
});
