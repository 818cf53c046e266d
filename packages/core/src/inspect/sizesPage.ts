import { group } from 'd3-array';
import type { Limits } from './acceptance.js';
import { isRunOut, QUANTITIES, type MadeReady, type MeasurementFact, type Quantity } from './inspectFacts.js';
import { limitsAt } from './limitsAt.js';
import { counts, placesRead, worksBefore } from './placesRead.js';

/** From the smallest to the largest of what was read of one thing; of a run-out how far the needle swung, twice alike. */
export interface Span {
  readonly lowMm: number;
  readonly highMm: number;
}

/** One line of the page of an engine. */
export interface SizeLine {
  readonly feature: string;
  readonly quantity: Quantity;
  /** Which of a bore's rings, from the top; null of everything else. */
  readonly ring: number | null;
  /** As it came; what it measures after the works on it, null where nothing was done or nobody measured it since. */
  readonly before: Span;
  readonly after: Span | null;
  /** Something was done to it since, and nobody measured it again. */
  readonly isDue: boolean;
  readonly limits: Limits | null;
  /** What it was read from, for by whom and with which gauge. */
  readonly measurementIds: readonly string[];
}

const FEATURES = ['crank', 'main', 'pin', 'rod', 'bore', 'piston', 'deck'];
const [kindOf, numberOf] = [(feature: string) => feature.split('.')[0]!, (feature: string) => Number(feature.split('.')[1] ?? 0)];

/** Every size of an engine as it came and as it is, in working order: before, limits, after. Voided readings and doubted gauges are left out. */
export function sizesPage(made: MadeReady): SizeLine[] {
  const isDoubted = ({ settingId }: MeasurementFact): boolean => settingId !== null && made.settings[settingId]?.moved === 'doubted';
  const usable = made.measurements.filter((one) => !one.voided && !isDoubted(one));
  const lines = group(
    usable,
    ({ feature, quantity, depth }) => `${feature} ${isRunOut(quantity) ? 'runOut' : quantity} ${quantity === 'ringGap' ? depth : ''}`,
  );
  return [...lines.values()].map((own) => lineOf(own, made)).sort(inOrder);
}

const inOrder = (a: SizeLine, b: SizeLine): number =>
  FEATURES.indexOf(kindOf(a.feature)) - FEATURES.indexOf(kindOf(b.feature)) ||
  numberOf(a.feature) - numberOf(b.feature) ||
  QUANTITIES.indexOf(a.quantity) - QUANTITIES.indexOf(b.quantity) ||
  (a.ring ?? 0) - (b.ring ?? 0);

function lineOf(own: readonly MeasurementFact[], made: MadeReady): SizeLine {
  const now = own.filter((one) => counts(made, one));
  const past = own.filter((one) => !counts(made, one));
  const first = Math.min(...past.map(({ afterWorkId }) => worksBefore(made.works, afterWorkId)));
  const asItCame = past.length === 0 ? now : past.filter(({ afterWorkId }) => worksBefore(made.works, afterWorkId) === first);
  const { feature, quantity, depth } = own[0]!;
  const after = past.length > 0 && now.length > 0 ? spanOf(now, made) : null;
  return {
    feature,
    quantity,
    ring: quantity === 'ringGap' ? depth : null,
    before: spanOf(asItCame, made),
    after,
    isDue: past.length > 0 && now.length === 0,
    limits: limitsAt(own[0]!, made),
    measurementIds: [...asItCame, ...(after ? now : [])].map(({ id }) => id),
  };
}

function spanOf(own: readonly MeasurementFact[], { settings }: MadeReady): Span {
  const places = placesRead({ measurements: own, works: [], settings }).map(({ mm }) => mm);
  const [lowMm, highMm] = [Math.min(...places), Math.max(...places)];
  return isRunOut(own[0]!.quantity) ? { lowMm: highMm - lowMm, highMm: highMm - lowMm } : { lowMm, highMm };
}
