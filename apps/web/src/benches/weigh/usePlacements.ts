import { MEASURES, type Measure } from '@tare/core';
import { useDraft } from '../../ui/useDraft.js';

/** Placements of each weighing until somebody asks for more. */
const USUAL = 3;

/** How often each thing is placed, by what of it is weighed: the fixture wants more than the bare scale. */
export interface Placements {
  readonly wantOf: (measure: Measure) => number;
  readonly setWant: (measure: Measure, want: number) => void;
}

/** Kept on this machine for the job; a number alone is one for all, as it once was. */
export function usePlacements(jobId: string): Placements {
  const [text, setText] = useDraft(`placements.${jobId}`, String(USUAL));
  const own = new Map(text.split(',').flatMap((entry) => pairIn(entry)));
  const forAll = countIn(text) ?? USUAL;
  const wantOf = (measure: Measure): number => own.get(measure) ?? forAll;
  return {
    wantOf,
    setWant: (measure, want) => setText(MEASURES.map((one) => `${one}:${one === measure ? want : wantOf(one)}`).join(',')),
  };
}

function pairIn(entry: string): [Measure, number][] {
  const [name, number = ''] = entry.split(':');
  const measure = MEASURES.find((one) => one === name);
  const count = countIn(number);
  return measure && count !== null ? [[measure, count]] : [];
}

function countIn(text: string): number | null {
  const count = Number(text);
  return Number.isInteger(count) && count > 0 ? count : null;
}
