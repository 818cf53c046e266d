import type { JobLine } from '@tare/contract';
import type { Page } from '@playwright/test';
import { api, url } from './api.js';
import { atTheBench } from './atTheBench.js';
import { figure, type Figure } from './figures.js';

/** Notes the time between frames for as long as the page is open. */
function watchFrames(): void {
  const gaps: number[] = [];
  Object.assign(window, { frameGapsMs: gaps });
  let last = performance.now();
  const frame = (now: number): void => {
    gaps.push(now - last);
    last = now;
    requestAnimationFrame(frame);
  };
  requestAnimationFrame(frame);
}

const gapsOf = (page: Page): Promise<number[]> => page.evaluate(() => (window as unknown as { frameGapsMs: number[] }).frameGapsMs.splice(0));

/** As long as anybody needs to find a line of the list and press on it. */
const TO_READ_MS = 600;

/** The weigh bench of an eight-cylinder job in a browser: opened, and its ladder redrawn while readings are typed. */
export async function weighBenchFrames(): Promise<Figure[]> {
  const jobs = await api<JobLine[]>('jobs?q=Saltwren');
  return atTheBench(async (page) => {
    const opened: number[] = [];
    const openedAtOnce: number[] = [];
    const loaded: number[] = [];
    for (let i = 0; i < 40; i += 1) {
      const read = i % 2 === 0;
      await page.goto(url);
      // The list is drawn, of whatever jobs are newest, and the one to be opened is not yet known to this page.
      await page.getByRole('main').getByRole('listitem').first().waitFor();
      if (read) await page.waitForTimeout(TO_READ_MS);
      const clicked = performance.now();
      await page.evaluate((path) => {
        window.history.pushState(null, '', path);
        window.dispatchEvent(new PopStateEvent('popstate'));
      }, `/jobs/${jobs[0]!.id}/weigh?kind=piston`);
      await page.getByLabel('Reading in grams').waitFor();
      (read ? opened : openedAtOnce).push(performance.now() - clicked);
      const reloaded = performance.now();
      await page.reload();
      await page.getByLabel('Reading in grams').waitFor();
      loaded.push(performance.now() - reloaded);
    }
    await page.evaluate(watchFrames);
    const input = page.getByLabel('Reading in grams');
    for (let i = 0; i < 24; i += 1) {
      await page
        .getByRole('button', { name: `Weigh piston ${(i % 8) + 1}` })
        .last()
        .click();
      await input.focus();
      if (i === 0) await gapsOf(page);
      await page.keyboard.type(`6${10 + (i % 5)}.${i % 10}`, { delay: 40 });
      await page.keyboard.press('Enter');
      await page.waitForFunction(() => document.querySelector<HTMLInputElement>('[aria-label="Reading in grams"]')?.value === '');
    }
    const gaps = await gapsOf(page);
    return [
      figure('weigh bench opened from the list', 'ms', opened),
      figure('weigh bench opened as the list is drawn', 'ms', openedAtOnce),
      figure('weigh bench, page loaded anew', 'ms', loaded),
      figure('frame while typing, V8', 'ms', gaps),
      figure('longest frame while typing', 'ms', [Math.max(...gaps)]),
    ];
  });
}
