import { addPlanes, effectOfCuts, fromPolar, metalNow, type PlaneUnbalance } from '@tare/core';
import { loggedCut, type JobSheet } from '@tare/contract';
import { expect, test } from './app.js';
import { bench, confirmCautions, doAsPlanned, openJob } from './bench.js';

const own = ({ spec: { crank } }: JobSheet): PlaneUnbalance => ({
  aGmm: fromPolar(42 * crank.planes.radiusAMm, 184),
  bGmm: fromPolar(31 * crank.planes.radiusBMm, 15),
});

test('a weld that nobody logged is stopped before the drill, by a machine of which nobody said anything', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.blankMachine();
  const { planes } = job.spec.crank;
  await shop.readOff(job.id, machineId, own(job), { spread: true });
  await openJob(page, job.id, 'correct');
  const take = page.getByRole('button', { name: 'Take this plan to the drill' });
  const rail = page.getByRole('navigation', { name: 'Benches of this job' });

  await test.step('what the machine’s numbers are worth is asked for first', async () => {
    await expect(page.getByText('Two spins with known weights: the machine’s numbers may be 15 % off. About 10 minutes.')).toBeVisible();
    await expect(rail.getByRole('link', { name: /^Correct/ })).toContainText('waits for two weight spins');
    await expect(take).toHaveCount(0);
  });

  await test.step('two spins with weights that change ends, and there is a plan', async () => {
    await shop.readOffAsked(job.id, machineId, own(job), { spread: true });
    await page.reload();
    await expect(page.getByText(/The machine was checked on this crank with known weights: it shows 1\.0\d of what is there/)).toBeVisible();
    await take.click();
    await doAsPlanned(page);
  });

  await test.step('an old hole was welded shut since, and nobody wrote it down', async () => {
    const { holes, spec } = await shop.sheet(job.id);
    const left = addPlanes(own(job), effectOfCuts(metalNow(spec.crank, []), holes.map(loggedCut)));
    const welded = { ...left, aGmm: addPlanes(left, { aGmm: fromPolar(15.3 * planes.radiusAMm, 180), bGmm: { re: 0, im: 0 } }).aGmm };
    await shop.readOff(job.id, machineId, welded, { spread: true });
    await page.reload();
    await expect(page.getByRole('heading', { name: /does not fit what was known\. What happened\?/ })).toBeVisible();
    await expect(take).toHaveCount(0);
    await expect(rail.getByRole('link', { name: /^Sign off/ })).toContainText('waits');
  });
});

test('weights are refused with a reason, never with a blank one; half at most is planned, and the card says why', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.blankMachine();
  await shop.readOff(job.id, machineId, own(job), { spread: true });
  await openJob(page, job.id, 'spin');
  await page.getByText('Go on without known weights').click();
  const forThis = page.getByRole('button', { name: 'Go on for this reason' });
  await page.getByLabel('Another reason').fill('   ');
  await expect(forThis).toBeDisabled();
  await page.getByLabel('Another reason').fill('its nose is full of grease');
  await forThis.click();
  await expect(page.getByRole('region', { name: 'Spins with known weights' })).toHaveCount(0);
  // Nothing could contradict the first spin yet.
  await expect(page.getByText('Take the crank out, mount it again and spin once more', { exact: false }).first()).toBeVisible();
  await shop.readOffAsked(job.id, machineId, own(job), { spread: true });
  await page.reload();
  await bench(page, 'Correct');
  await expect(page.getByText(/No known weights on this job: its nose is full of grease/).first()).toBeVisible();
  const share = page.getByLabel('Take first').locator('option').first();
  await expect(share).toContainText(/as much as is safe now: A \d+ %, B \d+ %/);
  const percents = [...(await share.textContent())!.matchAll(/(\d+) %/g)].map(([, percent]) => Number(percent));
  expect(Math.max(...percents)).toBeLessThanOrEqual(50);
  await bench(page, 'Sign off');
  await expect(page.getByRole('article')).toContainText('No known weights: its nose is full of grease.');
});

test('off the scale and then readable: the readable one counts, the pinned one was a bound', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await openJob(page, job.id, 'spin');
  await page.getByLabel('Spun on').selectOption(machineId);
  const type = async (a: readonly string[], b: readonly string[]): Promise<void> => {
    await confirmCautions(page);
    for (const which of [1, 2, 3])
      for (const [name, value] of [
        ['A', a[which - 1]!],
        ['angle in A', '238'],
        ['B', b[which - 1]!],
        ['angle in B', '41'],
      ] as const)
        await page.getByLabel(`Reading ${which}, ${name}`, { exact: true }).fill(value);
    await page.getByRole('button', { name: 'Keep this reading' }).click();
  };
  const spins = page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row');
  await type(['>100', '>100', '>100'], ['61.0', '61.1', '60.9']);
  await expect(spins).toHaveCount(2);
  await expect(spins.last()).toContainText('>100');
  await type(['108.0', '108.2', '107.9'], ['61.0', '60.9', '61.1']);
  await expect(spins).toHaveCount(3);
  await expect(spins.nth(1)).toContainText('>100');
  await expect(spins.last()).toContainText(/108\.\d ± \d+\.\d+ @ 238/);
  await expect(page.getByRole('region', { name: 'What happened?' })).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Spins with known weights' })).toBeVisible();
});

test('the same spin typed by two people within a minute is asked about', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await openJob(page, job.id, 'spin', 'Bram Tewitt');
  await page.getByLabel('Spun on').selectOption(machineId);
  await confirmCautions(page);
  for (const [i, amount] of ['24.0', '24.1', '23.9'].entries())
    for (const [name, value] of [
      ['A', amount],
      ['angle in A', '178'],
      ['B', '18.0'],
      ['angle in B', '2'],
    ] as const)
      await page.getByLabel(`Reading ${i + 1}, ${name}`, { exact: true }).fill(value);
  const repeats = [24, 24.1, 23.9].map((amount) => ({ a: { amount, angleDeg: 178 }, b: { amount: 18, angleDeg: 2 } }));
  await shop.typed(job.id, { machineId, repeats });
  await page.getByRole('button', { name: 'Keep this reading' }).click();
  const asked = page.getByRole('group', { name: 'Another one, or the same?' });
  await expect(asked).toContainText(/Ottoline Fasch logged the same spin \d+ s ago\. Is yours another one, or the same\?/);
  // The other's spin comes to this page meanwhile; what was asked stays.
  await expect(page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row')).toHaveCount(2);
  await expect(asked).toBeVisible();
  await asked.getByRole('button', { name: 'The same: leave mine out' }).click();
  expect((await shop.sheet(job.id)).spins).toHaveLength(1);
});
