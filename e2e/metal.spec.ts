import { addPlanes, effectOfCuts, fromPolar, metalNow, scalePlanes, toPlanes, turnBetweenDeg, USUAL_TOOLS, type KnownCut } from '@tare/core';
import { expect, test } from './app.js';
import { bench, beAtTheBench, doAsPlanned, openJob } from './bench.js';

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
  await beAtTheBench(page);
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

test('the crank’s own sizes: complained about where they stand, drawn, turned by hand, and its oil ways left alone', async ({ page, shop }) => {
  const job = await shop.ready('inline3');
  await openJob(page, job.id, 'engine');
  const side = page.getByRole('img', { name: /^The crank from the side: 3 pins, 4 mains/ });
  await expect(side).toHaveAttribute('aria-label', /; 0° is up$/);

  await test.step('by hand, by what has to be up, and by keys', async () => {
    await page.getByLabel('Up', { exact: true }).selectOption('pin 2');
    await expect(side).toHaveAttribute('aria-label', /; 120° is up$/);
    await page.getByLabel('Turned').press('ArrowRight');
    await expect(side).toHaveAttribute('aria-label', /; 121° is up$/);
    const { x, y, width, height } = (await side.boundingBox())!;
    await page.mouse.move(x + width / 2, y + height * 0.7);
    await page.mouse.down();
    await page.mouse.move(x + width / 2, y + height * 0.3, { steps: 4 });
    await page.mouse.up();
    await expect(side).not.toHaveAttribute('aria-label', /; 121° is up$/);
  });

  await page.getByText('Mains, webs and oil ways').click();
  await test.step('a main as wide as its gap and more is no crank', async () => {
    const width = page.getByLabel('Width of main 2');
    const before = await width.inputValue();
    await width.fill('2 in');
    await page.getByRole('button', { name: 'Keep these figures' }).click();
    await expect(page.getByText(/Main 2 and web 2 would overlap by \d+\.\d mm along the crank/)).toBeVisible();
    await expect(width).toBeFocused();
    await width.fill(before);
  });
  await page.getByRole('button', { name: 'Oil ways straight from main to pin' }).click();
  await page.getByLabel('Diameter of pin 1').fill('2 1/8 in');
  // A way that runs out through the first counterweight, as none does here, so that the plan has to keep clear of it.
  await page.getByLabel('Radius where oil way 1 ends').fill('80');
  await page.getByLabel('Angle where oil way 1 ends').fill('180');
  await page.getByLabel('To z of oil way 1').fill(String(job.spec.crank.counterweights[0]!.zMm));
  await page.getByLabel('From z of oil way 1').fill(String(job.spec.crank.counterweights[0]!.zMm));
  await page.getByRole('button', { name: 'Keep these figures' }).click();
  await expect(page.getByText('Kept. Everything that follows')).toBeVisible();
  const { spec } = await shop.sheet(job.id);
  expect(spec.crank.sizes!.pins[0]!.diameterMm).toBeCloseTo(53.975, 6);
  expect(spec.crank.sizes!.oilWays).toHaveLength(3);

  await shop.typedSpin(job.id, { aGmm: fromPolar(900, 180), bGmm: fromPolar(300, 60) });
  await bench(page, 'Correct');
  await page.getByLabel('Take first').selectOption('100');
  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  await expect(page.getByRole('button', { name: 'Measured, as planned' }).first()).toBeVisible();
  const { plans } = await shop.sheet(job.id);
  const near = plans[0]!.holes.filter(({ counterweightId, angleDeg }) => counterweightId === 'cw1' && Math.abs(turnBetweenDeg(180, angleDeg)) < 5);
  expect(near).toEqual([]);
  // It lies as it does when the first of them is drilled: that hole up.
  const first = plans[0]!.holes[0]!;
  await expect(page.getByRole('img', { name: /^The crank from the side/ })).toHaveAttribute(
    'aria-label',
    new RegExp(`; ${Math.round(first.angleDeg)}° is up$`),
  );
  await expect(page.getByLabel('Up', { exact: true }).locator('option').first()).toHaveText(/^planned 1: CW/);
  // Whoever drills there all the same is told what was hit.
  await shop.logCut(job.id, { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 10, pointAngleDeg: 118, depthMm: 14 });
  await expect(page.getByText('At 180° in CW 1 this would cut into oil way 1.')).toBeVisible();
});
