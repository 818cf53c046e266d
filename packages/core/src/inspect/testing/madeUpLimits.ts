import type { CrankLimits, GroupLimits } from '../inspectFacts.js';
import type { BoreLimits } from '../bores/boreFacts.js';
import type { DeckLimits } from '../deck/deckFacts.js';
import type { RodLimits } from '../rods/rodFacts.js';

const GROUP: GroupLimits = {
  lowMm: 53.97,
  highMm: 53.99,
  outOfRoundMm: 0.01,
  taperMm: 0.01,
  targetMm: 53.99,
  cleanUpMm: 0.02,
  undersizes: [0.25, 0.5].map((underMm) => ({ underMm, stock: 1, price: null })),
  clearance: { lowMm: 0.03, highMm: 0.06 },
  grades: [1.985, 1.99].map((wallMm, i) => ({ name: `grade ${i + 1}`, wallMm, stock: 1 })),
};

/** Limits of a made-up crank that lies on its end mains. */
export const madeUpLimits = (mains: number): CrankLimits => ({
  runOutMm: 0.05,
  blocks: [1, mains],
  stepsATurn: 8,
  isCast: false,
  rule: 'twoSided95',
  endFloat: { lowMm: 0.1, highMm: 0.25 },
  mains: GROUP,
  pins: GROUP,
});

/** Limits of made-up rods. */
export const madeUpRodLimits: RodLimits = {
  rule: 'twoSided95',
  bigEnd: { lowMm: 56.5, highMm: 56.512 },
  outOfRoundMm: 0.01,
  taperMm: 0.008,
  aimRatio: 0.5,
  stockMm: 0.02,
  mostOffCapMm: 0.06,
  centreSpreadMm: 0.05,
  bendMm: 0.03,
  twistMm: 0.05,
  overMm: 100,
  smallEnd: { lowMm: 24.0, highMm: 24.01 },
  stretch: { lowMm: 0.14, highMm: 0.16 },
  longerMm: 0.02,
  mostUses: 3,
  clearance: { lowMm: 0.03, highMm: 0.06 },
  grades: [1.735, 1.74].map((wallMm, i) => ({ name: `grade ${i + 1}`, wallMm, stock: 8 })),
  overShells: [{ overMm: 0.05, stock: 2 }],
};

/** Limits of made-up bores. */
export const madeUpBoreLimits: BoreLimits = {
  rule: 'twoSided95',
  nominalMm: 92,
  wearMm: 0.1,
  outOfRoundMm: 0.05,
  taperMm: 0.05,
  oversizes: [0.25, 0.5, 1].map((overMm, i) => ({ overMm, stock: 1, price: 300 + 20 * i })),
  honeMm: 0.05,
  leastWallMm: 5.7,
  sleevePrice: 90,
  pricedOn: '2026-11-01',
  clearance: { lowMm: 0.04, highMm: 0.07 },
};

/** Limits of made-up decks, over pistons of a four with 92 mm of stroke and rods of 150. */
export const madeUpDeckLimits: DeckLimits = {
  rule: 'twoSided95',
  heightMm: 236,
  leastHeightMm: 235.5,
  flatnessMm: 0.05,
  lastCutMm: 0.03,
  compressionHeightMm: 39.6,
  pistonDown: { lowMm: 0.1, highMm: 0.5 },
  chamberCm3: 60,
  dishCm3: 5,
  gasketMm: 1,
  gasketBoreMm: 94,
  leastCompressionRatio: 8,
  mostCompressionRatio: 11,
};
