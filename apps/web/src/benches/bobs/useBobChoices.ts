import { parseDecimal } from '@tare/core';
import { useState } from 'react';
import { useEntry } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { useWho } from '../../ui/WhoFirst.js';

/** A choice that follows the thumb at once and is kept, with a name, when the thumb lets go. */
export interface LiveChoice {
  readonly text: string;
  readonly value: number;
  readonly change: (text: string) => void;
  readonly keep: () => void;
  readonly problem: string | undefined;
}

interface LiveChoiceOptions {
  readonly subject: 'bob.factorRatio' | 'bob.oilG';
  readonly kept: number;
  /** What is typed, per stored unit: 100 for a factor in per cent. */
  readonly per: number;
  readonly most: number;
  readonly complaint: string;
}

export function useLiveChoice({ subject, kept, per, most, complaint }: LiveChoiceOptions): LiveChoice {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const entry = useEntry(sheet.id);
  const shown = String(Math.round(kept * per * 1000) / 1000);
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? shown;
  const parsed = parseDecimal(text);
  const valid = parsed.kind === 'number' && parsed.value >= 0 && parsed.value <= most;
  const value = valid ? parsed.value / per : kept;
  return {
    text,
    value,
    change: setDraft,
    problem: valid ? entry.error?.message : complaint,
    keep: () => {
      if (!valid || value === kept || personId === null) return;
      entry.mutate(
        { path: 'decisions', body: { id: crypto.randomUUID(), personId, baseVersion: sheet.decisions[subject]?.version ?? 0, subject, value } },
        {
          onSuccess: () => {
            setDraft(null);
          },
        },
      );
    },
  };
}
