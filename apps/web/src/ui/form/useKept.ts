import { useCallback, useMemo } from 'react';
import { useDraft } from '../useDraft.js';
import { readDraft } from './readDraft.js';

export interface Kept<T> {
  readonly value: T;
  readonly set: (value: T) => void;
  /** Somebody typed something since it was cleared. */
  readonly isChanged: boolean;
  readonly clear: () => void;
  /** Clears what stood there when this was made; what was typed since stays. */
  readonly settle: () => void;
}

/**
 * Rows and fields that are being typed, kept on this machine under a key: a reload or a closed lid brings them back.
 * @param sample one of the kind, by which what was kept is known; with a row in each of its lists
 * @param otherwise what stands there where nothing is kept
 */
export function useKept<T>(key: string, sample: T, otherwise: T): Kept<T> {
  const [draft, setDraft] = useDraft(key);
  // Samples are written in place; what counts is what they look like.
  const [sampleText, otherwiseText] = [JSON.stringify(sample), JSON.stringify(otherwise)];
  const value = useMemo(() => readDraft(draft, JSON.parse(sampleText) as T, JSON.parse(otherwiseText) as T), [draft, sampleText, otherwiseText]);
  const set = useCallback((next: T) => setDraft(JSON.stringify(next)), [setDraft]);
  const clear = useCallback(() => setDraft(''), [setDraft]);
  const settle = useCallback(() => setDraft((now) => (now === draft ? '' : now)), [setDraft, draft]);
  return { value, set, isChanged: draft !== '', clear, settle };
}
