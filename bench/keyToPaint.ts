import type { JobLine } from '@tare/contract';
import type { Page } from '@playwright/test';
import { api, url } from './api.js';
import { atTheBench } from './atTheBench.js';
import { figure, type Figure } from './figures.js';

/** Notes, for every key that goes down, how long it is until the frame that answers it was painted. */
function watchKeys(): void {
  const waits: number[] = [];
  Object.assign(window, { keyWaitsMs: waits });
  const afterPaint = new MessageChannel();
  const open: number[] = [];
  // A message that is posted in a frame arrives after that frame was painted.
  afterPaint.port1.onmessage = () => waits.push(...open.splice(0).map((pressed) => performance.now() - pressed));
  document.addEventListener(
    'keydown',
    ({ timeStamp }) => {
      requestAnimationFrame(() => {
        open.push(timeStamp);
        afterPaint.port2.postMessage(null);
      });
    },
    true,
  );
}

const waitsOf = (page: Page): Promise<number[]> => page.evaluate(() => (window as unknown as { keyWaitsMs: number[] }).keyWaitsMs.splice(0));

/** How much slower the processor is made: a tablet beside a good desk. */
const SLOWED = 4;

/** Key to paint on the weigh bench and in the engine's form, as the machine is and with its processor slowed. */
export async function keyToPaint(): Promise<Figure[]> {
  const jobs = await api<JobLine[]>('jobs?q=Saltwren');
  return atTheBench(async (page) => {
    const devtools = await page.context().newCDPSession(page);
    const figures: Figure[] = [];
    for (const rate of [1, SLOWED]) {
      const words = rate === 1 ? '' : `, processor ${rate} times slower`;
      await devtools.send('Emulation.setCPUThrottlingRate', { rate });
      await page.goto(`${url}/jobs/${jobs[0]!.id}/weigh?kind=piston`);
      await page.getByLabel('Reading in grams').waitFor();
      await page.evaluate(watchKeys);
      for (let i = 0; i < 16; i += 1) {
        await page
          .getByRole('button', { name: `Weigh piston ${(i % 8) + 1}` })
          .last()
          .click();
        await page.getByLabel('Reading in grams').focus();
        await page.keyboard.type(`6${10 + (i % 5)}.${i % 10}`, { delay: 60 });
        await page.keyboard.press('Enter');
        await page.waitForFunction(() => document.querySelector<HTMLInputElement>('[aria-label="Reading in grams"]')?.value === '');
      }
      figures.push(figure(`key to paint, weigh bench${words}`, 'ms', await waitsOf(page)));
      await page.goto(`${url}/jobs/${jobs[0]!.id}/engine`);
      await page.getByLabel('Stroke').waitFor();
      await page.evaluate(watchKeys);
      for (let i = 0; i < 8; i += 1) {
        await page.getByLabel('Stroke').focus();
        await page.keyboard.press('Control+a');
        await page.keyboard.type(`8${i}.25`, { delay: 60 });
      }
      figures.push(figure(`key to paint, engine form${words}`, 'ms', await waitsOf(page)));
    }
    return figures;
  });
}
