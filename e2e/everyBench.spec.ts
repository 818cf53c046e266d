import { AxeBuilder } from '@axe-core/playwright';
import type { APIRequestContext, Page } from '@playwright/test';
import type { JobLine } from '@tare/contract';
import { expect, test } from './app.js';
import { beAtTheBench } from './bench.js';

/** What axe finds serious or critical on the screen as it stands. */
async function seriousOf(page: Page, rules?: readonly string[]): Promise<string[]> {
  // What passes is not written down: a bench has thousands of elements.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  const { violations } = await (rules ? axe.withRules([...rules]) : axe).analyze();
  return violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => `${v.id} ${v.nodes[0]?.html}`);
}

/** Every bench where the demo has most on it, and the pages of the shop; some at a time, to be read beside one another. */
const VIEWS = {
  'before the scale': [
    ['Pellgate', 'engine'],
    ['Bramwick', 'checkIn'],
    ['Bramwick', 'makeReady?sheet=pins'],
    ['Bramwick', 'makeReady?sheet=bores'],
    ['Bramwick', 'makeReady?sheet=decks'],
  ],
  'from the scale on': [
    ['Ostrell', 'weigh'],
    ['Pellgate', 'match'],
    ['Dorvell', 'bobs'],
    ['Dorvell', 'spin'],
    ['Dorvell', 'correct'],
    ['Corvane', 'signOff'],
  ],
  'of the shop': [
    [null, ''],
    [null, 'jobs/new'],
    [null, 'instruments'],
    [null, 'machines'],
    [null, 'tools'],
    [null, 'calculator'],
  ],
} as const;
type View = (typeof VIEWS)[keyof typeof VIEWS][number];

async function addressesOf(request: APIRequestContext, views: readonly View[]): Promise<string[]> {
  const jobs = (await (await request.get('/api/jobs')).json()) as JobLine[];
  return views.map(([engine, path]) => {
    const job = jobs.find(({ engineName }) => engine !== null && engineName.startsWith(engine));
    return job ? `/jobs/${job.id}/${path}` : `/${path}`;
  });
}

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

for (const [which, views] of Object.entries(VIEWS)) {
  test(`every bench ${which} can be read without seeing, in the dark theme, and on a phone held upright`, async ({ page, request }) => {
    await beAtTheBench(page);
    for (const address of await addressesOf(request, views)) {
      await page.setViewportSize(DESK);
      await page.goto(address);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      // What a bench fetches for itself comes after what stands there first.
      await expect(page.getByText(/^(Fetching|Working) /)).toHaveCount(0);
      expect([address, await seriousOf(page)]).toEqual([address, []]);
      await page.evaluate(() => (document.documentElement.dataset['theme'] = 'dark'));
      expect([address, await seriousOf(page, ['color-contrast'])]).toEqual([address, []]);
      await page.setViewportSize(PHONE);
      // A chart takes its new width a moment after the page has it.
      await expect.poll(async () => [address, await page.evaluate(() => document.scrollingElement!.scrollWidth)]).toEqual([address, PHONE.width]);
    }
  });
}

test('the rail is walked and a job is found by keys', async ({ page, shop }) => {
  await beAtTheBench(page);
  const job = await shop.job('inline3', { vessel: 'ketch Nightjar' });
  await page.goto(`/jobs/${job.id}/signOff`);
  await expect(page.getByRole('heading', { level: 1, name: 'Sign off' })).toBeVisible();
  await page.keyboard.press('[');
  await expect(page.getByRole('heading', { level: 1, name: 'Correct' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.getByRole('dialog', { name: 'Find a job' }).getByRole('textbox').fill('nightjar');
  await expect(page.getByRole('dialog', { name: 'Find a job' })).toContainText(job.spec.engineName);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'The job’s card' })).toContainText(job.spec.engineName);
});
