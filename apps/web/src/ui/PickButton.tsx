import type { ReactNode } from 'react';

interface PickButtonProps {
  readonly isPicked: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** One of a row of things that may be looked at, filled for the one that is. */
export function PickButton({ isPicked, onClick, children }: PickButtonProps): ReactNode {
  return (
    <button
      type="button"
      aria-pressed={isPicked}
      className={`min-h-11 rounded-sm border-2 px-3 ${isPicked ? 'border-ink bg-ink font-semibold text-plate' : 'border-edge bg-plate-low hover:border-ink'}`}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
