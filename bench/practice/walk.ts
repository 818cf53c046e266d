import {
  askedSpin,
  correctionInput,
  goesTooFar,
  jobEstimate,
  planChoices,
  surpriseStories,
  USUAL_TOOLS,
  type Crank,
  type Cut,
  type JobEstimate,
  type StoryEntry,
  type Tolerance,
} from '@tare/core';
import { PracticeJob, type PastNothing } from './job.js';
import { BITS, MOST_HOLES, type Errors } from './made.js';
import type { SlipName } from './slips.js';

/** A crank that is not accepted after so many spins is a dead end. */
export const MOST_SPINS = 14;
/** Stories that the screen shows at first. */
const SHOWN_STORIES = 6;

/** How one crank went. */
export interface Walk {
  readonly spins: number;
  readonly minutes: number;
  readonly questions: number;
  readonly past: PastNothing;
  readonly accepted: boolean;
  readonly inside: boolean;
}

/** What a walk begins with; the machine's own scatter is never said. */
export interface WalkOf {
  readonly slip: SlipName | null;
  readonly toleranceGmm: number;
  readonly errors: Errors;
  /** What the shop typed of its machine's accuracy, or what a blank field is taken for. */
  readonly gainDeviation: number;
  readonly seed: number;
}

/** Brings a crank inside by what Tare asks for and proposes, with the product's own defaults. */
export function walk(crank: Crank, { slip, toleranceGmm, errors, gainDeviation, seed }: WalkOf): Walk {
  const job = new PracticeJob(crank, toleranceGmm, slip, seed, errors, gainDeviation);
  const tolerance = { aGmm: toleranceGmm, bGmm: toleranceGmm } as Tolerance;
  job.spin();
  let accepted = false;
  while (job.spun < MOST_SPINS && !accepted) {
    const known = jobEstimate(job.facts(), tolerance);
    if (known.surprise) {
      settle(job, known, tolerance);
      continue;
    }
    const asked = askedSpin(job.facts().spins, crank.planes, known, []);
    if (asked) job.spin(asked.weights ? [asked.weights.a, asked.weights.b] : []);
    else if (known.verdict === 'inside') accepted = true;
    else {
      const cuts = nextCuts(job, known, tolerance);
      if (cuts.length > 0) job.drill(cuts);
      job.spin();
    }
  }
  const { spun, minutes, questions, past } = job;
  return { spins: spun, minutes, questions, past, accepted, inside: job.isTrulyInside };
}

/** As the first that is offered; none where none may be taken. */
function nextCuts(job: PracticeJob, known: JobEstimate, tolerance: Tolerance): readonly Cut[] {
  const facts = job.facts();
  const wishes = { maxHoles: MOST_HOLES, heavyMetal: true, neutralReason: null };
  const input = correctionInput(facts, known, tolerance, { bits: BITS, tools: USUAL_TOOLS }, wishes);
  const plans = planChoices(input!);
  if (plans.kind !== 'choices') return [];
  return plans.choices.find((choice) => !goesTooFar(choice))?.plan.holes ?? [];
}

/** Looks where the stories say, each place once; else spins once more, mounted anew: two that agree stand. */
function settle(job: PracticeJob, known: JobEstimate, tolerance: Tolerance): void {
  const { spinId } = known.surprise!;
  const looked = new Set<string>();
  const { hungPieces } = job.facts().spins.find(({ id }) => id === spinId)!;
  if (hungPieces && job.weighAgain()) return;
  for (const { entry } of surpriseStories(job.facts(), known.surprise).slice(0, SHOWN_STORIES)) {
    const check = checkOf(entry, spinId);
    if (!check || looked.has(check.place)) continue;
    looked.add(check.place);
    const found = check.look(job);
    if (found === 'weld') job.isSo(spinId);
    if (found) return;
  }
  if (job.spun >= MOST_SPINS) return;
  job.spin(hungPieces ?? []);
  const again = jobEstimate(job.facts(), tolerance);
  if (again.spins.at(-1)!.setAside) job.isSo(spinId);
  // The spin that stands alone goes: this one, or one before that the two of them contradict.
  else if (again.surprise) job.voidSpin(again.surprise.spinId);
}

/** Where a story sends somebody, and what looking there finds. */
function checkOf(entry: StoryEntry, spinId: string): { readonly place: string; readonly look: (job: PracticeJob) => boolean | 'weld' } | null {
  switch (entry.kind) {
    case 'spinMistyped':
      return { place: entry.spinId, look: (job) => job.readPaper(entry.spinId) };
    case 'cutMistyped':
    case 'cutNotMade':
      return { place: entry.holeId, look: (job) => job.measureHole(entry.holeId) };
    case 'unlogged':
    case 'unloggedAtBothEnds':
      return { place: 'crank', look: (job) => job.lookAtCrank() };
    case 'mounted':
    case 'somethingMounted':
      return { place: 'mounting', look: (job) => job.lookAtMounting(spinId) };
    case 'calibratedAnew':
    case 'hung':
      // Both are as they were.
      return null;
  }
}
