import { createServer } from 'node:http';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { expect, test } from './app.js';

/** A page of somebody else's, which tries what a page can: to read, to write, to send forms, to open the stream. */
const hostilePage = (tare: string): string => `<!doctype html><title>Elsewhere</title>
<form id="plain" method="post" enctype="text/plain" target="frame" action="${tare}/api/shop/people"><input name='{"name":"Mallow' value='","role":"balancing"}'></form>
<form id="fields" method="post" target="frame" action="${tare}/api/shop/people"><input name="name" value="Mallow"><input name="role" value="balancing"></form>
<iframe name="frame"></iframe>
<script>
const body = JSON.stringify({ id: crypto.randomUUID(), name: 'Mallow', role: 'balancing' });
const tried = async (what) => { try { const r = await what(); return r.type + ' ' + r.status; } catch (e) { return 'failed'; } };
window.tryAll = async () => {
  const said = [
    await tried(() => fetch('${tare}/api/shop')),
    await tried(() => fetch('${tare}/api/shop/people', { method: 'POST', headers: { 'content-type': 'application/json' }, body })),
    await tried(() => fetch('${tare}/api/shop/people', { method: 'POST', mode: 'no-cors', body })),
    await tried(() => fetch('${tare}/api/shop/people', { method: 'POST', mode: 'no-cors', headers: { 'content-type': 'text/plain' }, body })),
    await new Promise((done) => { const s = new EventSource('${tare}/api/changes'); s.onopen = () => done('open'); s.onerror = () => done('failed'); }),
    await new Promise((done) => { const i = new Image(); i.onload = () => done('loaded'); i.onerror = () => done('failed'); i.src = '${tare}/api/shop'; }),
  ];
  document.getElementById('plain').submit();
  await new Promise((r) => setTimeout(r, 300));
  document.getElementById('fields').submit();
  await new Promise((r) => setTimeout(r, 300));
  return said;
};
</script>`;

test('another site’s page that tries everything reads nothing and writes nothing', async ({ page, shop, app }) => {
  const elsewhere = createServer((_, answer) => answer.setHeader('content-type', 'text/html').end(hostilePage(app.url))).listen(0, '127.0.0.1');
  await once(elsewhere, 'listening');
  const before = await shop.people();
  const refused: number[] = [];
  page.on('response', (answer) => {
    if (answer.url().startsWith(app.url)) refused.push(answer.status());
  });
  // Another name of the same machine is another site to a browser.
  await page.goto(`http://localhost:${(elsewhere.address() as AddressInfo).port}/`);
  const said = await page.evaluate(() => (window as unknown as { tryAll: () => Promise<string[]> }).tryAll());
  expect(said.filter((one) => one !== 'failed' && !one.startsWith('opaque'))).toEqual([]);
  await expect.poll(() => refused.length).toBeGreaterThan(3);
  expect(refused.filter((status) => status < 400)).toEqual([]);
  expect(await shop.people()).toEqual(before);
  elsewhere.close();
});
