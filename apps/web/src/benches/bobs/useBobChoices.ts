import { readQuantity, type Unit } from '@tare/core';
import { useState } from 'react';
import type { ProblemError } from '../../api/problem.js';
import { useDecide } from '../../ui/useDecide.js';

/** A choice that follows the thumb at once; it is kept, with a name, when somebody says so. */
export interface LiveChoice {
  readonly text: string;
  readonly value: number;
  readonly isNew: boolean;
  readonly change: (text: string) => void;
  readonly keep: () => void;
  readonly leave: () => void;
  readonly problem: string | undefined;
  readonly error: ProblemError | null;
}

interface LiveChoiceOptions {
  readonly subject: 'bob.factorRatio' | 'bob.oilG';
  readonly kept: number;
  /** What is typed is in it. */
  readonly unit: Unit;
  /** What is typed, per stored unit: 100 for a factor in per cent. */
  readonly per: number;
  readonly most: number;
  readonly complaint: string;
}

export function useLiveChoice({ subject, kept, unit, per, most, complaint }: LiveChoiceOptions): LiveChoice {
  const { decide, error } = useDecide();
  const shown = String(Math.round(kept * per * 1000) / 1000);
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? shown;
  const parsed = readQuantity(text, unit);
  const valid = parsed.kind === 'quantity' && parsed.value >= 0 && parsed.value <= most;
  const value = valid ? parsed.value / per : kept;
  return {
    text,
    value,
    isNew: value !== kept,
    change: setDraft,
    leave: () => setDraft(null),
    problem: valid ? undefined : complaint,
    error,
    keep: () => {
      if (valid && value !== kept) decide({ subject, value }, () => setDraft(null));
    },
  };
}
