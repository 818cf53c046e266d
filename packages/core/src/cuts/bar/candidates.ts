import { densityOf, type Counterweight } from '../../rotor/crank.js';
import type { BarCut } from '../../rotor/cut.js';
import { LEAST_SLUG_MM, outermostRadiusMm, slugNetG, type Bar } from '../../rotor/slug.js';
import { roundTo, type State } from '../lever.js';
import { bestOffer, faceMiddleMm, freerFace } from '../offer.js';
import type { Search } from '../search.js';

/** What a bar is sawn to. */
export const SLUG_STEP_MM = 0.5;

/** The state with the one slug of this bar, in a new bore among these angles, that leaves least. */
export function bestSlug(input: Search, state: State, counterweight: Counterweight, bar: Bar, anglesDeg: readonly number[]): State | null {
  const radiusMm = outermostRadiusMm(counterweight, bar.diameterMm);
  if (radiusMm === null || counterweight.drillFrom === 'grind') return null;
  const { diameterMm, densityGPerCm3 } = bar;
  const face = freerFace(input, counterweight);
  const perMm = slugNetG(diameterMm, 1, densityGPerCm3, densityOf(input.metal.crank, counterweight)) * radiusMm;
  return bestOffer(input, state, counterweight, anglesDeg, (angleDeg, unit, lever) => {
    // Metal that is added answers what is light there.
    const wantedMm = -lever.wantedGmm(unit) / perMm;
    // The shortest brings too much where less is wanted: a hole may take that off again.
    if (wantedMm < LEAST_SLUG_MM / 2) return null;
    const depthMm = roundTo(Math.min(counterweight.widthMm, Math.max(LEAST_SLUG_MM, wantedMm)), SLUG_STEP_MM);
    const cut: BarCut = {
      kind: 'bar',
      counterweightId: counterweight.id,
      angleDeg,
      seat: { from: 'face', face, radiusMm },
      diameterMm,
      lengthMm: depthMm,
      depthMm,
      densityGPerCm3,
      replacesId: null,
    };
    return { cut, momentGmm: -perMm * depthMm, zMm: faceMiddleMm(counterweight, face, diameterMm, 180, depthMm) };
  });
}
