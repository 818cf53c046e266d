import { median } from 'simple-statistics';
import type { Measure, PartKind } from './facts.js';

/** Below this a part of the kind is not believed without being asked about, g: half of what the smallest engines have. */
const LIGHTEST_G: Readonly<Record<PartKind, number>> = {
  piston: 15,
  pin: 4,
  lockPair: 0.1,
  ringSet: 0.8,
  rod: 20,
  bearingPair: 1.5,
  cylinderSet: 25,
  pressedAssembly: 40,
};

/** Under a third or over three times the median of its kind is asked about (handbook section 2). */
const FAR_RATIO = 3;
/** So is one that alone widens the spread tenfold. */
const WIDENS = 10;
/** A spread is never believed smaller than this many divisions of the scale. */
const SPREAD_DIVISIONS = 3;
/** Fewer others do not say how far apart parts of the kind lie. */
const ENOUGH_TO_SPREAD = 3;

/** What may have been meant: by what a number is multiplied, and how one says it. */
const SLIPS: readonly (readonly [number, string])[] = [
  [1000, 'in kilograms'],
  [453.59237, 'in pounds'],
  [28.349523125, 'in ounces'],
  [10, 'with its point a place further'],
  [0.1, 'with its point a place nearer'],
  [100, 'with its point two places further'],
  [0.01, 'with its point two places nearer'],
];
const EXCHANGED = 'with two digits exchanged';
/** A slip is offered where it lands within this of its kind. */
const LIKE_ITS_KIND = 0.15;

/** A reading that does not look like its kind: why, and the slip that would fit. */
export interface KindDoubt {
  readonly sentence: string;
  /** What it would be, were it that slip, g; null where none fits. */
  readonly meantG: number | null;
  readonly slip: string;
}

/**
 * Whether a reading is to be asked about before it is kept, by the others of its kind (handbook section 2, against its kind). Null where
 * it looks like one of them.
 *
 * @param othersG what the other parts of the kind weigh in this measure, g; empty for the first
 * @param divisionG of the scale
 * @param exchangedG what the reading would be with two digits exchanged, g; empty where none were typed
 */
export function againstKind(
  kind: PartKind,
  measure: Measure,
  othersG: readonly number[],
  valueG: number,
  divisionG: number,
  exchangedG: readonly number[] = [],
): KindDoubt | null {
  if (othersG.length === 0) {
    if (valueG >= LIGHTEST_G[kind] || measure === 'bigEnd' || measure === 'smallEnd') return null;
    const meantG = 1000 * valueG;
    const fits = meantG >= 4 * LIGHTEST_G[kind];
    return { sentence: `${said(valueG)} g is very little for this kind of part.`, meantG: fits ? meantG : null, slip: fits ? 'in kilograms' : '' };
  }
  const middleG = median([...othersG]);
  const spreadG = Math.max(...othersG) - Math.min(...othersG);
  const withIt = Math.max(...othersG, valueG) - Math.min(...othersG, valueG);
  const isFar = valueG < middleG / FAR_RATIO || valueG > middleG * FAR_RATIO;
  const widens = othersG.length >= ENOUGH_TO_SPREAD && withIt > WIDENS * Math.max(spreadG, SPREAD_DIVISIONS * divisionG);
  if (!isFar && !widens) return null;
  const isLike = (g: number): boolean => Math.abs(g - middleG) <= LIKE_ITS_KIND * middleG;
  const exchanged = exchangedG.filter((g) => isLike(g) && againstKind(kind, measure, othersG, g, divisionG) === null);
  return {
    sentence: isFar
      ? `${said(valueG)} g, and the others of its kind weigh about ${said(middleG)} g.`
      : `${said(valueG)} g lies ${said(Math.abs(valueG - middleG))} g from the others, which lie within ${said(spreadG)} g. Another maker’s, a slip, or really so?`,
    ...likelySlip(valueG, exchanged, middleG, (g) => isFar && isLike(g)),
  };
}

/**
 * The slip that a number would fit by.
 * @param exchangedG what it would be with two digits exchanged, where that fits, g; the nearest to `middleG` is taken
 * @param isLike whether what is meant, g, would fit
 */
export function likelySlip(
  valueG: number,
  exchangedG: readonly number[],
  middleG: number,
  isLike: (g: number) => boolean,
): Pick<KindDoubt, 'meantG' | 'slip'> {
  const slip = SLIPS.find(([factor]) => isLike(factor * valueG));
  if (slip) return { meantG: slip[0] * valueG, slip: slip[1] };
  const [exchanged] = [...exchangedG].sort((x, y) => Math.abs(x - middleG) - Math.abs(y - middleG));
  return exchanged === undefined ? { meantG: null, slip: '' } : { meantG: exchanged, slip: EXCHANGED };
}

export const said = (g: number): string => String(Math.round(1000 * g) / 1000);
