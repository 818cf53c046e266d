import type { MadeReady } from '../inspectFacts.js';
import { placesAt, placesRead } from '../placesRead.js';

/**
 * Why bores are not finish honed yet: each is honed to its piston, which has to be measured and on the bench (handbook, bores and pistons).
 * @returns null once every piston is measured
 */
export function honeGate(made: MadeReady, cylinders: number): string | null {
  const places = placesRead(made);
  const open = Array.from({ length: cylinders }, (_, i) => i + 1).filter((n) => placesAt(places, `piston.${n}`, 'pistonSize').length === 0);
  if (open.length === 0) return null;
  return `No finish honing before the measured pistons are on the bench: ${open.length === 1 ? `piston ${open[0]} is` : `pistons ${open.join(', ')} are`} not measured.`;
}
