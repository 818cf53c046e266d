import {
  bearingsToRods,
  orSentence,
  cylinderOf,
  jobFigures,
  runsInOf,
  swapProblemOf,
  type JobSwap,
  type PartFact,
  type SetMatch,
  type SwapResult,
} from '@tare/core';
import { useMemo, useState } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { exchangeByHand, exchangeRings, takeRings, type ExchangeRing } from './exchanges.js';
import { useSwapSearch, type SwapSearch } from './useSwapSearch.js';

export interface Swap {
  /** What may change places; a sentence where nothing can. */
  readonly job: JobSwap | string;
  readonly search: SwapSearch;
  readonly start: () => void;
  readonly stop: () => void;
  readonly rodsToo: boolean;
  readonly setRodsToo: (on: boolean) => void;
  /** The rings of the best arrangement found, from how the parts are on the ladder. */
  readonly rings: readonly ExchangeRing[];
  /** The parts as they lie on the ladder: as kept, with what was moved by hand. */
  readonly parts: readonly PartFact[];
  readonly movedByHand: boolean;
  readonly move: (partId: string, to: number) => void;
  readonly putBack: () => void;
  /** The sets if these parts ran so. */
  readonly setsOf: (parts: readonly PartFact[]) => SetMatch | null;
  /** Where parts would run, were these rings taken from the ladder; those in their own cylinder are left out. */
  readonly wouldRunIn: (rings: readonly ExchangeRing[]) => Record<string, number>;
  /** The same, and the ladder is cleared for it to be kept. */
  readonly taking: (rings: readonly ExchangeRing[]) => Record<string, number>;
}

/** State of the swap desk: the ladder's arrangement, the search, and what can be kept. */
export function useSwap(): Swap {
  const { sheet, facts, figures } = useOpenJob();
  const [byHand, setByHand] = useState<Readonly<Record<string, number>>>({});
  const [rodsToo, setRodsToo] = useState(false);
  const { search, start, stop, clear } = useSwapSearch();
  const parts = useMemo(
    () => sheet.parts.map((part) => (byHand[part.id] === undefined ? part : { ...part, runsIn: byHand[part.id]! })),
    [sheet.parts, byHand],
  );
  const job = useMemo<JobSwap | string>(() => {
    const weighed = { ...figures.weighed, parts: figures.weighed.parts.map((one) => ({ ...one, part: parts.find((p) => p.id === one.part.id)! })) };
    const pistonOf = (cylinder: number): string => parts.find((part) => part.kind === 'piston' && cylinderOf(part) === cylinder)?.id ?? '';
    const marks = Object.entries(sheet.partMarks);
    return orSentence(() =>
      swapProblemOf(weighed, {
        rodsToo,
        lockedCylinders: sheet.matchChoices.lockedCylinders,
        toleranceG: sheet.spec.matchToleranceG,
        kept: [
          ...marks.flatMap(([id, { keptWithId }]) => (keptWithId === null ? [] : [[id, keptWithId] as const])),
          // A pressed pin stays in its piston; what was moved by hand stays where the hand put it.
          ...marks.flatMap(([id, { pressed }]) => (pressed ? [[id, pistonOf(cylinderOf(parts.find((p) => p.id === id)!))] as const] : [])),
          ...Object.entries(byHand).map(([id, cylinder]) => [id, pistonOf(cylinder)] as const),
        ],
      }),
    );
  }, [figures.weighed, parts, sheet, rodsToo, byHand]);

  const runsIn = useMemo(
    () => (typeof job === 'string' || !search.best ? {} : proposalOf(job, search.best, figures.weighed, rodsToo)),
    [job, search.best, figures.weighed, rodsToo],
  );
  return {
    job,
    search,
    start: () => {
      if (typeof job !== 'string') start(job.problem);
    },
    stop,
    rodsToo,
    setRodsToo: (on) => {
      clear();
      setRodsToo(on);
    },
    rings: exchangeRings(parts, runsIn),
    parts,
    movedByHand: Object.keys(byHand).length > 0,
    move: (partId, to) => {
      clear();
      setByHand(changesOf(sheet.parts, exchangeByHand(parts, partId, to)));
    },
    putBack: () => {
      clear();
      setByHand({});
    },
    setsOf: (arranged) => {
      const { sets } = jobFigures({ ...facts, parts: arranged });
      return sets.kind === 'matched' ? sets : null;
    },
    wouldRunIn: (rings) => takeRings(parts, rings),
    taking: (rings) => {
      clear();
      setByHand({});
      return takeRings(parts, rings);
    },
  };
}

function proposalOf(
  job: JobSwap,
  { arrangement }: SwapResult,
  weighed: Parameters<typeof bearingsToRods>[0],
  rodsToo: boolean,
): Record<string, number> {
  const runsIn = runsInOf(job, arrangement);
  return rodsToo ? { ...runsIn, ...bearingsToRods(weighed, runsIn) } : runsIn;
}

/** Where parts lie differently from how they are kept. */
function changesOf(kept: readonly PartFact[], now: readonly PartFact[]): Record<string, number> {
  return Object.fromEntries(now.flatMap((part, i) => (cylinderOf(part) === cylinderOf(kept[i]!) ? [] : [[part.id, cylinderOf(part)] as const])));
}
