import { expect, test } from './app.js';
import { comeToTheBench, openJob } from './bench.js';

test('the crank as metal: a no-drill arc and a hole it came with, pointed at; out to a file and in again', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  await openJob(page, job.id, 'engine');
  const metal = page.getByRole('region', { name: 'The crank as metal' });
  const map = metal.getByRole('img', { name: /Rim map/ });
  /** Points at CW 1 where the map's own scale says that angle is. */
  const pointAt = async (angleDeg: number): Promise<void> => {
    const middleOf = async (text: string): Promise<{ x: number; y: number }> => {
      const box = (await map.getByText(text, { exact: true }).boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    const [from, to, rim, corner] = [await middleOf('0°'), await middleOf('360°'), await middleOf('CW 1'), (await map.boundingBox())!];
    await map.click({ position: { x: from.x + (angleDeg / 360) * (to.x - from.x) - corner.x, y: rim.y - corner.y } });
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
    const { crank } = (await shop.sheet(job.id)).spec;
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

test('what the shop corrects with is written down once, and plans go by it', async ({ page, shop }) => {
  const job = await shop.spun('v8Cross90');
  await comeToTheBench(page);
  await page.getByRole('link', { name: 'Tools' }).click();
  await page.getByLabel('A pilot hole').fill('soon');
  await page.getByRole('button', { name: 'Keep these', exact: true }).click();
  await expect(page.getByText('▲ A pilot hole has to be a number.')).toBeVisible();
  await page.getByLabel('A pilot hole').fill('2,5');
  await page.getByLabel('The money’s name').fill('marks');
  await page.getByLabel('welding old holes shut').click();
  await expect(page.getByText('can leave at speed. Follow the crank maker’s')).toBeVisible();
  await page.getByLabel('welding old holes shut').click();
  await page.getByRole('button', { name: 'Keep these', exact: true }).click();
  await expect(page.getByText('Nobody wrote these down yet')).toHaveCount(0);
  await expect(page.getByLabel('A pilot hole')).toHaveValue('2.5');
  await page.goto(`/jobs/${job.id}/correct`);
  await expect(
    page
      .getByRole('radiogroup', { name: 'Which plan' })
      .getByText(/about \d+ min, \d+ marks/)
      .first(),
  ).toBeVisible();
});
