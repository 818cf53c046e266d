import { measuresOf } from './facts.js';
import type { JobFacts } from './jobFacts.js';
import type { JobFigures } from './jobFigures.js';

/** The benches of a job in working order. */
export const BENCHES = ['engine', 'weigh', 'match', 'bobs', 'spin', 'correct', 'signOff'] as const;
export type BenchId = (typeof BENCHES)[number];

export type BenchState = 'waiting' | 'ready' | 'underWay' | 'done' | 'reopened';

export interface BenchStatus {
  readonly bench: BenchId;
  readonly state: BenchState;
  /** Why it waits, or where it stands, in a few words. */
  readonly why: string;
}

/** An accepted bob weight no longer fits its parts beyond this: the half gram bobs are built to (handbook section 4). */
const BOB_STILL_FITS_G = 0.5;

/** Where every bench of a job stands, worked out from its facts. */
export function benchStatuses(facts: JobFacts, figures: JobFigures): BenchStatus[] {
  const status = (bench: BenchId, state: BenchState, why: string): BenchStatus => ({ bench, state, why });
  const weigh = weighStatus(facts, figures);
  const bobs = bobsStatus(facts, figures);
  const last = figures.spins.at(-1);
  const inside = last?.verdict === 'inside' && figures.holesSinceLastSpin === 0;
  const canSpin = bobs.state === 'done';
  return [
    status('engine', 'done', 'figures are in'),
    status('weigh', ...pair(weigh)),
    status('match', ...pair(matchStatus(figures))),
    status('bobs', ...pair(bobs)),
    !last
      ? status('spin', canSpin ? 'ready' : 'waiting', canSpin ? 'not spun yet' : 'waits for bob weights')
      : status(
          'spin',
          inside ? 'done' : figures.holesSinceLastSpin > 0 ? 'reopened' : 'underWay',
          figures.holesSinceLastSpin > 0 ? 'spin again: drilled since' : `${figures.spins.length} ${figures.spins.length === 1 ? 'spin' : 'spins'}`,
        ),
    !last
      ? status('correct', 'waiting', 'waits for a spin')
      : inside
        ? status('correct', 'done', facts.holes.length === 0 ? 'nothing to drill' : `${facts.holes.length} holes`)
        : status(
            'correct',
            facts.holes.length === 0 ? 'ready' : 'underWay',
            facts.holes.length === 0 ? 'nothing drilled yet' : `${facts.holes.length} ${facts.holes.length === 1 ? 'hole' : 'holes'} so far`,
          ),
    status('signOff', ...pair(signOffStatus(facts, inside))),
  ];
}

type Status = Pick<BenchStatus, 'state' | 'why'>;
const pair = ({ state, why }: Status): [BenchState, string] => [state, why];

function signOffStatus({ signedOffSpinId, spins }: JobFacts, inside: boolean): Status {
  if (signedOffSpinId === null) return inside ? { state: 'ready', why: 'inside: sign' } : { state: 'waiting', why: 'waits for the tolerance' };
  // Whatever was spun or drilled after the signature is not what was signed.
  if (inside && spins.at(-1)?.id === signedOffSpinId) return { state: 'done', why: 'signed' };
  return { state: 'reopened', why: inside ? 'changed since: sign again' : 'changed since' };
}

function weighStatus(facts: JobFacts, { weighed }: JobFigures): Status {
  const { rodSchool } = facts.weighChoices;
  const wanted = facts.parts.reduce((n, part) => n + measuresOf(part.kind, rodSchool).length, 0);
  const have = weighed.parts.reduce(
    (n, { part, now, needsReweighing }) => n + (needsReweighing ? 0 : measuresOf(part.kind, rodSchool).filter((measure) => now[measure]).length),
    0,
  );
  if (have === 0) return { state: 'ready', why: 'nothing weighed yet' };
  if (have < wanted) return { state: weighed.parts.some((p) => p.needsReweighing) ? 'reopened' : 'underWay', why: `${have} of ${wanted} weighed` };
  return { state: 'done', why: `${wanted} weighed` };
}

function matchStatus({ sets, rods }: JobFigures): Status {
  if (sets.kind === 'refused' || rods.kind === 'refused') return { state: 'underWay', why: 'nothing to match to' };
  if (sets.kind === 'waiting' && rods.kind === 'waiting') return { state: 'waiting', why: 'waits for weights' };
  if (sets.kind === 'waiting' || rods.kind === 'waiting')
    return { state: 'underWay', why: `${sets.kind === 'waiting' ? 'sets' : 'rods'} wait for weights` };
  if (sets.set.inTolerance && rods.inTolerance) return { state: 'done', why: 'inside the tolerance' };
  const outside = [!sets.set.inTolerance && 'sets', !rods.inTolerance && 'rods'].filter((x) => x !== false).join(' and ');
  return { state: 'ready', why: `${outside} outside` };
}

function bobsStatus({ bobChoices }: JobFacts, { bobs, bobsNeeded }: JobFigures): Status {
  if (!bobsNeeded.needed) return { state: 'done', why: 'not needed' };
  if (bobs.kind === 'refused') return { state: 'underWay', why: 'a figure makes no sense' };
  if (bobs.kind === 'waiting') return { state: 'waiting', why: 'waits for weights' };
  if (bobChoices.acceptedG === null) return { state: 'ready', why: 'not built yet' };
  const fits = bobs.pins.every(
    ({ card }, p) => Math.abs((bobs.commonG ?? card.bobWeightG) - (bobChoices.acceptedG?.[p] ?? Number.NaN)) <= BOB_STILL_FITS_G,
  );
  return fits ? { state: 'done', why: 'built and mounted' } : { state: 'reopened', why: 'parts changed since' };
}
