import type { Mounted } from '../estimate/events.js';
import { indexPair, indexPart, type IndexAnswer, type IndexedPart, type PairAnswer } from '../estimate/indexPart.js';
import type { Crank } from '../rotor/crank.js';
import type { Tolerance } from '../rotor/tolerance.js';
import { checkNumber, CoreError } from '../units/check.js';
import { normaliseAngleDeg } from '../units/angle.js';
import { typedQuantity } from '../units/quantity/read.js';
import { CRANK_PART } from '../setups/setUp.js';
import { recordEvents, type EstimateFacts } from './recordEvents.js';

/** Where a part of a job's rotor that can be turned sits best, by everything on record. @throws CoreError as indexPart */
export const jobIndex = (
  facts: EstimateFacts,
  mounted: Mounted,
  part: string,
  allowedDeg: readonly number[],
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
): IndexAnswer => indexPart(recordEvents(facts), mounted, part, allowedDeg, tolerance);

/** Where two of them sit best together. @throws CoreError as indexPair */
export const jobIndexPair = (
  facts: EstimateFacts,
  mounted: Mounted,
  parts: readonly [IndexedPart, IndexedPart],
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
): PairAnswer => indexPair(recordEvents(facts), mounted, parts, tolerance);

/**
 * Parts of a mounting that may be turned. In a job without set-ups one that has a rim among the crank's may not: its holes and what is
 * planned for it stand in the crank's angles there.
 */
export const turnable = (mounted: Mounted, { counterweights }: Pick<Crank, 'counterweights'>, inSetUp = false): string[] =>
  Object.keys(mounted).filter((part) => part !== CRANK_PART && (inSetUp || !counterweights.some(({ kind }) => kind === part)));

const MOST_POSITIONS = 36;

/**
 * The positions that somebody types: how many there are, evenly spread from the part's own zero, or their angles.
 * @throws CoreError for no positions, too many, or what is no angle
 * @example typedPositions('4') // [0, 90, 180, 270]
 */
export function typedPositions(text: string): number[] {
  const words = text.split(/[\s;]+/).filter((word) => word !== '');
  if (words.length === 0) throw new CoreError('Say how many positions the part has, or their angles.', 'positions');
  const figures = words.map((word) => typedQuantity(word, '°'));
  if (figures.length === 1) {
    const count = checkNumber('The number of positions', figures[0], { min: 1, max: MOST_POSITIONS }, 'positions');
    if (!Number.isInteger(count)) throw new CoreError(`A part has a whole number of positions, not ${count}.`, 'positions');
    return Array.from({ length: count }, (_, i) => (i * 360) / count);
  }
  if (figures.length > MOST_POSITIONS) throw new CoreError(`Up to ${MOST_POSITIONS} positions can be looked at.`, 'positions');
  figures.forEach((deg, i) => checkNumber(`Position ${i + 1}`, deg, { min: -360, max: 360, unit: '°' }, 'positions'));
  return figures.map(normaliseAngleDeg);
}
