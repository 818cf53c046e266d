import { arrivalList, missingFor, type Arrival, type ArrivalKey } from './arrivals.js';
import { kindsHere } from '../parts/elsewhere.js';
import { isWanted } from '../parts/sample.js';
import { measuresOf, SINGLE_KINDS, type Measure, type PartFact, type PartKind } from '../parts/facts.js';
import type { KindMatch } from '../match/kindMatch.js';
import type { BenchId } from './benchNames.js';
import { isSurvey, NO_SET_UPS } from '../setups/setUp.js';
import { waitsNow } from './askedSpin.js';
import { waitInShort } from './waitInShort.js';
import { worksSince } from './worksSince.js';
import { heldUpBy, makeReadyStatus } from '../inspect/makeReadyStatus.js';
import type { JobFacts, JobSpec } from './jobFacts.js';
import { isInsideNow, isInsideThroughout, type JobFigures } from './jobFigures.js';
import { verdictBy } from '../estimate/verdict.js';
import { benchesOf, hasBench, isSpun } from './jobKind.js';

export type BenchState = 'waiting' | 'ready' | 'underWay' | 'done' | 'reopened';

export interface BenchStatus {
  readonly bench: BenchId;
  readonly state: BenchState;
  /** Why it waits, or where it stands, in a few words. */
  readonly why: string;
}

/** An accepted bob weight no longer fits its parts beyond this: the half gram bobs are built to (handbook section 4). */
const BOB_STILL_FITS_G = 0.5;

/** Where every bench that this kind of job has stands, worked out from its facts. */
export function benchStatuses(facts: JobFacts, figures: JobFigures): BenchStatus[] {
  const status = (bench: BenchId, state: BenchState, why: string): BenchStatus => ({ bench, state, why });
  const kind = facts.spec.jobKind;
  const weigh = weighStatus(facts, figures);
  const match = waitingFor('match', facts) ?? matchStatus(figures);
  const bobs = figures.bobsNeeded.needed ? (waitingFor('bobs', facts) ?? bobsStatus(facts, figures)) : bobsStatus(facts, figures);
  const signOff = isSpun(kind)
    ? signOffStatus(facts, figures, [weigh, bobs])
    : unspunSignOffStatus(facts, kind === 'match' ? match : bobs, kind === 'match' ? ['done'] : ['done', 'ready']);
  const held = heldUpBy(facts.madeReady, facts.spec.layout.cylinders.length);
  const ground = held.spin;
  const spinWaits: Status | null = ground === null ? waitingFor('spin', facts) : { state: 'waiting', why: ground };
  const last = figures.spins.at(-1);
  const inside = isInsideNow(figures);
  const survey = isSurvey(facts.setUp?.setUps ?? NO_SET_UPS, kind);
  // A survey spins what is there, with or without bobs.
  const canSpin = (bobs.state === 'done' || survey) && spinWaits === null;
  const step = stepWords(facts);
  const waits = survey ? null : waitWords(figures);
  const all = [
    status('engine', 'done', 'figures are in'),
    status('checkIn', ...pair(checkInStatus(facts))),
    status('makeReady', ...pair(makeReadyStatus(facts.madeReady, keptSpec(facts), facts.readings.length > 0 || facts.spins.length > 0))),
    held.weigh === null ? status('weigh', ...pair(weigh)) : status('weigh', 'waiting', held.weigh),
    status('match', ...pair(match)),
    status('bobs', ...pair(bobs)),
    !last || ground !== null
      ? status('spin', canSpin ? 'ready' : 'waiting', canSpin ? `${step}not spun yet` : (spinWaits?.why ?? 'waits for bob weights'))
      : status(
          'spin',
          inside ? 'done' : figures.holesSinceLastSpin > 0 || figures.isTurnedSince ? 'reopened' : 'underWay',
          `${step}${againWords(facts, figures) ?? waits ?? `${figures.spins.length} ${figures.spins.length === 1 ? 'spin' : 'spins'}`}`,
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
          : waits !== null && figures.holesSinceLastSpin === 0
            ? status('correct', 'waiting', `${step}${waits}`)
            : status(
                'correct',
                facts.holes.length === 0 ? 'ready' : 'underWay',
                `${step}${facts.holes.length === 0 ? 'nothing drilled yet' : `${facts.holes.length} ${facts.holes.length === 1 ? 'cut' : 'cuts'} so far`}`,
              ),
    survey ? status('signOff', 'done', 'a survey: nothing to sign') : status('signOff', ...pair(signOff)),
  ];
  const own = benchesOf(kind);
  return all
    .filter(({ bench }) => own.includes(bench))
    .map((one) => (held.all !== null && AFTER_CRANK.includes(one.bench) ? { ...one, state: 'waiting', why: held.all } : one));
}

/** A cracked crank is worked on no further. */
const AFTER_CRANK: readonly BenchId[] = ['weigh', 'match', 'bobs', 'spin', 'correct', 'signOff'];

/** What the crank is described with, whatever set-up is spun now. */
const keptSpec = ({ setUp, spec }: JobFacts): JobSpec => setUp?.kept.spec ?? spec;

/** Which set-up is looked at, where there is more than one: "2 of 4: ". */
function stepWords({ setUp }: JobFacts): string {
  const list = setUp?.setUps.list ?? [];
  return list.length < 2 ? '' : `${list.findIndex(({ id }) => id === setUp!.current.id) + 1} of ${list.length}: `;
}

/** What was done to the crank at the grinder or the press since it was spun last. */
function workedSince(facts: JobFacts): string | null {
  const since = worksSince(facts);
  const works = (facts.madeReady?.works ?? []).filter(({ id }) => since.includes(id));
  return works.length === 0 ? null : works.some(({ work }) => work.kind === 'push') ? 'straightened since' : 'ground since';
}

function againWords(facts: JobFacts, { holesSinceLastSpin, isTurnedSince }: JobFigures): string | null {
  const since = workedSince(facts) ?? (holesSinceLastSpin > 0 ? 'drilled since' : isTurnedSince ? 'turned since' : null);
  return since === null ? null : `spin again: ${since}`;
}

/** What is to be read once more before anything is planned, or before it is inside. */
function waitWords({ estimate: { restsOn, inside, surprise } }: JobFigures): string | null {
  if (surprise) return null;
  const [wait] = waitsNow({ inside, restsOn });
  return wait ? waitInShort(wait) : null;
}

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
  block: 'the block',
};

function checkInStatus(facts: JobFacts): Status {
  const list = arrivalList(facts.spec).filter((item) => item.needed);
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
  const [first, ...more] = missingFor(bench, arrivalList(facts.spec), seenOf(facts));
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
function signOffStatus(facts: JobFacts, figures: JobFigures, before: readonly Status[]): Status {
  const { signedOffSpinId } = facts;
  const inside = isInsideThroughout(figures);
  const open = before.find(({ state }) => state === 'reopened');
  if (open) return { state: signedOffSpinId === null ? 'waiting' : 'reopened', why: open.why };
  if (signedOffSpinId === null) {
    if (!inside)
      return {
        state: 'waiting',
        why: verdictBy(figures.estimate.inside) === 'inside' ? (waitWords(figures) ?? 'waits for the tolerance') : 'waits for the tolerance',
      };
    return figures.estimate.gainsToCheck.length > 0 ? { state: 'waiting', why: 'waits for a known weight' } : { state: 'ready', why: 'inside: sign' };
  }
  // Whatever was spun or drilled after the signature is not what was signed.
  if (inside && figures.lastSpinId === signedOffSpinId) return { state: 'done', why: 'signed' };
  return { state: 'reopened', why: workedSince(facts) ?? (inside ? 'changed since: sign again' : 'changed since') };
}

/** Of a job that is never spun: what its last bench came to is what is signed. @param enough states of that bench that can be signed */
function unspunSignOffStatus({ signedAsItIs }: JobFacts, last: Status, enough: readonly BenchState[]): Status {
  if (signedAsItIs === true) return { state: 'done', why: 'signed' };
  if (signedAsItIs === false) return { state: 'reopened', why: 'changed since: sign again' };
  return enough.includes(last.state) ? { state: 'ready', why: 'ready to sign' } : { state: 'waiting', why: last.why };
}

function weighStatus(facts: JobFacts, { weighed }: JobFigures): Status {
  const { rodSchool, partSchool, sample = 'every' } = facts.weighChoices;
  const kinds = kindsHere(partSchool, facts.spec.elsewhere);
  const parts = weighed.parts.filter(({ part }) => kinds.includes(part.kind));
  const asked = (part: PartFact): Measure[] => measuresOf(part.kind, rodSchool).filter((measure) => isWanted(sample, part, measure, weighed));
  const wanted = parts.reduce((n, { part }) => n + asked(part).length, 0);
  const have = parts.reduce(
    (n, { part, now, needsReweighing }) => n + (needsReweighing ? 0 : asked(part).filter((measure) => now[measure]).length),
    0,
  );
  if (wanted === 0) return { state: 'done', why: 'nothing is weighed here' };
  if (have === 0) return { state: 'ready', why: 'nothing weighed yet' };
  if (have < wanted) return { state: parts.some((p) => p.needsReweighing) ? 'reopened' : 'underWay', why: `${have} of ${wanted} weighed` };
  return { state: 'done', why: `${wanted} weighed` };
}

function matchStatus({ kinds, sets, rods }: JobFigures): Status {
  const perKind = Object.values(kinds);
  const all = [...(perKind.length > 0 ? perKind.map((match) => ['kinds', match] as const) : [['sets', sets] as const]), ['rods', rods] as const];
  const here = all.filter(([, match]) => match.kind !== 'none');
  const namesOf = (those: typeof here): string => [...new Set(those.map(([name]) => name))].join(' and ');
  if (here.length === 0) return { state: 'done', why: 'nothing to match here' };
  if (here.some(([, match]) => match.kind === 'refused')) return { state: 'underWay', why: 'nothing to match to' };
  const waiting = here.filter(([, match]) => match.kind === 'waiting');
  if (waiting.length === here.length) return { state: 'waiting', why: 'waits for weights' };
  if (waiting.length > 0) return { state: 'underWay', why: perKind.length > 0 ? 'some wait for weights' : `${namesOf(waiting)} wait for weights` };
  const outside = here.filter(([, match]) => !isInside(match));
  if (outside.length === 0) return { state: 'done', why: 'inside the tolerance' };
  return {
    state: 'ready',
    why: perKind.length > 0 ? `${outside.length} ${outside.length === 1 ? 'kind' : 'kinds'} outside` : `${namesOf(outside)} outside`,
  };
}

const isInside = (match: JobFigures['sets'] | JobFigures['rods'] | KindMatch): boolean =>
  'set' in match ? match.set.inTolerance : 'inTolerance' in match && match.inTolerance;

function bobsStatus({ bobChoices, spec }: JobFacts, { bobs, bobsNeeded }: JobFigures): Status {
  if (!bobsNeeded.needed) return { state: 'done', why: 'not needed' };
  if (!hasBench(spec.jobKind, 'weigh'))
    return bobChoices.acceptedG === null ? { state: 'ready', why: 'weights not said yet' } : { state: 'done', why: 'given' };
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
