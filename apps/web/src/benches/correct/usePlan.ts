import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { PlanInput, PlanResult } from '@tare/core';
import { wrap, type Remote } from 'comlink';

type Planner = Remote<{ planHoles: (input: PlanInput) => PlanResult }>;

let planner: Planner | null = null;
/** One worker serves every plan: it is started when the first plan is asked for. */
const plannerInWorker = (): Planner => (planner ??= wrap(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' })));

/** The plan of an input, computed beside the screen; null input asks for none. A refusal of the core is the error. */
export function usePlan(input: PlanInput | null, key: string): UseQueryResult<PlanResult> {
  return useQuery({
    queryKey: ['plan', key, input],
    queryFn: async (): Promise<PlanResult> => plannerInWorker().planHoles(input!),
    enabled: input !== null,
    staleTime: Infinity,
    retry: false,
  });
}
