import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { isOwnWrite } from '../../api/ownWrites.js';
import { useSpin } from './useSpin.js';

const queries = new QueryClient();
const wrapper = ({ children }: { readonly children: ReactNode }): ReactNode => <QueryClientProvider client={queries}>{children}</QueryClientProvider>;
const ORDER = { personId: 'ottoline', speedRpm: 600, turns: 60 } as Parameters<ReturnType<typeof useSpin>['start']>[0];

/** A server that reads on until somebody stops it, and the ids that it was sent. */
function spinning(): string[] {
  const ids: string[] = [];
  globalThis.fetch = jest.fn((_, { body, signal }: RequestInit) => {
    ids.push((JSON.parse(body as string) as { id: string }).id);
    return new Promise<Response>((_resolve, reject) => {
      signal!.addEventListener('abort', () => reject(new DOMException('', 'AbortError')));
    });
  }) as typeof fetch;
  return ids;
}

describe('a spin that nobody hears the end of', () => {
  it('is heeded when word of it comes, though this window sent it: its last turn may have been in', async () => {
    const ids = spinning();
    const { result, unmount } = renderHook(() => useSpin('job'), { wrapper });
    act(() => result.current.start(ORDER));
    await waitFor(() => expect(ids).toHaveLength(1));
    expect(isOwnWrite(ids[0]!)).toBe(true);
    unmount();
    await waitFor(() => expect(isOwnWrite(ids[0]!)).toBe(false));
  });
  it('is said to be stopped where somebody stops it', async () => {
    spinning();
    const { result } = renderHook(() => useSpin('job'), { wrapper });
    act(() => result.current.start(ORDER));
    await waitFor(() => expect(result.current.progress).not.toBeNull());
    act(() => result.current.stop());
    await waitFor(() => expect(result.current.problem).toContain('Stopped. Nothing was recorded, unless'));
    expect(result.current.progress).toBeNull();
  });
});
