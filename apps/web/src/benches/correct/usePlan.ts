import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import { AIM_SHARE, type ChoicesInput, type EstimateFacts, type PlanChoice, type PlanChoices, type SpinTold, type Story } from '@tare/core';
import { wrap, type Remote } from 'comlink';
import { WORKED_OUT } from '../../api/workedOut.js';
import type { Planned, Planner } from './planner.worker.js';

let planner: Remote<Planner> | null = null;
/** One worker serves every plan: it is started when the first plan is asked for. */
const plannerInWorker = (): Remote<Planner> =>
  (planner ??= wrap<Planner>(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' })));

/** The plan of an input, computed beside the screen; null input asks for none. A refusal of the core is the error. */
export function usePlan(input: ChoicesInput | null, key: string): UseQueryResult<Planned> {
  return useQuery({
    queryKey: ['plan', key, input],
    queryFn: async (): Promise<Planned> => plannerInWorker().plan(input!),
    enabled: input !== null,
    ...WORKED_OUT,
  });
}

/**
 * How few holes any plan needs that leaves as little as the drilled one with the fewest; null while nobody knows, or where no plan
 * is of holes alone.
 */
export function useFewestHoles(input: ChoicesInput | null, plans: PlanChoices | undefined, key: string): number | null {
  const [fewest] = plans?.kind === 'choices' ? drilledOnly(plans.choices) : [];
  const share = plans?.kind === 'choices' ? plans.share : null;
  const leftShare = fewest?.leftShare ?? null;
  const { data } = useQuery({
    queryKey: ['fewest', key, input, share, leftShare],
    queryFn: async (): Promise<number | null> => plannerInWorker().fewest({ ...input!, share: share! }, Math.max(AIM_SHARE, leftShare!)),
    enabled: input !== null && share !== null && leftShare !== null,
    ...WORKED_OUT,
  });
  return data ?? null;
}

/** What may have happened where a spin does not fit, the likeliest first; undefined while it is worked out. */
export function useStories(facts: EstimateFacts, told: SpinTold): readonly Story[] | undefined {
  const { data } = useQuery({
    queryKey: ['stories', facts, told],
    queryFn: async (): Promise<Story[]> => plannerInWorker().stories(facts, told),
    ...WORKED_OUT,
  });
  return data;
}

/** Plans of holes alone, the one with the fewest first. */
export const drilledOnly = (choices: readonly PlanChoice[]): PlanChoice[] =>
  choices.filter(({ plan }) => plan.holes.every((cut) => 'pointAngleDeg' in cut)).sort((x, y) => x.plan.holes.length - y.plan.holes.length);
