import { fromPolar } from '@tare/core';
import { expect, test } from './app.js';
import { bench, doAsPlanned, openJob, spinNow } from './bench.js';

test('plans side by side, the strips at 1:1, and a gain that is learned from the first cut', async ({ page, shop }) => {
  await test.step('known weights have checked the machine; the plans say what they cost and risk', async () => {
    // Read off, so that it is the same crank each time: it has more than one plan.
    const read = await shop.ready('v8Cross90');
    const { planes } = read.spec.crank;
    const machineId = await shop.gramMachine();
    const own = { aGmm: fromPolar(24 * planes.radiusAMm, 178), bGmm: fromPolar(18 * planes.radiusBMm, 2) };
    await shop.readOff(read.id, machineId, own);
    await shop.readOffAsked(read.id, machineId, own);
    await openJob(page, read.id, 'correct');
    const plans = page.getByRole('radiogroup', { name: 'Which plan' }).getByRole('radio');
    await expect(
      page.getByText(/The machine was checked on this crank with known weights: it shows \d\.\d\d of what is there, \d\.\d° (before|past) it, in A/),
    ).toBeVisible();
    await expect(plans.first()).toBeChecked();
    expect(await plans.count()).toBeGreaterThan(1);
    await expect(page.getByText('proposed')).toBeVisible();
    await expect(page.getByLabel('Take first').locator('option').first()).toContainText(/as much as is safe now: A \d+ %, B \d+ %/);
    await expect(page.getByRole('img', { name: /Plane A: \d+ of 150 tries end inside/ })).toBeVisible();
    const holes = page.getByRole('table', { name: 'Planned holes' });
    const proposed = (await holes.textContent())!;
    await plans.last().click();
    await expect(holes).not.toHaveText(proposed);
    await plans.first().click();
    await expect(holes).toHaveText(proposed);
  });

  const job = await shop.spun('inline4');
  await page.goto(`/jobs/${job.id}/correct`);

  await test.step('a strip’s crosses stand where the rim wants them, to a tenth of a millimetre', async () => {
    await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
    await expect(page.getByRole('button', { name: 'Drilled' }).first()).toBeVisible();
    await page.emulateMedia({ media: 'print' });
    // The paper goes when printing is done: here it stays until that is said.
    await page.evaluate(() => (window.print = () => undefined));
    await page.getByRole('button', { name: /Strips for the rims/ }).evaluate((button: HTMLElement) => button.click());
    const bar = page.getByRole('img', { name: 'A bar of 100 mm' });
    await expect(page.getByRole('heading', { level: 1, name: 'Correct' })).toBeHidden();
    const pxPerMm = 96 / 25.4;
    expect((await bar.boundingBox())!.width).toBeCloseTo(102 * pxPerMm, 0);
    const strips = page.locator('svg[data-mm-wide]');
    await expect(strips).not.toHaveCount(0);
    for (const strip of await strips.all()) {
      const box = (await strip.boundingBox())!;
      const wideMm = Number(await strip.getAttribute('data-mm-wide'));
      expect(box.width / pxPerMm).toBeCloseTo(wideMm, 1);
      for (const hole of await strip.locator('g[data-hole-mm]').all()) {
        const circle = (await hole.locator('circle').boundingBox())!;
        const fromMiddleMm = (circle.x + circle.width / 2 - box.x - box.width / 2) / pxPerMm;
        expect(Math.abs(fromMiddleMm - Number(await hole.getAttribute('data-hole-mm')))).toBeLessThan(0.1);
      }
    }
    await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
    await page.emulateMedia({ media: 'screen' });
    await expect(strips).toHaveCount(0);
  });

  await test.step('once it is drilled and spun again, the gain is known', async () => {
    await doAsPlanned(page);
    await page.getByRole('link', { name: 'Spin again', exact: true }).click();
    await spinNow(page);
    await bench(page, 'Correct');
    await expect(page.getByText('Heavy spots, from 4 spins and the cuts between them')).toBeVisible();
    await expect(page.getByText(/it shows (0\.9|1\.0)\d of what is there, \d\.\d° (before|past) it/).first()).toBeVisible();
  });
});
