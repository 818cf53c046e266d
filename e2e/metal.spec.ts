import { expect, test } from './app.js';
import { bench, comeToTheBench, seriousOf } from './bench.js';
import { readyV8, sheetOf } from './readyV8.js';

test('the crank as metal: a no-drill arc and a hole it came with, pointed at; out to a file and in again', async ({ page, request }) => {
  const job = await readyV8(request, 'Saltwren V8, measured');
  await comeToTheBench(page);
  await page.goto(`/jobs/${job.id}/engine`);
  const metal = page.getByRole('region', { name: 'The crank as metal' });
  const map = metal.getByRole('img', { name: /Rim map/ });
  const pointAt = async (angleDeg: number): Promise<void> => {
    // The map's own units: 74 to the left of 0°, 720 a turn, 810 in all; CW 1 lies some way below its top.
    const box = (await map.boundingBox())!;
    const perUnit = box.width / 810;
    await map.click({ position: { x: (74 + (angleDeg / 360) * 720) * perUnit, y: 88 * perUnit } });
  };

  await test.step('two ends make an arc, a point makes a hole; both are drawn from the front', async () => {
    await metal.getByLabel('Pointing at the drawings means').selectOption('noDrill');
    await pointAt(170);
    await expect(metal.getByText(/From 1(69|70|71)(\.5)?°; now point at its other end, clockwise/)).toBeVisible();
    await pointAt(186);
    await metal.getByLabel('Pointing at the drawings means').selectOption('radial');
    await pointAt(205);
    await metal.getByLabel('Width', { exact: true }).fill('10');
    await metal.getByLabel('Depth', { exact: true }).fill('12,5');
    await expect(metal.getByRole('img', { name: 'CW 1 from the front: 1 hole, 1 no-drill arcs' })).toBeVisible();
    expect(await seriousOf(page)).toEqual([]);
  });

  await test.step('a flywheel of its own, with its own rules', async () => {
    await page.getByRole('button', { name: 'flywheel', exact: true }).click();
    await expect(page.getByLabel('Name of counterweight 7')).toHaveValue('Flywheel');
  });

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Metal to a file' }).click();
  const file = await (await download).path();

  await test.step('kept, it is in the job’s record', async () => {
    await page.getByRole('button', { name: 'Keep these figures' }).click();
    await expect(page.getByText('Kept. Everything that follows')).toBeVisible();
    const { crank } = (await sheetOf(request, job.id)).spec;
    expect(crank.found).toMatchObject([{ counterweightId: 'cw1', bitMm: 10, depthMm: 12.5 }]);
    expect(crank.counterweights[0]!.noDrill).toMatchObject([{ why: 'oil drilling' }]);
    expect(crank.counterweights[6]).toMatchObject({ kind: 'flywheel', drillFrom: 'face' });
  });

  await test.step('afresh from the layout it is gone; from the file it is there again', async () => {
    await page.getByRole('button', { name: 'Afresh from layout and stroke' }).click();
    await expect(metal.getByRole('img', { name: 'CW 1 from the front: 0 holes, 0 no-drill arcs' })).toBeVisible();
    await page.getByLabel('Crank file').setInputFiles(file);
    await expect(metal.getByRole('img', { name: 'CW 1 from the front: 1 hole, 1 no-drill arcs' })).toBeVisible();
    await page
      .getByLabel('Crank file')
      .setInputFiles({ name: 'half.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"tare-crank"') });
    await expect(page.getByText(/half\.json: The file is not JSON/)).toBeVisible();
  });
});

test('what the shop corrects with is written down once, and plans go by it', async ({ page }) => {
  await comeToTheBench(page);
  await page.getByRole('link', { name: 'Tools' }).click();
  await expect(page.getByText('Nobody wrote these down yet')).toBeVisible();
  await page.getByLabel('A pilot hole').fill('soon');
  await page.getByRole('button', { name: 'Keep these', exact: true }).click();
  await expect(page.getByText('▲ A pilot hole has to be a number.')).toBeVisible();
  await page.getByLabel('A pilot hole').fill('2,5');
  await page.getByLabel('The money’s name').fill('marks');
  await page.getByLabel('welding old holes shut').click();
  await expect(page.getByText('can leave at speed. Follow the crank maker’s')).toBeVisible();
  await page.getByLabel('welding old holes shut').click();
  expect(await seriousOf(page)).toEqual([]);
  await page.getByRole('button', { name: 'Keep these', exact: true }).click();
  await expect(page.getByText('Nobody wrote these down yet')).toHaveCount(0);
  await expect(page.getByLabel('A pilot hole')).toHaveValue('2.5');
  await page.goto('/');
  await page
    .getByRole('link', { name: /Dorvell marine V8/ })
    .first()
    .click();
  await bench(page, 'Correct');
  await expect(
    page
      .getByRole('radiogroup', { name: 'Which plan' })
      .getByText(/about \d+ min, \d+ marks/)
      .first(),
  ).toBeVisible();
});
