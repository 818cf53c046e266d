import { fixed } from '@tare/card';
import { METRIC, sayIn, type FactorEffect, type Planes, type Systems } from '@tare/core';

export type ForceOrCouple = 'force' | 'couple';
export const UNITS: Readonly<Record<ForceOrCouple, string>> = { force: 'N', couple: 'N·m' };
const percent = (ratio: number): string => `${fixed(ratio * 100, Number.isInteger(Math.round(ratio * 1000) / 10) ? 0 : 1)} %`;
const HALF = 0.5;
/** Below this a figure is not worth words. */
const NOTHING = 1e-3;

/** Where the factor is best, or why it does not matter. */
export function bestWords({ best, shaking }: FactorEffect, which: ForceOrCouple): string {
  const own = best[which];
  if (own === null) {
    const still = shaking[0]![which].peak;
    return still < NOTHING
      ? `This engine has no shaking ${which}, whatever the factor.`
      : `The factor does not change this engine’s shaking ${which}: its pins cancel. What remains, ${fixed(still, 0)} ${UNITS[which]} at its peak, is of higher orders, or turns against the crank.`;
  }
  const all = own.peak === own.rms ? `at ${percent(own.peak)}` : `at ${percent(own.peak)} by its peak, at ${percent(own.rms)} by its mean square`;
  return `The shaking ${which} is least ${all}. Its first order alone is least at ${percent(own.primaryRms)}: only the half that turns with the crank can be countered.`;
}

/** What a factor other than half costs, and what it buys. */
export function otherFactorWords({ sweep, onePercent }: FactorEffect, factorRatio: number, which: ForceOrCouple): string {
  const nearest = (ratio: number): (typeof sweep)[number] =>
    sweep.reduce((a, b) => (Math.abs(b.factorRatio - ratio) < Math.abs(a.factorRatio - ratio) ? b : a));
  const [here, half] = [nearest(factorRatio), nearest(HALF)];
  if (Math.abs(factorRatio - HALF) < 0.0005) return 'This is 50 %: the part that turns with the crank is fully countered.';
  const grams = Math.abs(factorRatio - HALF) * 100 * Math.max(...onePercent.bobG);
  const metal = factorRatio < HALF ? 'lighter' : 'heavier';
  const cost = here[which].primaryPeak - half[which].primaryPeak;
  return `Against 50 %, ${percent(factorRatio)} costs ${fixed(cost, 1)} ${UNITS[which]} at the peak of the first order (${fixed(here[which].primaryPeak, 1)} for ${fixed(half[which].primaryPeak, 1)}), and makes each bob up to ${fixed(grams, 1)} g ${metal}, the counterweights with it. Shops choose it to lean the shaking in a direction, to spare the main bearings or for a lighter crank.`;
}

/** What one per cent is, in grams, newtons and newton metres, beside what the spin allows. */
export function onePercentWords(
  { bobG, planesGmm, planesN, forceN, coupleNm }: FactorEffect['onePercent'],
  { radiusAMm, radiusBMm }: Planes,
  speedRpm: number,
  allowedGmm: { readonly a: number; readonly b: number } | null,
  systems: Systems = METRIC,
): string {
  const [least, most] = [Math.min(...bobG), Math.max(...bobG)];
  const bobs = most - least < 0.05 ? `${fixed(most, 1)} g on each bob` : `${fixed(least, 1)} to ${fixed(most, 1)} g on the bobs`;
  if (Math.max(planesGmm.a, planesGmm.b) < NOTHING)
    return `One per cent of factor is ${bobs}; it moves nothing in the planes, since the pins cancel.`;
  const planes = `${fixed(planesGmm.a, 0)} g·mm in plane A (${fixed(planesGmm.a / radiusAMm, 2)} g at ${sayIn(systems, radiusAMm, 'mm', 0)}) and ${fixed(planesGmm.b, 0)} in B (${fixed(planesGmm.b / radiusBMm, 2)} g)`;
  const forces = `at ${fixed(speedRpm, 0)} rpm ${fixed(planesN.a, 0)} and ${sayIn(systems, planesN.b, 'N', 0)} at the ends, ${sayIn(systems, forceN, 'N', 0)} and ${fixed(coupleNm, 1)} N·m in all`;
  const beside =
    allowedGmm === null
      ? ''
      : ` The spin allows ${fixed(allowedGmm.a, 0)} and ${fixed(allowedGmm.b, 0)} g·mm: one per cent is ${fixed(Math.max(planesGmm.a / allowedGmm.a, planesGmm.b / allowedGmm.b), 1)} times that.`;
  return `One per cent of factor is ${bobs}: ${planes}; ${forces}.${beside}`;
}
