import { useEffect, useEffectEvent, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

interface PrintSheetProps {
  /** All that it is made of is there. */
  readonly isReady: boolean;
  /** The paper is done with. */
  readonly onPrinted: () => void;
  readonly children: ReactNode;
}

/** Prints what is in it, once it is ready, and nothing of the screen: the paper begins with it. */
export function PrintSheet({ isReady, onPrinted, children }: PrintSheetProps): ReactNode {
  const done = useEffectEvent(onPrinted);
  useEffect(() => {
    if (!isReady) return undefined;
    const after = (): void => done();
    window.addEventListener('afterprint', after, { once: true });
    window.print();
    return () => window.removeEventListener('afterprint', after);
  }, [isReady]);
  return createPortal(<div className="print-sheet">{children}</div>, document.body);
}
