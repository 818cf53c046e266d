import { expect, test } from './app.js';
import { bench, comeToTheBench, openJob, reloadOnceKept } from './bench.js';

test('parts are checked in; what is missing holds up the benches that need it', async ({ page }) => {
  await comeToTheBench(page);
  await page.getByRole('link', { name: 'New job' }).click();
  await page.getByLabel('Customer', { exact: true }).fill('Ness Ferry Trust');
  await page.getByLabel('Engine', { exact: true }).fill('Bramwick diesel four, checked in');
  await page.getByLabel('Layout', { exact: true }).selectOption({ label: 'Inline four, flat-plane crank' });
  await page.getByRole('button', { name: 'Start the job' }).click();
  await bench(page, 'Check in');
  await page.getByRole('button', { name: 'pistons: all 4 here' }).click();
  await expect(page.getByRole('row', { name: /^pistons/ })).toContainText('here');
  const rings = page.getByLabel('ring sets: found');
  await rings.fill('two');
  await expect(page.getByText('A whole number, please.')).toBeVisible();
  await rings.fill('3');
  await page.getByLabel('ring sets: condition').fill('one box opened');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('navigation', { name: 'Benches of this job' })).toContainText('1 of 7 here');
  await reloadOnceKept(page);
  await expect(rings).toHaveValue('3');
  await expect(page.getByLabel('ring sets: condition')).toHaveValue('one box opened');
  const rail = page.getByRole('navigation', { name: 'Benches of this job' });
  await expect(rail.getByRole('link', { name: /^Match/ })).toContainText('waits for pins and 3 more');
  await expect(rail.getByRole('link', { name: /^Spin/ })).toContainText('waits for the crank');
  await page.getByRole('button', { name: 'the crank: all 1 here' }).click();
  await expect(rail.getByRole('link', { name: /^Spin/ })).toContainText('not spun yet');
});

test('a tag’s address opens its part, and the part’s notes are kept', async ({ page, shop }) => {
  const job = await shop.job('v6Split60');
  await openJob(page, job.id, 'checkIn');
  // Paper is printed by the browser; here its making is enough.
  await page.evaluate(() => {
    window.print = () => undefined;
  });
  await page.getByRole('button', { name: 'Tags for the bags' }).click();
  await page.emulateMedia({ media: 'print' });
  const tags = page.getByRole('listitem').filter({ hasText: `job ${job.number}` });
  await expect(tags).toHaveCount(36);
  await expect(tags.first().locator('img')).toHaveAttribute('src', /^data:image\/png/);
  await page.emulateMedia({ media: 'screen' });

  await page.goto(`/jobs/${job.id}/weigh?kind=piston`);
  await page.getByRole('button', { name: 'Weigh piston 4' }).first().click();
  await page.getByText('Piston 4: its ledger').click();
  await page.getByLabel('Oversize (+) or undersize (−)').fill('0,25');
  await page.getByLabel('Oversize (+) or undersize (−)').blur();
  await page.getByLabel('To be replaced: another one comes in its place').click();
  await expect(page.getByRole('columnheader', { name: /4.*damaged/ })).toBeVisible();
  await page.getByLabel('Selected to, and kept together with').selectOption({ label: 'Pin 4' });
  await reloadOnceKept(page);
  await page.getByRole('button', { name: 'Weigh piston 4' }).first().click();
  await page.getByText('Piston 4: its ledger').click();
  await expect(page.getByLabel('Oversize (+) or undersize (−)')).toHaveValue('0.25');
  await expect(page.getByLabel('Selected to, and kept together with').locator('option:checked')).toHaveText('Pin 4');
});
