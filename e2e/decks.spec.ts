import { madeUpBoreLimits, madeUpDeckLimits } from '@tare/core/testing';
import { readFile } from 'node:fs/promises';
import { expect, test } from './app.js';
import { openJob, openSheet } from './bench.js';

test('the decks of a V8: a numbered face first in the way, then both cut alike; crowns, compression, the page and its file', async ({
  page,
  shop,
}) => {
  const job = await shop.job('v8Cross90');
  const { strokeMm, rodLengthMm } = job.spec;
  // A new deck leaves the crowns 0.4 mm down.
  const compressionHeightMm = 236 - 0.4 - strokeMm / 2 - rodLengthMm;
  await shop.decide(job, { subject: 'bores.limits', value: madeUpBoreLimits });
  await openJob(page, job.id, 'makeReady');
  const sheet = (name: string): Promise<void> => openSheet(page, name === 'The page' ? 'Done' : 'Decks and crowns', name);
  await test.step('limits typed, a low one over its high one complained about', async () => {
    await sheet('Limits of decks');
    const form = page.getByRole('form', { name: 'Limits of the decks' });
    for (const [label, text] of [
      ['Height of a new deck, from the main line', '236'],
      ['From flat and from one another, at most', '0.05'],
      ['Piston, pin to crown', String(compressionHeightMm)],
      ['Crown below the deck, from', '0.7'],
      ['Crown below the deck, to', '0.5'],
      ['Chamber of the head, cm³', '60'],
      ['Gasket, pressed', '1'],
    ] as const)
      await form.getByLabel(label, { exact: true }).fill(text);
    await form.getByRole('button', { name: 'Keep these limits' }).click();
    await expect(form).toContainText('The low limit of the crown below the deck lies over the high one.');
    await form.getByLabel('Crown below the deck, from', { exact: true }).fill('0.1');
    await form.getByRole('button', { name: 'Keep these limits' }).click();
    await expect(form.getByRole('button', { name: 'Leave them as they were' })).toHaveCount(0);
  });
  const desk = page.getByRole('region', { name: 'Cutting the decks' });
  await test.step('corners by keys; the lowest decides', async () => {
    await sheet('Decks');
    await page.getByLabel('Reading of the gauge in mm').click();
    for (const mm of ['236.1', '236.1', '236.1', '236.1', '236.0', '236.0', '236.2', '236.2']) {
      await page.keyboard.type(mm);
      await page.keyboard.press('Enter');
    }
    await expect(page.getByRole('row', { name: /^Deck 2/ })).toContainText('over the limit');
    await expect(desk).toContainText('To 236.000 mm from the main line; deck 2 decides.');
    await expect(desk).toContainText('Deck 1: 0.100 mm at its highest corner, 0.100 mm at its lowest; 0.070 mm first, then 0.030 mm thin.');
    await expect(page.getByRole('link', { name: /^Make ready/ })).toContainText('decks to cut');
  });
  await test.step('a numbered face stays, and nothing is planned that would cut it', async () => {
    await page.getByText(/^Faces that are not cut/).click();
    await page.getByLabel('Deck 1 bears').fill('the engine’s number');
    await page.getByLabel('Deck 1 bears').press('Enter');
    await expect(desk).toContainText('they cannot be made alike');
    await page.getByLabel('Deck 1 bears').fill('');
    await page.getByLabel('Deck 1 bears').press('Enter');
    await expect(desk).toContainText('deck 2 decides');
  });
  await test.step('what the crowns and the compression come to', async () => {
    await sheet('Crowns');
    const first = page
      .getByRole('table', { name: /^Crown below the deck/ })
      .getByRole('row')
      .nth(1);
    await expect(first).toContainText('≈ 0.500');
    await expect(first).toContainText('0.400');
    const volume = (mm: number): number => ((Math.PI / 4) * 92 ** 2 * mm) / 1000;
    await expect(first).toContainText((1 + volume(strokeMm) / (60 + volume(1) + volume(0.4))).toFixed(2));
  });
  await test.step('both are cut and measured again', async () => {
    await sheet('Decks');
    await desk.getByRole('button', { name: 'Deck 1 was cut: measure it again' }).click();
    await expect.poll(async () => (await shop.sheet(job.id)).works.length).toBe(1);
    const [cut] = (await shop.sheet(job.id)).works;
    for (const depth of [1, 2])
      for (const angleDeg of [0, 180])
        await shop.measure(job.id, { feature: 'deck.1', quantity: 'deckHeight', depth, angleDeg, indicationMm: 236, afterWorkId: cut!.id });
    await desk.getByLabel('Taken off deck 2').fill('0.2');
    await desk.getByRole('button', { name: 'Deck 2 was cut: measure it again' }).click();
    await expect.poll(async () => (await shop.sheet(job.id)).works.length).toBe(2);
    const last = (await shop.sheet(job.id)).works.at(-1)!;
    for (const depth of [1, 2])
      for (const angleDeg of [0, 180])
        await shop.measure(job.id, { feature: 'deck.2', quantity: 'deckHeight', depth, angleDeg, indicationMm: 236.003, afterWorkId: last.id });
    await expect(desk).toContainText('Nothing asks for a cut');
  });
  await test.step('the page says before and after; its file comes back into another job, bad lines by their number', async () => {
    await sheet('The page');
    await expect(page.getByRole('row', { name: /^Deck 2, height/ })).toContainText('236.000 – 236.200');
    await expect(page.getByRole('row', { name: /^Deck 2, height/ })).toContainText('236.003');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Measurements as CSV' }).click();
    const text = await readFile(await (await download).path(), 'utf8');
    expect(text.split('\r\n')).toHaveLength(17);
    const other = await shop.job('inline4');
    await page.goto(`/jobs/${other.id}/makeReady?sheet=sizes`);
    const buffer = Buffer.from('feature,quantity,size,unit,depth\ndeck.1,deckHeight,9.2913,in,1\nsump,deckHeight,236,,1\n');
    await page.getByLabel('CSV file of measurements').setInputFiles({ name: 'measured.csv', mimeType: 'text/csv', buffer });
    const dialog = page.getByRole('dialog', { name: 'Measurements from a file' });
    await expect(dialog).toContainText('Line 3: “sump” is no part that is measured');
    await dialog.getByRole('button', { name: 'Bring in 1' }).click();
    await expect(page.getByRole('row', { name: /^Deck 1, height/ })).toContainText('235.999');
  });
  await test.step('all of an engine’s limits go out as one file and come into a like engine', async () => {
    await page.goto(`/jobs/${job.id}/makeReady?sheet=deckLimits`);
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'All limits of this engine as a file' }).click();
    const limits = (JSON.parse(await readFile(await (await download).path(), 'utf8')) as { limits: Record<string, unknown> }).limits;
    expect(Object.keys(limits)).toEqual(['bores', 'decks']);
    const like = await shop.job('v8Cross90');
    await page.goto(`/jobs/${like.id}/makeReady?sheet=deckLimits`);
    await page.getByLabel('or as for a like engine').selectOption({ label: `${job.number}: ${job.spec.engineName}` });
    await page.getByRole('button', { name: 'Copy its limits' }).click();
    await expect.poll(async () => Object.keys((await shop.sheet(like.id)).decisions).sort()).toEqual(['bores.limits', 'deck.limits']);
    expect((await shop.sheet(like.id)).decisions['deck.limits']!.value).toMatchObject({ heightMm: 236, lastCutMm: madeUpDeckLimits.lastCutMm });
  });
});
