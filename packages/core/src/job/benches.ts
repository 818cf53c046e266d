import { arrivalList, missingFor, type Arrival, type ArrivalKey } from './arrivals.js';
import { kindsWeighed, measuresOf, SINGLE_KINDS, type PartKind } from '../parts/facts.js';
import type { BenchId } from './benchNames.js';
import { isSurvey } from '../setups/setUp.js';
import type { JobFacts } from './jobFacts.js';
import { isInsideNow, isInsideThroughout, type JobFigures } from './jobFigures.js';

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
  const bobs = figures.bobsNeeded.needed ? (waitingFor('bobs', facts) ?? bobsStatus(facts, figures)) : bobsStatus(facts, figures);
  const spinWaits = waitingFor('spin', facts);
  const last = figures.spins.at(-1);
  const inside = isInsideNow(figures);
  const survey = facts.setUp !== undefined && isSurvey(facts.setUp.setUps);
  // A survey spins what is there, with or without bobs.
  const canSpin = (bobs.state === 'done' || survey) && spinWaits === null;
  const step = stepWords(facts);
  return [
    status('engine', 'done', 'figures are in'),
    status('checkIn', ...pair(checkInStatus(facts))),
    status('weigh', ...pair(weigh)),
    status('match', ...pair(waitingFor('match', facts) ?? matchStatus(figures))),
    status('bobs', ...pair(bobs)),
    !last
      ? status('spin', canSpin ? 'ready' : 'waiting', canSpin ? `${step}not spun yet` : (spinWaits?.why ?? 'waits for bob weights'))
      : status(
          'spin',
          inside ? 'done' : figures.holesSinceLastSpin > 0 || figures.isTurnedSince ? 'reopened' : 'underWay',
          `${step}${againWords(figures) ?? `${figures.spins.length} ${figures.spins.length === 1 ? 'spin' : 'spins'}`}`,
        ),
    survey
      ? status('correct', 'done', 'a survey: nothing is corrected')
      : !last
        ? status('correct', 'waiting', 'waits for a spin')
        : inside
          ? status(
              'correct',
              'done',
              facts.holes.length === 0 ? `${step}nothing to drill` : `${step}${facts.holes.length} ${facts.holes.length === 1 ? 'cut' : 'cuts'}`,
            )
          : status(
              'correct',
              facts.holes.length === 0 ? 'ready' : 'underWay',
              `${step}${facts.holes.length === 0 ? 'nothing drilled yet' : `${facts.holes.length} ${facts.holes.length === 1 ? 'cut' : 'cuts'} so far`}`,
            ),
    survey ? status('signOff', 'done', 'a survey: nothing to sign') : status('signOff', ...pair(signOffStatus(facts, figures, [weigh, bobs]))),
  ];
}

/** Which set-up is looked at, where there is more than one: "2 of 4: ". */
function stepWords({ setUp }: JobFacts): string {
  const list = setUp?.setUps.list ?? [];
  return list.length < 2 ? '' : `${list.findIndex(({ id }) => id === setUp!.current.id) + 1} of ${list.length}: `;
}

const againWords = ({ holesSinceLastSpin, isTurnedSince }: JobFigures): string | null =>
  holesSinceLastSpin > 0 ? 'spin again: drilled since' : isTurnedSince ? 'spin again: turned since' : null;

type Status = Pick<BenchStatus, 'state' | 'why'>;
const pair = ({ state, why }: Status): [BenchState, string] => [state, why];

/** The words for what holds a bench up. */
export const ARRIVAL_WORDS: Readonly<Record<ArrivalKey, string>> = {
  piston: 'pistons',
  pin: 'pins',
  lockPair: 'locks',
  ringSet: 'ring sets',
  rod: 'rods',
  bearingPair: 'bearings',
  crank: 'the crank',
  timingGear: 'the timing gear',
  keys: 'keys',
  damper: 'the damper',
  flywheel: 'the flywheel',
  clutchCover: 'the clutch cover',
};

function checkInStatus(facts: JobFacts): Status {
  const list = arrivalList(facts.spec.layout, facts.spec.balance).filter((item) => item.needed);
  const seen = seenOf(facts);
  const here = list.filter(({ key, count }) => (seen[key]?.count ?? 0) >= count);
  if (Object.keys(facts.arrivals).length === 0) {
    // A shop that goes straight to the scale is not reminded of the list for ever.
    return facts.readings.length > 0 || facts.spins.length > 0
      ? { state: 'done', why: 'list not used' }
      : { state: 'ready', why: 'nothing ticked yet' };
  }
  return here.length === list.length ? { state: 'done', why: 'all here' } : { state: 'underWay', why: `${here.length} of ${list.length} here` };
}

/** A bench that waits for parts to arrive says for which; null when none holds it up. */
function waitingFor(bench: 'match' | 'bobs' | 'spin', facts: JobFacts): Status | null {
  if (Object.keys(facts.arrivals).length === 0) return null;
  const [first, ...more] = missingFor(bench, arrivalList(facts.spec.layout, facts.spec.balance), seenOf(facts));
  if (!first) return null;
  return { state: 'waiting', why: `waits for ${ARRIVAL_WORDS[first.key]}${more.length > 0 ? ` and ${more.length} more` : ''}` };
}

/** What is weighed together has all its parts there. */
const WEIGHED_WITHIN: Readonly<Partial<Record<PartKind, readonly PartKind[]>>> = {
  piston: ['cylinderSet', 'pressedAssembly'],
  pin: ['cylinderSet', 'pressedAssembly'],
  lockPair: ['cylinderSet', 'pressedAssembly'],
  ringSet: ['cylinderSet'],
  rod: ['pressedAssembly'],
};

/** What was ticked, and what was weighed: a part on the scale has arrived, whether or not anybody ticked it. */
function seenOf({ arrivals, parts, readings, spins }: JobFacts): Partial<Record<ArrivalKey, Arrival>> {
  const weighed = new Set(readings.filter((r) => !r.voided).map((r) => r.partId));
  const seen: Partial<Record<ArrivalKey, Arrival>> = { ...arrivals };
  const see = (key: ArrivalKey, count: number): void => {
    const ticked = arrivals[key];
    if (count > (ticked?.count ?? 0)) seen[key] = { condition: ticked?.condition ?? '', marks: ticked?.marks ?? '', count };
  };
  for (const kind of SINGLE_KINDS) {
    const within = [kind, ...(WEIGHED_WITHIN[kind] ?? [])];
    const cylinders = parts.filter((part) => within.includes(part.kind) && weighed.has(part.id)).map((part) => part.cylinder);
    see(kind, new Set(cylinders).size);
  }
  if (spins.length > 0) see('crank', 1);
  return seen;
}

/** @param before what a signature stands on: what was opened again there ends it */
function signOffStatus({ signedOffSpinId }: JobFacts, figures: JobFigures, before: readonly Status[]): Status {
  const inside = isInsideThroughout(figures);
  const open = before.find(({ state }) => state === 'reopened');
  if (open) return { state: signedOffSpinId === null ? 'waiting' : 'reopened', why: open.why };
  if (signedOffSpinId === null) return inside ? { state: 'ready', why: 'inside: sign' } : { state: 'waiting', why: 'waits for the tolerance' };
  // Whatever was spun or drilled after the signature is not what was signed.
  if (inside && figures.lastSpinId === signedOffSpinId) return { state: 'done', why: 'signed' };
  return { state: 'reopened', why: inside ? 'changed since: sign again' : 'changed since' };
}

function weighStatus(facts: JobFacts, { weighed }: JobFigures): Status {
  const { rodSchool, partSchool } = facts.weighChoices;
  const kinds = kindsWeighed(partSchool);
  const parts = weighed.parts.filter(({ part }) => kinds.includes(part.kind));
  const wanted = parts.reduce((n, { part }) => n + measuresOf(part.kind, rodSchool).length, 0);
  const have = parts.reduce(
    (n, { part, now, needsReweighing }) => n + (needsReweighing ? 0 : measuresOf(part.kind, rodSchool).filter((measure) => now[measure]).length),
    0,
  );
  if (have === 0) return { state: 'ready', why: 'nothing weighed yet' };
  if (have < wanted) return { state: parts.some((p) => p.needsReweighing) ? 'reopened' : 'underWay', why: `${have} of ${wanted} weighed` };
  return { state: 'done', why: `${wanted} weighed` };
}

function matchStatus(figures: JobFigures): Status {
  const kinds = Object.values(figures.kinds);
  if (kinds.length === 0) return setStatus(figures);
  const { rods } = figures;
  if (rods.kind === 'refused' || kinds.some((kind) => kind.kind === 'refused')) return { state: 'underWay', why: 'nothing to match to' };
  const waiting = [rods, ...kinds].filter((match) => match.kind === 'waiting').length;
  if (waiting === kinds.length + 1) return { state: 'waiting', why: 'waits for weights' };
  if (waiting > 0) return { state: 'underWay', why: 'some wait for weights' };
  const outside =
    kinds.filter((match) => match.kind === 'matched' && !match.set.inTolerance).length + (rods.kind === 'matched' && !rods.inTolerance ? 1 : 0);
  return outside === 0
    ? { state: 'done', why: 'inside the tolerance' }
    : { state: 'ready', why: `${outside} ${outside === 1 ? 'kind' : 'kinds'} outside` };
}

function setStatus({ sets, rods }: JobFigures): Status {
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
  const refused = bobChoices.refusedPins ?? [];
  if (refused.length > 0) return { state: 'reopened', why: `the scale refuses bob ${refused.join(', ')}` };
  const fits = bobs.pins.every(
    ({ card }, p) => Math.abs((bobs.commonG ?? card.bobWeightG) - (bobChoices.acceptedG?.[p] ?? Number.NaN)) <= BOB_STILL_FITS_G,
  );
  return fits ? { state: 'done', why: 'built and mounted' } : { state: 'reopened', why: 'parts changed since' };
}
