import { useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { readAddress, writeAddress, type CalculatorState } from './calculatorAddress.js';

/** Marks an address as written here, so that it is not read back over what was typed since. */
interface Written {
  readonly written: true;
}

/** What is typed on the calculator, with the address following it: the router changes that later, when a slow machine may have the next key already. */
export function useCalculator(): { readonly state: CalculatorState; readonly change: (more: Partial<CalculatorState>) => void } {
  const [params, setParams] = useSearchParams();
  const address = useLocation();
  const [state, setState] = useState(() => readAddress(params));
  const [seen, setSeen] = useState(address.key);
  if (address.key !== seen) {
    setSeen(address.key);
    if ((address.state as Written | null)?.written !== true) setState(readAddress(params));
  }
  const change = (more: Partial<CalculatorState>): void => {
    const next = { ...state, ...more };
    setState(next);
    setParams(writeAddress(next), { replace: true, state: { written: true } satisfies Written });
  };
  return { state, change };
}
