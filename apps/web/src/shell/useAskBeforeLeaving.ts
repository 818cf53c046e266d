import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useWaitingEntries } from '../api/outboxContext.js';

/** Of a mutation that only works something out or asks: nothing is lost when the page goes. */
export const KEEPS_NOTHING = { meta: { keepsNothing: true } } as const;

/**
 * Has the browser ask before the page is closed or loaded again while something would be lost by it: a choice or an entry that the
 * server did not answer yet, or a reading that this browser's database does not have.
 */
export function useAskBeforeLeaving(): void {
  const queries = useQueryClient();
  const hasUnkept = useWaitingEntries().some(({ seq }) => seq === undefined);
  useEffect(() => {
    const ask = (event: Event): void => {
      if (hasUnkept || queries.isMutating({ predicate: ({ meta }) => meta?.['keepsNothing'] !== true }) > 0) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('beforeunload', ask);
    };
  }, [queries, hasUnkept]);
}
