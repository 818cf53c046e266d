import type { Limits } from './acceptance.js';
import { needleMm, type GaugeSetting } from './gaugeSize.js';
import { isRunOut, type MadeReady, type MeasurementFact, type Quantity } from './inspectFacts.js';

/** What a journal can lie off its own band by before the number is asked about, in bands. */
const FAR_BANDS = 10;
/** A needle that swings further than this is asked about, mm. */
const FAR_NEEDLE_MM = 1;
/** What was meant where the number was typed in another unit, or a place off. */
const SLIPS = [
  [25.4, 'in inches'],
  [0.0254, 'in thou'],
  [1 / 25.4, 'in millimetres'],
  [10, 'with its point a place further'],
  [0.1, 'with its point a place nearer'],
] as const;

/** What may lie so far off the others and be no slip: a journal may be ground, a rod be another. */
const FREE_MM: Readonly<Partial<Record<Quantity, number>>> = {
  diameter: 1.6,
  housing: 1.6,
  bigEnd: 1.6,
  smallEnd: 1.6,
  boreSize: 3,
  pistonSize: 3,
  shadow: 3,
  boreWall: 5,
  centre: 5,
  bend: 1,
  twist: 1,
  deckHeight: 3,
  pistonDown: 1.5,
};
const USUAL_FREE_MM = 0.5;
const NONE: Limits = { lowMm: null, highMm: null };

/** The band that a place is judged by, as far as one is typed. */
function limitsOf(
  { feature, quantity }: Pick<MeasurementFact, 'feature' | 'quantity'>,
  { limits, rods }: Pick<MadeReady, 'limits' | 'rods'>,
): Limits {
  if (quantity === 'diameter') return (feature.startsWith('main') ? limits?.mains : limits?.pins) ?? NONE;
  if (quantity === 'bigEnd' || quantity === 'smallEnd') return rods.limits?.[quantity] ?? NONE;
  return NONE;
}

const said = (mm: number): string => String(Math.round(mm * 1e4) / 1e4);
/** A size to the thousandth, which in inches has no more places than anybody types; what is too small for a size to its ten-thousandth. */
const saidFar = (mm: number): string => (Math.abs(mm) < 10 ? said(mm) : String(Math.round(mm * 1e3) / 1e3));

/**
 * Why a size does not look like its kind, with the slip that would fit; null where it does. It is held against the limits' band where there is
 * one, else against what was read of the others.
 * @param needle the gauge that it was read with by its needle, and what was typed; null where a size was typed outright
 * @param exchangedMm the sizes that it would be with two digits exchanged
 */
export function slipAt(
  { feature, quantity }: Pick<MeasurementFact, 'feature' | 'quantity'>,
  mm: number,
  read: readonly (Pick<MeasurementFact, 'feature' | 'quantity'> & { readonly mm: number })[],
  made: Pick<MadeReady, 'limits' | 'rods'>,
  needle: { readonly typedMm: number; readonly setting: GaugeSetting } | null = null,
  exchangedMm: readonly number[] = [],
): string | null {
  if (isRunOut(quantity)) return needleSlip(feature, quantity, mm, read);
  const isAlike = (one: { readonly feature: string; readonly quantity: string }): boolean =>
    one.quantity === quantity && one.feature.split('.')[0] === feature.split('.')[0];
  const others = read.filter(isAlike).map((one) => one.mm);
  const { lowMm: low, highMm: high } = limitsOf({ feature, quantity }, made);
  const middle =
    low !== null && high !== null ? (low + high) / 2 : others.length > 0 ? others.reduce((sum, one) => sum + one, 0) / others.length : null;
  if (middle === null || middle === 0) return null;
  const band = Math.max(low !== null && high !== null ? FAR_BANDS * (high - low) : 0, FREE_MM[quantity] ?? USUAL_FREE_MM);
  if (Math.abs(mm - middle) <= band) return null;
  const far = `${saidFar(mm)} mm lies far from ${saidFar(middle)} mm.`;
  const fits = (meantMm: number): boolean => Math.abs(meantMm - middle) <= band;
  if (needle && fits(needle.typedMm))
    return `${far} If ${saidFar(needle.typedMm)} mm is the size itself, the needle shows ${said(needleMm(needle.typedMm, needle.setting))} mm.`;
  const meant = SLIPS.find(([factor]) => fits(factor * mm));
  if (meant) return `${far} ${meant[1].replace(/^./, (c) => c.toUpperCase())} it would be ${saidFar(meant[0] * mm)} mm.`;
  const [nearest] = exchangedMm.filter(fits).sort((x, y) => Math.abs(x - middle) - Math.abs(y - middle));
  return nearest === undefined ? far : `${far} With two digits exchanged it would be ${saidFar(nearest)} mm.`;
}

type Needle = Pick<MeasurementFact, 'feature' | 'quantity'> & { readonly mm: number };

/** A needle that swings further than any main does, or a lowest that lies over the highest. */
function needleSlip(feature: string, quantity: MeasurementFact['quantity'], mm: number, read: readonly Needle[]): string | null {
  if (Math.abs(mm) > FAR_NEEDLE_MM) return `The needle stands at ${said(mm)} mm: so far a main does not run out.`;
  const other = quantity === 'runOutHigh' ? 'runOutLow' : 'runOutHigh';
  const seen = quantity === 'runOut' ? undefined : read.findLast((one) => one.feature === feature && one.quantity === other);
  if (!seen) return null;
  if (quantity === 'runOutLow' && mm > seen.mm) return `The lowest, ${said(mm)} mm, lies over the highest, ${said(seen.mm)} mm.`;
  if (quantity === 'runOutHigh' && mm < seen.mm) return `The highest, ${said(mm)} mm, lies under the lowest, ${said(seen.mm)} mm.`;
  return null;
}
