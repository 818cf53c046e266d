import { latestOn, type DecisionValues } from '@tare/core';
import { useRef, useState } from 'react';
import { useSheet } from '../shell/JobContext.js';
import { useDecide, type Decide } from './useDecide.js';

/** A choice that many small ones make up. */
export interface InTurn<V> extends Pick<Decide, 'error'> {
  /** As it stands with all that was chosen here; undefined where nobody chose. */
  readonly value: V | undefined;
  readonly change: (next: (now: V | undefined) => V) => void;
  /** Some of it is not answered yet. */
  readonly isUnderWay: boolean;
}

interface Answered<V> {
  readonly value: V;
  readonly version: number;
}

/**
 * A choice made up of many, such as boxes that are ticked one after the other: none waits for the answer to the one before, and none is lost.
 * What is chosen meanwhile shows at once and goes out after it; where one is refused, those after it are withdrawn with it.
 */
export function useDecideInTurn(subject: 'bob.mounted'): InTurn<DecisionValues['bob.mounted']> {
  type Value = DecisionValues['bob.mounted'];
  const { decisions } = useSheet();
  const { decided, error } = useDecide();
  const wanted = useRef<{ readonly value: Value } | null>(null);
  // The record on the screen may not have it yet.
  const answered = useRef<Answered<Value> | null>(null);
  const [shown, show] = useState<Answered<Value> | null>(null);
  const [isUnderWay, setUnderWay] = useState(false);
  const keptVersion = decisions[subject]?.version ?? 0;
  const unlessKept = (one: Answered<Value> | null): Value | undefined =>
    one && one.version > keptVersion ? one.value : latestOn(decisions, subject);

  const send = async (baseVersion: number): Promise<void> => {
    setUnderWay(true);
    try {
      for (let version = baseVersion; wanted.current !== null;) {
        const out = wanted.current;
        ({ version } = await decided({ subject, value: out.value, baseVersion: version }));
        answered.current = { value: out.value, version };
        if (wanted.current === out) wanted.current = null;
      }
    } catch {
      // `error` says why.
      wanted.current = null;
    }
    show(answered.current);
    setUnderWay(false);
  };
  return {
    value: unlessKept(shown),
    error,
    isUnderWay,
    change: (next) => {
      const isIdle = wanted.current === null;
      const value = next(wanted.current ? wanted.current.value : unlessKept(answered.current));
      wanted.current = { value };
      show({ value, version: Number.POSITIVE_INFINITY });
      if (isIdle) void send(Math.max(keptVersion, answered.current?.version ?? 0));
    },
  };
}
