import { mkdtemp, readdir, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { sheetOf, type JobRecord } from '@tare/contract';
import { CHROMIUM } from '@tare/e2e/chromium';

const PAUSE_MS = 300;
/** Whatever takes longer was killed under way. */
const OPEN_MS = 10_000;
const TYPE_MS = 6000;

/** Somebody who types into a real browser, which may die at any moment and is opened again on the same profile. */
export class BrowserTypist {
  /** What was seen to be taken by the bench, and what was typed when the browser died: that may or may not have been. */
  readonly typed: number[] = [];
  readonly perhaps: number[] = [];
  private context: BrowserContext | null = null;
  private page: Page | null = null;
  private count = 0;

  private constructor(
    private readonly url: string,
    private readonly job: JobRecord,
    private readonly personId: string,
    private readonly profile: string,
  ) {}

  static async on(url: string, job: JobRecord, personId: string): Promise<BrowserTypist> {
    return new BrowserTypist(url, job, personId, await mkdtemp(join(tmpdir(), 'tare-faults-')));
  }

  async work(stop: AbortSignal): Promise<void> {
    while (!stop.aborted) {
      this.count += 1;
      const valueG = Number((200 + this.count / 100).toFixed(2));
      try {
        await this.type(valueG);
        this.typed.push(valueG);
      } catch {
        this.perhaps.push(valueG);
        await this.closed();
      }
      await setTimeout(PAUSE_MS);
    }
  }

  /** Kills the browser with all its processes. */
  async kill(): Promise<void> {
    for (const name of await readdir('/proc')) {
      const line = await readFile(join('/proc', name, 'cmdline'), 'utf8').catch(() => '');
      if (line.includes(this.profile) && line.includes('chromium')) process.kill(Number(name), 'SIGKILL');
    }
  }

  /** Opens the browser once more and waits until nothing waits in it. */
  async settled(): Promise<void> {
    await this.closed();
    const page = await this.opened();
    await page.getByRole('status').filter({ hasText: 'waiting for the server' }).waitFor({ state: 'detached', timeout: 120_000 });
    // What is refused would stay; there is nothing to refuse.
    await this.closed();
  }

  valuesIn(record: JobRecord): number[] {
    return sheetOf(record).readings.map(({ valueG }) => valueG);
  }

  get jobId(): string {
    return this.job.id;
  }

  private async type(valueG: number): Promise<void> {
    const page = await this.opened();
    const pins = this.job.parts.filter(({ kind }) => kind === 'pin').length;
    await page
      .getByRole('button', { name: `Weigh pin ${(this.count % pins) + 1}` })
      .last()
      .click({ timeout: TYPE_MS });
    const input = page.getByLabel('Reading in grams');
    await input.fill(String(valueG), { timeout: TYPE_MS });
    await page.keyboard.press('Enter');
    await page.waitForFunction((field) => (field as HTMLInputElement | null)?.value === '', await input.elementHandle(), { timeout: TYPE_MS });
  }

  private async opened(): Promise<Page> {
    if (this.page !== null) return this.page;
    this.context = await chromium.launchPersistentContext(this.profile, CHROMIUM);
    await this.context.addInitScript(
      ([personId, jobId]) => {
        localStorage.setItem('tare.person', personId);
        localStorage.setItem('tare.draft.ask-zero', 'no');
        localStorage.setItem(`tare.draft.placements.${jobId}`, '1');
      },
      [this.personId, this.job.id] as const,
    );
    this.page = await this.context.newPage();
    await this.page.goto(`${this.url}/jobs/${this.job.id}/weigh?kind=pin`, { timeout: OPEN_MS });
    await this.page.getByLabel('Reading in grams').waitFor({ timeout: OPEN_MS });
    return this.page;
  }

  private async closed(): Promise<void> {
    this.page = null;
    await this.context?.close().catch(() => undefined);
    this.context = null;
  }
}
