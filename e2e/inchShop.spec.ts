import { randomUUID } from 'node:crypto';
import { expect, test } from './app.js';
import { bench, comeToTheBench, correctUntilInside, doAsPlanned, spinAsAsked, spinNow, spinOnStandIn } from './bench.js';
import { MOUNTING_CHECKS } from '@tare/core';

const OUNCE_G = 28.349523125;

test('an inch shop takes a V8 from new job to card without a metric number', async ({ page, shop }) => {
  // Somebody of this test's own: what units one likes is remembered, and others work here too.
  const name = 'Hesper Quill';
  await shop.send('POST shop/people', {}, { id: randomUUID(), name, role: 'balancing, in inches' });
  await comeToTheBench(page, name);

  await test.step('says once in which units it works', async () => {
    await page.getByRole('button', { name }).click();
    await page.getByRole('menuitem', { name: 'My units' }).click();
    const units = page.getByRole('dialog', { name: 'My units' });
    await units.getByRole('button', { name: /^Inch shop/ }).click();
    await expect(units.getByLabel('Lengths')).toHaveValue('inch');
    await units.getByLabel('Weights').selectOption('inch');
    await expect(units.getByLabel('Weights')).toHaveValue('inch');
    await units.getByRole('button', { name: 'Close' }).click();
  });

  await test.step('starts the job in inches and ounces', async () => {
    await page.getByRole('link', { name: 'New job' }).click();
    await page.getByLabel('Customer', { exact: true }).fill('Odd Hexley');
    await page.getByLabel('Engine', { exact: true }).fill('Dorvell marine V8, in inches');
    const stroke = page.getByLabel('Stroke');
    await expect(stroke).toHaveValue('3.4646');
    await stroke.fill('38 lb·ft');
    await page.getByLabel('Redline').fill('5400');
    await expect(page.getByText('A length is wanted; 38 lb·ft is a torque.')).toBeVisible();
    await stroke.fill('3.48');
    await page.getByLabel('Rod length, centre to centre').fill('5 7/8');
    await expect(page.getByText('= 5.875 in (149.225 mm)')).toBeVisible();
    await page.getByLabel('Throw to throw').fill('4.40 + 0.030');
    await expect(page.getByText('= 4.43 in (112.522 mm)')).toBeVisible();
    await page.getByLabel('How the spin’s tolerance is stated').selectOption({ label: 'oz·in in each plane' });
    await page.getByLabel('Tolerance, each plane').fill('0.12');
    await page.getByLabel('Matching: largest − smallest').fill('0.035');
    await page.getByLabel('The customer’s prints in').selectOption('inch');
    await page.getByRole('button', { name: 'Start the job' }).click();
    await expect(page).toHaveURL(/jobs\/[0-9a-f-]{36}/);
  });
  const jobId = /jobs\/([^/]+)\//.exec(`${page.url()}/`)![1]!;

  await test.step('what was typed stands in the form again, and is kept in core units', async () => {
    const { spec } = await shop.sheet(jobId);
    expect(spec).toMatchObject({ strokeMm: 88.392, rodLengthMm: 149.225, tolerance: { school: 'ozinPerPlane', value: 0.12 }, printIn: 'inch' });
    expect(spec.matchToleranceG).toBeCloseTo(0.035 * OUNCE_G, 9);
    expect(spec.said).toMatchObject({ strokeMm: '3.48 in', rodLengthMm: '5 7/8 in' });
    await bench(page, 'Engine');
    await expect(page.getByLabel('Rod length, centre to centre')).toHaveValue('5 7/8');
    await bench(page, 'Weigh');
  });

  await test.step('weighs the pistons in ounces', async () => {
    await page.getByLabel('Ask for the zero').uncheck();
    await page.getByLabel('Placements').selectOption('1');
    const reading = page.getByLabel('Reading in oz');
    for (const said of ['21.588', '21.588', '1 lb 5.588 oz', '21.588', '21.588', '21.588', '21.588', '21.588']) {
      await reading.fill(said);
      await page.keyboard.press('Enter');
      await expect(reading).toHaveValue('');
    }
    await expect(page.getByText('Pistons have all their placements.')).toBeVisible();
    const job = await shop.sheet(jobId);
    for (const { valueG } of job.readings) expect(valueG).toBeCloseTo(21.588 * OUNCE_G, 6);
    expect(Object.values(job.said)).toContainEqual({ valueG: '1 lb 5.588 oz' });
    await shop.weigh(job, ({ kind }) => kind !== 'piston');
  });

  await test.step('builds the bobs by ounces', async () => {
    await bench(page, 'Bob weights');
    await page.getByRole('tab', { name: 'Build and weigh in' }).click();
    for (let pin = 1; pin <= 4; pin += 1) {
      const row = page.getByRole('listitem').filter({ has: page.getByLabel(`Bob ${pin}, whole`) });
      const grams = Number(/Bob \d+\s*([\d.]+) g/.exec((await row.textContent())!)![1]!);
      await page.getByLabel(`Bob ${pin}, whole`).fill((grams / OUNCE_G).toFixed(4));
      await page.keyboard.press('Enter');
      await expect(row.getByText('accepted: +0.00 g')).toBeVisible();
    }
    await page.getByRole('tab', { name: 'Mount' }).click();
    const boxes = page.getByRole('region', { name: 'Mounting' }).getByRole('checkbox');
    await expect(boxes).toHaveCount(4 * MOUNTING_CHECKS.length);
    for (const box of await boxes.all()) await box.click();
    await page.getByRole('button', { name: 'Bobs are built and mounted' }).click();
  });

  await test.step('spins, and reads where it drills in inches', async () => {
    await page.getByRole('link', { name: 'On to the spin' }).click();
    await spinOnStandIn(page);
    await spinNow(page, 1);
    await expect(page.getByText(/\d+\.\d lbf at 5400 rpm/).first()).toBeVisible();
    await spinAsAsked(page);
    await page.getByRole('link', { name: 'On to the correction' }).click();
    await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
    const first = page.getByRole('listitem').filter({ hasText: /^1\. Drill/ });
    await expect(first).toContainText(/bit, \d\.\d{3} in to the shoulder/);
    const planned = /Planned (\d\.\d{3})/.exec((await first.textContent())!)![1]!;
    await first.getByLabel('Depth measured').fill(planned);
    await first.getByRole('button', { name: 'Drilled', exact: true }).click();
    await expect(first).toHaveCount(0);
    const [hole] = (await shop.sheet(jobId)).holes;
    expect(hole!.depthMm).toBeCloseTo(Number(planned) * 25.4, 6);
    await doAsPlanned(page);
    await page.getByRole('link', { name: 'Spin again', exact: true }).click();
    await spinNow(page, (await shop.sheet(jobId)).spins.length + 1);
    await correctUntilInside(page, 8);
  });

  await test.step('signs, and the card is in inches', async () => {
    await page.getByRole('link', { name: 'On to the sign-off' }).click();
    await page.getByRole('button', { name: 'Sign off' }).click();
    const card = page.getByRole('article');
    await expect(card).toContainText(`Signed off by ${name}`);
    await expect(card.getByRole('table', { name: /^Unbalance/ })).toContainText(/\d\.\d\d g at 3\.\d+ in/);
    await expect(card.getByRole('table', { name: 'Metal taken and brought' })).toContainText(/\d\.\d{3} in × \d\.\d{3} in/);
    expect((await card.textContent())!).not.toMatch(/\d mm\b/);
  });
});
