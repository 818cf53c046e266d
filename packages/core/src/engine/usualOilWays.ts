import type { CrankSizes, OilWay } from '../rotor/crankSizes.js';
import type { EngineLayout } from './layout.js';

/** Bore of an oil way as a share of its pin's diameter. */
const BORE_SHARE = 0.11;

/**
 * Oil ways as most cranks have them: for each pin one, straight from the middle of the nearest main to the outer side of the pin, where
 * it lies farthest from the axis. From the axis of the main, since a way usually crosses it.
 */
export function usualOilWays({ mains, pins }: Pick<CrankSizes, 'mains' | 'pins'>, layout: EngineLayout, strokeMm: number): OilWay[] {
  if (mains.length === 0) return [];
  return layout.pins.flatMap(({ zMm, angleDeg }, i) => {
    const size = pins[i];
    if (!size) return [];
    const main = mains.reduce((best, one) => (Math.abs(one.zMm - zMm) < Math.abs(best.zMm - zMm) ? one : best));
    return [
      {
        boreMm: Math.round(size.diameterMm * BORE_SHARE * 2) / 2,
        from: { zMm: main.zMm, radiusMm: 0, angleDeg },
        to: { zMm, radiusMm: (strokeMm + size.diameterMm) / 2, angleDeg },
      },
    ];
  });
}
