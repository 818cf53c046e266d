import { madeUpBoreLimits } from '@tare/core/testing';
import type { Locator } from '@playwright/test';
import { expect, test } from './app.js';
import { openJob, openSheet } from './bench.js';

test('a block whose third cylinder decides: the customer’s word, the boring, other pistons weighed anew and each given its bore', async ({
  page,
  shop,
}) => {
  const job = await shop.ready('inline4');
  const rings = [{ name: 'top', lowMm: 0.35, highMm: 0.55 }];
  await shop.decide(job, { subject: 'bores.limits', value: { ...madeUpBoreLimits, rings } });
  const bore = async (cylinder: number, mm: number, after: string | null = null): Promise<void> => {
    for (const depth of [1, 2, 3])
      for (const angleDeg of [0, 90])
        await shop.measure(job.id, { feature: `bore.${cylinder}`, quantity: 'boreSize', depth, angleDeg, indicationMm: mm, afterWorkId: after });
  };
  for (const [i, mm] of [92.03, 92.05, 92.31].entries()) await bore(i + 1, mm);
  await openJob(page, job.id, 'makeReady');
  await openSheet(page, 'Bores and pistons', 'Bores');
  const field = page.getByLabel('Reading of the gauge in mm');
  await test.step('the last bore by keys, one reading in inches asked about', async () => {
    await field.click();
    await page.keyboard.type('3.6236');
    await page.keyboard.press('Enter');
    await expect(page.getByText('In inches it would be 92.039 mm.', { exact: false })).toBeVisible();
    await field.fill('');
    for (const mm of ['92.04', '92.04', '92.035', '92.04', '92.03', '92.03']) {
      await page.keyboard.type(mm);
      await page.keyboard.press('Enter');
    }
  });
  await test.step('what was heard of a cylinder is held against the others, and more held than put in is no leak', async () => {
    await openSheet(page, 'Bores and pistons', 'Evidence');
    const cylinder = (n: number): Locator => page.getByRole('listitem').filter({ hasText: `Cylinder ${n}` });
    const pressure = async (n: number, what: string, text: string): Promise<void> => {
      await cylinder(n).getByLabel(what).fill(text);
      await cylinder(n).getByLabel(what).press('Enter');
    };
    for (const n of [1, 2, 3]) await pressure(n, 'put in', '7');
    await pressure(1, 'held', '8');
    await expect(page.getByText('Cylinder 1: more pressure is held than was put in.')).toBeVisible();
    for (const [n, held] of [
      [1, '6.4'],
      [2, '6.3'],
      [3, '4.2'],
    ] as const) {
      await pressure(n, 'held', held);
      await expect(cylinder(n)).toContainText('%');
    }
    await cylinder(3).getByLabel('heard').selectOption('at the breather');
    await expect(cylinder(3)).toContainText('It leaks 40 % where the others leak about 9 %. That suggests air past the rings');
    await openSheet(page, 'Bores and pistons', 'Bores');
  });
  const desk = page.getByRole('region', { name: 'The oversize' });
  await expect(page.getByRole('row', { name: /^Bore 3/ })).toContainText('bore');
  await expect(desk).toContainText('All together 0.50 mm over; cylinder 3 decides. The set costs 320, 1 in stock.');
  await expect(desk).toContainText('Or a sleeve in cylinder 3 and 0.25 mm over for the rest, together for 390, against 320.');
  await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('bores not decided');
  await test.step('asked, agreed, bored', async () => {
    const word = desk.getByRole('form', { name: 'The customer’s word' });
    await word.getByLabel('Asked whom').fill('Hob Ferrand');
    await word.getByRole('button', { name: 'They agreed' }).click();
    await expect(desk).toContainText('Hob Ferrand agreed to 0.50 mm over on');
    await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('waits for the bores');
    await desk.getByRole('button', { name: 'All were bored 0.50 mm over: measure them again' }).click();
    // Four pistons and four sets of rings are others: their weights are open again.
    await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('24 of 32 weighed');
  });
  const sizes = [92.45, 92.457, 92.446, 92.455];
  await test.step('not honed before the pistons are measured; then each bore to its own, a ring filed to what its gap will be', async () => {
    const hone = page.getByRole('region', { name: 'Finish honing' });
    const done = hone.getByRole('button', { name: 'All were finish honed: measure them again' });
    await expect(hone).toContainText('pistons 1, 2, 3, 4 are not measured');
    await expect(done).toBeDisabled();
    await page.getByText(/^Torque plate and temperature/).click();
    const held = page.getByRole('form', { name: 'How the block was held' });
    await held.getByLabel('Torque plate').selectOption('torqued on');
    await held.getByLabel('Its torque').fill('74 lb·ft');
    await held.getByRole('button', { name: 'Keep this' }).click();
    await expect(page.getByText('Torque plate and temperature: a plate')).toBeVisible();
    const [bored] = (await shop.sheet(job.id)).works;
    for (const [i, mm] of sizes.entries())
      await shop.measure(job.id, { feature: `piston.${i + 1}`, quantity: 'pistonSize', indicationMm: mm, afterWorkId: bored!.id });
    for (const n of [1, 2, 3, 4]) await bore(n, 92.45, bored!.id);
    await expect(hone.getByRole('row', { name: /^1 / })).toContainText('mm');
    await shop.measure(job.id, { feature: 'bore.2', quantity: 'ringGap', depth: 1, indicationMm: 0.15, afterWorkId: bored!.id });
    await openSheet(page, 'Bores and pistons', 'Ring gaps');
    const gap = page.getByRole('list', { name: 'What of the ring gaps' }).getByRole('listitem');
    await expect(gap).toContainText('once honed');
    await gap.getByRole('button', { name: 'It was filed: measure it again' }).click();
    await expect.poll(async () => (await shop.sheet(job.id)).works.map(({ work }) => work.kind)).toEqual(['bore', 'fileRing']);
    await openSheet(page, 'Bores and pistons', 'Bores');
    await done.click();
    await expect(hone).toHaveCount(0);
  });
  await test.step('measured again, each piston is given its bore', async () => {
    const honed = (await shop.sheet(job.id)).works.at(-1)!;
    for (const [i, mm] of [92.504, 92.511, 92.508, 92.515].entries()) await bore(i + 1, mm, honed.id);
    await page.getByRole('button', { name: 'Pistons', exact: true }).click();
    await expect(page.getByText('The furthest off the middle: 0.003 mm. No other way of placing them comes closer.')).toBeVisible();
    await expect(page.getByRole('row', { name: /^1 3 ←/ })).toContainText('0.058');
    await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('measured and judged');
  });
});
