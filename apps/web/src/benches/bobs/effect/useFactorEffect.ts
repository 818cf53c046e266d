import type { EffectInput, FactorEffect } from '@tare/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import { WORKED_OUT } from '../../../api/workedOut.js';
import type { Effects } from './effect.worker.js';

let remote: Remote<Effects> | null = null;
const worker = (): Remote<Effects> => (remote ??= wrap<Effects>(new Worker(new URL('./effect.worker.ts', import.meta.url), { type: 'module' })));

/** What the factor does, worked out beside the screen; the last answer stays until the next is there. */
export function useFactorEffect(input: EffectInput): { readonly effect: FactorEffect | null; readonly problem: string | null } {
  const { data, error } = useQuery({
    queryKey: ['factor-effect', input],
    queryFn: (): Promise<FactorEffect> => worker().factorEffect(input),
    placeholderData: keepPreviousData,
    ...WORKED_OUT,
    gcTime: 10_000,
  });
  return { effect: data ?? null, problem: error?.message ?? null };
}
