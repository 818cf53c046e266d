import {
  addPlanes,
  effectOfCuts,
  fromPolar,
  hungUnbalance,
  metalNow,
  scalePlanes,
  subtractPlanes,
  toPlanes,
  type PlaneUnbalance,
  type RadialCut,
} from '@tare/core';
import { loggedCut, type JobSheet } from '@tare/contract';
import { expect, test } from './app.js';
import { bench, confirmCautions, doAsPlanned, isPlanned, openJob } from './bench.js';

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

test('a first state is read three times on one screen: the odd one is named, and what was misread all the same is voided', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await openJob(page, job.id, 'spin');
  await page.getByLabel('Spun on').selectOption(machineId);
  await confirmCautions(page);
  const keep = page.getByRole('button', { name: 'Keep this reading' });
  const typeIn = async (which: number, values: readonly string[]): Promise<void> => {
    for (const [i, name] of ['A', 'angle in A', 'B', 'angle in B'].entries())
      await page.getByLabel(`Reading ${which}, ${name}`, { exact: true }).fill(values[i]!);
  };
  const spins = page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row');

  await test.step('ten times too much in one of the three is asked about where it stands; nothing typed is lost', async () => {
    await typeIn(1, ['36.0', '178', '18.0', '2']);
    await typeIn(2, ['360', '178', '18.1', '2']);
    await typeIn(3, ['36.1', '178', '18.0', '2']);
    await keep.click();
    await expect(page.getByText('Reading 2 lies far from the others.')).toBeVisible();
    await expect(spins).toHaveCount(0);
    await page.reload();
    await page.getByLabel('Spun on').selectOption(machineId);
    await expect(page.getByLabel('Reading 2, A', { exact: true })).toHaveValue('360');
  });

  await test.step('one reading typed three times is asked about too', async () => {
    await confirmCautions(page);
    for (const which of [1, 2, 3]) await typeIn(which, ['36.0', '178', '18.0', '2']);
    await keep.click();
    await expect(page.getByText('All readings are the same to the last digit.')).toBeVisible();
    await expect(spins).toHaveCount(0);
    await keep.click();
    await expect(spins).toHaveCount(2);
  });

  await test.step('misread all the same, it is voided, and the next is as received', async () => {
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
  await expect(form.getByLabel('What it would do')).toContainText(/Takes \d+\.\d g\. The crank would then have A \d/);
  await form.getByRole('button', { name: 'Log this cut' }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByText('Heavy spots, from 2 spins and the cuts between them')).toBeVisible();
  const { holes, spins } = await shop.sheet(job.id);
  expect(holes.map(({ afterSpinId }) => afterSpinId)).toEqual([spins[0]!.id, spins[0]!.id]);
});

for (const { name, drilledMm, loggedMm, story, left } of [
  { name: 'a depth that was mistyped', drilledMm: 14, loggedMm: 1.4, story: /its depth was logged as 1\.4 mm and is 14\.0 mm/, left: [14] },
  { name: 'a cut that was logged and never made', drilledMm: null, loggedMm: 14, story: /was logged and is not there/, left: [] },
])
  test(`${name} is found among what may have happened, and put right by one tap`, async ({ page, shop }) => {
    const job = await shop.ready('v8Cross90');
    const machineId = await shop.gramMachine();
    await shop.readOff(job.id, machineId, own(job));
    await shop.logCut(job.id, holeIn(job, 0, loggedMm));
    await shop.readOff(job.id, machineId, after(job, own(job), ...(drilledMm === null ? [] : [holeIn(job, 0, drilledMm)])));
    await openJob(page, job.id, 'spin');
    const asked = page.getByRole('region', { name: 'What happened?' });
    await asked.getByLabel(story).check();
    await asked.getByRole('button', { name: 'Yes, that is what happened' }).click();
    await expect(asked).toHaveCount(0);
    expect((await shop.sheet(job.id)).holes.map((hole) => hole.kind === 'radial' && hole.depthMm)).toEqual(left);
  });

test('a planned cut that nobody logged is asked for before the next spin, and a depth far from its plan is measured again', async ({
  page,
  shop,
}) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await shop.readOff(job.id, machineId, own(job));
  await shop.readOffAsked(job.id, machineId, own(job));
  await openJob(page, job.id, 'correct');
  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  const toDrill = page.getByRole('button', { name: 'Drilled', exact: true });
  await expect(toDrill.first()).toBeVisible();
  const planned = await toDrill.count();
  expect(planned).toBeGreaterThan(1);

  await test.step('two millimetres off are asked about once; said again, they are so', async () => {
    const depth = page.getByLabel('Depth measured').first();
    const plannedMm = Number(
      (await page
        .getByText(/^Planned \d+\.\d$/)
        .first()
        .textContent())!.slice(8),
    );
    const said = (plannedMm + 2).toFixed(1);
    await depth.fill(said);
    await toDrill.first().click();
    await expect(page.getByText(`Planned ${plannedMm.toFixed(1)} mm, said ${said} mm. Measure once more; if it is so, press again.`)).toBeVisible();
    await expect(toDrill).toHaveCount(planned);
    await toDrill.first().click();
    await expect(toDrill).toHaveCount(planned - 1);
    const [logged] = (await shop.sheet(job.id)).holes;
    expect(logged!.kind === 'bar' ? null : logged!.depthMm).toBeCloseTo(Number(said), 6);
  });

  await test.step('the others are asked for at the machine; logged there or not made, the crank may be spun', async () => {
    await bench(page, 'Spin');
    const asked = page.getByRole('region', { name: 'Planned and not logged' });
    await expect(asked.getByRole('listitem')).toHaveCount(planned - 1);
    await expect(page.getByRole('button', { name: 'Keep this reading' })).toHaveCount(0);
    await asked.getByRole('button', { name: 'Measured, as planned' }).first().click();
    await expect(asked.getByRole('listitem')).toHaveCount(planned - 2);
    if (planned > 2) await asked.getByRole('button', { name: /^(It was not|None of these was) made$/ }).click();
    await page.getByLabel('Spun on').selectOption(machineId);
    await expect(page.getByRole('button', { name: 'Keep this reading' })).toBeVisible();
    expect((await shop.sheet(job.id)).holes).toHaveLength(2);
  });
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
  await openJob(page, job.id, 'signOff');
  // It came inside: nobody has checked the machine on it yet.
  await expect(page.getByRole('button', { name: /^Sign/ })).toBeDisabled();
  await shop.readOffAsked(job.id, machineId, nearly);
  await page.reload();
  await page.getByRole('button', { name: /^Sign/ }).click();
  const rail = page.getByRole('navigation', { name: 'Benches of this job' });
  await expect(rail.getByRole('link', { name: /^Sign off/ })).toContainText('signed');
  await bench(page, 'Spin');
  await page.getByText('Photos, put right, void').last().click();
  const last = (await shop.sheet(job.id)).spins.length;
  await page.getByRole('button', { name: `Void spin ${last}` }).click();
  await page.getByLabel('Something else', { exact: true }).fill('the belt slipped');
  await page.getByRole('button', { name: 'Void it' }).click();
  await expect(rail.getByRole('link', { name: /^Sign off/ })).toContainText('changed since');
  await bench(page, 'Sign off');
  await expect(page.getByRole('article')).toContainText(/Put right on record.*Spin of .* voided by Ottoline Fasch, .*: the belt slipped/);
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
  const amountIn = (text: string | null): number => Number(/A:? (\d+\.\d+) g/.exec(text!)![1]!);
  const foretold = amountIn(await form.getByLabel('What it would do').textContent());
  await form.getByRole('button', { name: 'Log these 2 cuts' }).click();
  await expect(page.getByText('Every cut so far (4)')).toBeVisible();
  await expect(form).toHaveCount(0);
  expect(amountIn(await page.getByRole('region', { name: 'What is known' }).textContent())).toBeCloseTo(foretold, 1);
  const sheet = await shop.sheet(job.id);
  expect(sheet.holes.slice(2).map(({ kind, depthMm }) => [kind, depthMm])).toEqual([
    ['redrill', 13],
    ['redrill', 13],
  ]);
});

test('a needle machine, from off the scale to inside', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.needleMachine();
  const calibrationId = await shop.needleCalibration(machineId, job.spec.crank);
  const received = scalePlanes(own(job), 3);
  /** What is in the crank now: all its cuts off what it came with. */
  const now = async (): Promise<PlaneUnbalance> => {
    const { holes, spec } = await shop.sheet(job.id);
    return addPlanes(received, effectOfCuts(metalNow(spec.crank, []), holes.map(loggedCut)));
  };

  await test.step('a calibration of another crank is not taken without a word; off the scale is a bound', async () => {
    await openJob(page, job.id, 'spin');
    await page.getByLabel('Spun on').selectOption(machineId);
    await expect(page.getByLabel('Calibrated by')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Keep this reading' })).toHaveCount(0);
    await page.getByLabel('Calibrated by').selectOption(calibrationId);
    await expect(page.getByText(/Made on another crank in the same planes: good to 6 % within a tenth of 600 rpm/)).toBeVisible();
    await confirmCautions(page);
    for (const which of [1, 2, 3]) {
      await page.getByLabel(`Reading ${which}, left`, { exact: true }).fill('>100');
      await page.getByLabel(`Reading ${which}, right`, { exact: true }).fill('>100');
    }
    await page.getByRole('button', { name: 'Keep this reading' }).click();
    await expect(page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row').last()).toContainText(/off the scale|at least/);
    await expect(page.getByRole('link', { name: 'On to the sign-off' })).toHaveCount(0);
    await bench(page, 'Correct');
    await expect(page.getByRole('button', { name: 'Take this plan to the drill' })).toHaveCount(0);
  });

  await test.step('a few holes by eye bring it onto the scale', async () => {
    for (const at of [0, 1, -1, -2]) await shop.logCut(job.id, { ...holeIn(job, at, 30), bitMm: 20 });
    await shop.readNeedle(job.id, machineId, calibrationId, await now());
    await shop.readNeedleAsked(job.id, machineId, calibrationId, await now());
    await page.reload();
    await expect(page.getByRole('region', { name: 'What is known' })).toContainText(/A: \d+\.\d+ g at \d+ mm/);
  });

  await test.step('planned, drilled and read until it is inside', async () => {
    const onward = page.getByRole('link', { name: 'On to the sign-off' });
    const take = page.getByRole('button', { name: 'Take this plan to the drill' });
    for (let round = 0; round < 8 && !(await onward.isVisible()); round += 1) {
      if (await isPlanned(page)) {
        await take.click();
        await doAsPlanned(page);
      }
      await shop.readNeedle(job.id, machineId, calibrationId, await now());
      await shop.readNeedleAsked(job.id, machineId, calibrationId, await now());
      await page.reload();
      await expect(onward.or(take).first()).toBeVisible();
    }
    await expect(onward).toBeVisible();
  });
});

test('what hung, and what a spin showed, is put right by hand; a photo stays with it', async ({ page, shop }) => {
  const job = await shop.ready('inline4');
  const machineId = await shop.gramMachine();
  await shop.readOff(job.id, machineId, own(job));
  const { planes } = job.spec.crank;
  const piece = { name: '', massG: 24.8, deviationG: 0.05, at: 'A', zMm: planes.zAMm, radiusMm: planes.radiusAMm, angleDeg: 90 };
  await shop.readOff(job.id, machineId, subtractPlanes(own(job), hungUnbalance([piece], planes)), { hungPieces: [piece] });
  await openJob(page, job.id, 'spin');
  // The clamp never hung there: the spin read the bare crank, and does not fit.
  await expect(page.getByRole('region', { name: 'What happened?' })).toBeVisible();
  await page.getByText('Photos, put right, void').last().click();
  await page.getByRole('button', { name: 'Put spin 2 right' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Take weight 1 off' }).click();
  await expect(dialog.getByRole('button', { name: 'Nothing hung on it' })).toBeDisabled();
  await dialog.getByLabel('Why are the weights put right?').fill('taken off before the spin');
  await dialog.getByRole('button', { name: 'Nothing hung on it' }).click();
  await expect(page.getByRole('region', { name: 'What happened?' })).toHaveCount(0);

  await test.step('the reading itself, with a reason', async () => {
    await page.getByRole('button', { name: 'Put spin 2 right' }).click();
    await dialog.getByLabel('Reading 1, A', { exact: true }).fill('24.1');
    await expect(dialog.getByRole('button', { name: 'This is what it showed' })).toBeDisabled();
    await dialog.getByLabel('Why is it put right?').fill('read again from the photo');
    await dialog.getByRole('button', { name: 'This is what it showed' }).click();
    await expect(page.getByRole('table', { name: 'Spins', exact: true }).getByRole('row').last()).toContainText('24.03 @ 178');
  });

  await test.step('with the photo', async () => {
    await page.getByText('Photos, put right, void').last().click();
    const dot = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
    await page.getByLabel('Photo of spin 2').setInputFiles({ name: 'dial.png', mimeType: 'image/png', buffer: dot });
    await expect(page.getByRole('img', { name: /^spin 2, as Ottoline Fasch saw it/ })).toBeVisible();
    const { spins, photos } = await shop.sheet(job.id);
    expect(photos).toMatchObject([{ partId: null, entryId: spins.at(-1)!.id }]);
  });
});

test('a logged cut is put right by hand, and what should be left follows', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  await shop.readOff(job.id, machineId, own(job));
  await shop.logCut(job.id, holeIn(job, 0, 10));
  await openJob(page, job.id, 'correct');
  await page.getByText('Every cut so far (1)').click();
  await page.getByText('Photos, put right, void').click();
  await page.getByRole('button', { name: 'Put this cut right' }).click();
  const form = page.getByRole('form', { name: 'A cut as it really is' });
  await expect(form.getByLabel('Depth measured, to the shoulder')).toHaveValue('10');
  await form.getByLabel('Depth measured, to the shoulder').fill('14');
  await form.getByLabel('Why is it put right?').fill('measured again');
  const amountIn = (text: string | null): number => Number(/A:? (\d+\.\d+) g/.exec(text!)![1]!);
  const foretold = amountIn(await form.getByLabel('What it would do').textContent());
  await form.getByRole('button', { name: 'This is how it was made' }).click();
  await expect(form).toHaveCount(0);
  await expect.poll(async () => amountIn(await page.getByRole('region', { name: 'What is known' }).textContent())).toBeCloseTo(foretold, 1);
  const sheet = await shop.sheet(job.id);
  expect(sheet.holes.map(({ depthMm }) => depthMm)).toEqual([14]);
  expect(sheet.putRight).toMatchObject([{ what: 'cut', amended: true, reason: 'measured again' }]);
});
