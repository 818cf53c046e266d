import { useCallback, useState } from 'react';

/** Text that is being typed, kept on this machine under a key: a reload or a closed lid brings it back. */
export function useDraft(key: string, initial = ''): readonly [string, (text: string) => void] {
  const place = `tare.draft.${key}`;
  const [draft, setDraft] = useState({ place, text: localStorage.getItem(place) ?? initial });
  // Another key is another field: its own text is read at once, not one render late.
  const text = draft.place === place ? draft.text : (localStorage.getItem(place) ?? initial);
  const set = useCallback(
    (next: string) => {
      if (next === '') localStorage.removeItem(place);
      else localStorage.setItem(place, next);
      setDraft({ place, text: next });
    },
    [place],
  );
  return [text, set];
}
