import { createHash } from 'node:crypto';
import { randomLcg, randomNormal } from 'd3-random';

/** A repeatable source of chance, named by what it is for. */
export interface Chance {
  /** Even between two bounds. */
  readonly between: (low: number, high: number) => number;
  /** Normal about 0. */
  readonly normal: (deviation: number) => number;
}

/** The same words always give the same chance. */
export function chanceFor(...words: readonly (string | number)[]): Chance {
  const seed = createHash('sha256').update(words.join('/')).digest().readUInt32BE(0);
  const even = randomLcg(seed);
  const standard = randomNormal.source(even)(0, 1);
  return { between: (low, high) => low + (high - low) * even(), normal: (deviation) => deviation * standard() };
}
