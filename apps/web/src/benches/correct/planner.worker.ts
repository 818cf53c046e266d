import { fewestHoles, metalNow, planChoices, planInputOf, planOutcome, type ChoicesInput, type PlanChoices } from '@tare/core';
import { highsSolver } from '@tare/solver';
import { expose } from 'comlink';
import wasmUrl from 'highs/runtime?url';

/** Plans, and the chance of being inside with nothing done at all. */
export interface Planned {
  readonly plans: PlanChoices;
  readonly insideNow: number;
}

let solver: ReturnType<typeof highsSolver> | null = null;

const planner = {
  plan: (input: ChoicesInput): Planned => ({ plans: planChoices(input), insideNow: planOutcome(metalNow(input.crank, []), [], input.known).inside }),
  /** How few holes any plan needs that leaves no more than this share of the tolerances; the solver is fetched when first asked for. */
  fewest: async (input: ChoicesInput, leftShare: number): Promise<number | null> =>
    fewestHoles({ ...planInputOf(input), faces: input.tools?.means.faces ?? false }, await (solver ??= highsSolver(wasmUrl)), leftShare),
};
export type Planner = typeof planner;

expose(planner);
