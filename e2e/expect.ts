import { expect as base, type Locator } from '@playwright/test';

/** The `expect` timeout of playwright.config.ts, which a matcher of one's own is not told. */
const LONGEST_MS = 30_000;

/**
 * Playwright's assertions, but for the one made most: for each look at which a thing is not there yet, its own writes the whole page
 * down in words, in case it never comes, which is a twentieth of what the journeys take of the machine.
 */
export const expect = base.extend({
  async toBeVisible(locator: Locator, { timeout = LONGEST_MS }: { readonly timeout?: number } = {}) {
    const { isNot } = this;
    try {
      await locator.waitFor({ state: isNot ? 'hidden' : 'visible', timeout });
      return { pass: !isNot, message: () => `${locator.toString()} is to be seen.` };
    } catch (error) {
      return { pass: isNot, message: () => (error as Error).message };
    }
  },
});
