export * from '../cuts/testing/index.js';
export { inGrams } from '../job/testing/inGrams.js';
export { madeUpBoreLimits, madeUpDeckLimits, madeUpLimits, madeUpRodLimits } from '../inspect/testing/madeUpLimits.js';
export { madeUpSpec } from '../job/testing/madeUpSpec.js';
