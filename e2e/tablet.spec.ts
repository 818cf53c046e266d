import { randomUUID } from 'node:crypto';
import { expect } from '@playwright/test';
import { Device } from '@tare/contract';
import { freePort } from './wire.js';
import { comeToTheBench, weighAs } from './bench.js';
import { ownPorts } from './command.js';
import { test } from './outside.js';
import { ShopApi } from './shopApi.js';

// eslint-disable-next-line playwright/no-skipped-test -- nobody else can make the network that it is about
test.skip(process.getuid!() !== 0, 'Only root makes a network.');

test('a tablet on the shop’s network comes in by HTTPS, works through a cut, and is put out', async ({ page, folder, start, tabletOn }) => {
  test.setTimeout(300_000);
  const host = 'winch-house.test';
  const tablet = await tabletOn(host);
  const [data, ports, tlsPort] = [await folder(), await ownPorts(), await freePort()];
  const tare = start(data, ports, { TARE_LISTEN: tablet.hostAddress, TARE_NAMES: host, TARE_TLS_PORT: String(tlsPort) });
  await tare.isReady();
  const own = `http://127.0.0.1:${ports[0]}`;
  const [plain, secure] = [`http://${host}:${ports[0]}`, `https://${host}:${tlsPort}`];
  const person = { id: randomUUID(), name: 'Ottoline Fasch', role: 'balancing' };
  expect((await new Device(own).send('POST', 'shop/people', person)).status).toBe(201);
  const shop = await ShopApi.at(own);
  const job = await shop.job('inline3');

  await test.step('plain HTTP only sends it on; nothing is written by it, and under no name is it taken for this machine', async () => {
    const script = (url: string, init: object): string =>
      `fetch('${url}', ${JSON.stringify({ ...init, redirect: 'manual' })}).then((r) => console.log(r.status + ' ' + r.headers.get('location')))`;
    const asked = async (url: string, init: object = {}): Promise<string> => (await tablet.there(process.execPath, '-e', script(url, init))).trim();
    expect(await asked(`${plain}/api/shop`)).toBe(`307 ${secure}/api/shop`);
    const write = {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: plain },
      body: JSON.stringify({ ...person, id: randomUUID() }),
    };
    expect(await asked(`${plain}/api/shop/people`, write)).toBe('403 null');
  });

  await test.step('its browser will not have the certificate until it trusts the shop', async () => {
    const browser = await tablet.browser();
    const stranger = await browser.newPage();
    await expect(stranger.goto(`${plain}/`)).rejects.toThrow('ERR_CERT_AUTHORITY_INVALID');
    await browser.close();
    await tablet.trust(new Uint8Array(await (await fetch(`${own}/api/reach/authority.crt`)).arrayBuffer()));
  });

  const browser = await tablet.browser();
  const there = await (await browser.newContext({ baseURL: secure, viewport: { width: 820, height: 1180 }, serviceWorkers: 'allow' })).newPage();
  await test.step('a new device is asked for the shop code', async () => {
    await there.goto(`${plain}/`);
    await expect(there).toHaveURL(`${secure}/`);
    await expect(there.getByRole('heading', { name: 'This device is new to the shop' })).toBeVisible();
    await expect(there.getByText('It stands on this page at the machine that Tare runs on')).toBeVisible();
    expect((await there.request.get('/api/jobs').catch(() => null))?.status() ?? 401).toBe(401);
    await there.getByLabel('What this device is called').fill('Tablet at the crank');
    await there.getByLabel('The shop code').fill('ABCD-EFGH-JKMN-PQRS-TVWX');
    await there.getByRole('button', { name: 'Come in' }).click();
    await expect(there.getByRole('alert')).toContainText('That is not the shop code.');
    const code = /asked for once: (\S+)/.exec(tare.said)![1]!;
    await page.goto(`${own}/devices`);
    await expect(page.getByText(code)).toBeVisible();
    await there.getByLabel('The shop code').fill(code);
    await there.getByRole('button', { name: 'Come in' }).click();
    await expect(there.getByRole('heading', { name: 'This device is new to the shop' })).toHaveCount(0);
  });

  await test.step('it weighs, through a cut network and a reload in it', async () => {
    await comeToTheBench(there);
    await there.goto(`/jobs/${job.id}/weigh?kind=pin`);
    await there.getByLabel('Ask for the zero').uncheck();
    await there.getByLabel('Placements').selectOption('1');
    const weigh = (grams: string): Promise<void> => weighAs(there, grams);
    const valuesThere = async (): Promise<number[]> => (await shop.sheet(job.id)).readings.map(({ valueG }) => valueG);
    await weigh('148,1');
    await expect.poll(valuesThere).toEqual([148.1]);
    await there.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await tablet.reaches(false);
    await weigh('148,2');
    const waiting = there.getByRole('status').filter({ hasText: 'waiting for the server' });
    await expect(waiting).toHaveText('1 waiting for the server');
    await there.reload();
    await expect(waiting).toHaveText('1 waiting for the server');
    await weigh('148,3');
    await tablet.reaches(true);
    await expect(waiting).toHaveCount(0, { timeout: 90_000 });
    expect(await valuesThere()).toEqual([148.1, 148.2, 148.3]);
  });

  await test.step('put out at the shop’s machine, it is asked for the code again', async () => {
    await page.goto(`${own}/`);
    await page.getByRole('button', { name: 'Who is at the bench?' }).click();
    await page.getByRole('menuitem', { name: 'Ottoline Fasch' }).click();
    await page.goto(`${own}/devices`);
    await page.getByRole('listitem').filter({ hasText: 'Tablet at the crank' }).getByRole('button', { name: 'Put it out' }).click();
    await expect(page.getByText('put out')).toBeVisible();
    await expect(async () => {
      await there.reload();
      await expect(there.getByRole('heading', { name: 'This device is new to the shop' })).toBeVisible({ timeout: 5000 });
    }).toPass();
  });
});
