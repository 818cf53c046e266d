import { expect, test } from './app.js';
import { openJob, openSheet } from './bench.js';

test('pressed pins are stopped at the gate: not before piston, pin and rod are weighed and matched, overruled only in writing', async ({
  page,
  shop,
}) => {
  const job = await shop.job('inline3');
  await shop.decide(job, {
    subject: 'pins.limits',
    value: { way: 'pressed', rule: 'twoSided95', inRod: { lowMm: 0.02, highMm: 0.045 }, inPiston: { lowMm: 0.006, highMm: 0.014 } },
  });
  await openJob(page, job.id, 'makeReady');
  await openSheet(page, 'Bores and pistons', 'Piston pins');
  const field = page.getByLabel('Reading of the gauge in mm');
  await field.click();
  for (const mm of ['24.000', '24.010', '23.967']) {
    await page.keyboard.type(mm);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('row', { name: /^Cylinder 1/ })).toContainText('grips');
  await expect(page.getByRole('row', { name: /^Cylinder 1/ })).toContainText('0.033');
  const desk = page.getByRole('region', { name: 'Pressing' });
  await expect(desk).toContainText('Pins are not pressed before piston, pin and both ends of the rod are weighed and matched');
  await desk.getByLabel('Which way piston and rod face was seen, and their numbers').check();
  const press = desk.getByRole('button', { name: 'Pin 1 was pressed in' });
  await expect(press).toBeDisabled();
  await desk.getByLabel('Pressed all the same, because').fill('the customer weighed them himself');
  await press.click();
  await expect(desk.getByRole('button', { name: '✓ Pin 1' })).toBeDisabled();
  await expect(page.getByRole('row', { name: /^Cylinder 1/ })).toContainText('pressed');
  expect((await shop.sheet(job.id)).works.map(({ work }) => work)).toEqual([
    { kind: 'pressPin', cylinder: 1, crayonC: null, overruled: 'the customer weighed them himself' },
  ]);
  await test.step('and comes off again on a cradle', async () => {
    await desk.getByText('Press a pin off').click();
    await desk.getByLabel('The piston lay on').fill('a cradle for its crown');
    await desk.getByRole('button', { name: 'Piston 1 is off its pin' }).click();
    await expect(desk.getByRole('button', { name: 'Pin 1 was pressed in' })).toBeVisible();
  });
});
