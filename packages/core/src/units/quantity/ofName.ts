import type { Unit } from './unit.js';

/** How figures are named here: what a name ends with is the unit that it is kept in. The longer endings come first. */
const ENDINGS: readonly (readonly [ending: string, unit: Unit])[] = [
  ['GPerCm3', 'g/cm³'],
  ['Nm', 'N·m'],
  ['Gmm', 'g·mm'],
  ['Percent', '%'],
  ['Rpm', 'rpm'],
  ['Deg', '°'],
  ['Mm', 'mm'],
  ['Kg', 'kg'],
  ['Hz', 'Hz'],
  ['G', 'g'],
  ['N', 'N'],
  ['S', 's'],
];

const NAMES: Readonly<Record<string, Unit>> = { grams: 'g', seconds: 's' };

/**
 * The unit that a figure of this name is kept in; null for a name that says none.
 * @example unitOfName('counterweights.0.rimRadiusMm') // 'mm'
 */
export function unitOfName(path: string): Unit | null {
  const name = path.slice(path.lastIndexOf('.') + 1);
  const said = NAMES[name];
  if (said !== undefined) return said;
  const found = ENDINGS.find(([ending]) => name.endsWith(ending) || name === ending.charAt(0).toLowerCase() + ending.slice(1));
  return found?.[1] ?? null;
}
