import { degToRad } from '@tare/core';
import { chanceFor } from '../chance.js';
import type { Held } from './held.js';

/** How far a big end stands over its aim, its oval (largest along the beam) and its taper, mm. */
const STRETCHED = { fromMm: -0.004, toMm: 0.02, ovalMm: 0.006, taperMm: 0.003 };
/** What a hone takes of a big end's diameter, mm/s. */
const HONED_MM_PER_S = 0.0004;
/** Where a big end is read: the hone takes what lies lowest first. */
const DIRECTIONS_DEG = [0, 45, 90, 135] as const;
const DEPTHS = [1, 2] as const;

/** A big end at a place: stretched in use, shorter along its beam where its faces were ground, round again once honed. */
export function bigEndMm({ job, feature, nominalMm, angleDeg, depth, works }: Held): number {
  const chance = chanceFor('bigEnd', job, feature);
  const overMm = chance.between(STRETCHED.fromMm, STRETCHED.toMm);
  const ovalMm = chance.between(0, STRETCHED.ovalMm);
  const taperMm = chance.between(-STRETCHED.taperMm, STRETCHED.taperMm);
  const rod = Number(feature.split('.')[1]);
  let atMm = (deg: number, at: number): number => nominalMm + overMm + ovalMm * Math.cos(2 * degToRad(deg)) + (at === 2 ? taperMm : 0);
  for (const work of works) {
    const before = atMm;
    if (work.kind === 'closeRod' && work.rod === rod) atMm = (deg, at) => before(deg, at) - work.closedMm * Math.abs(Math.cos(degToRad(deg)));
    if (work.kind === 'honeRod' && work.rod === rod) {
      const lowest = Math.min(...DEPTHS.flatMap((at) => DIRECTIONS_DEG.map((deg) => before(deg, at))));
      atMm = (deg, at) => Math.max(before(deg, at), lowest + HONED_MM_PER_S * work.seconds);
    }
  }
  return atMm(angleDeg ?? 0, depth ?? 1);
}
