import { act, renderHook } from '@testing-library/react';
import { useDraft } from './useDraft.js';

afterEach(() => localStorage.clear());

it('shows at once in one place what was written in another under the same key', () => {
  const guide = renderHook(() => useDraft('weights'));
  const form = renderHook(() => useDraft('weights'));
  const other = renderHook(() => useDraft('speed'));
  act(() => guide.result.current[1]('41.3 g'));
  expect(form.result.current[0]).toBe('41.3 g');
  expect(other.result.current[0]).toBe('');
  act(() => form.result.current[1]((before) => `${before} in A`));
  expect(guide.result.current[0]).toBe('41.3 g in A');
  act(() => form.result.current[1](''));
  expect(guide.result.current[0]).toBe('');
});

it('writes on where a field was taken off the page', () => {
  const { result, unmount } = renderHook(() => useDraft('weights', 'none'));
  const write = result.current[1];
  unmount();
  write('41.3 g');
  expect(renderHook(() => useDraft('weights', 'none')).result.current[0]).toBe('41.3 g');
});
