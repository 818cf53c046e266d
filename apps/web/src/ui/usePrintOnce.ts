import { useEffect, useEffectEvent } from 'react';

/** Prints what has just been drawn, once it is ready, and says when the paper is done with. */
export function usePrintOnce(isReady: boolean, onPrinted: () => void): void {
  const done = useEffectEvent(onPrinted);
  useEffect(() => {
    if (!isReady) return undefined;
    const after = (): void => done();
    window.addEventListener('afterprint', after, { once: true });
    window.print();
    return () => window.removeEventListener('afterprint', after);
  }, [isReady]);
}
