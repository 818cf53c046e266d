import { ascending } from 'd3-array';
import { cylinderOf, type PartFact } from '../parts/facts.js';
import type { WeighedJob, WeighedPart } from '../parts/weighParts.js';
import type { MatchedItem } from './matchToLightest.js';

/** How far the things that are matched lie apart, and what would come off them together. */
export interface Apart {
  readonly spreadG: number;
  readonly metalG: number;
}

/** A spare part in the place of one that runs, and what the matching would come to. */
export interface SpareOption extends Apart {
  readonly spare: PartFact;
  readonly inPlaceOf: PartFact;
}

/** What comes off what is outside the tolerance; what cannot be brought down counts nothing. */
export const apartOf = ({ items, spreadG }: { readonly items: readonly MatchedItem[]; readonly spreadG: number }): Apart => ({
  spreadG,
  metalG: items.reduce((sum, { inTolerance, removalG }) => sum + (inTolerance ? 0 : removalG), 0),
});

/**
 * Every exchange of one spare for one part of its kind that runs, least metal first, and of those the closest: exhaustive, since a job has
 * few spares. A damaged part is exchanged like any other; a damaged or unweighed spare is none.
 *
 * @param job the parts that run
 * @param match what the matching comes to with these parts; null where it cannot be worked out
 */
export function spareOptions(job: WeighedJob, spares: readonly WeighedPart[], match: (job: WeighedJob) => Apart | null): SpareOption[] {
  return spares
    .filter(({ part, now, needsReweighing }) => !part.damaged && !needsReweighing && Object.keys(now).length > 0)
    .flatMap((spare) =>
      job.parts
        .filter(({ part }) => part.kind === spare.part.kind)
        .flatMap((old): SpareOption[] => {
          const { spare: _out, ...part } = spare.part;
          const inOldsPlace = { ...spare, part: { ...part, runsIn: cylinderOf(old.part) } };
          const apart = match({ ...job, parts: job.parts.map((one) => (one === old ? inOldsPlace : one)) });
          return apart ? [{ spare: spare.part, inPlaceOf: old.part, ...apart }] : [];
        }),
    )
    .sort((a, b) => ascending(Math.round(a.metalG * 1e6), Math.round(b.metalG * 1e6)) || ascending(a.spreadG, b.spreadG));
}

/** Where parts run once a spare has taken another's place, by id: that one becomes the spare. */
export const withSpareIn = (
  parts: readonly PartFact[],
  { spare, inPlaceOf }: Pick<SpareOption, 'spare' | 'inPlaceOf'>,
): Readonly<Record<string, number>> =>
  Object.fromEntries(
    parts.flatMap((part) => {
      const place = part.id === spare.id ? cylinderOf(inPlaceOf) : part.id === inPlaceOf.id ? cylinderOf(spare) : cylinderOf(part);
      return place === part.cylinder ? [] : [[part.id, place] as const];
    }),
  );
