import { readFile } from 'node:fs/promises';
import { expect, test } from './app.js';
import { comeToTheBench, openJob, weighInAndMount } from './bench.js';

test('a V6 with six bobs: card, factor, built from the box, weighed in, mounted', async ({ page, shop }) => {
  const job = await shop.weigh(await shop.job('v6Split60'));
  await openJob(page, job.id, 'bobs');

  await test.step('the card: six pins, one rod each, and a line of this engine’s own', async () => {
    const card = page.getByRole('table', { name: /Bob weight card/ });
    await expect(card.getByRole('columnheader')).toHaveCount(7);
    await page.getByText('Lines beside the usual:').click();
    await page.getByRole('button', { name: 'Add the line' }).click();
    await expect(page.getByText(/What is it\? Support rails/)).toBeVisible();
    await page.getByLabel('Another line').fill('support rails');
    await page.getByLabel('For one rod').fill('3,2');
    const before = Number(
      (await card
        .getByRole('row', { name: /^bob weight/ })
        .getByRole('cell')
        .first()
        .textContent())!,
    );
    await page.getByRole('button', { name: 'Add the line' }).click();
    await expect(card.getByRole('row', { name: /^support rails/ })).toContainText('3.20');
    await expect(
      card
        .getByRole('row', { name: /^bob weight/ })
        .getByRole('cell')
        .first(),
    ).toHaveText((before + 1.6).toFixed(2));
  });

  await test.step('what the factor does follows the slider', async () => {
    await page.getByRole('tab', { name: 'What the factor does' }).click();
    await expect(page.getByText('The shaking couple is least at 50 %')).toBeVisible();
    await page.getByRole('slider', { name: 'Balance factor in per cent' }).focus();
    for (let i = 0; i < 4; i += 1) await page.keyboard.press('ArrowLeft');
    await expect(page.getByText(/Against 50 %, 48 % costs [\d.]+ N·m/)).toBeVisible();
    await expect(page.getByText(/One per cent of factor is [\d.]+ g on each bob/)).toBeVisible();
    await page.getByRole('button', { name: 'Leave it as it was' }).click();
    await expect(page.getByText('This is 50 %')).toBeVisible();
  });

  await test.step('built from the box: what it lacks is said, then put in', async () => {
    await page.getByRole('tab', { name: 'Build and weigh in' }).click();
    await page.getByLabel('Diameter of the crankpins').fill('70');
    await page.getByRole('button', { name: 'Work out the bobs' }).click();
    await expect(page.getByText('No clamp in the box closes on a pin of 70 mm.')).toBeVisible();
    await page.getByLabel('Diameter of the crankpins').fill('46');
    await page.getByRole('button', { name: 'Work out the bobs' }).click();
    await expect(page.getByText(/pieces in all\. No build from this box has fewer\./)).toBeVisible();
    await page.getByRole('button', { name: 'Take this build' }).click();
    await expect(page.getByRole('heading', { name: 'The build that was taken' })).toBeVisible();
    await expect(page.getByRole('table', { name: 'Take from the box' })).toBeVisible();
  });

  await test.step('a bob too heavy is not accepted, and the washer to change is named', async () => {
    const row = page.getByRole('listitem').filter({ has: page.getByLabel('Bob 2, whole') });
    const figure = Number(/Bob 2\s*([\d.]+) g/.exec((await row.textContent())!)![1]);
    await page.getByLabel('Bob 2, whole').fill('heavy');
    await page.keyboard.press('Enter');
    await expect(page.getByText('“heavy” is not a weight in grams.')).toBeVisible();
    await page.getByLabel('Bob 2, whole').fill((figure - 4.6).toFixed(1));
    await page.keyboard.press('Enter');
    await expect(row.getByText('not accepted: −4.60 g')).toBeVisible();
    await expect(row.getByText(/(Add|Change) .* on both halves: it then weighs/)).toBeVisible();
  });

  await test.step('weighed in, mounted at their angles, ready to spin', async () => {
    await weighInAndMount(page, 6);
    await expect(page.getByText(/Built and mounted/)).toBeVisible();
    await expect(page.getByText(/turn the crank until pin 2 is up; pin 1 then points to 300°. A split pin/)).toBeVisible();
    await expect(page.getByRole('navigation', { name: 'Benches of this job' })).toContainText('built and mounted');
  });
});

test('the calculator’s address carries the card to somebody else', async ({ page, context }) => {
  await page.goto('/calculator');
  await expect(page.getByText(/Still to type: big end, bearing pair/)).toBeVisible();
  for (const [label, grams] of [
    ['Big end', '448'],
    ['Bearing pair', '42'],
    ['Small end', '186'],
    ['Piston', '612,0'],
    ['Pin', '148'],
    ['Locks or buttons', '2.4'],
    ['Ring set', '46'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(grams);
  await page.getByLabel('Another line').fill('support rails');
  await page.getByLabel('For one rod').fill('3');
  await page.getByRole('button', { name: 'Add the line' }).click();
  // 2·(448 + 42) + 4 + ½·2·(186 + 612 + 148 + 2.4 + 46 + 3) = 1981.4
  await expect(page.getByText('1981.4 g')).toBeVisible();
  await expect(page).toHaveURL(/x=support/);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByText('1981.4 g')).toBeVisible();
  await other.getByText('What the factor does').click();
  await other.getByLabel('Layout').selectOption({ label: 'Single cylinder' });
  await expect(other.getByText(/The shaking force is least at/)).toBeVisible();
  await other.getByLabel('Rod length').fill('30');
  await expect(other.getByText(/cannot pass a crank radius/)).toBeVisible();
});

test('a layout goes to a file and comes back, and nonsense is named', async ({ page }) => {
  await comeToTheBench(page);
  await page.getByRole('link', { name: 'New job' }).click();
  await page.getByLabel('Layout', { exact: true }).selectOption({ label: '90° V6, split pins, even firing' });
  await expect(page.getByText('evenly, every 120°.')).toBeVisible();
  await page.getByLabel('Throw to throw').fill('104');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Layout to a file' }).click();
  const path = await (await download).path();
  const text = await readFile(path, 'utf8');
  expect(JSON.parse(text)).toMatchObject({ format: 'tare-layout', version: 1, strokeMm: 88 });

  await page.getByLabel('Bank angle of cylinder 3 of the list').fill('400');
  await expect(page.getByText('The bank angle of cylinder 3 is 400 °')).toBeVisible();
  const choose = (name: string, content: string): Promise<void> =>
    page.getByLabel('Layout file').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await choose('bent.json', text.replace('"bankDeg": 45', '"bankDeg": 400'));
  await expect(page.getByText(/bent\.json: The bank angle of cylinder 1 is 400/)).toBeVisible();
  await choose('good.json', text);
  await expect(page.getByText(/bent\.json/)).toHaveCount(0);
  await expect(page.getByLabel('Layout', { exact: true })).toHaveValue('own');
  await expect(page.getByText('evenly, every 120°.')).toBeVisible();
  await page.getByLabel('Customer', { exact: true }).fill('Odd Hexley');
  await page.getByLabel('Engine', { exact: true }).fill('Six of somebody’s own');
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Weigh' })).toBeVisible();
});
