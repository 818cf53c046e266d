import { DOCTOR_PLACEMENTS, type PartFact } from '@tare/core';
import { expect, test } from './app.js';
import { bench, beAtTheBench, openJob } from './bench.js';

test('eight pistons at home: from an empty form to the first ticket by few keys, signed, and widened without a loss', async ({ page, shop }) => {
  await beAtTheBench(page);
  await page.goto('/jobs/new');
  let keys = 0;
  const type = async (text: string): Promise<void> => {
    await page.keyboard.type(text);
    keys += text.length;
  };
  const press = async (key: string): Promise<void> => {
    await page.keyboard.press(key);
    keys += 1;
  };
  await test.step('one short screen', async () => {
    await page.getByText('Match parts').click();
    await page.getByLabel('What it is').click();
    await type(`Pistons ${process.pid}`);
    await page.getByLabel('Rods').uncheck();
    await press('Enter');
    await page.waitForURL(/\/weigh$/);
  });
  const jobId = /jobs\/([^/]+)/.exec(page.url())![1]!;
  await test.step('eight readings, one slip asked about', async () => {
    await expect(page.getByRole('group', { name: 'Kind of part' }).getByRole('button')).toHaveText(['Pistons 0/8']);
    await page.getByLabel('Placements').selectOption('1');
    await page.getByLabel('Ask for the zero').uncheck();
    const field = page.getByLabel('Reading in grams');
    await field.click();
    const answerTheSlip = async (): Promise<void> => {
      await expect(page.getByText('61.2 g, and the others of its kind weigh about 612.05 g.', { exact: false })).toBeVisible();
      await page.getByRole('button', { name: /It is 612\.00 g/ }).click();
      await field.click();
      await press('Enter');
    };
    for (const [i, grams] of ['612', '611.8', '613.9', '612.1', '61.2', '612.2', '611.9', '612.3'].entries()) {
      await type(grams);
      await press('Enter');
      if (grams === '61.2') await answerTheSlip();
      await expect(page.getByRole('button', { name: `Pistons ${i + 1}/8` })).toBeVisible();
    }
  });
  await test.step('the first ticket', async () => {
    await bench(page, 'Match');
    await expect(page.getByRole('listitem', { name: 'Ticket for piston 3' })).toContainText('2.10 g off');
    // Twenty seconds at a key every third of a second.
    expect(keys).toBeLessThan(75);
    await expect(page.getByText('Swap first')).toHaveCount(0);
  });
  await test.step('cut, weighed again, signed', async () => {
    await page.getByRole('button', { name: 'Piston 3 was cut: weigh it again' }).click();
    await page.getByLabel('Piston 3, after the cut').fill('612');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Everything that is matched here is inside the tolerance.', { exact: false })).toBeVisible();
    await bench(page, 'Sign off');
    await page.getByRole('button', { name: 'Sign off' }).click();
    const card = page.getByRole('article', { name: /^Balance card/ });
    await expect(card.getByText('Signed off by Ottoline Fasch')).toBeVisible();
    await expect(card.getByText('Pistons lie within 0.50 g: inside the 1.00 g agreed.')).toBeVisible();
    await expect(card.getByText('Not weighed here: pins, locks, rings, rods, bearings.')).toBeVisible();
  });
  await test.step('widened: every reading is still there, and the rest is asked for', async () => {
    const before = await shop.sheet(jobId);
    await bench(page, 'Engine');
    await page.getByText('Full balance').click();
    await page.getByText('What is not weighed here').click();
    for (const kind of ['Pins', 'Locks', 'Rings', 'Rods', 'Bearings']) await page.getByLabel(kind, { exact: true }).selectOption('weighed here');
    await page.getByRole('button', { name: 'Keep these figures' }).click();
    await expect(page.getByText('Kept. Everything that follows')).toBeVisible();
    await expect(page.getByRole('link', { name: /^Spin/ })).toBeVisible();
    await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('8 of 64 weighed');
    expect((await shop.sheet(jobId)).readings).toEqual(before.readings);
  });
});

test('pressed pins without locks: nothing waits for what this engine does not have', async ({ page, shop }) => {
  const job = await shop.weigh(await shop.job('inline3'), ({ kind }: PartFact) => kind !== 'lockPair');
  await openJob(page, job.id, 'checkIn');
  await expect(page.getByRole('link', { name: /^Bob weights/ })).toContainText('waits for weights');
  await page.getByText('What is not weighed here').click();
  const form = page.getByRole('form', { name: 'What is not weighed here' });
  await form.getByLabel('Locks').selectOption('not in this engine');
  await form.getByRole('button', { name: 'Keep this' }).click();
  await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('done21 weighed');
  await expect(page.getByRole('link', { name: /^Match/ })).toContainText('inside the tolerance');
  await bench(page, 'Bob weights');
  // Big end 445.5, bearings 42 and 4 of oil; half of small end 183.5, piston 612, pin 148 and rings 46.
  await expect(page.getByText('986.3 g').first()).toBeVisible();
  await bench(page, 'Sign off');
  await expect(page.getByRole('article', { name: /^Balance card/ }).getByText('Not in this engine: locks.')).toBeVisible();
});

test('sets weighed once, then bare pistons: each its own target, and its own limit', async ({ page, shop }) => {
  const job = await shop.job('inline4', { matchToleranceG: 0.5 });
  await shop.decide(job, { subject: 'weigh.partSchool', value: 'setAndBare' });
  await shop.weigh(job, ({ kind }: PartFact) => kind === 'rod' || kind === 'bearingPair' || kind === 'piston');
  await openJob(page, job.id, 'weigh');
  await page.getByLabel('Placements').selectOption('1');
  await page.getByLabel('Ask for the zero').uncheck();
  await page.getByRole('button', { name: /^Sets 0\/4/ }).click();
  await page.getByLabel('Reading in grams').click();
  for (const grams of ['808.4', '811.9', '808.6', '808.5']) {
    await page.keyboard.type(grams);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('button', { name: 'Sets 4/4' })).toBeVisible();
  await bench(page, 'Match');
  const ticket = page.getByRole('listitem', { name: 'Ticket for piston 2' });
  await expect(ticket).toContainText('3.50 g off');
  await expect(ticket).toContainText('Target bare 608.50 g');
  // 1.5 % of the bare piston.
  await expect(ticket).toContainText('At most 9.18 g may come off in all');
  // A phone beside the wheel follows the scale.
  const phone = await page.context().newPage();
  await phone.setViewportSize({ width: 390, height: 844 });
  await phone.goto(`/jobs/${job.id}/grinder`);
  const row = phone.getByRole('table', { name: 'Start, target and now' }).getByRole('row', { name: 'Piston 2' });
  await expect(row.getByRole('cell')).toHaveText(['608.50', '612.00', '3.50', '612.00']);
  await page.getByRole('button', { name: 'Piston 2 was cut: weigh it again' }).click();
  await expect(phone.getByText('Some targets wait for piston 2 (cut since).')).toBeVisible();
  await page.getByLabel('Piston 2, after the cut').fill('608.6');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /^Match/ })).toContainText('inside the tolerance');
  await expect(row.getByRole('cell')).toHaveText(['608.50', '608.60', /inside/, '612.00']);
});

test('a rod fixture is hunted through by sixteen placements, and says what to change', async ({ page }) => {
  await beAtTheBench(page);
  await page.goto('/instruments');
  await page.getByRole('button', { name: 'What scatters?' }).first().click();
  const dialog = page.getByRole('dialog', { name: /^What scatters on/ });
  for (const [i, { turned }] of DOCTOR_PLACEMENTS.entries()) {
    await expect(dialog.getByRole('list', { name: 'How it is placed' })).toContainText(turned < 0 ? 'numbers up' : 'turned over');
    // 0.3 g either way by turning it over, a hundredth or two by placing it.
    await dialog.getByLabel(`Placement ${i + 1} of 16`).fill((448 + 0.3 * turned + 0.01 * ((i * 7) % 4)).toFixed(2));
    await page.keyboard.press('Enter');
  }
  await expect(dialog.getByText(/Turned over it reads 0\.\d+ g otherwise: it hangs out of level/)).toBeVisible();
  const found = dialog.getByRole('table', { name: /^What scatters:/ });
  await expect(found.getByRole('row', { name: /which way up it hangs/ })).toContainText('matters');
  await dialog.getByRole('button', { name: 'Keep this hunt' }).click();
  await expect(dialog).toHaveCount(0);
  const fixture = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: 'Rod fixture' }) });
  await fixture.getByText(/^Every study \(/).click();
  await expect(page.getByText(/what scatters, by 16 placements of a rod’s big end/)).toBeVisible();
});

test('one of each to a bob card, by way of the calculator, and a survey begun as one', async ({ page }) => {
  await test.step('figures from the calculator become a job', async () => {
    await beAtTheBench(page);
    await page.goto('/calculator?big=445.5&bearing=42&small=183.5&piston=612&pin=148&locks=2.4&rings=46');
    const weight = await page.getByText(/^Bob weight [\d.]+ g/).innerText();
    await page.getByRole('link', { name: 'Begin a job with these figures' }).click();
    await page.getByLabel('What it is').fill('Figures from the quay');
    await page.getByRole('button', { name: 'Start the job' }).click();
    await page.waitForURL(/\/bobs$/);
    await expect(page.getByText(/[\d.]+ g/.exec(weight)![0]).first()).toBeVisible();
    await bench(page, 'Sign off');
    await page.getByRole('button', { name: 'Sign off' }).click();
    const card = page.getByRole('article', { name: /^Balance card/ });
    await expect(card.getByText('Rods: not weighed here; 445.50 g at the big end and 183.50 g at the small end were given.')).toBeVisible();
    await expect(card.getByText('Match: the parts were not matched here.')).toBeVisible();
  });
  await test.step('one of each on the scale stands for all', async () => {
    await bench(page, 'Check in');
    await page.getByText('What is not weighed here').click();
    const form = page.getByRole('form', { name: 'What is not weighed here' });
    await form.getByLabel('Pistons', { exact: true }).selectOption('weighed here');
    await form.getByRole('button', { name: 'Keep this' }).click();
    await bench(page, 'Weigh');
    await page.getByText('How this job is weighed').click();
    await page.getByLabel('How many of each kind').selectOption('One of each, standing for all');
    await page.getByText('How this job is weighed').click();
    await page.getByLabel('Ask for the zero').uncheck();
    await page.getByLabel('Placements').selectOption('1');
    await page.getByLabel('Reading in grams').click();
    await page.keyboard.type('614');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Pistons 1/1' })).toBeVisible();
    await expect(page.getByRole('link', { name: /^Weigh/ })).toContainText('1 weighed');
    await expect(page.getByRole('link', { name: /^Sign off/ })).toContainText('changed since: sign again');
  });
  await test.step('a survey has a page in place of a signature', async () => {
    await page.goto('/jobs/new');
    await page.getByText('Survey', { exact: true }).click();
    await page.getByLabel('Engine', { exact: true }).fill('Crank on the quay');
    await page.getByRole('button', { name: 'Start the job' }).click();
    await page.waitForURL(/\/weigh$/);
    await expect(page.getByRole('link', { name: /^Correct/ })).toHaveCount(0);
    await expect(page.getByRole('link', { name: /^Spin/ })).toContainText('1 of 2: not spun yet');
    await page.getByRole('link', { name: 'How bad it is' }).click();
    await expect(page.getByRole('article', { name: /^Survey, job/ }).getByText('Crank with bobs: not spun.')).toBeVisible();
  });
});
