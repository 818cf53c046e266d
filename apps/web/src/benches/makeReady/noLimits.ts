import type { CrankLimits, GroupLimits } from '@tare/core';

const NO_GROUP: GroupLimits = {
  lowMm: null,
  highMm: null,
  outOfRoundMm: null,
  taperMm: null,
  targetMm: null,
  cleanUpMm: null,
  undersizes: [],
  clearance: { lowMm: null, highMm: null },
  grades: [],
  shells: null,
};

/** What stands in the form while nobody typed anything: no limits, and a crank on its end mains. */
export const noLimits = (mains: number): CrankLimits => ({
  runOutMm: null,
  blocks: [1, mains],
  stepsATurn: 8,
  isCast: false,
  rule: 'twoSided95',
  endFloat: { lowMm: null, highMm: null },
  mains: NO_GROUP,
  pins: NO_GROUP,
});
