import { createContext, use, useMemo, useState, type ReactNode } from 'react';

interface AtTheBench {
  /** Who is at the bench; null until somebody says so. */
  readonly personId: string | null;
  readonly choose: (personId: string) => void;
}

const AtTheBenchContext = createContext<AtTheBench>({ personId: null, choose: () => undefined });
const KEY = 'tare.person';

/** Remembers on this screen who is at the bench. */
export function AtTheBenchProvider({ children }: { readonly children: ReactNode }): ReactNode {
  const [personId, setPersonId] = useState(() => localStorage.getItem(KEY));
  const value = useMemo(
    () => ({
      personId,
      choose: (id: string) => {
        localStorage.setItem(KEY, id);
        setPersonId(id);
      },
    }),
    [personId],
  );
  return <AtTheBenchContext value={value}>{children}</AtTheBenchContext>;
}

export const useAtTheBench = (): AtTheBench => use(AtTheBenchContext);
