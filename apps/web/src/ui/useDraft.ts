import { useCallback, useEffect, useState } from 'react';

/** A text, or what becomes of the one that stands there by then: for answers that come while somebody types on. */
type DraftChange = string | ((before: string) => string);

/** Who shows the text of a place: what one writes all of them show at once. */
const shownAt = new Map<string, Set<(text: string) => void>>();

/** Text that is being typed, kept on this machine under a key: a reload or a closed lid brings it back. */
export function useDraft(key: string, initial = ''): readonly [string, (change: DraftChange) => void] {
  const place = `tare.draft.${key}`;
  const [draft, setDraft] = useState({ place, text: localStorage.getItem(place) ?? initial });
  // Another key is another field: its own text is read at once, not one render late.
  const text = draft.place === place ? draft.text : (localStorage.getItem(place) ?? initial);
  const set = useCallback(
    (change: DraftChange) => {
      const next = typeof change === 'string' ? change : change(localStorage.getItem(place) ?? initial);
      if (next === '') localStorage.removeItem(place);
      else localStorage.setItem(place, next);
      for (const show of shownAt.get(place) ?? []) show(next);
    },
    [place, initial],
  );
  useEffect(() => {
    const show = (written: string): void => setDraft({ place, text: written });
    const all = shownAt.get(place) ?? new Set();
    shownAt.set(place, all.add(show));
    return () => {
      all.delete(show);
      if (all.size === 0) shownAt.delete(place);
    };
  }, [place]);
  return [text, set];
}
