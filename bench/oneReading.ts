import type { JobLine } from '@tare/contract';
import { api, url } from './api.js';
import { atTheBench } from './atTheBench.js';
import { figure, type Figure } from './figures.js';

const READINGS = 12;

/** What one typed reading costs a screen: how often the job is worked out, and how often its record is fetched; and how large that is. */
export async function oneReading(): Promise<Figure[]> {
  const [job] = await api<JobLine[]>('jobs?q=Saltwren');
  const bytes = (await (await fetch(`${url}/api/jobs/${job!.id}`)).arrayBuffer()).byteLength;
  return atTheBench(async (page) => {
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
  });
}
