import type { JobLine, Shop } from '@tare/contract';
import { chromium } from '@playwright/test';
import { figure, type Figure } from './figures.js';

const url = process.env['TARE_URL'] ?? 'http://127.0.0.1:4180';
const api = (path: string): Promise<Response> => fetch(`${url}/api/${path}`);
const READINGS = 12;

/** What one typed reading costs a screen: how often the job is worked out, and how often its record is fetched; and how large that is. */
export async function oneReading(): Promise<Figure[]> {
  const shop = (await (await api('shop')).json()) as Shop;
  const [job] = (await (await api('jobs?q=Saltwren')).json()) as JobLine[];
  const bytes = (await (await api(`jobs/${job!.id}`)).arrayBuffer()).byteLength;
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.addInitScript((personId) => {
      localStorage.setItem('tare.person', personId);
      localStorage.setItem('tare.draft.ask-zero', 'no');
    }, shop.people[0]!.id);
    const page = await context.newPage();
    let fetches = 0;
    page.on('request', (request) => {
      if (request.method() === 'GET' && request.url().endsWith(`/api/jobs/${job!.id}`)) fetches += 1;
    });
    await page.goto(`${url}/jobs/${job!.id}/weigh?kind=piston`);
    const input = page.getByLabel('Reading in grams');
    await input.waitFor();
    const workedOut = (): Promise<number> => page.evaluate(() => performance.getEntriesByName('tare.figures').length);
    const [publishes, fetched]: [number[], number[]] = [[], []];
    for (let i = 0; i < READINGS; i += 1) {
      await page
        .getByRole('button', { name: `Weigh piston ${(i % 8) + 1}` })
        .last()
        .click();
      const [before, fetchesBefore] = [await workedOut(), fetches];
      await input.fill(`61${i % 5}.2`);
      await page.keyboard.press('Enter');
      // Longer than a screen waits before it looks again.
      await page.waitForTimeout(1500);
      publishes.push((await workedOut()) - before);
      fetched.push(fetches - fetchesBefore);
    }
    return [
      figure('a typed reading: the job worked out', 'times', publishes),
      figure('a typed reading: its record fetched', 'times', fetched),
      figure('record of the demo’s V8', 'kB', [bytes / 1000]),
    ];
  } finally {
    await browser.close();
  }
}
