import { degToRad } from '@tare/core';
import { chanceFor } from '../chance.js';
import type { Held } from './held.js';

/** Wear of a journal on its diameter, its oval and its taper, mm at most. */
const WORN = { mm: 0.03, ovalMm: 0.004, taperMm: 0.006 };
/** What a grinder leaves, as a standard deviation, mm. */
const GROUND_MM = 0.002;
/** How far a crank is bent in its middle, mm, and how far each main lies off that line by itself. */
const BENT = { fromMm: 0.03, toMm: 0.055, ownMm: 0.003 };
/** Travel of a press that springs back, mm, and what is left of more than that. */
const PRESS = { springMm: 0.6, leftRatio: 0.03 };

/** A journal at a place: worn, oval and tapered, until it was ground. */
export function journalMm({ job, feature, nominalMm, angleDeg, depth, works }: Held): number {
  const ground = works.findLast(({ kind }) => kind === (feature.startsWith('main') ? 'grindMains' : 'grindPins'));
  if (ground && 'underMm' in ground)
    return nominalMm - ground.underMm + chanceFor('ground', job, feature, ground.underMm, angleDeg ?? 0, depth ?? 0).normal(GROUND_MM);
  const chance = chanceFor('worn', job, feature);
  const [wornMm, ovalMm, towardsDeg, taperMm] = [
    chance.between(0, WORN.mm),
    chance.between(0, WORN.ovalMm),
    chance.between(0, 180),
    chance.between(-WORN.taperMm, WORN.taperMm),
  ];
  const oval = ovalMm * Math.cos(2 * degToRad((angleDeg ?? 0) - towardsDeg));
  return nominalMm - wornMm + oval + (depth === 2 ? taperMm : 0);
}

/** The needle over a main as the crank turns: its own eccentricity, the bow that pushes took down, its oval. */
export function swingMm({ job, feature, quantity, angleDeg, alongRatio, works }: Held): number {
  const crank = chanceFor('bend', job);
  const bow = { mm: crank.between(BENT.fromMm, BENT.toMm), deg: crank.between(0, 360) };
  const pushes = works.flatMap((work) => (work.kind === 'push' ? [work] : []));
  const straightened = pushes.reduce((mm, { pressedMm }) => mm + Math.max(0, pressedMm - PRESS.springMm) * PRESS.leftRatio, 0);
  const isGround = works.some(({ kind }) => kind === 'grindMains');
  const bowMm = isGround ? 0 : (bow.mm - straightened) * 4 * alongRatio * (1 - alongRatio);
  const own = chanceFor('own', job, feature);
  const [ownMm, ownDeg] = [isGround ? 0 : Math.abs(own.normal(BENT.ownMm)), own.between(0, 360)];
  const at = (deg: number): number => bowMm * Math.cos(degToRad(deg - bow.deg)) + ownMm * Math.cos(degToRad(deg - ownDeg));
  if (quantity === 'runOut') return at(angleDeg ?? 0);
  const most = Math.hypot(bowMm + ownMm * Math.cos(degToRad(ownDeg - bow.deg)), ownMm * Math.sin(degToRad(ownDeg - bow.deg)));
  return quantity === 'runOutHigh' ? most : -most;
}
