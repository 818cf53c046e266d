import { inUnit, kindOfUnit, type QuantityKind, type Unit } from './unit.js';
import { placesIn, sayNumber, withUnit } from './say.js';

/** What is measured in two systems; everything else is said in one way everywhere. */
export const KINDS_IN_TWO_SYSTEMS = ['length', 'mass', 'unbalance', 'force', 'torque', 'density'] as const satisfies readonly QuantityKind[];
export type KindInTwoSystems = (typeof KINDS_IN_TWO_SYSTEMS)[number];

export const SYSTEMS = ['metric', 'inch', 'both'] as const;
export type System = (typeof SYSTEMS)[number];
export type Systems = Readonly<Record<KindInTwoSystems, System>>;

export const METRIC: Systems = { length: 'metric', mass: 'metric', unbalance: 'metric', force: 'metric', torque: 'metric', density: 'metric' };
/** An inch shop's: weights in grams all the same, as the trade weighs. */
export const INCH: Systems = { length: 'inch', mass: 'metric', unbalance: 'metric', force: 'inch', torque: 'inch', density: 'metric' };

const IN_INCHES: Readonly<Partial<Record<Unit, Unit>>> = {
  mm: 'in',
  cm: 'in',
  g: 'oz',
  kg: 'lb',
  'g·mm': 'oz·in',
  N: 'lbf',
  'N·m': 'lb·ft',
  'g/cm³': 'lb/in³',
};

/** The unit of the other system for what is kept in this one; null where there is none. */
export const otherUnit = (keptIn: Unit): Unit | null => IN_INCHES[keptIn] ?? null;

const systemOf = (unit: Unit, systems: Systems): System => {
  const kind = kindOfUnit(unit);
  return kind in systems ? systems[kind as KindInTwoSystems] : 'metric';
};

/** The unit in which somebody types and reads what is kept in this one. */
export const shownUnit = (keptIn: Unit, systems: Systems): Unit => (systemOf(keptIn, systems) === 'inch' ? (IN_INCHES[keptIn] ?? keptIn) : keptIn);

/**
 * A figure as somebody reads it, with its unit: in one system, or in both.
 * @param places of the value in the unit that it is kept in
 * @example sayIn({ ...METRIC, length: 'both' }, 87.63, 'mm', 2) // '87.63 mm (3.4500 in)'
 */
export function sayIn(systems: Systems, value: number, keptIn: Unit, places: number): string {
  const [system, other] = [systemOf(keptIn, systems), IN_INCHES[keptIn]];
  const kept = withUnit(sayNumber(value, places), keptIn);
  if (system === 'metric' || other === undefined) return kept;
  const inches = withUnit(sayNumber(inUnit(value, keptIn, other), placesIn(places, keptIn, other)), other);
  return system === 'inch' ? inches : `${kept} (${inches})`;
}

/** The same without its unit, which stands elsewhere: in the head of a column. */
export function figureIn(systems: Systems, value: number, keptIn: Unit, places: number): string {
  const unit = shownUnit(keptIn, systems);
  return sayNumber(inUnit(value, keptIn, unit), placesIn(places, keptIn, unit));
}
