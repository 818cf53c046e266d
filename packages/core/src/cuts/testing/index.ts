/*
 * Slow, plain counterparts to the core's own integrals, for tests and benchmarks.
 */
export { countCells } from './cellCount.js';
export { randomCuts, TRIED } from './randomCuts.js';
