/** @jest-environment node */
import 'fake-indexeddb/auto';
import { QueryClient } from '@tanstack/react-query';
import { keptCopies } from './keptCopies.js';
import { ProblemError, UNREACHABLE } from './problem.js';

const KEY = ['job', 'seven'];
/** As a page that was just loaded: it has heard nothing yet. */
function page(): QueryClient {
  const queries = new QueryClient({ defaultOptions: { queries: { persister: keptCopies.askFirst, retry: false } } });
  keptCopies.keep(queries.getQueryCache());
  return queries;
}
const settled = (): Promise<void> => new Promise((done) => setTimeout(done, 500));
const away = (ask?: 'shopCode') => (): Promise<never> => Promise.reject(new ProblemError(ask ? { ...UNREACHABLE, ask } : UNREACHABLE, true));
const asked = (queries: QueryClient, queryFn: () => Promise<string>): Promise<string> => queries.query({ queryKey: KEY, queryFn });

describe('what the browser kept', () => {
  it('stands in where the server does not answer, with what was put in after the last answer, and it is said', async () => {
    const before = page();
    expect(await asked(before, () => Promise.resolve('heard'))).toBe('heard');
    before.setQueryData(KEY, 'heard, and a reading');
    await settled();
    expect(keptCopies.since()).toBeNull();
    const after = page();
    expect(await asked(after, away())).toBe('heard, and a reading');
    expect(keptCopies.since()).not.toBeNull();
    await after.invalidateQueries();
    expect(await asked(after, () => Promise.resolve('heard anew'))).toBe('heard anew');
    expect(keptCopies.since()).toBeNull();
  });
  it('never comes before the server’s own answer, nor instead of a refusal', async () => {
    expect(await asked(page(), () => Promise.resolve('fresh'))).toBe('fresh');
    await settled();
    const refused = (): Promise<never> => Promise.reject(new ProblemError({ ...UNREACHABLE, status: 410 }, false));
    await expect(asked(page(), refused)).rejects.toThrow();
  });
  it('is given up on a device that is put out of the shop', async () => {
    await asked(page(), () => Promise.resolve('heard'));
    await settled();
    await expect(asked(page(), away('shopCode'))).rejects.toThrow();
    await expect(asked(page(), away())).rejects.toThrow();
  });
  it('is no longer said to be shown once nobody looks at it', async () => {
    await asked(page(), () => Promise.resolve('heard'));
    await settled();
    const queries = page();
    await asked(queries, away());
    expect(keptCopies.since()).not.toBeNull();
    queries.removeQueries({ queryKey: KEY });
    expect(keptCopies.since()).toBeNull();
  });
  it('is kept while the page hears one thing after the other', async () => {
    const before = page();
    await asked(before, () => Promise.resolve('heard amid talk'));
    const talk = setInterval(() => before.setQueryData(['shop'], `a word at ${Date.now()}`), 50);
    await settled();
    clearInterval(talk);
    expect(await asked(page(), away())).toBe('heard amid talk');
  });
});
