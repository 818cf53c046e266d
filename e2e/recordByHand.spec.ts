import { addPlanes, BALANCED, fromPolar, type PlaneUnbalance } from '@tare/core';
import type { JobSheet } from '@tare/contract';
import { expect, test } from './app.js';
import { confirmCautions, openJob } from './bench.js';
import { ShopApi } from './shopApi.js';

const heavyBy = ({ spec: { crank } }: JobSheet, aG: number, bG: number): PlaneUnbalance => ({
  aGmm: fromPolar(aG * crank.planes.radiusAMm, 178),
  bGmm: fromPolar(bG * crank.planes.radiusBMm, 2),
});

test('a needle is calibrated on the crank itself: its run without weights is the first spin, until a support moves', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const { planes } = job.spec.crank;
  const machineId = await shop.needleMachine();
  const own = heavyBy(job, 24, 18);
  const spins = page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row');
  await openJob(page, job.id, 'spin');
  await page.getByLabel('Spun on').selectOption(machineId);

  await test.step('where it lies, and what bolts on', async () => {
    await page.getByLabel('Left support at').fill(String(planes.zAMm - 30));
    await page.getByLabel('Right support at').fill(String(planes.zBMm + 30));
    await page.getByRole('button', { name: 'Keep these distances' }).click();
    await expect(page.getByText('supports at −225 mm and 225 mm')).toBeVisible();
  });

  await test.step('four runs, typed; the fourth says that the angle of another was not 266° but 166°', async () => {
    const trials = [
      BALANCED,
      { ...BALANCED, aGmm: fromPolar(20 * planes.radiusAMm, 90) },
      { ...BALANCED, bGmm: fromPolar(20 * planes.radiusBMm, 270) },
      { aGmm: fromPolar(20 * planes.radiusAMm, 180), bGmm: fromPolar(20 * planes.radiusBMm, 0) },
    ];
    const put = (run: number, name: string, value: number): Promise<void> =>
      page.getByLabel(`Run ${run}, ${name}`, { exact: true }).fill(String(value));
    await put(2, 'weight in A', 20);
    await put(2, 'its angle in A', 90);
    await put(3, 'weight in B', 20);
    await put(3, 'its angle in B', 270);
    const fourth = page.getByRole('listitem').filter({ hasText: 'Run 4: both weights, ends changed' });
    await expect(fourth).toContainText('Hang 20 g in A at 180° and 20 g in B at 0°.');
    await fourth.getByRole('button', { name: 'Write them in' }).click();
    for (const [i, trial] of trials.entries()) {
      const { a, b } = ShopApi.needleShows(addPlanes(own, trial));
      await put(i + 1, 'left reads', a.amount);
      await put(i + 1, 'left at', i === 2 ? (a.angleDeg + 100) % 360 : a.angleDeg);
      await put(i + 1, 'right reads', b.amount);
      await put(i + 1, 'right at', b.angleDeg);
    }
    const keep = page.getByRole('button', { name: 'Keep this calibration' });
    await expect(page.getByText('The four runs contradict one another').first()).toBeVisible();
    await keep.click();
    await expect(page.getByText('Press “Keep this calibration” again if all of it is as it was.')).toBeVisible();
    const { a } = ShopApi.needleShows(addPlanes(own, trials[2]!));
    await put(3, 'left at', a.angleDeg);
    await expect(page.getByText('The fourth run agrees with the other three.')).toBeVisible();
    await keep.click();
  });

  await test.step('the first of them is the first spin', async () => {
    const asItIs = page.getByRole('region', { name: 'The run as it is' });
    await expect(asItIs).toContainText('this crank as it came');
    await confirmCautions(page);
    await asItIs.getByRole('button', { name: 'Keep that run as the first spin' }).click();
    await expect(spins).toHaveCount(2);
  });

  await test.step('a support moves: the calibration holds here no longer, and the next spin is of another set-up', async () => {
    await page.getByText('How it lies in the machine').click();
    await page.getByLabel('Right support at').fill('195');
    await page.getByRole('button', { name: 'Keep these distances' }).click();
    await expect(page.getByText('supports at −225 mm and 195 mm')).toBeVisible();
    await page.getByText('How it lies in the machine').click();
    await expect(page.getByRole('button', { name: 'Keep this reading' })).toHaveCount(0);
    await page.getByLabel('Calibrated by').selectOption({ index: 1 });
    await expect(page.getByText(/Made in other planes or on other supports: its amounts may be \d+ % off/)).toBeVisible();
    await expect(page.getByText('Mounted: crank: another set-up than last time')).toBeVisible();
  });

  await test.step('a damper goes on: the supports carry it too', async () => {
    await page.getByText('Mounted: crank').click();
    await page.getByLabel('damper or pulley', { exact: true }).check();
    const { a, b } = ShopApi.needleShows(own);
    await confirmCautions(page);
    for (const which of [1, 2, 3])
      for (const [name, value] of [
        ['left', a.amount],
        ['angle left', a.angleDeg + which - 2],
        ['right', b.amount],
        ['angle right', b.angleDeg],
      ] as const)
        await page.getByLabel(`Reading ${which}, ${name}`, { exact: true }).fill(String(value));
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await expect(spins).toHaveCount(3);
    await page.getByText('How it lies in the machine').click();
    await expect(page.getByText(/Without the damper or pulley: nobody said how heavy it is/)).toBeVisible();
    await page.getByLabel('The damper or pulley weighs').fill('6.2');
    await page.getByLabel('The damper or pulley sits at').fill('-260');
    await page.getByRole('button', { name: 'Keep these masses' }).click();
    await expect(page.getByText(/Without the damper/)).toHaveCount(0);
  });
});

test('a hole of one’s own is pointed at from the front', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  await shop.readOff(job.id, await shop.gramMachine(), heavyBy(job, 24, 18));
  await openJob(page, job.id, 'correct');
  await page.getByRole('button', { name: 'Log a cut of your own' }).click();
  const form = page.getByRole('form', { name: 'A cut as it really is' });
  await form.getByText(/^Point at it/).click();
  const rim = form.getByRole('img', { name: /from the front/ });
  // Pointed at once more where the drawing grew meanwhile: the page is still being laid out when the form opens.
  await expect(async () => {
    const box = (await rim.boundingBox())!;
    // Half way to the rim at the foot of the drawing: 180°, clockwise from the front.
    await rim.click({ position: { x: box.width / 2, y: box.height * 0.8 } });
    await expect(form.getByLabel('At, from crankpin 1')).toHaveValue('180', { timeout: 1000 });
  }).toPass();
  await form.getByLabel('Bit').fill('14');
  await form.getByLabel('Depth measured, to the shoulder').fill('12');
  await expect(form.getByLabel('What it would do')).toContainText(/Takes \d+\.\d g/);
  await form.getByRole('button', { name: 'Log this cut' }).click();
  await expect(form).toHaveCount(0);
  expect((await shop.sheet(job.id)).holes).toMatchObject([{ kind: 'radial', angleDeg: 180, bitMm: 14, depthMm: 12 }]);
});
