import type { BenchStatus } from '../../job/benches.js';
import { accept, type Acceptance, type Measured } from '../acceptance.js';
import type { MadeReady } from '../inspectFacts.js';
import { placesAt, placesRead } from '../placesRead.js';

/** A fit of two sizes with where it lies. */
export interface Fit {
  readonly mm: number;
  readonly deviationMm: number | null;
  readonly verdict: Acceptance;
}

export interface PinRow {
  readonly cylinder: number;
  /** Interference where it is pressed, clearance where it floats; null while a size is unread. */
  readonly inRod: Fit | null;
  readonly inPiston: Fit | null;
  /** It is in its rod now. */
  readonly isPressed: boolean;
}

/** What the pins of an engine have by their sizes; nothing is judged without limits. */
export function pinRows(made: MadeReady, cylinders: number): PinRow[] {
  const { pinLimits: limits } = made;
  const places = placesRead(made);
  return Array.from({ length: cylinders }, (_, i): PinRow => {
    const cylinder = i + 1;
    const pin = placesAt(places, `piston.${cylinder}`, 'pinSize')[0];
    const [eye, boss] = [placesAt(places, `rod.${cylinder}`, 'smallEnd')[0], placesAt(places, `piston.${cylinder}`, 'pinBore')[0]];
    const fit = (outer: Measured | undefined, inner: Measured | undefined, bounds: 'inRod' | 'inPiston'): Fit | null => {
      if (!limits || !outer || !inner) return null;
      const mm = outer.mm - inner.mm;
      const deviationMm = outer.deviationMm === null || inner.deviationMm === null ? null : Math.hypot(outer.deviationMm, inner.deviationMm);
      return { mm, deviationMm, verdict: accept({ mm, deviationMm }, limits[bounds], limits.rule) };
    };
    const last = made.works.findLast(({ work }) => (work.kind === 'pressPin' || work.kind === 'pressOff') && work.cylinder === cylinder);
    return {
      cylinder,
      inRod: limits?.way === 'pressed' ? fit(pin, eye, 'inRod') : fit(eye, pin, 'inRod'),
      inPiston: fit(boss, pin, 'inPiston'),
      isPressed: last?.work.kind === 'pressPin',
    };
  });
}

/**
 * Why pins are not pressed yet: once they are in, piston, pin and rod can no longer be weighed apart nor the rod's ends be told (handbook, rods).
 * @returns null where everything is weighed and matched
 */
export function pressGate(statuses: readonly Pick<BenchStatus, 'bench' | 'state' | 'why'>[]): string | null {
  const open = statuses.filter(({ bench, state }) => (bench === 'weigh' || bench === 'match') && state !== 'done');
  if (open.length === 0) return null;
  const where = open.map(({ bench, why }) => `${bench === 'weigh' ? 'weigh' : 'match'}: ${why}`).join('; ');
  return `Pins are not pressed before piston, pin and both ends of the rod are weighed and matched (${where}).`;
}
