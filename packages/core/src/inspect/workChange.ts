import type { JobSpec } from '../job/jobFacts.js';
import { BALANCED, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { fromPolar, type Vector } from '../units/vector.js';
import { CRANK_STEEL_G_PER_CM3, groundPins, movedAxisGmm, straightenedGmm } from './groundAway.js';
import type { CrankWork } from './inspectFacts.js';

/** What work on a crank does to its unbalance, and how well that is known. */
export interface WorkChange {
  readonly change: PlaneUnbalance;
  /** 4 × 4 over both planes, (g·mm)². */
  readonly covariance: readonly number[];
}

/** A grinder holds the width it cuts over, and the throw it cuts at, to this share. */
const GROUND_SHARE = 0.04;
/** What a push moves the middle of a crank by, where it was not read before and after, mm. */
const UNREAD_PUSH_MM = 0.02;

/** How well the shape of a bend is that of a shaft kinked in its middle. */
const KINK_SHARE = 0.3;

/**
 * The change by grinding or straightening, in the crank's planes; null for what leaves the metal where it is.
 * @param pushed of a push, by how much its main came straighter, mm, where that was read before and after; else about how far is all that is known
 */
export function workChange(
  work: CrankWork,
  { layout, crank, strokeMm }: Pick<JobSpec, 'layout' | 'crank' | 'strokeMm'>,
  pushed: Vector | null,
): WorkChange | null {
  const { planes } = crank;
  switch (work.kind) {
    case 'grindPins': {
      const { change } = groundPins(layout, planes, strokeMm / 2, { ...work, densityGPerCm3: CRANK_STEEL_G_PER_CM3 });
      return { change, covariance: shareOf(change, GROUND_SHARE) };
    }
    case 'grindMains': {
      const moved = movedAxisGmm(crank.massKg, fromPolar(work.axisMovedMm, work.axisMovedAtDeg));
      const change = toPlanes(moved, crank.massCentreZMm, planes);
      return work.axisMovedMm === 0 ? null : { change, covariance: shareOf(change, 0.2) };
    }
    case 'push': {
      if (pushed) {
        const change = toPlanes(straightenedGmm(crank.massKg, pushed), crank.massCentreZMm, planes);
        return { change, covariance: shareOf(change, KINK_SHARE) };
      }
      const eachGmm = (crank.massKg * 1000 * UNREAD_PUSH_MM) / 4;
      return { change: BALANCED, covariance: Array.from({ length: 16 }, (_, i) => (i % 5 === 0 ? eachGmm ** 2 : 0)) };
    }
    case 'polish':
    case 'finish':
      return null;
  }
}

/** Covariance of a change that is wrong by one share in all of it, and by a tenth of that each way by itself. */
function shareOf({ aGmm, bGmm }: PlaneUnbalance, share: number): number[] {
  const c = [aGmm.re, aGmm.im, bGmm.re, bGmm.im];
  const own = Math.hypot(...c) * share * 0.1;
  return Array.from({ length: 16 }, (_, i) => share ** 2 * c[Math.floor(i / 4)]! * c[i % 4]! + (i % 5 === 0 ? own ** 2 : 0));
}
