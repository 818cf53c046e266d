import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { ChoicesInput, PlanChoices } from '@tare/core';
import { wrap, type Remote } from 'comlink';

type Planner = Remote<{ planChoices: (input: ChoicesInput) => PlanChoices }>;

let planner: Planner | null = null;
/** One worker serves every plan: it is started when the first plan is asked for. */
const plannerInWorker = (): Planner => (planner ??= wrap(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' })));

/** The plan of an input, computed beside the screen; null input asks for none. A refusal of the core is the error. */
export function usePlan(input: ChoicesInput | null, key: string): UseQueryResult<PlanChoices> {
  return useQuery({
    queryKey: ['plan', key, input],
    queryFn: async (): Promise<PlanChoices> => plannerInWorker().planChoices(input!),
    enabled: input !== null,
    staleTime: Infinity,
    retry: false,
  });
}
