import type { Mounted } from '../estimate/events.js';
import type { Crank } from '../rotor/crank.js';
import { checkPlanes, type Planes } from '../rotor/planes.js';
import type { Supports } from '../rotor/supports.js';
import type { ToleranceChoice } from '../rotor/tolerance.js';
import type { JobKind } from '../job/jobKind.js';
import { isSamePosition, normaliseAngleDeg } from '../units/angle.js';
import { checkNumber, CoreError } from '../units/check.js';
import type { OwnPart } from './ownPart.js';

/** The crank itself, its bobs with it, as a part that is mounted. */
export const CRANK_PART = 'crank';

/** A part, and why it is not mounted, or why it is corrected again. */
export interface PartReason {
  readonly part: string;
  readonly why: string;
}

/**
 * One thing that a job spins (handbook, Set-ups). What is left out of it is the job's own: planes, tolerance, supports. Masses of parts,
 * rims and allowed positions are measured once and serve all.
 */
export interface SetUp {
  readonly id: string;
  readonly name: string;
  /** What turns together, each part with how far it is turned from its own zero, degrees. */
  readonly mounted: Mounted;
  /** What should be on it and is not. */
  readonly missing: readonly PartReason[];
  /** Parts whose rims may be corrected in it. */
  readonly corrects: readonly string[];
  /** Parts that an earlier set-up corrects, and that are corrected again here all the same. */
  readonly reopened: readonly PartReason[];
  readonly planes: Planes | null;
  readonly tolerance: ToleranceChoice | null;
  readonly supports: Supports | null;
  readonly speedRpm: number | null;
  /** Never faster than this in it. */
  readonly limitRpm: number | null;
  /** Why nothing is spun in it any more; null while it is open. */
  readonly closed: string | null;
}

/** All set-ups of a job, in the order in which they are spun. */
export interface SetUps {
  readonly list: readonly SetUp[];
  /** Positions that a part's holes allow, degrees from its own zero; a part that is not in it may be turned to any. */
  readonly positionsDeg: Readonly<Record<string, readonly number[]>>;
  /** The shop's own among the parts, as they were known when they were put in; left out for none. */
  readonly known?: Readonly<Record<string, OwnPart>>;
}

export const NO_SET_UPS: SetUps = { list: [], positionsDeg: {} };

/**
 * Refuses set-ups that cannot be spun or contradict one another, by name.
 * @param crank its own planes, for set-ups that say none
 * @throws CoreError with the path of what is wrong
 */
export function checkSetUps({ list, positionsDeg }: SetUps, { planes }: Pick<Crank, 'planes'>): void {
  const names = new Set<string>();
  list.forEach((setUp, i) => {
    const at = `list.${i}`;
    const name = setUp.name.trim().toLowerCase();
    if (names.has(name)) throw new CoreError(`Two set-ups are both called ${setUp.name}: give one another name.`, `${at}.name`);
    names.add(name);
    checkMounted(setUp, positionsDeg, at);
    checkPlanes(setUp.planes ?? planes);
    if (setUp.tolerance) checkNumber(`The tolerance of ${setUp.name}`, setUp.tolerance.value, { above: 0, max: 100000 }, `${at}.tolerance.value`);
    if (setUp.speedRpm !== null && setUp.limitRpm !== null && setUp.speedRpm > setUp.limitRpm)
      throw new CoreError(`${setUp.name} is spun at ${setUp.speedRpm} rpm, above its own limit of ${setUp.limitRpm}.`, `${at}.speedRpm`);
    for (const part of setUp.corrects) {
      if (!(part in setUp.mounted)) throw new CoreError(`${setUp.name} corrects a part that is not mounted in it: ${part}.`, `${at}.corrects`);
      const before = list.slice(0, i).find((one) => one.corrects.includes(part));
      if (before && !setUp.reopened.some((one) => one.part === part && one.why.trim() !== ''))
        throw new CoreError(
          `The ${part} is corrected in ${before.name} and left alone from then on. Say why it is opened again in ${setUp.name}, or go back to ${before.name}.`,
          `${at}.corrects`,
        );
    }
  });
}

function checkMounted({ name, mounted, missing }: SetUp, positionsDeg: SetUps['positionsDeg'], at: string): void {
  if (!(CRANK_PART in mounted)) throw new CoreError(`${name} has no crank: everything else turns with it.`, `${at}.mounted`);
  const seen = new Map<string, string>();
  for (const [part, deg] of Object.entries(mounted)) {
    const twin = seen.get(part.trim().toLowerCase());
    if (twin !== undefined) throw new CoreError(`${name} has the ${part} twice: a part is mounted in one place.`, `${at}.mounted`);
    seen.set(part.trim().toLowerCase(), part);
    if (missing.some((one) => one.part === part)) throw new CoreError(`In ${name} the ${part} is both mounted and missing.`, `${at}.missing`);
    const allowed = positionsDeg[part];
    if (allowed && allowed.length > 0 && !allowed.some((one) => isSamePosition(one, deg)))
      throw new CoreError(
        `In ${name} the ${part} is turned by ${deg}°, which its holes do not allow: ${allowed.map((one) => `${Math.round(10 * one) / 10}°`).join(', ')}.`,
        `${at}.mounted`,
      );
  }
}

/** Somebody only wants to know how bad it is: the job is one, or nothing is corrected in any of its set-ups. */
export const isSurvey = ({ list }: SetUps, jobKind?: JobKind): boolean =>
  jobKind === 'survey' || (list.length > 0 && list.every(({ corrects }) => corrects.length === 0));

/** What of a changed list cannot be: a set-up that has spins is never taken off the list, it is closed. Null where all can. */
export function removedWithSpins(before: readonly SetUp[], after: readonly SetUp[], setUpIdsOfSpins: readonly (string | null)[]): string | null {
  const gone = before.find(({ id }) => !after.some((one) => one.id === id) && setUpIdsOfSpins.includes(id));
  return gone ? `${gone.name} has spins on record: it cannot be taken off the list. Close it instead, with a reason.` : null;
}

/** Whether two mountings have the same parts, however they are turned. */
export const sameParts = (x: Mounted, y: Mounted): boolean => Object.keys(x).sort().join('|') === Object.keys(y).sort().join('|');

/** Whether two mountings have the same parts, turned alike. */
export const sameMounting = (x: Mounted, y: Mounted): boolean =>
  sameParts(x, y) && Object.entries(x).every(([part, deg]) => isSamePosition(deg, y[part]!));

/** The set-up with a part turned to a position. @throws CoreError for a part that is not mounted in it */
export function turnedTo(setUp: SetUp, part: string, deg: number): SetUp {
  if (!(part in setUp.mounted) || part === CRANK_PART) throw new CoreError(`The ${part} cannot be turned in ${setUp.name}.`, 'mounted');
  return { ...setUp, mounted: { ...setUp.mounted, [part]: normaliseAngleDeg(deg) } };
}
