import { addPlanes, workChange, type CrankWork } from '@tare/core';
import { madeUpLimits } from '@tare/core/testing';
import type { Page } from '@playwright/test';
import { expect, test } from './app.js';
import { bench, openJob, openSheet } from './bench.js';

const ANGLES = [0, 45, 90, 135, 180, 225, 270, 315];
/** What an indicator shows of a main that lies off by so much towards 40°, to its thousandth. */
const needle = (eccentricityMm: number, angleDeg: number): number =>
  Math.round((0.02 + eccentricityMm * Math.cos(((angleDeg - 40) * Math.PI) / 180)) * 1000) / 1000;

async function typeTurn(page: Page, eccentricityMm: number): Promise<void> {
  for (const angleDeg of ANGLES) {
    await page.keyboard.type(String(needle(eccentricityMm, angleDeg)));
    await page.keyboard.press('Enter');
  }
}

test('a bent crank is read, pushed by what the push before left, tested again and read straight', async ({ page, shop }) => {
  const job = await shop.job('inline3');
  await shop.decide(job, { subject: 'inspect.limits', value: madeUpLimits(4) });
  await openJob(page, job.id, 'makeReady');
  await test.step('a gauge is put in the drawer with its study, and set', async () => {
    await page.getByRole('button', { name: 'Run-out', exact: true }).click();
    await page.getByRole('button', { name: 'Gauges of the shop' }).click();
    const drawer = page.getByRole('form', { name: 'Gauges of the shop' });
    await drawer.getByRole('button', { name: 'Another gauge' }).click();
    const name = `Lever indicator ${process.pid}`;
    await drawer
      .getByLabel(/^Gauge \d+$/)
      .last()
      .fill(name);
    await drawer.getByLabel('counts in').last().fill('0.001');
    await drawer.getByLabel('study: one place, read again and again').last().fill('0.501; 0.502; 0.501 0.500; 0.501');
    await drawer.getByRole('button', { name: 'Keep these gauges' }).click();
    await expect(drawer.getByRole('button', { name: 'Leave them as they were' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Gauges of the shop' }).click();
    await page.getByRole('button', { name: 'Set a gauge' }).click();
    const setting = page.getByRole('form', { name: 'How the gauge is set' });
    await setting.getByLabel('Gauge', { exact: true }).selectOption(name);
    await setting.getByLabel('Set at').fill('0');
    await setting.getByRole('button', { name: 'It is set so' }).click();
    await expect(page.getByText(`${name}, set at 0.000 mm, needle up for larger`)).toBeVisible();
  });
  const field = page.getByLabel('Reading of the gauge in mm');
  await test.step('a slip is asked about, and nothing typed is lost', async () => {
    await field.click();
    await page.keyboard.type('51');
    await page.keyboard.press('Enter');
    await expect(page.getByText('The needle stands at 51 mm: so far a main does not run out.', { exact: false })).toBeVisible();
    await expect(field).toHaveValue('51');
    await field.fill('');
  });
  await test.step('main 2 by keys alone, main 3 as well', async () => {
    await typeTurn(page, 0.041);
    await typeTurn(page, 0.012);
  });
  await expect(page.getByRole('row', { name: /^Main 2/ })).toContainText('0.082');
  await expect(page.getByRole('row', { name: /^Main 2/ })).toContainText('over the limit');
  await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('bent');
  await expect(page.getByText('Next: press main 2 on the side at 40°')).toBeVisible();
  await expect(page.getByText('The first push only shows how the crank springs.')).toBeVisible();
  await test.step('tested for cracks, then pushed: due again', async () => {
    await page.getByRole('button', { name: 'Cracks', exact: true }).click();
    await page.getByLabel('By whom').fill('the Upper Yard');
    await page.getByLabel('Demagnetised afterwards').check();
    await page.getByRole('button', { name: 'Keep this' }).click();
    await expect(page.getByText('No crack by magnetic particles under ultraviolet light, the Upper Yard, demagnetised.')).toBeVisible();
    await page.getByRole('button', { name: 'Run-out', exact: true }).click();
    await page.getByRole('button', { name: 'Main 2 was pushed: read it again' }).click();
    await expect(page.getByText('It was pushed: the crack test is due again.')).toBeVisible();
    await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('crack test due again');
  });
  await test.step('what was read before the push counts no more; read again, it is straight', async () => {
    await field.click();
    await typeTurn(page, 0.008);
    await typeTurn(page, 0.006);
    await expect(page.getByRole('row', { name: /^Main 2/ })).toContainText('inside');
    await page.getByRole('button', { name: 'Cracks', exact: true }).click();
    await page.getByLabel('By whom').fill('the Upper Yard, once more');
    await page.getByRole('button', { name: 'Keep this' }).click();
    await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('measured and judged');
  });
  await test.step('a zero that was wrong all along corrects the whole sheet in one step', async () => {
    await page.getByRole('button', { name: 'Run-out', exact: true }).click();
    await page.getByLabel('Zero when the sheet is done').fill('0.03');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Doubt the sheet' }).click();
    await expect(page.getByText('Turn it on its blocks and read the indicator on main 2, 3.')).toBeVisible();
    await page.getByRole('button', { name: 'Wrong all along: correct the sheet' }).click();
    // A needle that was off by as much at every angle says the same of how straight it is.
    await expect(page.getByRole('row', { name: /^Main 2/ })).toContainText('0.016');
  });
  await test.step('the card says how it was made ready', async () => {
    await bench(page, 'Sign off');
    const card = page.getByRole('article', { name: /^Balance card/ });
    await expect(card.getByText('Main 2 runs out most, 0.016 mm, at most 0.050 mm: inside.')).toBeVisible();
    await expect(card.getByText(/^Main 2 was pushed 1\.00 mm on the side at 40° \(Ottoline Fasch/)).toBeVisible();
    await expect(card.getByText('Tested for cracks by the Upper Yard, once more, magnetic particles', { exact: false })).toBeVisible();
  });
});

test('a crank ground a quarter under: its spin and its signature are open again, and the next spin is held against the prediction', async ({
  page,
  shop,
}) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  const before = { aGmm: { re: 30, im: -12 }, bGmm: { re: -8, im: 21 } };
  for (let i = 0; i < 3; i += 1) await shop.readOff(job.id, machineId, before);
  await shop.decide(job, { subject: 'inspect.limits', value: madeUpLimits(5) });
  for (const number of [1, 2, 3, 4])
    for (const depth of [1, 2])
      for (const angleDeg of [0, 90])
        await shop.measure(job.id, { feature: `pin.${number}`, quantity: 'diameter', depth, angleDeg, indicationMm: number === 3 ? 53.88 : 53.94 });
  await openJob(page, job.id, 'makeReady');
  await openSheet(page, 'Crank', 'Pins');
  await expect(page.getByRole('row', { name: /^Pin 3/ }).first()).toContainText('grind');
  await expect(page.getByText('All together 0.25 mm under; pin 3 decides. 1 in stock.')).toBeVisible();
  await page.getByRole('button', { name: 'Grind the pins 0.25 mm under' }).click();
  await expect(page.getByRole('link', { name: /^Spin/ })).toContainText('waits for the pins to be ground');
  const effect = page.getByRole('region', { name: 'What it does to the balance' });
  await expect(effect).toContainText('Plane A:');
  await page.getByRole('button', { name: 'The pins were ground: measure them again' }).click();
  await expect(page.getByRole('link', { name: /^Spin/ })).toContainText('spin again: ground since');
  const sheet = await shop.sheet(job.id);
  const [ground] = sheet.works;
  const { change } = workChange(ground!.work as CrankWork, sheet.spec, null)!;
  // Hundreds of g·mm, where the tolerance is 85.
  expect(Math.hypot(change.aGmm.re, change.aGmm.im)).toBeGreaterThan(150);
  await test.step('the next spin is as it was foretold: taken in without a question', async () => {
    await shop.readOff(job.id, machineId, addPlanes(before, change));
    await bench(page, 'Spin');
    await expect(page.getByText('does not fit', { exact: false })).toHaveCount(0);
    await expect(page.getByRole('link', { name: /^Spin/ })).not.toContainText('ground since');
    await bench(page, 'Sign off');
    await expect(page.getByRole('article', { name: /^Balance card/ }).getByText(/^Pins were ground 0\.25 mm under, from 53\.925 mm/)).toBeVisible();
  });
});

test('a crack found where nobody looked for it locks every later bench', async ({ page, shop }) => {
  const job = await shop.ready('inline3');
  await shop.decide(job, {
    subject: 'inspect.cracks',
    value: {
      way: 'tested',
      by: 'the Upper Yard',
      method: 'dye',
      demagnetised: false,
      afterWorks: 0,
      cracks: [{ place: 'fillet of pin 2', zMm: 12 }],
    },
  });
  await openJob(page, job.id, 'makeReady');
  await expect(page.getByText('The crank is cracked: nothing later is worked on until another one is here.')).toBeVisible();
  for (const name of ['Weigh', 'Spin', 'Sign off'])
    await expect(page.getByRole('link', { name: new RegExp(`^${name}`) })).toContainText('the crank is cracked');
});

test('by the stand-in gauge alone: set, held at every place by a key, pushed until it is straight, its first main measured', async ({
  page,
  shop,
}) => {
  const job = await shop.job('inline3');
  const limits = madeUpLimits(4);
  await shop.decide(job, { subject: 'inspect.limits', value: limits });
  const name = await shop.standinGauge();
  await openJob(page, job.id, 'makeReady');
  const field = page.getByLabel('Reading of the gauge in mm');
  const setAt = async (mm: string): Promise<void> => {
    await page.getByRole('button', { name: 'Set a gauge' }).click();
    const setting = page.getByRole('form', { name: 'How the gauge is set' });
    await setting.getByLabel('Gauge', { exact: true }).selectOption(name);
    await setting.getByLabel('Set at').fill(mm);
    await setting.getByRole('button', { name: 'It is set so' }).click();
    await page.getByRole('group', { name: 'Stand-in gauge' }).getByRole('button', { name: 'Onto its setting piece (s)' }).click();
    await expect(page.getByText('Enter takes it')).toBeVisible();
    await page.getByRole('button', { name: 'Turn its zero (z)' }).click();
  };
  const readHere = async (): Promise<void> => {
    await field.focus();
    await page.keyboard.press('p');
    await expect(page.getByText('Enter takes it')).toBeVisible();
    await page.keyboard.press('Enter');
  };
  await page.getByRole('button', { name: 'Run-out', exact: true }).click();
  await setAt('0');
  const readTurns = async (): Promise<void> => {
    for (const main of [2, 3])
      for (const angleDeg of ANGLES) {
        await expect(page.getByRole('button', { name: `Read Main ${main}, ${angleDeg}°` })).toHaveAttribute('aria-current', 'true');
        await readHere();
      }
    await expect(page.getByText('Every place is read')).toBeVisible();
  };
  await readTurns();
  await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('bent');
  const push = page.getByRole('button', { name: /^Main \d was pushed: read it again$/ });
  let pushes = 0;
  while ((await push.count()) > 0 && pushes < 6) {
    pushes += 1;
    await push.click();
    await expect(page.getByText('Every place is read')).toHaveCount(0);
    await readTurns();
  }
  await expect(page.getByRole('row', { name: /^Main [23]/ }).filter({ hasText: 'over the limit' })).toHaveCount(0);
  expect(pushes).toBeGreaterThan(0);
  await openSheet(page, 'Crank', 'Mains');
  await setAt('53.98');
  for (let i = 0; i < 4; i += 1) await readHere();
  await expect(page.getByRole('row', { name: /^Main 1/ }).first()).toContainText(/leave|polish|grind|cannot yet tell/);
  const diameters = async (): Promise<number[]> =>
    (await shop.sheet(job.id)).measurements.filter(({ quantity }) => quantity === 'diameter').map(({ indicationMm }) => indicationMm);
  await expect.poll(async () => (await diameters()).length).toBe(4);
  for (const mm of await diameters()) expect(Math.abs(mm)).toBeLessThan(0.05);
});

test('five mains and four pins take no key beyond their digits and Enter', async ({ page, shop }) => {
  const job = await shop.job('v8Cross90');
  await shop.decide(job, { subject: 'inspect.limits', value: madeUpLimits(5) });
  await page.addInitScript(() => {
    window.addEventListener('keydown', () => sessionStorage.setItem('keys', String(Number(sessionStorage.getItem('keys') ?? 0) + 1)), true);
  });
  await openJob(page, job.id, 'makeReady');
  for (const [sheet, text, places] of [
    ['Run-out', '.012', 3 * ANGLES.length],
    ['Pins', '53.981', 4 * 4],
  ] as const) {
    await page.getByRole('button', { name: sheet, exact: true }).click();
    await page.getByLabel('Reading of the gauge in mm').click();
    for (let i = 0; i < places; i += 1) {
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
    }
    await expect(page.getByText('Every place is read')).toBeVisible();
  }
  await expect.poll(async () => (await shop.sheet(job.id)).measurements.length).toBe(24 + 16);
  // The figure of ./tare bench inspect: the needle at 24 places, a size at 16, Enter behind each.
  expect(await page.evaluate(() => Number(sessionStorage.getItem('keys')))).toBe(24 * 5 + 16 * 7);
});
