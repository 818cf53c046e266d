import { degToRad, type Work } from '@tare/core';
import { chanceFor } from '../chance.js';
import type { Held } from './held.js';

/** Wear of a bore across the crank where the top ring turns round, mm, and how much of it is found at each depth. */
const WORN = { fromMm: 0.02, toMm: 0.11, atDepth: [1, 0.45, 0.15] };
/** Wear along the crank, as a share of that across it. */
const ALONG_SHARE = 0.45;
/** What a boring bar and a hone leave, as standard deviations, mm. */
const BORED_MM = 0.003;
const HONED_MM = 0.0015;
/** Scatter of pistons as they come, and of rings' gaps, mm. */
const PISTON_MM = 0.006;
const RING_GAP_MM = 0.04;
/** A deck leans by up to so much from corner to corner, and stands that far off its height, mm. */
const DECK = { offMm: 0.05, leanMm: 0.03 };

/** The last boring of the block, 0 over and nothing left to hone before any, and what was done since. */
function boring(works: readonly Work[]): {
  readonly isBored: boolean;
  readonly overMm: number;
  readonly honeLeftMm: number;
  readonly since: readonly Work[];
} {
  const last = works.findLastIndex(({ kind }) => kind === 'bore');
  const bored = works[last];
  const since = works.slice(last + 1);
  if (bored?.kind !== 'bore') return { isBored: false, overMm: 0, honeLeftMm: 0, since };
  return { isBored: true, overMm: bored.overMm, honeLeftMm: bored.honeLeftMm ?? 0, since };
}

/** A bore at a place: worn at its top and across the crank, as new where a sleeve went in, bored to an oversize and honed out of it. */
export function boreMm({ job, feature, nominalMm, angleDeg, depth, works }: Held): number {
  const cylinder = Number(feature.split('.')[1]);
  const at = [job, feature, angleDeg ?? 0, depth ?? 1] as const;
  const { isBored, overMm, honeLeftMm, since } = boring(works);
  if (isBored) {
    const toMm = nominalMm + overMm;
    if (since.some(({ kind }) => kind === 'honeBores')) return toMm + chanceFor('honed', ...at, overMm).normal(HONED_MM);
    return toMm - honeLeftMm + chanceFor('bored', ...at, overMm).normal(BORED_MM);
  }
  if (works.some((work) => work.kind === 'sleeve' && work.cylinder === cylinder)) return nominalMm + chanceFor('sleeve', ...at).normal(HONED_MM);
  const wornMm = chanceFor('worn', job, feature).between(WORN.fromMm, WORN.toMm);
  const across = Math.cos(degToRad(angleDeg ?? 0)) ** 2;
  return nominalMm + wornMm * (WORN.atDepth[(depth ?? 1) - 1] ?? 0) * (across + ALONG_SHARE * (1 - across));
}

/** A piston at its gauge point: another one, larger by the oversize, once the block was bored. */
export function pistonMm({ job, feature, nominalMm, works }: Held): number {
  const { overMm } = boring(works);
  return nominalMm + overMm + chanceFor('piston', job, feature, overMm).normal(PISTON_MM);
}

/** A ring's gap in its bore: of another ring once the block was bored, wider by what was filed off since. */
export function ringGapMm({ job, feature, nominalMm, depth, works }: Held): number {
  const cylinder = Number(feature.split('.')[1]);
  const { overMm, since } = boring(works);
  const filedMm = since.reduce(
    (mm, work) => (work.kind === 'fileRing' && work.cylinder === cylinder && work.ring === depth ? mm + work.takenMm : mm),
    0,
  );
  return nominalMm + chanceFor('ring', job, feature, depth ?? 1, overMm).normal(RING_GAP_MM) + filedMm;
}

/** A deck's height at a corner: leaning until it was cut, and level as far as the cut reached, that deep under its highest corner. */
export function deckMm({ job, feature, nominalMm, angleDeg, depth, works }: Held): number {
  const bank = Number(feature.split('.')[1]);
  const chance = chanceFor('deck', job, feature);
  const [offMm, alongMm, acrossMm] = [
    chance.between(-DECK.offMm, DECK.offMm),
    chance.between(-DECK.leanMm, DECK.leanMm),
    chance.between(-DECK.leanMm, DECK.leanMm),
  ];
  const takenMm = works.reduce((mm, work) => (work.kind === 'deck' && work.bank === bank ? mm + work.takenMm : mm), 0);
  const middleMm = nominalMm + offMm;
  const cornerMm = middleMm + ((depth === 2 ? 1 : -1) * alongMm) / 2 + ((angleDeg === 180 ? 1 : -1) * acrossMm) / 2;
  const highestMm = middleMm + (Math.abs(alongMm) + Math.abs(acrossMm)) / 2;
  return takenMm === 0 ? cornerMm : Math.min(cornerMm, highestMm - takenMm);
}
