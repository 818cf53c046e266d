import { expect, test } from './app.js';
import { wireTo } from './wire.js';
import { openJob, weighAs } from './bench.js';

test('three readings while the database is dead; the one that was refused afterwards is mended', async ({ page, context, shop, app }) => {
  const job = await shop.job('v6Split60');
  const pins = job.parts.filter(({ kind }) => kind === 'pin');
  await openJob(page, job.id, 'weigh', 'Ines Quorley');
  await page.goto(`/jobs/${job.id}/weigh?kind=pin`);
  const input = page.getByLabel('Reading in grams');
  await page.getByLabel('Ask for the zero').uncheck();
  await page.getByLabel('Placements').selectOption('1');
  const status = page.getByRole('status');
  const waiting = page.getByRole('dialog', { name: 'Waiting in this browser' });

  await test.step('they wait, and it is said why', async () => {
    app.database.cut();
    expect((await page.request.get('/health/live')).status()).toBe(200);
    const notReady = await page.request.get('/health/ready');
    expect([notReady.status(), notReady.headers()['retry-after']]).toEqual([503, '2']);
    for (const grams of ['148,1', '148,2', '148,3']) {
      await input.fill(grams);
      await page.keyboard.press('Enter');
      await expect(input).toHaveValue('');
    }
    await expect(status).toHaveText('3 waiting for the server');
    await page.getByRole('button', { name: /^3 waiting for the server/ }).click();
    await expect(waiting).toContainText('Tare’s database does not answer.');
    await expect(waiting).toContainText('148.20 g, pin 2');
    await expect(waiting.getByRole('button', { name: 'Give it up' })).toHaveCount(0);
    await page.keyboard.press('Escape');
  });

  await test.step('the database comes back, and meanwhile somebody cut pin 2', async () => {
    await context.setOffline(true);
    app.database.mend();
    await expect.poll(() => shop.readiness()).toBe(200);
    await shop.cutPart(job, pins[1]!.id);
    await context.setOffline(false);
    await expect(status).toHaveText('1 refused');
    const { readings } = await shop.sheet(job.id);
    expect(readings.map(({ valueG }) => valueG)).toEqual([148.1, 148.3]);
  });

  await test.step('the refused one is put right and sent', async () => {
    await page.getByRole('button', { name: '1 refused' }).click();
    await expect(waiting).toContainText('This part was cut since your screen last heard of it.');
    const download = page.waitForEvent('download');
    await waiting.getByRole('button', { name: 'Save to a file' }).click();
    expect((await download).suggestedFilename()).toMatch(/^refused-.*\.json$/);
    await waiting.getByLabel('Weighed now').fill('147,9');
    await waiting.getByRole('button', { name: 'Mend and send' }).click();
    await expect(waiting).toHaveCount(0);
    await expect(status).toHaveCount(0);
    const { readings, partCuts } = await shop.sheet(job.id);
    expect(readings.at(-1)).toMatchObject({ partId: pins[1]!.id, valueG: 147.9, cutId: partCuts[0]!.id });
    expect(readings).toHaveLength(3);
  });
});

test('a job is opened with a reading that waits, whichever comes first', async ({ page, context, shop }) => {
  const job = await shop.job('v6Split60');
  await openJob(page, job.id, 'weigh', 'Ines Quorley');
  await page.goto(`/jobs/${job.id}/weigh?kind=pin`);
  const input = page.getByLabel('Reading in grams');
  await page.getByLabel('Ask for the zero').uncheck();
  for (let round = 1; round <= 4; round += 1) {
    await context.setOffline(true);
    await input.fill(`148,${round}`);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('status')).toHaveText('1 waiting for the server');
    await context.setOffline(false);
    await page.reload();
    await expect(input).toBeVisible();
    await expect(page.getByRole('status')).toHaveCount(0);
    await expect(page.getByRole('table', { name: 'Readings in g' })).toContainText(`148.${round}`);
  }
});

test('a reading is said to wait only once a reload cannot take it away', async ({ page, context, shop }) => {
  const job = await shop.job('v6Split60');
  await openJob(page, job.id, 'weigh', 'Ines Quorley');
  await page.goto(`/jobs/${job.id}/weigh?kind=pin`);
  await page.getByLabel('Ask for the zero').uncheck();
  const status = page.getByRole('status');
  // Another window is busy with the same database of the browser, for as long as it is open.
  const busy = await context.newPage();
  await busy.goto('/mark.svg');
  await busy.evaluate(
    () =>
      new Promise<void>((began) => {
        const opening = indexedDB.open('tare');
        opening.onsuccess = () => {
          const entries = opening.result.transaction('entries', 'readwrite').objectStore('entries');
          const goOn = (): void => void (entries.count().onsuccess = goOn);
          goOn();
          began();
        };
      }),
  );
  await weighAs(page, '148,1');
  await expect(status).toHaveText('1 not kept yet');
  // Whoever would lose it by a reload is asked first, and stays.
  const asking = page.waitForEvent('dialog');
  await page.evaluate(() => void setTimeout(() => window.location.reload()));
  const question = await asking;
  expect(question.type()).toBe('beforeunload');
  await question.dismiss();
  await expect(status).toHaveText('1 not kept yet');
  await context.setOffline(true);
  await busy.close();
  await expect(status).toHaveText('1 waiting for the server');
  await context.setOffline(false);
  await page.reload();
  await expect(page.getByRole('table', { name: 'Readings in g' })).toContainText('148.1');
});

test('ten windows of one browser are ready, and all hear of a change, also when the one that listened is closed', async ({ page, context, shop }) => {
  const job = await shop.job('inline3');
  const pins = job.parts.filter(({ kind }) => kind === 'pin');
  await openJob(page, job.id, 'weigh');
  const windows = [page];
  for (let i = 1; i < 10; i += 1) windows.push(await context.newPage());
  for (const one of windows) {
    await one.goto(`/jobs/${job.id}/weigh?kind=pin`);
    await expect(one.getByLabel('Reading in grams')).toBeVisible();
  }
  const table = (one: typeof page): ReturnType<typeof page.getByRole> => one.getByRole('table', { name: 'Readings in g' });
  await shop.weigh(
    job,
    ({ id }) => id === pins[0]!.id,
    () => 148.1,
  );
  for (const one of windows) await expect(table(one)).toContainText('148.1');
  await page.close();
  await shop.weigh(
    job,
    ({ id }) => id === pins[1]!.id,
    () => 148.2,
  );
  for (const one of windows.slice(1)) await expect(table(one)).toContainText('148.2');
});

test.describe('with its pages kept', () => {
  test.use({ serviceWorkers: 'allow' });

  test('a reload with the server away opens the job that was open, and readings go on', async ({ page, shop, app }) => {
    const job = await shop.job('inline3');
    const wire = await wireTo(Number(new URL(app.url).port));
    const own = `http://127.0.0.1:${wire.port}`;
    const status = page.getByRole('status').filter({ hasText: 'waiting for the server' });
    await page.goto(own);
    await page.getByRole('button', { name: 'Who is at the bench?' }).click();
    await page.getByRole('menuitem', { name: /Ottoline Fasch/ }).click();
    await page.goto(`${own}/jobs/${job.id}/weigh?kind=pin`);
    await page.getByLabel('Ask for the zero').uncheck();
    await page.getByLabel('Placements').selectOption('1');
    const weigh = (grams: string): Promise<void> => weighAs(page, grams);

    await test.step('one reading goes out; then the pages are kept and the server is away', async () => {
      await weigh('148,1');
      await expect.poll(async () => (await shop.sheet(job.id)).readings.length).toBe(1);
      await page.evaluate(async () => {
        await navigator.serviceWorker.ready;
      });
      // The copy of the record follows the reading by a moment.
      await expect
        .poll(() =>
          page.evaluate(
            (jobId) =>
              new Promise<number>((done) => {
                const opening = indexedDB.open('tare.copies');
                opening.onsuccess = () => {
                  const asked = opening.result
                    .transaction('copies')
                    .objectStore('copies')
                    .get(JSON.stringify(['job', jobId]));
                  asked.onsuccess = () => {
                    opening.result.close();
                    done((asked.result as { data: { readings: unknown[] } } | undefined)?.data.readings.length ?? 0);
                  };
                };
              }),
            job.id,
          ),
        )
        .toBe(1);
      wire.cut();
    });

    await test.step('the reload opens the job as it was, says so, and takes the next reading', async () => {
      await page.reload();
      await expect(page.getByRole('alert').filter({ hasText: 'Shown is what this browser kept' })).toBeVisible();
      await expect(page.getByRole('button', { name: /Ottoline Fasch/ })).toBeVisible();
      await weigh('148,2');
      await expect(status).toHaveText('1 waiting for the server');
      await page.reload();
      await expect(status).toHaveText('1 waiting for the server');
      await weigh('148,3');
    });

    await test.step('the server is back: all three are there once, and the notice goes', async () => {
      wire.mend();
      await expect(status).toHaveCount(0);
      await expect(page.getByRole('alert').filter({ hasText: 'Shown is what this browser kept' })).toHaveCount(0);
      const { readings } = await shop.sheet(job.id);
      expect(readings.map(({ valueG, partId }) => [valueG, partId])).toEqual(
        job.parts.filter(({ kind }) => kind === 'pin').map(({ id }, i) => [[148.1, 148.2, 148.3][i], id]),
      );
    });
    wire.close();
  });
});
