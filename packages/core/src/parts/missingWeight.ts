import { hasEnds, type PartKind } from './facts.js';
import { massNowG, type WeighedPart } from './weighParts.js';

/** A weight that something waits for. */
export interface MissingWeight {
  readonly kind: PartKind;
  /** 0 where the whole kind is meant. */
  readonly cylinder: number;
  readonly why: 'notWeighed' | 'cutSince' | 'noEnds' | 'impossible' | 'elsewhere';
}

/** Why this part's weight, or its ends, are not known now: empty when they are. */
export function missingWeight(weighed: WeighedPart): MissingWeight[] {
  const { part, rod, needsReweighing } = weighed;
  const missing = (why: MissingWeight['why']): MissingWeight[] => [{ kind: part.kind, cylinder: part.cylinder, why }];
  if (needsReweighing) return missing('cutSince');
  if (!hasEnds(part.kind)) return massNowG(weighed) === null ? missing('notWeighed') : [];
  if (rod && rod.kind !== 'unknown') return [];
  if (rod?.impossible) return missing('impossible');
  return missing(rod?.totalG == null ? 'notWeighed' : 'noEnds');
}
