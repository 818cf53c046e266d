import { readFileSync } from 'node:fs';
import { type PartFact } from '@tare/core';
import type { Page } from '@playwright/test';
import { expect, test } from './app.js';
import { bench, openJob } from './bench.js';
import { usualGramsOf } from './shopApi.js';

const NOT_HERE = { why: 'doneElsewhere', by: 'the Upper Yard', massG: null, bigEndG: null, smallEndG: null } as const;
const isPiston = ({ kind }: PartFact): boolean => kind === 'piston';

/** Hands the open job over, and says what is in the file. */
async function handedOver(page: Page): Promise<{ name: string; buffer: Buffer; mimeType: string }> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Hand this job over as a file' }).click();
  return { name: 'job.json', mimeType: 'application/json', buffer: readFileSync(await (await download).path()) };
}

test('pistons done in another shop: nothing waits for them, and one file brings every placement', async ({ page, shop }) => {
  const theirs = await shop.job('inline3');
  await shop.weigh(theirs, isPiston, ({ cylinder }) => 611 + cylinder / 2);
  await openJob(page, theirs.id, 'checkIn');
  const file = await handedOver(page);
  const ours = await shop.job('inline3', { jobKind: 'match', elsewhere: { piston: NOT_HERE } });
  await shop.weigh(ours, ({ kind }: PartFact) => kind !== 'piston');
  await page.goto(`/jobs/${ours.id}/checkIn`);
  await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('21 weighed');
  const take = page.getByLabel('File that was handed over');
  await test.step('a file that is none, or of another engine, is refused with its reason', async () => {
    await take.setInputFiles({ ...file, buffer: Buffer.from('{"format":"a letter"}') });
    await expect(page.getByRole('dialog').getByRole('alert')).toBeVisible();
    await page.keyboard.press('Escape');
    const four = file.buffer.toString('utf8').replaceAll('"cylinder": 3', '"cylinder": 9');
    await take.setInputFiles({ ...file, buffer: Buffer.from(four) });
    await expect(page.getByText('The file has a reading of cylinder 9, which its engine does not have.')).toBeVisible();
    await page.keyboard.press('Escape');
  });
  await take.setInputFiles(file);
  await expect(page.getByText('3 placements of pistons come in and count as weighed here.')).toBeVisible();
  await page.getByRole('button', { name: 'Take them in' }).click();
  await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('24 weighed');
  await bench(page, 'Match');
  await page.getByText('The sets in numbers').click();
  // Pistons of 611.5, 612 and 612.5 g with pins, locks and rings alike: a gram apart.
  await expect(page.getByText('Nothing to cut here.')).toBeVisible();
  const { readings } = await shop.sheet(ours.id);
  const pistons = ours.parts.filter(isPiston).map(({ id }) => readings.find(({ partId }) => partId === id)?.valueG);
  expect(pistons).toEqual([611.5, 612, 612.5]);
});

test('a whole job is begun from what another shop handed over', async ({ page, shop }) => {
  const theirs = await shop.weigh(await shop.job('inline4'));
  await shop.decide(theirs, { subject: 'bob.factorRatio', value: 0.48 });
  await openJob(page, theirs.id, 'checkIn');
  const file = await handedOver(page);
  await page.goto('/jobs/new');
  await page.getByLabel('File of a job that was handed over').setInputFiles(file);
  await page.waitForURL(/\/checkIn$/);
  const jobId = /jobs\/([^/]+)/.exec(page.url())![1]!;
  expect(jobId).not.toBe(theirs.id);
  const [before, after] = [await shop.sheet(theirs.id), await shop.sheet(jobId)];
  expect(after.readings.map(({ valueG, measure }) => [measure, valueG])).toEqual(before.readings.map(({ valueG, measure }) => [measure, valueG]));
  expect([after.bobChoices.factorRatio, after.spec.engineName]).toEqual([0.48, before.spec.engineName]);
  await expect(page.getByRole('link', { name: /^Match/ })).toContainText('inside the tolerance');
});

test('a spare piston in the box: put on the list, weighed, in the place where it saves most metal, and on the card', async ({ page, shop }) => {
  const job = await shop.job('inline3', { jobKind: 'match', elsewhere: { pin: { ...NOT_HERE, why: 'notWeighed', by: '' } } });
  await shop.weigh(
    job,
    ({ kind }: PartFact) => kind !== 'pin',
    (part, measure) => (isPiston(part) && part.cylinder === 3 ? 618 : usualGramsOf(part, measure)),
  );
  await openJob(page, job.id, 'weigh');
  await page.getByLabel('Placements').selectOption('1');
  await page.getByLabel('Ask for the zero').uncheck();
  await page.getByText('Spare pistons: none').click();
  await page.getByRole('button', { name: 'There is a spare piston: number 4' }).click();
  await test.step('one too many goes again', async () => {
    await page.getByRole('button', { name: 'There is a spare piston: number 5' }).click();
    await expect(page.getByText('Spare pistons: 4 and 5')).toBeVisible();
    await page.getByRole('button', { name: 'Weigh piston 5' }).click();
    await page.getByText('Piston 5, a spare: its ledger').click();
    await page.getByRole('button', { name: 'There is no spare piston 5: take it off the list' }).click();
    await expect(page.getByText('Spare pistons: 4', { exact: true })).toBeVisible();
  });
  // It holds nothing up.
  await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('21 weighed');
  await page.getByLabel('Reading in grams').click();
  await page.keyboard.type('#4');
  await page.keyboard.press('Enter');
  await page.keyboard.type('612.4');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('columnheader', { name: '4 spare' })).toBeVisible();
  await bench(page, 'Match');
  await expect(
    page.getByRole('table', { name: /^Piston 4 in the place of another; as they are, 6.00 g apart with 6.00 g to come off/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Piston 4 takes the place of piston 3' }).click();
  await expect(page.getByRole('link', { name: /^Match/ })).toContainText('inside the tolerance');
  await bench(page, 'Sign off');
  const card = page.getByRole('article', { name: /^Balance card/ });
  await expect(card.getByText('Piston 4 runs in cylinder 3.')).toBeVisible();
  await expect(card.getByText('Piston 3 runs in no cylinder: a spare took its place.')).toBeVisible();
});
