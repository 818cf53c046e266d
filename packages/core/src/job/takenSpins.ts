import { UNLIKELY_CHANCE, type Estimate, type GainKnown, type SpinTold } from '../estimate/estimate.js';
import type { EstimateInput, SpinEvent } from '../estimate/events.js';
import { absolute } from '../units/complex.js';
import type { SpinFact } from './jobFacts.js';

/** A counting spin that was taken in, with what is on record of it. */
export interface TakenSpin {
  readonly event: SpinEvent;
  readonly told: SpinTold;
  readonly fact: SpinFact;
  /** The first of its state, with something cut or bolted on since the spin before. */
  readonly afterCut: boolean;
}

export function takenSpins(facts: readonly SpinFact[], { events }: EstimateInput, told: Pick<Estimate, 'spins'>): TakenSpin[] {
  const taken: TakenSpin[] = [];
  let cutSince = false;
  for (const event of events) {
    if (event.kind === 'cut') {
      cutSince = true;
      continue;
    }
    const own = told.spins.find(({ spinId }) => spinId === event.id);
    const fact = facts.find(({ id }) => id === event.id);
    if (!own || !fact || own.setAside) continue;
    taken.push({ event, told: own, fact, afterCut: cutSince });
    cutSince = false;
  }
  return taken;
}

/** A known weight hung at either end. */
export const isWeighed = ({ event: { hung } }: TakenSpin): boolean => absolute(hung.aGmm) > 0 && absolute(hung.bGmm) > 0;
/** The same weights at the same places again tell nothing more. */
export const hungKey = ({ event: { hung } }: TakenSpin): string =>
  [hung.aGmm.re, hung.aGmm.im, hung.bGmm.re, hung.bGmm.im].map((value) => value.toFixed(1)).join(' ');
export const weightSpins = (taken: readonly TakenSpin[]): number => new Set(taken.filter(isWeighed).map(hungKey)).size;

/** From each spin of which somebody said that it really is so: what was read before shares no crank with what follows. */
function stretches(taken: readonly TakenSpin[]): TakenSpin[][] {
  const all: TakenSpin[][] = [[]];
  for (const one of taken) {
    if (one.event.isSo === true) all.push([]);
    all.at(-1)!.push(one);
  }
  return all;
}

/** The stretch of the record whose known weights told most, with how many told: they count together only with one another. */
export const weightsTogether = (taken: readonly TakenSpin[]): number => Math.max(...stretches(taken).map(weightsThatTell));

/** Of two unknowns a plane, three states leave one complex number over that can contradict: weights without a third state of theirs tell less by one. */
function weightsThatTell(stretch: readonly TakenSpin[]): number {
  const weights = weightSpins(stretch);
  const states = new Set(stretch.map(hungKey)).size;
  return Math.min(weights, states - 1);
}

/** Spins after a cut that an honest one in twenty would not lie farther off than. */
export const agreedRounds = (taken: readonly TakenSpin[]): number =>
  taken.filter(({ afterCut, told: { chance } }) => afterCut && chance !== null && chance >= UNLIKELY_CHANCE).length;

/** A gain is known once it is off by no more than this, as a share. */
export const GAIN_KNOWN = 0.03;
/** Two spins that change ends: one alone only makes an offset in the first worse. */
export const WEIGHT_SPINS = 2;
/** So many rounds that agreed are as good as known weights. */
export const ROUNDS_THAT_TELL = 2;

/** By what a gain is known to 0.03 on the job itself; null where it is not. */
export function gainKnownBy(mine: readonly TakenSpin[], { a, b }: GainKnown): 'weights' | 'rounds' | null {
  if (Math.max(a.deviation, b.deviation) > GAIN_KNOWN) return null;
  if (weightsTogether(mine) >= WEIGHT_SPINS) return 'weights';
  return agreedRounds(mine) >= ROUNDS_THAT_TELL ? 'rounds' : null;
}
