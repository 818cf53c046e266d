import {
  fewestHoles,
  planChoices,
  planInputOf,
  surpriseStories,
  type EstimateFacts,
  type SpinTold,
  type Story,
  type ChoicesInput,
  type PlanChoices,
} from '@tare/core';
import { highsSolver } from '@tare/solver';
import { expose } from 'comlink';
import wasmUrl from 'highs/runtime?url';

export interface Planned {
  readonly plans: PlanChoices;
}

let solver: ReturnType<typeof highsSolver> | null = null;

const planner = {
  plan: (input: ChoicesInput): Planned => ({ plans: planChoices(input) }),
  /** What may have happened where a spin does not fit. */
  stories: (facts: EstimateFacts, told: SpinTold): Story[] => surpriseStories(facts, told),
  /** How few holes any plan needs that leaves no more than this share of the tolerances; the solver is fetched when first asked for. */
  fewest: async (input: ChoicesInput, leftShare: number): Promise<number | null> =>
    fewestHoles({ ...planInputOf(input), faces: input.tools?.means.faces ?? false }, await (solver ??= highsSolver(wasmUrl)), leftShare),
};
export type Planner = typeof planner;

expose(planner);
