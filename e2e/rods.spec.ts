import { madeUpLimits, madeUpRodLimits } from '@tare/core/testing';
import type { Locator } from '@playwright/test';
import { expect, test } from './app.js';
import { bench, openJob, openSheet } from './bench.js';

const DIRECTIONS = [0, 45, 90, 135];
/** A worn big end: along, +45°, across, −45° at two depths. */
const WORN = ['56.530', '56.520', '56.504', '56.518', '56.527', '56.519', '56.503', '56.516'];

test('eight rods to the middle of their limits: one closed and honed, one past it with its way out, one whose cap is another’s', async ({
  page,
  shop,
}) => {
  const job = await shop.ready('v8Cross90');
  await shop.decide(job, { subject: 'inspect.limits', value: madeUpLimits(5) });
  await shop.decide(job, { subject: 'rods.limits', value: madeUpRodLimits });
  const bigEnd = async (rod: number, mm: number): Promise<void> => {
    for (const depth of [1, 2])
      for (const angleDeg of DIRECTIONS) await shop.measure(job.id, { feature: `rod.${rod}`, quantity: 'bigEnd', depth, angleDeg, indicationMm: mm });
  };
  for (const rod of [2, 3, 4, 5, 6, 7]) await bigEnd(rod, 56.506);
  await bigEnd(8, 56.53);
  await openJob(page, job.id, 'makeReady');
  await openSheet(page, 'Rods', 'Big ends');

  const torque = (step: string): Locator => page.getByRole('form', { name: `Torqued ${step}` });
  await test.step('one torque, in either unit; another one is stopped, and nothing is judged', async () => {
    await torque('to gauge').getByLabel('to gauge').fill('38 lb·ft');
    await torque('to gauge').getByLabel('with').fill('engine oil');
    await torque('to gauge').getByRole('button', { name: 'Torqued so to gauge' }).click();
    await expect(page.getByText('Rod bolts are torqued to 51.5 N·m with engine oil, so far to gauge')).toBeVisible();
    await page.getByText('Rod bolts are torqued to 51.5 N·m').click();
    await expect(page.getByRole('region', { name: 'Rod 8' })).toBeVisible();
    await torque('to hone').getByLabel('to hone').fill('61');
    await torque('to hone').getByRole('button', { name: 'Torqued so to hone' }).click();
    await expect(page.getByRole('alert')).toContainText('nothing is judged until one of them is put right');
    await expect(page.getByRole('region', { name: 'Rod 8' })).toHaveCount(0);
    await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('rod bolts: two torques');
    await torque('to hone').getByLabel('to hone ✓').fill('51.5');
    await torque('to hone').getByRole('button', { name: 'Keep this' }).click();
    await expect(page.getByRole('alert')).toHaveCount(0);
  });

  const rod1 = page.getByRole('row', { name: /^Rod 1/ });
  const field = page.getByLabel('Reading of the gauge in mm');
  const typeAll = async (sizes: readonly string[]): Promise<void> => {
    await field.click();
    for (const mm of sizes) {
      await page.keyboard.type(mm);
      await page.keyboard.press('Enter');
    }
  };
  await test.step('rod 1 by keys: closed by what its worst direction asks', async () => {
    await expect(page.getByRole('img', { name: 'Next: Rod 1, front, along, 0° from the beam' })).toBeVisible();
    await typeAll(WORN);
    await expect(rod1).toContainText('close');
    const desk = page.getByRole('region', { name: 'Rod 1', exact: true });
    await expect(desk).toContainText(
      'Rod 1: take 0.048 mm off the faces of its cap, decided at 45° to the beam; honed, it is about 0.024 mm shorter.',
    );
    await expect(page.getByText('Closing alone makes the rods differ by', { exact: false })).toBeVisible();
    await desk.getByRole('button', { name: 'Rod 1 was closed: measure it again' }).click();
    await expect(rod1).not.toContainText('close');
    // Weighed before, it is weighed anew: both its ends and the total.
    await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('61 of 64 weighed');
  });
  await test.step('honed, gauged, and honed for as long as the first stint tells', async () => {
    await typeAll(Array<string>(8).fill('56.484'));
    const desk = page.getByRole('region', { name: 'Rod 1', exact: true });
    await expect(desk).toContainText('Nobody knows yet what the hone takes a second');
    await desk.getByLabel('Honed for').fill('30');
    await desk.getByRole('button', { name: 'Rod 1 was honed: measure it again' }).click();
    await expect(rod1).not.toContainText('hone');
    await typeAll(Array<string>(8).fill('56.496'));
    // 0.012 mm in 30 s: 0.010 mm takes 25 s, stopped at 17.5.
    await expect(desk).toContainText('By what it took so far 25 s: stop at 18 s, turn it end for end, gauge it.');
    await desk.getByLabel('Honed for').fill('25');
    await desk.getByRole('button', { name: 'Rod 1 was honed: measure it again' }).click();
    await expect(rod1).not.toContainText('hone');
    await typeAll(Array<string>(8).fill('56.506'));
    await expect(rod1).toContainText('leave');
  });
  await test.step('rod 8 is past the limit: its ways out stand side by side', async () => {
    const desk = page.getByRole('region', { name: 'Rod 8', exact: true });
    await expect(desk).toContainText('take 0.062 mm off the faces of rod and cap together');
    await expect(desk).toContainText('Or shells 0.05 mm larger outside, 2 in stock, honed to fit; or another rod.');
  });
  await test.step('a cap that is another rod’s: out', async () => {
    const marks = page.getByRole('region', { name: 'Numbers, bolts and cracks' }).getByRole('listitem').filter({ hasText: 'Rod 3' });
    await marks.getByLabel('rod bears').fill('3');
    await marks.getByLabel('rod bears').press('Enter');
    await expect(marks).toContainText('Say what is stamped on its cap.');
    await marks.getByLabel('cap bears').fill('4');
    await marks.getByLabel('cap bears').press('Enter');
    await expect(page.getByRole('region', { name: 'Rod 3', exact: true })).toContainText('rod 3 and cap 4 do not belong together');
    await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('1 rod out');
    await marks.getByLabel('cap bears').fill('3');
    await marks.getByLabel('cap bears').press('Enter');
    await expect(page.getByRole('region', { name: 'Rod 3', exact: true })).toHaveCount(0);
  });
  await test.step('a closing that was not done is voided, and with it what it did to the weights', async () => {
    const sheet = await shop.sheet(job.id);
    expect(sheet.works.map(({ work }) => work.kind)).toEqual(['closeRod', 'honeRod', 'honeRod']);
    const rod = sheet.parts.find(({ kind, cylinder }) => kind === 'rod' && cylinder === 1)!;
    const open = (id: string): Promise<number> => shop.sheet(id).then(({ partCuts }) => partCuts.filter(({ partId }) => partId === rod.id).length);
    expect(await open(job.id)).toBe(3);
    await openSheet(page, 'Done', 'Work done');
    await page
      .getByRole('list', { name: 'Work on crank and rods' })
      .getByRole('listitem')
      .last()
      .getByRole('button', { name: 'Void this work' })
      .click();
    await page.getByRole('button', { name: 'it was not done' }).click();
    await expect.poll(() => open(job.id)).toBe(2);
  });
  await test.step('the card says how the rods were made ready', async () => {
    await bench(page, 'Sign off');
    const card = page.getByRole('article', { name: /^Balance card/ });
    await expect(card.getByText(/^Rod 1 was closed by 0\.048 mm, off its cap \(Ottoline Fasch/)).toBeVisible();
    await expect(card.getByText('Bolts are torqued to 51.5 N·m with engine oil.')).toBeVisible();
  });
});
