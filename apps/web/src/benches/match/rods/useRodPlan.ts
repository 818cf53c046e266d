import { equalRods, orSentence, USUAL_PADS, type HandOrder, type PadStations, type RodPlan, type RodToMatch } from '@tare/core';
import { useQuery } from '@tanstack/react-query';
import { useOpenJob } from '../../../shell/JobContext.js';
import { useDraft } from '../../../ui/useDraft.js';
import { sharedMatcher } from '../matcher.js';

/** The ways of working on rods: least metal within the band, equal in one step, or end by end as by hand. */
export const ROD_WAYS = ['least', 'equal', 'hand'] as const;
export type RodWay = (typeof ROD_WAYS)[number];

export interface RodWork {
  readonly way: RodWay;
  readonly setWay: (way: RodWay) => void;
  readonly rods: readonly RodToMatch[];
  readonly padsMm: { readonly bigPadMm: number; readonly smallPadMm: number };
  readonly stations: PadStations;
  /** Null while it is worked out; a sentence where there is none. */
  readonly plan: RodPlan | string | null;
  readonly hand: HandOrder | null;
}

/** The rods' ends with the plan for both pads at once; null while ends are unknown. */
export function useRodPlan(): RodWork | null {
  const { sheet, figures } = useOpenJob();
  const [kept, setWay] = useDraft(`rod-way.${sheet.id}`, ROD_WAYS[0]);
  const way = ROD_WAYS.find((one) => one === kept) ?? 'least';
  const { rodLengthMm, matchToleranceG } = sheet.spec;
  const padsMm = {
    bigPadMm: sheet.matchChoices.bigPadMm ?? USUAL_PADS.bigRatio * rodLengthMm,
    smallPadMm: sheet.matchChoices.smallPadMm ?? USUAL_PADS.smallRatio * rodLengthMm,
  };
  const stations = { bigRatio: padsMm.bigPadMm / rodLengthMm, smallRatio: padsMm.smallPadMm / rodLengthMm };
  const known = figures.rods.kind === 'matched' && sheet.weighChoices.partSchool !== 'pressedAssemblies';
  const rods: RodToMatch[] = known
    ? figures.weighed.parts.flatMap(({ part, rod }) =>
        part.kind === 'rod' && rod && rod.kind !== 'unknown'
          ? [{ id: part.id, damaged: part.damaged, bigEndG: rod.bigEndG, smallEndG: rod.smallEndG }]
          : [],
      )
    : [];
  const deviationG = figures.weighed.deviationG['rod.smallEnd'] ?? 0;
  const least = useQuery({
    queryKey: ['rod-plan', rods, stations, matchToleranceG],
    queryFn: async (): Promise<RodPlan> => sharedMatcher().leastMetalRods(rods, stations, matchToleranceG),
    enabled: rods.length > 0 && way === 'least',
    staleTime: Infinity,
    retry: false,
  });
  const hand = useQuery({
    queryKey: ['hand-order', rods, stations, matchToleranceG, deviationG],
    queryFn: async (): Promise<HandOrder> => sharedMatcher().handOrder(rods, stations, matchToleranceG, deviationG),
    enabled: rods.length > 0 && way === 'hand',
    staleTime: Infinity,
    retry: false,
  });
  if (!known) return null;
  const plan = way === 'least' ? (least.error ? least.error.message : (least.data ?? null)) : orSentence(() => equalRods(rods, stations));
  return { way, setWay, rods, padsMm, stations, plan, hand: hand.data ?? null };
}
