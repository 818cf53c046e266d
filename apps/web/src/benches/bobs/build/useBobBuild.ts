import type { BobBoxEntry } from '@tare/contract';
import { latestOf, latestOn, type BobBuild, type BobBuildChoice, type BobCard, type BobWeighIn, type BobWish } from '@tare/core';
import { useMutation, type UseMutationResult } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import { useOpenJob } from '../../../shell/JobContext.js';
import { KEEPS_NOTHING } from '../../../shell/useAskBeforeLeaving.js';
import type { Builder } from './builder.worker.js';

let remote: Remote<Builder> | null = null;
const worker = (): Remote<Builder> => (remote ??= wrap<Builder>(new Worker(new URL('./builder.worker.ts', import.meta.url), { type: 'module' })));

/** Works out bobs beside the screen. */
export const useBuilder = (): UseMutationResult<BobBuild, Error, { box: BobBoxEntry['box']; wish: BobWish }> =>
  useMutation({ ...KEEPS_NOTHING, mutationFn: async ({ box, wish }): Promise<BobBuild> => worker().build(box, wish) });

/** The figure of each pin's bob, to the tenth that shops write down, g. */
export const bobFigures = (card: Extract<BobCard, { kind: 'ready' }>): number[] =>
  card.pins.map(({ card: pin }) => Number((card.commonG ?? pin.bobWeightG).toFixed(1)));

/** What was decided about building, and what the finished bobs weighed. */
export function useBuiltBobs(): { readonly build: BobBuildChoice | null; readonly weighInOf: (pin: number) => BobWeighIn } {
  const { sheet } = useOpenJob();
  return {
    build: latestOn(sheet.decisions, 'bob.build') ?? null,
    weighInOf: (pin) => latestOf(sheet.decisions, 'bob.weighIn.*', pin) ?? { halfAG: null, halfBG: null, wholeG: null },
  };
}
