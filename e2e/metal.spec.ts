import { addPlanes, effectOfCuts, fromPolar, metalNow, scalePlanes, toPlanes, USUAL_TOOLS, type KnownCut } from '@tare/core';
import { expect, test } from './app.js';
import { comeToTheBench, doAsPlanned, openJob } from './bench.js';

/** What the shop corrects with belongs to no job: each test leaves it as it found it. */
test.beforeEach(({ shop }) => shop.changeTools(() => USUAL_TOOLS));
test.afterEach(({ shop }) => shop.changeTools(() => USUAL_TOOLS));

/** A hole that the crank came with, in the rim, or in a face at so much radius. */
const hole = (id: string, counterweightId: string, angleDeg: number, inFace: { readonly radiusMm: number } | null = null): KnownCut => {
  const own = { id, counterweightId, angleDeg, pointAngleDeg: 118 };
  return inFace === null
    ? { kind: 'radial', ...own, bitMm: 16, depthMm: 22, zMm: null }
    : { kind: 'face', ...own, bitMm: 20, depthMm: 10, face: 'front', ...inFace };
};

test('an over-drilled crank is welded, spun, and what is then too much drilled back', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const found = [hole('front', 'cw1', 172), hole('rear', 'cw6', 8)];
  await shop.changeCrank(job.id, (crank) => ({ ...crank, found }));
  await shop.changeTools((tools) => ({ ...tools, means: { ...tools.means, welding: true } }));
  // Seven tenths of what both holes took are missing, and a little across that no weld brings.
  const { crank } = job.spec;
  const took = effectOfCuts(metalNow(crank, []), found);
  await shop.typedSpin(job.id, addPlanes(scalePlanes(took, 0.7), toPlanes(fromPolar(160, 100), 0, crank.planes)));
  await openJob(page, job.id, 'correct');
  await page.getByLabel('Take first').selectOption('100');
  await page.getByLabel('heavy metal too, where drilling is not enough').uncheck();
  const plan = page.getByRole('table', { name: 'Planned holes' });
  await expect(plan.getByText(/weld the hole shut in it: 16 × 22\.0 mm now/)).toHaveCount(2);
  await expect(plan.getByText('Spin here, and plan the rest from that')).toBeVisible();
  await expect(page.getByText(/Cannot be done by drilling alone: 2 old holes welded shut at CW 1 and CW 6/)).toBeVisible();

  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  await expect(page.getByText('a welded-over hole can open at speed', { exact: false })).toBeVisible();
  await expect(page.getByText('Spin before anything below is drilled')).toBeVisible();
  for (let welded = 0; welded < 2; welded += 1) {
    await page.getByRole('button', { name: 'Measured, as planned' }).first().click();
    await expect(page.getByText('as planned', { exact: true })).toHaveCount(welded + 1);
  }
  const { holes } = await shop.sheet(job.id);
  expect(holes.map(({ kind }) => kind)).toEqual(['weld', 'weld']);
  // What the welds brought was too much: the next spin reads it, and the rest is planned anew.
  const left = addPlanes(scalePlanes(took, -0.3), toPlanes(fromPolar(160, 100), 0, crank.planes));
  await shop.typedSpin(job.id, left);
  await page.reload();
  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  await doAsPlanned(page);
  const after = (await shop.sheet(job.id)).holes.slice(2);
  expect(after.length).toBeGreaterThan(0);
  expect(after.every(({ kind }) => kind === 'radial')).toBe(true);
});

test('a bar longer than the old hole that it goes into, and its grams on the card', async ({ page, shop }) => {
  const job = await shop.ready('v8Cross90');
  const found = [hole('front', 'cw1', 180, { radiusMm: 60 }), hole('rear', 'cw6', 0, { radiusMm: 60 })];
  // So deep may metal go that a bar fits at that radius.
  await shop.changeCrank(job.id, (crank) => ({ ...crank, found, counterweights: crank.counterweights.map((c) => ({ ...c, depthLimitMm: 36 })) }));
  await shop.changeTools((tools) => ({ ...tools, bars: tools.bars.filter(({ diameterMm }) => diameterMm === 20) }));
  await shop.typedSpin(job.id, { aGmm: fromPolar(5414, 0), bGmm: fromPolar(5414, 180) });
  await openJob(page, job.id, 'correct');
  await page.getByLabel('Take first').selectOption('100');
  const plan = page.getByRole('table', { name: 'Planned holes' });
  await expect(plan.getByText(/fill the hole in it: 20 × 10\.0 mm now, from the front face/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  await expect(page.getByLabel('Length pressed in').first()).toBeVisible();
  const { plans } = await shop.sheet(job.id);
  expect(plans[0]!.holes[0]).toMatchObject({ kind: 'bar', replacesId: 'front', diameterMm: 20 });
  await page.getByLabel('Length pressed in').first().fill('20');
  await page.getByRole('button', { name: 'Pressed in' }).first().click();
  // −17.5·V + 7.85·(V − old hole), V = 20 × 20: 90.2 g, by facts worked out independently.
  await expect(page.getByRole('complementary', { name: 'The job’s card' }).getByText('bar in an old hole, 20 × 20.0 mm, +90.2 g')).toBeVisible();
});

test('an external job begins with damper and flywheel, and its flywheel is drilled in its face', async ({ page, shop }) => {
  await comeToTheBench(page);
  await page.goto('/jobs/new');
  const rims = page.getByRole('region', { name: 'The crank as metal' }).getByRole('img', { name: /^Rim map/ });
  await expect(rims.getByText('Flywheel')).toHaveCount(0);
  await page.getByLabel('Balance', { exact: true }).selectOption('external');
  await expect(rims.getByText('Damper')).toBeVisible();
  await expect(rims.getByText('Flywheel')).toBeVisible();
  await page.getByLabel('Balance', { exact: true }).selectOption('internal');
  await expect(rims.getByText('Flywheel')).toHaveCount(0);
  await page.getByLabel('Balance', { exact: true }).selectOption('external');
  await page.getByLabel('Customer', { exact: true }).fill('Marit Dunlavy');
  await page.getByLabel('Engine').fill('Saltwren external');
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page).toHaveURL(/\/jobs\/[^/]+\/weigh/);
  const jobId = /\/jobs\/([^/]+)\//.exec(page.url())![1]!;
  const sheet = await shop.weigh(await shop.sheet(jobId));
  const flywheel = sheet.spec.crank.counterweights.find(({ kind }) => kind === 'flywheel')!;
  // Heavy at the flywheel, where no counterweight of that end stands.
  await shop.typedSpin(jobId, toPlanes(fromPolar(900, 90), flywheel.zMm, sheet.spec.crank.planes));
  await page.goto(`/jobs/${jobId}/correct`);
  await page.getByLabel('Take first').selectOption('100');
  const plan = page.getByRole('table', { name: 'Planned holes' });
  await expect(plan.getByRole('row').filter({ hasText: 'Flywheel' }).first()).toContainText('drill the side face of it, from the rear face');
  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  await doAsPlanned(page);
  const { holes } = await shop.sheet(jobId);
  expect(holes.some((cut) => cut.kind === 'face' && cut.face === 'rear' && cut.counterweightId === flywheel.id)).toBe(true);
});
