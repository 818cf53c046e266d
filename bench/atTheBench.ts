import type { Shop } from '@tare/contract';
import { CHROMIUM } from '@tare/e2e/chromium';
import { chromium, type Page } from '@playwright/test';
import { api } from './api.js';

/** Works on a page of a browser with the demo's first person at the bench, who is not asked for the zero. */
export async function atTheBench<T>(work: (page: Page) => Promise<T>): Promise<T> {
  const shop = await api<Shop>('shop');
  const browser = await chromium.launch(CHROMIUM);
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.addInitScript((personId) => {
      localStorage.setItem('tare.person', personId);
      localStorage.setItem('tare.draft.ask-zero', 'no');
    }, shop.people[0]!.id);
    return await work(await context.newPage());
  } finally {
    await browser.close();
  }
}
