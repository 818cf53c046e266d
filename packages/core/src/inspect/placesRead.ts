import { group, mean } from 'd3-array';
import { gaugeSizeMm, warmthMm } from './gaugeSize.js';
import { worstDeviationMm, type Measured } from './acceptance.js';
import { isRunOut, type Work, type WorkFact, type GaugeSettingFact, type MadeReady, type MeasurementFact, type Quantity } from './inspectFacts.js';

/** A place that was measured, all its placements together. */
export interface PlaceRead extends Measured {
  readonly feature: string;
  readonly quantity: Quantity;
  readonly angleDeg: number | null;
  readonly depth: number | null;
  readonly n: number;
}

/** What grinding a journal makes anew of it besides its axis. */
const isOfItsSurface = (quantity: Quantity): boolean => quantity === 'diameter' || quantity === 'fillet' || quantity === 'width';

/** Whether a work makes another surface, or another axis, of what was measured before. */
function changes(work: Work, { feature, quantity, depth }: Pick<MeasurementFact, 'feature' | 'quantity' | 'depth'>): boolean {
  switch (work.kind) {
    case 'push':
      return isRunOut(quantity);
    case 'grindMains':
      return isRunOut(quantity) || ((isOfItsSurface(quantity) || quantity === 'clearanceSeen') && feature.startsWith('main.'));
    case 'grindPins':
      return (isOfItsSurface(quantity) && feature.startsWith('pin.')) || (quantity === 'clearanceSeen' && feature.startsWith('rod.'));
    case 'polish':
      return quantity === 'diameter' && feature === work.feature;
    case 'finish':
    case 'pressPin':
      return false;
    case 'pressOff':
      return feature === `piston.${work.cylinder}` && quantity === 'pinBore';
    case 'closeRod':
    case 'honeRod':
      return (
        (feature === `rod.${work.rod}` && (quantity === 'bigEnd' || quantity === 'centre' || quantity === 'clearanceSeen')) ||
        (feature === `bore.${work.rod}` && quantity === 'pistonDown')
      );
    case 'trialCut':
      return feature === `bore.${work.cylinder}` && quantity === 'shadow';
    case 'sleeve':
      return feature === `bore.${work.cylinder}`;
    case 'bore':
      return feature.startsWith('bore.') || feature.startsWith('piston.');
    case 'honeBores':
      return quantity === 'boreSize' || quantity === 'ringGap';
    case 'fileRing':
      return feature === `bore.${work.cylinder}` && quantity === 'ringGap' && depth === work.ring;
    case 'deck':
      // Which crowns stand under a deck is the layout's to say: all are measured again.
      return feature === `deck.${work.bank}` || quantity === 'pistonDown';
    case 'newBolts':
      return feature === `rod.${work.rod}` && (quantity === 'bigEnd' || quantity.startsWith('bolt'));
  }
}

/** How many works there were when it was measured. */
export const worksBefore = (works: readonly WorkFact[], afterWorkId: string | null): number => works.findIndex(({ id }) => id === afterWorkId) + 1;

/** The size, or the needle, as it counts: from its gauge's setting, with a zero that was wrong all along, and at 20 °C where both temperatures are known. */
export function readMm(
  { indicationMm, quantity }: Pick<MeasurementFact, 'indicationMm' | 'quantity'>,
  setting: GaugeSettingFact | undefined,
): number {
  if (!setting) return indicationMm;
  const { moved, zeroAfterMm, partC, gaugeC, gaugeMetal, partMetal = 'steel' } = setting;
  const zeroMm = moved === 'corrected' && zeroAfterMm !== null ? zeroAfterMm : setting.zeroMm;
  const mm = gaugeSizeMm(indicationMm, { ...setting, zeroMm });
  if (isRunOut(quantity) || partC === null || gaugeC === null) return mm;
  return mm - warmthMm(mm, { metal: partMetal, celsius: partC }, { metal: gaugeMetal, celsius: gaugeC });
}

/** Of a measurement that counts: not voided, not before what changed it, and not by a gauge whose zero is doubted. */
export const counts = ({ works, settings }: Pick<MadeReady, 'works' | 'settings'>, one: MeasurementFact): boolean =>
  !one.voided &&
  (one.settingId === null || settings[one.settingId]?.moved !== 'doubted') &&
  !works.slice(worksBefore(works, one.afterWorkId)).some(({ work }) => changes(work, one));

/** Every place that was measured of the crank as it is now, each the mean of its placements, with its gauge's scatter over their root. */
export function placesRead(made: Pick<MadeReady, 'measurements' | 'works' | 'settings'>): PlaceRead[] {
  const own = made.measurements.filter((one) => counts(made, one));
  const byPlace = group(own, ({ feature, quantity, angleDeg, depth }) => JSON.stringify([feature, quantity, angleDeg, depth]));
  return [...byPlace.values()].map((placements): PlaceRead => {
    const [first] = placements as [MeasurementFact, ...MeasurementFact[]];
    const { feature, quantity, angleDeg, depth } = first;
    const n = placements.length;
    const mm = placements.reduce((sum, one) => sum + sizeMm(made, one), 0) / n;
    const settings = placements.map((one) => settingOf(made, one));
    const scatters = settings.map((setting) => setting?.deviationMm ?? null);
    const rounding = Math.max(...settings.map((setting) => (setting?.divisionMm ?? 0) / Math.sqrt(12)));
    const known = scatters.every((s) => s !== null);
    return {
      feature,
      quantity,
      angleDeg,
      depth,
      n,
      mm,
      deviationMm: known ? Math.max(Math.max(...scatters) / Math.sqrt(n), rounding) : null,
    };
  });
}

/** What was read of one quantity of a feature. */
export const placesAt = (places: readonly PlaceRead[], feature: string, quantity: Quantity): PlaceRead[] =>
  places.filter((place) => place.feature === feature && place.quantity === quantity);

/** The mean of some places, as well known as the worst of them; null of none. */
export const meanOf = (places: readonly PlaceRead[]): Measured | null =>
  places.length === 0 ? null : { mm: mean(places, ({ mm }) => mm)!, deviationMm: worstDeviationMm(places) };

/** The size of a measurement, or the needle, as it counts. */
export const sizeMm = (made: Pick<MadeReady, 'settings'>, one: MeasurementFact): number => readMm(one, settingOf(made, one));

const settingOf = ({ settings }: Pick<MadeReady, 'settings'>, { settingId }: MeasurementFact): GaugeSettingFact | undefined =>
  settingId === null ? undefined : settings[settingId];
