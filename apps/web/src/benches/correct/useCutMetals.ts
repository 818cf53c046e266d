import { cutMetals } from '@tare/card';
import type { HoleMetal } from '@tare/core';
import { useMemo } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';

/** What every logged cut took, by its id, each after all that was cut before it. */
export function useCutMetals(): ReadonlyMap<string, HoleMetal> {
  const { sheet } = useOpenJob();
  return useMemo(() => cutMetals(sheet), [sheet]);
}
