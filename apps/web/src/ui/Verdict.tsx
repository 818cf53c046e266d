import type { ReactNode } from 'react';

interface VerdictMarkProps {
  readonly verdict: 'inside' | 'outside' | 'open';
  /** A whole sentence, which may take several lines. */
  readonly sentence?: boolean;
  readonly children: ReactNode;
}

/** Inside, outside or open, by shape and word as well as hue. */
export function VerdictMark({ verdict, sentence = false, children }: VerdictMarkProps): ReactNode {
  const colour = { inside: 'text-inside', outside: 'text-outside', open: 'text-ink-soft' }[verdict];
  return (
    <span className={`inline-flex items-center gap-1.5 font-semibold ${sentence ? '' : 'whitespace-nowrap'} ${colour}`}>
      <svg viewBox="0 0 16 16" className="size-4 shrink-0" aria-hidden>
        {verdict === 'inside' && (
          <>
            <circle cx="8" cy="8" r="6.5" fill="none" stroke="currentColor" strokeWidth="2" />
            <circle cx="8" cy="8" r="2.5" fill="currentColor" />
          </>
        )}
        {verdict === 'outside' && <path d="M8 1.5 15 14.5H1Z" fill="currentColor" />}
        {verdict === 'open' && <circle cx="8" cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="2" strokeDasharray="3 2.5" />}
      </svg>
      {children}
    </span>
  );
}
