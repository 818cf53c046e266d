import { KIND_NAMES } from '@tare/card';
import { matchedNow, type JobFigures, type MatchedItem, type PartKind, type TargetGroup } from '@tare/core';

/** What is brought to one target: the cylinders' sets, the parts of a kind, or whole rods. */
export interface MatchedGroup {
  readonly group: TargetGroup;
  readonly name: string;
  readonly targetG: number;
  readonly items: readonly MatchedItem[];
  /** The part that is cut for an item. */
  readonly partIdOf: (item: MatchedItem) => string;
}

const ownId = ({ id }: MatchedItem): string => id;

/** Everything of a job that has a target of its own, as it is matched; of what waits for the scale, the rest. */
export function matchedGroups(figures: Pick<JobFigures, 'kinds' | 'sets' | 'rods'>): MatchedGroup[] {
  const [sets, rods] = [matchedNow(figures.sets), matchedNow(figures.rods)];
  const perKind = Object.entries(figures.kinds).map(([kind, match]) => [kind, matchedNow(match)] as const);
  return [
    ...(perKind.length === 0 && sets.kind === 'matched'
      ? [
          {
            group: 'set' as const,
            name: 'Sets',
            targetG: sets.set.targetG,
            items: sets.cylinders,
            partIdOf: (item: MatchedItem) => sets.cylinders.find(({ id }) => id === item.id)?.cutPartId ?? '',
          },
        ]
      : []),
    ...perKind.flatMap(([kind, match]) =>
      match.kind === 'matched'
        ? [
            {
              group: kind as TargetGroup,
              name: KIND_NAMES[kind as PartKind].many,
              targetG: match.set.targetG,
              items: match.set.items,
              partIdOf: ownId,
            },
          ]
        : [],
    ),
    ...(rods.kind === 'totals'
      ? [{ group: 'rod' as const, name: 'Rods, by their totals', targetG: rods.total.targetG, items: rods.total.items, partIdOf: ownId }]
      : []),
  ];
}
