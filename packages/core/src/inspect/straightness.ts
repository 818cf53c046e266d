import { CoreError } from '../units/check.js';
import { add, scale, subtract, toPolar, type Vector } from '../units/vector.js';
import { accept, type Acceptance, type AcceptanceRule } from './acceptance.js';

/** A main's eccentricity as read, with how well. */
export interface MainEccentricity {
  readonly main: number;
  readonly zMm: number;
  readonly eccentricityMm: Vector;
  readonly deviationMm: number | null;
  readonly freedom: number;
}

/** A main as it lies off the line of the two that carry the crank. */
export interface BentMain extends MainEccentricity {
  /** Twice the eccentricity: what an indicator swings by. */
  readonly runOutMm: number;
  readonly runOutDeviationMm: number | null;
  readonly verdict: Acceptance;
}

/**
 * Every main against the line through the two under which the blocks stand (handbook, straightness): the blocks' own journals are taken out
 * as vectors by a straight line along z,
 *
 *   e_i' = e_i − [e_1·(z_2 − z_i) + e_2·(z_i − z_1)]/(z_2 − z_1).
 *
 * A journal that lies in its own V shows no eccentricity, so that of the blocks' mains is nothing unless it was read from elsewhere.
 *
 * @param blocks numbers of the two mains that carry the crank
 * @param limitMm run-out allowed (TIR)
 * @throws CoreError when a block's main is not there, or both are one
 */
export function straightness(
  mains: readonly MainEccentricity[],
  blocks: readonly [number, number],
  limitMm: number,
  rule: AcceptanceRule = 'twoSided95',
): BentMain[] {
  const [first, second] = blocks.map((number) => {
    const main = mains.find((one) => one.main === number);
    if (!main) throw new CoreError(`Main ${number}, on which the crank lies, is not in the list.`, 'blocks');
    return main;
  });
  const span = second!.zMm - first!.zMm;
  if (span === 0) throw new CoreError('The crank has to lie on two different mains.', 'blocks');
  return mains.map((main) => {
    const share = (main.zMm - first!.zMm) / span;
    const line = add(scale(first!.eccentricityMm, 1 - share), scale(second!.eccentricityMm, share));
    const eccentricityMm = blocks.includes(main.main) ? { re: 0, im: 0 } : subtract(main.eccentricityMm, line);
    const own = blocks.includes(main.main) ? 0 : main.deviationMm;
    const shares = [own, scaleOrNull(first!.deviationMm, 1 - share), scaleOrNull(second!.deviationMm, share)];
    const deviationMm = blocks.includes(main.main) ? 0 : shares.some((s) => s === null) ? null : Math.hypot(...(shares as number[]));
    const runOutMm = 2 * toPolar(eccentricityMm).amount;
    const runOutDeviationMm = deviationMm === null ? null : 2 * deviationMm;
    return {
      ...main,
      eccentricityMm,
      deviationMm,
      runOutMm,
      runOutDeviationMm,
      verdict: accept({ mm: runOutMm, deviationMm: runOutDeviationMm, freedom: main.freedom }, { lowMm: null, highMm: limitMm }, rule),
    };
  });
}

const scaleOrNull = (mm: number | null, factor: number): number | null => (mm === null ? null : mm * factor);
