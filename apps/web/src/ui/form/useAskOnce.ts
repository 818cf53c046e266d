import { useRef } from 'react';

/** Asks about something once: said again as it was, it is so. `said` is what is asked about, as it stands. */
export function useAskOnce(): <D>(said: string, doubt: D | null) => D | null {
  const asked = useRef<string | null>(null);
  return (said, doubt) => {
    if (doubt === null || asked.current === said) return null;
    asked.current = said;
    return doubt;
  };
}
