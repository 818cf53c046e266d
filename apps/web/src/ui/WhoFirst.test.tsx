import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { renderHook, waitFor } from '@testing-library/react';
import type { Shop } from '@tare/contract';
import type { ReactNode } from 'react';
import { ask } from '../api/client.js';
import { AtTheBenchProvider } from '../api/person.js';
import { SHOP } from '../testingBench.js';
import { useWho } from './WhoFirst.js';

jest.mock('../api/client.js', () => ({ ask: jest.fn() }));

/** Who is at the bench as this screen remembers it, and what the shop answers in the end. */
function whoOf(remembered: string): { readonly who: () => string | null; readonly answer: (shop: Shop) => void } {
  localStorage.setItem('tare.person', remembered);
  let answer: (shop: Shop) => void = () => undefined;
  (ask as jest.Mock).mockReturnValue(
    new Promise<Shop>((resolve) => {
      answer = resolve;
    }),
  );
  const client = new QueryClient();
  const { result } = renderHook(useWho, {
    wrapper: ({ children }: { readonly children: ReactNode }) => (
      <QueryClientProvider client={client}>
        <AtTheBenchProvider>{children}</AtTheBenchProvider>
      </QueryClientProvider>
    ),
  });
  return { who: () => result.current, answer: (shop) => answer(shop) };
}

describe('who is at the bench', () => {
  it('is whom this screen remembers while the shop is not read: a slow network refuses nobody’s reading', async () => {
    const { who, answer } = whoOf('ottoline');
    expect(who()).toBe('ottoline');
    answer({ ...SHOP, people: [{ id: 'bram', name: 'Bram Tewitt', role: 'machining' }] });
    await waitFor(() => expect(who()).toBeNull());
  });
  it('stays who the shop knows', async () => {
    const { who, answer } = whoOf('ottoline');
    answer(SHOP);
    await new Promise((resolve) => setTimeout(resolve, 0));
    expect(who()).toBe('ottoline');
  });
});
