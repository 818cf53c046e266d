import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { isOwnWrite } from './ownWrites.js';
import { useWrite } from './useWrite.js';

/** What was sent, and how the server answers the next request: its status and body, or null for a line that broke. */
const sent: { url: string; body: { id: string } }[] = [];
const answers: ([number, object] | null)[] = [];
beforeEach(() => {
  sent.length = 0;
  answers.length = 0;
  global.fetch = jest.fn((url: string, { body }: RequestInit) => {
    sent.push({ url, body: JSON.parse(body as string) as { id: string } });
    const answer = answers.shift();
    if (!answer) return Promise.reject(new TypeError('Failed to fetch'));
    const [status, json] = answer;
    return Promise.resolve({ ok: status < 300, status, json: () => Promise.resolve(json) } as Response);
  }) as unknown as typeof fetch;
});

const tools = () => {
  const queries = new QueryClient({ defaultOptions: { mutations: { retryDelay: 1 } } });
  const wrapper = ({ children }: { children: ReactNode }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>;
  const { result } = renderHook(() => useWrite('POST tools'), { wrapper });
  const press = async (name: string): Promise<void> => {
    await act(() => result.current.mutateAsync({ personId: 'ottoline', name, bit: 'burr' }).catch(() => undefined));
  };
  return { result, press };
};
const ids = (): string[] => sent.map(({ body }) => body.id);

describe('a write', () => {
  it('goes under one id while nobody answered, also when the button is pressed again', async () => {
    const { press, result } = tools();
    answers.push(null, null, null);
    await press('grinder');
    await waitFor(() => expect(result.current.error?.isFault).toBe(true));
    answers.push([201, { added: true }]);
    await press('grinder');
    expect(sent).toHaveLength(4);
    expect(new Set(ids()).size).toBe(1);
    expect(isOwnWrite(ids()[0]!)).toBe(true);
  });
  it('goes under another id once it was answered, refused, or changed', async () => {
    const { press } = tools();
    answers.push([201, { added: true }], [409, { detail: 'no' }], [201, { added: true }], null, null, null, [201, { added: true }]);
    for (const name of ['grinder', 'grinder', 'grinder', 'file', 'stone']) await press(name);
    const [first, second, third, file, , , stone] = ids();
    expect(new Set([first, second, third, file, stone]).size).toBe(5);
  });
  it('carries the sentence of a refusal', async () => {
    const { press, result } = tools();
    answers.push([409, { type: '', title: '', status: 409, detail: 'There is one already.' }]);
    await press('grinder');
    await waitFor(() => expect(result.current.error?.message).toBe('There is one already.'));
  });
});
