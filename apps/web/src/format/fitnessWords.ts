import type { Fitness } from '@tare/core';

/** Whether an instrument serves, in plain words. */
export function fitnessWords(fitness: Fitness, name: string, toleranceG: number): string {
  switch (fitness.kind) {
    case 'fit':
      return `${name} serves for ${toleranceG} g.`;
    case 'fitWith':
      return `${name} serves for ${toleranceG} g with ${fitness.placements} placements of each part.`;
    case 'unfit':
      return `${name} cannot hold ${toleranceG} g. ${fitness.reasons.join(' ')}`;
    case 'notStudied':
      return `Nobody has studied how well ${name} repeats: ten placements of one part will tell.`;
  }
}
