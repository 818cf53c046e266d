import { factsOf } from '@tare/contract';
import { counterweightOf, jobFigures, toPolar, turnBetweenDeg } from '@tare/core';
import { expect, test } from './app.js';
import { bench, doAsPlanned, openJob, spinNow } from './bench.js';

test('a V8 that needs holes only: a plan put aside, the next one drilled', async ({ page, shop }) => {
  const job = await shop.spun('v8Cross90');
  await openJob(page, job.id, 'correct');
  // A proof by an integer programme: as long as it takes on a busy machine.
  await expect(page.getByText(/No plan with fewer than \d holes? exists|Any plan that takes as much needs at least/)).toBeVisible({
    timeout: 120_000,
  });
  await expect(page.getByText(/A first cut is worth it/)).toBeVisible();
  await expect(page.getByText('Cannot be done by drilling alone')).toHaveCount(0);
  await page.getByText('From the front, one rim by one').click();
  await expect(page.getByRole('img', { name: /CW \d from the front/ }).first()).toBeVisible();

  await test.step('a plan can be put aside; a cut cannot, and the next plan starts from it', async () => {
    await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
    await page.getByLabel('Chips, if weighed').first().fill('20,5');
    await page.getByRole('button', { name: 'Measured, as planned' }).first().click();
    await expect(page.getByText('chips weighed 20.5 g')).toBeVisible();
    await page.getByRole('button', { name: 'Put this plan aside and plan anew' }).click();
    await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
    await doAsPlanned(page);
  });

  const sheet = await shop.sheet(job.id);
  expect(sheet.plans).toHaveLength(2);
  expect(sheet.holes).toHaveLength(1 + sheet.plans[1]!.holes.length);
  expect(sheet.holes.every(({ kind }) => kind === 'radial' || kind === 'redrill')).toBe(true);
});

test('a V8 whose vector falls between what may be drilled', async ({ page, shop }) => {
  const job = await shop.spun('v8Cross90');
  // Plugs stand just where plane A is heavy, in every counterweight.
  const heavyDeg = toPolar(jobFigures(factsOf(job)).spins[0]!.a.meanGmm).angleDeg;
  const plug = { fromDeg: Math.round(heavyDeg) - 14, toDeg: Math.round(heavyDeg) + 14, why: 'plug' };
  await shop.changeCrank(job.id, (crank) => ({ ...crank, counterweights: crank.counterweights.map((c) => ({ ...c, noDrill: [plug] })) }));
  await openJob(page, job.id, 'correct');
  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  await expect(page.getByRole('button', { name: 'Drilled' }).first()).toBeVisible();
  const { plans, spec } = await shop.sheet(job.id);
  const ahead = plans[0]!.holes.filter((hole) => counterweightOf(spec.crank, hole.counterweightId).zMm < 0);
  const turns = ahead.map(({ angleDeg }) => turnBetweenDeg(heavyDeg, angleDeg));
  for (const turn of turns) expect(Math.abs(turn)).toBeGreaterThan(14);
  // On both sides of the plug, so that together they point where it is heavy.
  expect(turns.some((turn) => turn > 0)).toBe(true);
  expect(turns.some((turn) => turn < 0)).toBe(true);
});

test('a V8 that needs slugs: tried with trial pieces first, then pressed in', async ({ page, shop }) => {
  const job = await shop.spun('v8Cross90', {}, 40);
  await openJob(page, job.id, 'correct');
  await expect(page.getByText(/Cannot be done by drilling alone: \d slugs? of \d+ × \d+.* at CW \d/)).toBeVisible();
  await expect(page.getByText('Try it before any metal is cut')).toBeVisible();

  await test.step('the amounts hang in the next spin, and the gain is known from it', async () => {
    await page.getByRole('button', { name: 'Hang them in the next spin' }).click();
    await expect(page.getByText(/Known weights on the crank:/)).toContainText(/\d+\.\d g at \d+° on CW \d at \d+ mm/);
    await page.getByText('The stand-in’s drawer').click();
    await page.getByLabel('Heavier pistons: each counterweight too light by').selectOption('40');
    await spinNow(page);
    const off = page.getByRole('button', { name: /^Take weight \d off$/ });
    for (let left = await off.count(); left > 0; left -= 1) await off.first().click();
    await bench(page, 'Correct');
    await expect(page.getByText(/it shows \d\.\d+ of what is there/)).toBeVisible();
  });

  await page.getByRole('button', { name: 'Take this plan to the drill' }).click();
  await doAsPlanned(page);
  expect((await shop.sheet(job.id)).holes.some(({ kind }) => kind === 'bar')).toBe(true);
});
