import { check, computeSchemas, type ComputationName } from '@tare/contract';
import {
  bobsNeeded,
  bobWeight,
  bobWorking,
  fromPolar,
  cutWorking,
  matchToLightest,
  planHoles,
  planeTransferWorking,
  radialHole,
  rodEnds,
  tolerance,
  toleranceWorking,
  toPlanes,
  toPolar,
  unbalanceForceN,
  type BobWeightInput,
  type EngineLayout,
  type Matchable,
  type PlanInput,
  type Planes,
  type RadialHole,
  type RodWeighings,
  type RotorFigures,
  type ToleranceChoice,
  type Working,
} from '@tare/core';
import { ProblemException } from '../http/problem.js';

/** What a computation gives back: the result and, where there is one, its working out. */
export interface Computed {
  readonly result: unknown;
  readonly working: Working | null;
}

interface Computation {
  readonly summary: string;
  readonly run: (input: never) => Computed;
}

const bare = (result: unknown): Computed => ({ result, working: null });

/** Every computation of the core that can be called without a job, under the name of its address. */
export const COMPUTATIONS: Readonly<Record<ComputationName, Computation>> = {
  'bob-weight': {
    summary: 'Bob weight of one crankpin from the parts that run on it',
    run: (input: BobWeightInput) => {
      const result = bobWeight(input);
      return { result, working: bobWorking('Bob weight', result, input.factorRatio) };
    },
  },
  hole: {
    summary: 'Mass and moment of a radial hole, cone and curved rim included',
    run: (input: RadialHole) => {
      const result = radialHole(input);
      return { result, working: cutWorking({ kind: 'radial', counterweightId: '', angleDeg: 0, ...input }, input, result) };
    },
  },
  'plane-transfer': {
    summary: 'What an unbalance at z counts in two planes',
    run: ({ amountGmm, angleDeg, zMm, planes }: { amountGmm: number; angleDeg: number; zMm: number; planes: Planes }) => {
      const unbalance = fromPolar(amountGmm, angleDeg);
      const inPlanes = toPlanes(unbalance, zMm, planes);
      return { result: { a: named(inPlanes.aGmm), b: named(inPlanes.bGmm) }, working: planeTransferWorking(unbalance, zMm, planes, inPlanes) };
    },
  },
  tolerance: {
    summary: 'A tolerance by any school, in all the others’ terms',
    run: ({ choice, planes, rotor }: { choice: ToleranceChoice; planes: Planes; rotor: RotorFigures }) => {
      const result = tolerance(choice, planes, rotor);
      return { result, working: toleranceWorking(result) };
    },
  },
  force: {
    summary: 'Centrifugal force of an unbalance at a speed',
    run: ({ unbalanceGmm, speedRpm }: { unbalanceGmm: number; speedRpm: number }) => bare({ forceN: unbalanceForceN(unbalanceGmm, speedRpm) }),
  },
  'rod-ends': { summary: 'A rod’s ends and total made to add up, with the closure test', run: (input: RodWeighings) => bare(rodEnds(input)) },
  match: {
    summary: 'Removals that bring a set down to its lightest undamaged member',
    run: ({ items, toleranceG }: { items: Matchable[]; toleranceG: number }) => bare(matchToLightest(items, toleranceG)),
  },
  'bobs-needed': { summary: 'Whether a crank’s pins cancel, or bob weights are needed', run: (layout: EngineLayout) => bare(bobsNeeded(layout)) },
  'hole-plan': { summary: 'Radial holes that bring both planes inside the tolerance', run: (input: PlanInput) => bare(planHoles(input)) },
};

const named = (vector: Parameters<typeof toPolar>[0]): { amountGmm: number; angleDeg: number } => {
  const { amount, angleDeg } = toPolar(vector);
  return { amountGmm: amount, angleDeg };
};

/** @throws ProblemException 404 for an unknown name, 400 for an input that does not fit; CoreError from the core */
export function compute(name: string, input: unknown): Computed {
  if (!Object.hasOwn(COMPUTATIONS, name))
    throw new ProblemException(404, `There is no computation “${name}”. There are: ${Object.keys(COMPUTATIONS).join(', ')}.`);
  const known = name as ComputationName;
  const checked = check(computeSchemas[known], input);
  if (!checked.ok) throw new ProblemException(400, checked.problems.map((p) => p.message).join(' '), checked.problems);
  return COMPUTATIONS[known].run(checked.value as never);
}
