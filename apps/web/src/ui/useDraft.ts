import { useCallback, useState } from 'react';

/** A text, or what becomes of the one that stands there by then: for answers that come while somebody types on. */
type DraftChange = string | ((before: string) => string);

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
      setDraft({ place, text: next });
    },
    [place, initial],
  );
  return [text, set];
}
