import {
  equalRods,
  isDoubtful,
  orSentence,
  rodPlacesOf,
  type FirstEnd,
  type HandOrder,
  type HandWay,
  type Measure,
  type PadStations,
  type RodEnds,
  type RodPlaces,
  type RodPlan,
  type RodScatter,
  type RodToMatch,
  type WeighedJob,
} from '@tare/core';
import { useQuery } from '@tanstack/react-query';
import { WORKED_OUT } from '../../../api/workedOut.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { useDraft } from '../../../ui/useDraft.js';
import { divisionOf } from '../trim/divisionOf.js';
import { sharedMatcher } from '../matcher.js';

/** The ways of working on rods: least metal within the band, equal in one step, or end by end as by hand. */
export const ROD_WAYS = ['least', 'equal', 'hand'] as const;
export type RodWay = (typeof ROD_WAYS)[number];

export interface RodWork {
  readonly way: RodWay;
  readonly setWay: (way: RodWay) => void;
  readonly rods: readonly RodToMatch[];
  readonly places: RodPlaces;
  readonly stations: PadStations;
  /** Null while it is worked out; a sentence where there is none. */
  readonly plan: RodPlan | string | null;
  readonly hand: HandOrder | null;
  /** The end that the hand order brings down first. */
  readonly first: FirstEnd;
  /** In what steps the rods' scale counts, g. */
  readonly divisionG: number;
  /** How far the means scatter that it cuts by; null where nothing was placed twice. */
  readonly scatter: RodScatter | null;
  /** Rods that do not add up: in no plan until they are weighed again. */
  readonly doubtful: readonly (Extract<RodEnds, { kind: 'adjusted' }> & { readonly cylinder: number })[];
}

/** The rods' ends with the plan for both pads at once; null while ends are unknown. */
export function useRodPlan(): RodWork | null {
  const { sheet, figures } = useOpenJob();
  const [kept, setWay] = useDraft(`rod-way.${sheet.id}`, ROD_WAYS[0]);
  const way = ROD_WAYS.find((one) => one === kept) ?? 'least';
  const { rodLengthMm, matchToleranceG } = sheet.spec;
  const places = rodPlacesOf(sheet.matchChoices, rodLengthMm);
  const stations = { bigRatio: places.bigPadMm / rodLengthMm, smallRatio: places.smallPadMm / rodLengthMm };
  const known = figures.rods.kind === 'matched' && sheet.weighChoices.partSchool !== 'pressedAssemblies';
  const rods: RodToMatch[] = known
    ? figures.weighed.parts.flatMap(({ part, rod }) =>
        part.kind === 'rod' && rod && rod.kind !== 'unknown' && !isDoubtful(rod)
          ? [{ id: part.id, damaged: part.damaged, bigEndG: rod.bigEndG, smallEndG: rod.smallEndG }]
          : [],
      )
    : [];
  const doubtful = figures.weighed.parts.flatMap(({ part, rod }) =>
    part.kind === 'rod' && isDoubtful(rod) ? [{ ...rod, cylinder: part.cylinder }] : [],
  );
  const first: FirstEnd = sheet.weighChoices.rodSchool === 'smallAndTotal' ? 'smallEnd' : 'bigEnd';
  const scatter = scatterOf(figures.weighed, first);
  const least = useQuery({
    queryKey: ['rod-plan', rods, stations, matchToleranceG],
    queryFn: async (): Promise<RodPlan> => sharedMatcher().leastMetalRods(rods, stations, matchToleranceG),
    enabled: rods.length > 0 && way === 'least',
    ...WORKED_OUT,
  });
  const divisionG = divisionOf(sheet, rods[0]?.id);
  const byHand: HandWay = { toleranceG: matchToleranceG, divisionG, scatter: scatter ?? PERFECT, first };
  const hand = useQuery({
    queryKey: ['hand-order', rods, stations, byHand],
    queryFn: async (): Promise<HandOrder> => sharedMatcher().handOrder(rods, stations, byHand),
    enabled: rods.length > 0 && way === 'hand',
    ...WORKED_OUT,
  });
  if (!known) return null;
  const plan = way === 'least' ? (least.error ? least.error.message : (least.data ?? null)) : orSentence(() => equalRods(rods, stations));
  return { way, setWay, rods, places, stations, plan, hand: hand.data ?? null, first, divisionG, scatter, doubtful };
}

const PERFECT: RodScatter = { endG: 0, totalG: 0 };

/** Scatter of a mean over the placements that rods have, s/√n with the fewest of them; null where no rod was placed twice. */
function scatterOf({ deviationG, parts }: WeighedJob, first: FirstEnd): RodScatter | null {
  const of = (measure: Measure): number | null => {
    const s = deviationG[`rod.${measure}`];
    const placements = parts.flatMap(({ part, now }) => (part.kind === 'rod' && now[measure] ? [now[measure].n] : []));
    return s == null || placements.length === 0 ? null : s / Math.sqrt(Math.min(...placements));
  };
  const endG = of(first);
  return endG === null ? null : { endG, totalG: of('total') ?? 0 };
}
