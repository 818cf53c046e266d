import { readFileSync } from 'node:fs';
import { addPlanes, effectOfCuts, fromPolar, metalNow, type PlaneUnbalance } from '@tare/core';
import { loggedCut, type JobCard } from '@tare/contract';
import { expect, test } from './app.js';
import { bench, doAsPlanned, isPlanned, openJob } from './bench.js';

test('a V8 whose pins change places, whose rod is exchanged, with a voided spin and a hole deepened by eye, is printed as it is', async ({
  page,
  shop,
}) => {
  const job = await shop.ready('v8Cross90');
  const machineId = await shop.gramMachine();
  const { planes } = job.spec.crank;
  const pinIn = (cylinder: number): string => job.parts.find((part) => part.kind === 'pin' && part.cylinder === cylinder)!.id;
  const received = { aGmm: fromPolar(24 * planes.radiusAMm, 178), bGmm: fromPolar(18 * planes.radiusBMm, 2) };
  const now = async (): Promise<PlaneUnbalance> => {
    const { holes, spec } = await shop.sheet(job.id);
    return addPlanes(received, effectOfCuts(metalNow(spec.crank, []), holes.map(loggedCut)));
  };
  const onward = page.getByRole('link', { name: 'On to the sign-off' });

  await test.step('rod 3 is exchanged, and pins 1 and 2 change places', async () => {
    await openJob(page, job.id, 'weigh');
    await page.getByRole('group', { name: 'Kind of part' }).getByRole('button', { name: 'Rods' }).click();
    await page.getByText('Rods that came back machined, or new ones').click();
    const form = page.getByRole('form', { name: 'Rods that changed' });
    await expect(form.getByRole('button', { name: 'Weigh them anew' })).toBeDisabled();
    await form.getByLabel('Rod 3').check();
    await form.getByLabel('exchanged: new ones came').check();
    await form.getByRole('button', { name: 'Weigh 1 rod anew' }).click();
    await expect(page.getByRole('navigation', { name: 'Benches of this job' })).toContainText('61 of 64 weighed');
    const [cut] = (await shop.sheet(job.id)).partCuts;
    await shop.weigh(job, ({ kind, cylinder }) => kind === 'rod' && cylinder === 3, undefined, cut!.id);
    await shop.decide(job, { subject: 'match.arrangement', value: { [pinIn(1)]: 2, [pinIn(2)]: 1 } });
  });

  await test.step('spun, planned and drilled until it is inside; one spin slipped and is voided', async () => {
    await shop.readOff(job.id, machineId, received);
    await shop.readOffAsked(job.id, machineId, received);
    await bench(page, 'Correct');
    // A reload before the bench is there would bring back the one that was left.
    await expect(page).toHaveURL(/\/correct$/);
    await page.reload();
    const take = page.getByRole('button', { name: 'Take this plan to the drill' });
    for (let round = 0; round < 5 && !(await onward.isVisible()); round += 1) {
      if (await isPlanned(page)) {
        await take.click();
        await doAsPlanned(page);
      }
      await shop.readOff(job.id, machineId, await now());
      await shop.readOffAsked(job.id, machineId, await now());
      await page.reload();
      await expect(onward.or(take).first()).toBeVisible();
    }
    await expect(onward).toBeVisible();
    await bench(page, 'Spin');
    await page.getByText('Photos, put right, void').last().click();
    const last = (await shop.sheet(job.id)).spins.length;
    await page.getByRole('button', { name: `Void spin ${last}` }).click();
    await page.getByRole('button', { name: 'misread' }).click();
    await expect(onward).toHaveCount(0);
  });

  await test.step('a hole is deepened by eye, and it is spun again', async () => {
    await bench(page, 'Correct');
    await page.getByRole('button', { name: 'Log a cut of your own' }).click();
    const form = page.getByRole('form', { name: 'A cut as it really is' });
    await form.getByLabel('What was done').selectOption('redrill');
    await form.getByRole('checkbox').first().check();
    await form.getByLabel('All of them deeper by').fill('0.1');
    await form.getByRole('button', { name: 'Log this cut' }).click();
    await expect(form).toHaveCount(0);
    for (let spins = 0; spins < 2; spins += 1) await shop.readOff(job.id, machineId, await now());
    await page.reload();
    await expect(onward).toBeVisible();
  });

  await test.step('signed, the card says all of it', async () => {
    await bench(page, 'Sign off');
    await page.getByRole('button', { name: 'Sign off' }).click();
    const card = page.getByRole('article', { name: `Balance card, job ${job.number}` });
    await expect(card).toContainText('Signed off by Ottoline Fasch');
    await expect(card.getByRole('table', { name: 'Weights as left, g' }).getByRole('row').nth(1)).toContainText('148.00 (from 2)');
    const changed = card.getByRole('region', { name: 'Parts that changed' });
    await expect(changed).toContainText('Pin 1 runs in cylinder 2.');
    await expect(changed).toContainText('Rod 3: a new one came in its place (Ottoline Fasch');
    await expect(card.getByRole('region', { name: 'Put right on record' })).toContainText(/Spin of .* voided by Ottoline Fasch, .*: misread/);
    await expect(card.getByRole('table', { name: 'Metal taken and brought' })).toContainText(/hole deepened.*; from \d+\.\d mm/);
    const unbalance = card.getByRole('table', { name: /^Unbalance/ });
    await expect(unbalance.getByRole('row', { name: /crank as left: inside A/ })).toContainText(/\d\.\d\d g at 85 mm/);
    await expect(page.getByText('Worked out anew, the record says the same.')).toBeVisible();
  });

  await test.step('as a file, a picture and data', async () => {
    const [pdf, letter] = await Promise.all(['A4', 'letter'].map((paper) => page.getByRole('link', { name: `PDF, ${paper}` }).getAttribute('href')));
    expect(letter).toContain('paper=letter');
    expect((await (await page.request.get(pdf!)).body()).subarray(0, 5).toString()).toBe('%PDF-');
    const saved = async (button: string): Promise<Buffer> => {
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name: button }).click();
      return readFileSync(await (await download).path());
    };
    expect((await saved('A picture')).subarray(1, 4).toString()).toBe('PNG');
    const data = JSON.parse((await saved('JSON')).toString()) as JobCard;
    expect(data.number).toBe(job.number);
    expect(data.coreVersion).toMatch(/^\d+\.\d+\.\d+$/);
    await page.getByRole('link', { name: 'For the customer: the job in plain sentences' }).click();
    await expect(page.getByRole('heading', { name: 'How it is now' })).toBeVisible();
    await expect(page.getByText(/is left at the front and .* at the rear; 1\.0 g was agreed\./)).toBeVisible();
  });
});
