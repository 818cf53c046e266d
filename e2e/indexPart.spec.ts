import { addPlanes, fromPolar, toPlanes, toPolar, type PlaneUnbalance } from '@tare/core';
import { expect, test } from './app.js';
import { openJob } from './bench.js';

test('a clutch cover is read in two positions, and put where it sits best', async ({ page, shop }) => {
  const job = await shop.ready('inline4');
  const machineId = await shop.gramMachine();
  const { planes } = job.spec.crank;
  const rest: PlaneUnbalance = { aGmm: fromPolar(3 * planes.radiusAMm, 178), bGmm: fromPolar(14 * planes.radiusBMm, 20) };
  /** Overhung behind the rear plane, turned by so much. */
  const totalAt = (deg: number): PlaneUnbalance => addPlanes(rest, toPlanes(fromPolar(1000, 70 + deg), planes.zBMm + 60, planes));
  const worst = (deg: number): number => {
    const { aGmm, bGmm } = totalAt(deg);
    return Math.max(toPolar(aGmm).amount / planes.radiusAMm, toPolar(bGmm).amount / planes.radiusBMm);
  };
  const allowed = [0, 1, 2, 3, 4, 5, 6, 7].map((k) => k * 45);
  const best = allowed.reduce((x, y) => (worst(y) < worst(x) ? y : x));

  await shop.readOff(job.id, machineId, totalAt(0), { mounted: { crank: 0, clutchCover: 0 } });
  await openJob(page, job.id, 'spin');
  await page.getByText(/^Mounted: crank, clutch cover/).click();
  await page.getByText('Turn a part until it sits best').click();
  const positions = page.getByLabel('Its positions: how many, or their angles');
  await positions.fill('2,5');
  await expect(page.getByText('A part has a whole number of positions, not 2.5.')).toBeVisible();
  await positions.fill('8');
  await expect(page.getByText('Turn the clutch cover to 180° from its mark, and spin.')).toBeVisible();
  await page.getByRole('button', { name: 'It goes on so' }).click();
  await expect(page.getByText('Mounted: crank, clutch cover turned by 180°: another set-up than last time')).toBeVisible();

  await shop.readOff(job.id, machineId, totalAt(180), { mounted: { crank: 0, clutchCover: 180 } });
  await expect(page.getByText(`The clutch cover sits best at ${best}°`)).toBeVisible();
  const table = page.getByRole('table', { name: 'Positions of the clutch cover' });
  await expect(table.getByRole('row')).toHaveCount(9);
  for (const deg of allowed) {
    const [, b] = await table
      .getByRole('row', { name: new RegExp(`^${deg}°`) })
      .getByRole('cell')
      .allTextContents();
    // The display rounds to a tenth of a gram and to a degree.
    expect(Math.abs(Number(/^[\d.]+/.exec(b!)![0]) - toPolar(totalAt(deg).bGmm).amount / planes.radiusBMm)).toBeLessThan(0.5);
  }
  await expect(page.getByText('That leaves nothing to check with')).toBeVisible();
  await page.getByRole('button', { name: 'It goes on so' }).click();
  await expect(page.getByLabel('The clutch cover is turned by')).toHaveValue(String(best));
  // What it reads there is what was said of it: it counts, and nothing is asked.
  await shop.readOff(job.id, machineId, totalAt(best), { mounted: { crank: 0, clutchCover: best } });
  await expect(page.getByText('From 3 positions.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'What happened?' })).toHaveCount(0);
});
