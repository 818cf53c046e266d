import { rm } from 'node:fs/promises';
import { test as base } from '@playwright/test';
import { Command, folder } from './command.js';
import { Tablet } from './tablet.js';

/** What a test of the command makes on this machine: ended and taken away however the test ends, or the next run meets it. */
interface Outside {
  readonly folder: typeof folder;
  readonly start: (...how: ConstructorParameters<typeof Command>) => Command;
  readonly tabletOn: typeof Tablet.joined;
}

export const test = base.extend<Outside>({
  // Playwright reads a fixture's needs from this pattern; this one has none.
  // eslint-disable-next-line no-empty-pattern
  folder: async ({}, use) => {
    const made: string[] = [];
    await use(async () => {
      const one = await folder();
      made.push(one);
      return one;
    });
    for (const one of made) await rm(one, { recursive: true, force: true });
  },
  // Of the folders, that they are taken away after what runs in them has ended.
  start: async ({ folder: _ }, use) => {
    const started: Command[] = [];
    await use((...how) => {
      const one = new Command(...how);
      started.push(one);
      return one;
    });
    for (const one of started) if (!one.hasEnded) await one.end();
  },
  // eslint-disable-next-line no-empty-pattern
  tabletOn: async ({}, use) => {
    const joined: Tablet[] = [];
    await use(async (hostName) => {
      const one = await Tablet.joined(hostName);
      joined.push(one);
      return one;
    });
    for (const one of joined) await one.remove();
  },
});
