import { restsSentences } from '@tare/card';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { WeightsRefused } from './RefuseWeights.js';

/** What everything that is said of the crank rests on. */
export function RestsOnWords(): ReactNode {
  const { figures } = useOpenJob();
  const sentences = restsSentences(figures.estimate);
  if (sentences.length === 0) return null;
  return (
    <div className="grid gap-1">
      <p className="text-ink-soft">{sentences.join(' ')}</p>
      <WeightsRefused />
    </div>
  );
}
