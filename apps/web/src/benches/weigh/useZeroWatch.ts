import type { ScaleLine } from '@tare/core';
import { useEffect, useEffectEvent, useRef } from 'react';

/** A reading whose second zero has not been seen yet. */
export interface OpenZero {
  readonly readingId: string;
  readonly beforeG: number;
}

/** Below this a settled scale counts as empty, g: the lightest part, a lock pair, weighs more. */
const EMPTY_BELOW_G = 0.8;

export interface ZeroWatch {
  /** The last zero that was seen; 0 before any. */
  readonly lastZeroG: () => number;
  /** From now on the next zero belongs to this reading. */
  readonly expect: (open: OpenZero) => void;
}

/**
 * Sees the zeros of a live scale: before a placement the last settled empty pan, after it the first one that comes
 * once the part was lifted.
 */
export function useZeroWatch(shown: ScaleLine | null, onZero: (open: OpenZero, afterG: number) => void): ZeroWatch {
  const lastZero = useRef(0);
  const open = useRef<OpenZero | null>(null);
  const see = useEffectEvent((line: ScaleLine) => {
    if (!line.stable || Math.abs(line.valueG) > EMPTY_BELOW_G) return;
    lastZero.current = line.valueG;
    if (open.current) {
      onZero(open.current, line.valueG);
      open.current = null;
    }
  });
  useEffect(() => {
    if (shown) see(shown);
  }, [shown]);
  return {
    lastZeroG: () => lastZero.current,
    expect: (next) => {
      open.current = next;
    },
  };
}
