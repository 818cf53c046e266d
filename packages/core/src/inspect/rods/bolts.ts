import { accept, type Acceptance, type AcceptanceRule, type Limits, type Measured } from '../acceptance.js';
import { TORQUE_STEPS, type BoltTorque, type TorqueStep } from './rodFacts.js';

/** A bolt by what was read of it, mm; null where it was not. */
export interface BoltLengths {
  readonly free: Measured | null;
  readonly torqued: Measured | null;
  readonly freeAgain: Measured | null;
}

export interface BoltFigures {
  /** Torqued less free. */
  readonly stretchMm: number | null;
  readonly stretch: Acceptance | null;
  /** Free again less free: what it has kept of its stretch. */
  readonly longerMm: number | null;
  readonly longer: Acceptance | null;
}

/** A bolt's stretch against its band, and what is left of it when it is free again (handbook, rods); two lengths' errors add as roots. */
export function boltFigures({ free, torqued, freeAgain }: BoltLengths, stretch: Limits, longerMm: number | null, rule: AcceptanceRule): BoltFigures {
  const over = (one: Measured | null): Measured | null =>
    one && free
      ? {
          mm: one.mm - free.mm,
          deviationMm: one.deviationMm === null || free.deviationMm === null ? null : Math.hypot(one.deviationMm, free.deviationMm),
        }
      : null;
  const [drawn, kept] = [over(torqued), over(freeAgain)];
  return {
    stretchMm: drawn?.mm ?? null,
    stretch: drawn && accept(drawn, stretch, rule),
    longerMm: kept?.mm ?? null,
    longer: kept && longerMm !== null ? accept(kept, { lowMm: null, highMm: longerMm }, rule) : null,
  };
}

/** Two torques that differ by less are one, said in two units: 38 lb·ft and 51.5 N·m. */
const SAME_RATIO = 0.005;

/**
 * The one torque line of a set of rods: value and lubricant together, at gauging, honing and assembly (handbook, rods). Another value at any of
 * these is stopped: a bore that was sized at one torque is another bore at another.
 *
 * @returns the two steps that differ, the earlier first; null where all that are said agree
 */
export function torquesDiffer(said: Readonly<Partial<Record<TorqueStep, BoltTorque>>>): readonly [TorqueStep, TorqueStep] | null {
  const known = TORQUE_STEPS.filter((step) => said[step] !== undefined);
  for (const [i, later] of known.entries())
    for (const earlier of known.slice(0, i)) if (!isOneTorque(said[earlier]!, said[later]!)) return [earlier, later];
  return null;
}

const plain = (words: string): string => words.trim().toLowerCase().replaceAll(/\s+/g, ' ');
const isOneTorque = (a: BoltTorque, b: BoltTorque): boolean =>
  Math.abs(a.torqueNm - b.torqueNm) <= SAME_RATIO * Math.max(a.torqueNm, b.torqueNm) && plain(a.lubricant) === plain(b.lubricant);
