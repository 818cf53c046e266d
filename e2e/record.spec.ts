import { addPlanes, effectOfCuts, fromPolar, metalNow, scalePlanes, toPlanes, type PlaneUnbalance, type RadialCut } from '@tare/core';
import type { JobSheet } from '@tare/contract';
import { expect, test } from './app.js';
import { bench, confirmCautions, openJob } from './bench.js';

/** What the cranks of these journeys are heavy by. */
const own = ({ spec: { crank } }: JobSheet): PlaneUnbalance => ({
  aGmm: fromPolar(24 * crank.planes.radiusAMm, 178),
  bGmm: fromPolar(18 * crank.planes.radiusBMm, 2),
});
const holeIn = ({ spec: { crank } }: JobSheet, at: number, depthMm: number): RadialCut => {
  const { id, arcCentreDeg } = crank.counterweights.at(at)!;
  return { kind: 'radial', counterweightId: id, angleDeg: arcCentreDeg, bitMm: 14, pointAngleDeg: 118, depthMm };
};
const after = ({ spec: { crank } }: JobSheet, before: PlaneUnbalance, ...cuts: readonly RadialCut[]): PlaneUnbalance =>
  addPlanes(before, effectOfCuts(metalNow(crank, []), cuts));

test('a first reading is typed twice, and one that was mistyped all the same is voided', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await openJob(page, job.id, 'spin');
  await page.getByLabel('Spun on').selectOption(machineId);
  await confirmCautions(page);
  const typeIn = async (first: string, values: readonly string[]): Promise<void> => {
    for (const [i, name] of ['A', 'angle in A', 'B', 'angle in B'].entries())
      await page.getByLabel(`${first}, ${name}`, { exact: true }).fill(values[i]!);
  };
  const spins = page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row');

  await test.step('the second time says that the first was a slip', async () => {
    await typeIn('Reading 1', ['360', '178', '18.0', '2']);
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await expect(page.getByText('Nothing can contradict this first reading.')).toBeVisible();
    await typeIn('Once more', ['36.0', '178', '18.0', '2']);
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await expect(page.getByText('A is not the same both times.')).toBeVisible();
    await page.reload();
    await page.getByLabel('Spun on').selectOption(machineId);
    await expect(page.getByLabel('Reading 1, A', { exact: true })).toHaveValue('360');
  });

  await test.step('typed wrongly twice, it is voided, and the next is as received', async () => {
    await confirmCautions(page);
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await typeIn('Once more', ['360', '178', '18.0', '2']);
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await expect(spins).toHaveCount(2);
    await page.getByText('Photos, put right, void').click();
    await page.getByRole('button', { name: 'Void spin 1' }).click();
    await page.getByRole('button', { name: 'misread' }).click();
    await expect(page.getByRole('table', { name: 'Spins', exact: true })).toHaveCount(0);
    await shop.readOff(job.id, machineId, own(job));
    await page.reload();
    await expect(spins.last()).toContainText('as received');
    await expect(spins.last()).toContainText('24.0');
    expect((await shop.sheet(job.id)).voids).toMatchObject([{ reason: 'misread' }]);
  });
});

test('a hole that nobody logged is noticed, found among what may have happened, and logged', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await shop.readOff(job.id, machineId, own(job));
  const [known, unlogged] = [holeIn(job, 0, 14), holeIn(job, 2, 13)];
  await shop.logCut(job.id, known);
  await shop.readOff(job.id, machineId, after(job, own(job), known, unlogged));
  await openJob(page, job.id, 'correct');
  const asked = page.getByRole('region', { name: 'What happened?' });
  await expect(asked.getByRole('heading', { name: 'Spin 2 does not fit what was known. What happened?' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take this plan to the drill' })).toHaveCount(0);
  const stories = asked.getByRole('radio');
  await expect(stories.first()).toBeVisible();
  expect(await stories.evaluateAll((all) => all.filter((one) => (one as HTMLInputElement).checked).length)).toBe(0);
  await asked.getByLabel(/^A cut is not logged: CW 3, about \d+\.\d g/).check();
  await asked.getByRole('link', { name: 'Log the cut in CW 3 as it really is' }).click();
  const form = page.getByRole('form', { name: 'A cut as it really is' });
  await form.getByLabel('Bit').fill('14');
  await form.getByLabel('Depth measured, to the shoulder').fill('13');
  await form.getByLabel('At, from crankpin 1').fill(String(unlogged.angleDeg));
  await expect(form.getByLabel('What it would do')).toContainText(/Takes \d+\.\d g\. It would leave A \d/);
  await form.getByRole('button', { name: 'Log this cut' }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByText('Heavy spots, from 2 spins and the cuts between them')).toBeVisible();
  const { holes, spins } = await shop.sheet(job.id);
  expect(holes.map(({ afterSpinId }) => afterSpinId)).toEqual([spins[0]!.id, spins[0]!.id]);
});

test('a cover that was mounted between two spins is asked for, and nothing is averaged', async ({ page, shop }) => {
  const job = await shop.ready('inline4');
  const machineId = await shop.gramMachine();
  const { planes } = job.spec.crank;
  const cover = toPlanes(fromPolar(1500, 70), planes.zBMm + 60, planes);
  await shop.readOff(job.id, machineId, own(job));
  await shop.readOff(job.id, machineId, own(job));
  await shop.readOff(job.id, machineId, addPlanes(own(job), cover));
  await openJob(page, job.id, 'spin');
  const asked = page.getByRole('region', { name: 'What happened?' });
  await asked.getByLabel('Something was bolted on or taken off that is not on record.').check();
  await asked.getByRole('button', { name: 'Yes, that is what happened' }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row').last()).toContainText('something else');
  // The next spin says what is mounted as the last had it.
  await page.getByLabel('Spun on').selectOption(machineId);
  await expect(page.getByText(/^Mounted:/)).toContainText('something else: the same as last time');
});

test('a spin that is voided after the signature opens the job again', async ({ page, shop }) => {
  const job = await shop.ready('inline4');
  const machineId = await shop.gramMachine();
  const nearly = scalePlanes(own(job), 0.01);
  await shop.readOff(job.id, machineId, nearly);
  await shop.readOff(job.id, machineId, nearly);
  await openJob(page, job.id, 'signOff');
  await page.getByRole('button', { name: /^Sign/ }).click();
  const rail = page.getByRole('navigation', { name: 'Benches of this job' });
  await expect(rail.getByRole('link', { name: /^Sign off/ })).toContainText('signed');
  await bench(page, 'Spin');
  await page.getByText('Photos, put right, void').last().click();
  await page.getByRole('button', { name: 'Void spin 2' }).click();
  await page.getByLabel('Something else', { exact: true }).fill('the belt slipped');
  await page.getByRole('button', { name: 'Void it' }).click();
  await expect(rail.getByRole('link', { name: /^Sign off/ })).toContainText('changed since');
});

test('two old holes are deepened by one’s own decision, and what should be left is said', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await shop.readOff(job.id, machineId, own(job));
  const holes = [holeIn(job, 0, 10), holeIn(job, -1, 10)];
  for (const hole of holes) await shop.logCut(job.id, hole);
  await shop.readOff(job.id, machineId, after(job, own(job), ...holes));
  await openJob(page, job.id, 'correct');
  await page.getByRole('button', { name: 'Log a cut of your own' }).click();
  const form = page.getByRole('form', { name: 'A cut as it really is' });
  await form.getByLabel('What was done').selectOption('redrill');
  for (const box of await form.getByRole('checkbox').all()) await box.check();
  await expect(form.getByText('Still to say: how much deeper.')).toBeVisible();
  await form.getByLabel('All of them deeper by').fill('3');
  await expect(form.getByLabel('What it would do')).toContainText(/Takes (\d+\.\d) g and \1 g\./);
  const foretold = /A (\d+\.\d+) g/.exec((await form.getByLabel('What it would do').textContent())!)![1]!;
  await form.getByRole('button', { name: 'Log these 2 cuts' }).click();
  await expect(page.getByText('Every cut so far (4)')).toBeVisible();
  await expect(page.getByRole('region', { name: 'What is known' })).toContainText(`A: ${foretold} g`);
  const sheet = await shop.sheet(job.id);
  expect(sheet.holes.slice(2).map(({ kind, depthMm }) => [kind, depthMm])).toEqual([
    ['redrill', 13],
    ['redrill', 13],
  ]);
});
