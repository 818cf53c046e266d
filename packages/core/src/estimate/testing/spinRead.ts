import { BALANCED, type Planes } from '../../rotor/planes.js';
import type { SpinEvent } from '../events.js';

/** Where the spins of the estimate's tests are read. */
export const PLANES: Planes = { zAMm: 0, zBMm: 400, radiusAMm: 85, radiusBMm: 85 };
let ids = 0;

/** A spin of a crank alone with nothing hung on it, by one machine, under an id of its own. */
export const spinRead = (turns: SpinEvent['reading']['turns'], more: Partial<SpinEvent> = {}): SpinEvent => ({
  kind: 'spin',
  id: `spin ${(ids += 1)}`,
  calibration: 'machine',
  planes: PLANES,
  mounted: { crank: 0 },
  hung: BALANCED,
  hungCovariance: null,
  scatterGmm: null,
  reading: { turns, of: 'spins', display: null },
  ...more,
});
