import type { EngineLayout } from '../engine/layout.js';
import type { CrankSizes } from '../rotor/crankSizes.js';

/** Pins nearer than this along the crank share a throw, mm: those of a split throw do. */
const SAME_THROW_SHARE = 0.5;

/**
 * Where the mains stand along the crank, front to rear: as its sizes say, else before, between and behind the throws.
 * @returns mm
 */
export function mainPlacesMm({ pins }: Pick<EngineLayout, 'pins'>, sizes: CrankSizes | undefined): number[] {
  if (sizes) return sizes.mains.map(({ zMm }) => zMm);
  const places = [...new Set(pins.map(({ zMm }) => zMm))].sort((a, b) => a - b);
  const gaps = places.slice(1).map((z, i) => z - places[i]!);
  const widest = gaps.length === 0 ? 100 : Math.max(...gaps);
  const throws: number[][] = [];
  for (const z of places) {
    const last = throws.at(-1);
    if (last && z - last.at(-1)! < SAME_THROW_SHARE * widest) last.push(z);
    else throws.push([z]);
  }
  const middles = throws.map((own) => (own[0]! + own.at(-1)!) / 2);
  return [middles[0]! - widest / 2, ...middles.slice(1).map((z, i) => (z + middles[i]!) / 2), middles.at(-1)! + widest / 2];
}
