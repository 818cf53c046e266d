import type { CrankLimits, GroupLimits } from '../inspectFacts.js';

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
