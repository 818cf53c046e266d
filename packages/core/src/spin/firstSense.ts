import { densityOf, type Counterweight, type Crank } from '../rotor/crank.js';
import { unbalanceForceN } from '../rotor/force.js';
import { scalePlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { rimStretch } from '../rotor/rimCut.js';
import { GRAVITY } from '../rotor/supports.js';
import { absolute } from '../units/complex.js';

/** What a first reading is held against. */
export interface SenseOf {
  readonly crank: Crank;
  readonly redlineRpm: number;
}

/** Why a first reading makes no sense, and by what it would. */
export interface NoSense {
  readonly why: 'metal' | 'force';
  /** Each so that the reading divided by it would make sense. */
  readonly fits: readonly { readonly unit: 'ounces' | 'inches' | 'newtons'; readonly ratio: number }[];
}

/** A crank pulls on its bearings with no more than so many times its weight (handbook section 6, definition 13). */
const MOST_WEIGHTS = 40;
const UNITS = [
  { unit: 'ounces', ratio: 28.35 },
  { unit: 'inches', ratio: 25.4 },
  { unit: 'newtons', ratio: 9.81 },
] as const;

/**
 * Whether a first reading makes sense: not where its cure needs more metal than the rims at that end hold, nor where it would pull
 * with more than forty times the crank's weight at redline.
 * @param unbalance as it was read, g·mm
 * @returns null where it does
 */
export function senseOf(unbalance: PlaneUnbalance, of: SenseOf): NoSense | null {
  const why = whyNot(unbalance, of);
  return why === null ? null : { why, fits: UNITS.filter(({ ratio }) => whyNot(scalePlanes(unbalance, 1 / ratio), of) === null) };
}

function whyNot({ aGmm, bGmm }: PlaneUnbalance, { crank, redlineRpm }: SenseOf): NoSense['why'] | null {
  const [a, b] = [absolute(aGmm), absolute(bGmm)];
  if (unbalanceForceN(Math.max(a, b), redlineRpm) > MOST_WEIGHTS * crank.massKg * GRAVITY) return 'force';
  const { zAMm, zBMm } = crank.planes;
  const [atA, atB] = [true, false].map((isA) => crank.counterweights.filter(({ zMm }) => zMm < (zAMm + zBMm) / 2 === isA));
  const holds = (rims: readonly Counterweight[]): number => rims.reduce((sum, rim) => sum + rimGmm(crank, rim), 0);
  return a > holds(atA!) || b > holds(atB!) ? 'metal' : null;
}

/** All the metal of a rim's arc as deep as it may be drilled, towards its middle, g·mm; a stretch of rim takes nine tenths of it at most. */
function rimGmm(crank: Crank, rim: Counterweight): number {
  const { widthMm, rimRadiusMm, depthLimitMm, arcHalfWidthDeg } = rim;
  const depthMm = Math.min(depthLimitMm, 0.9 * rimRadiusMm);
  return rimStretch({ rimRadiusMm, widthMm, halfArcDeg: Math.min(90, arcHalfWidthDeg), depthMm, densityGPerCm3: densityOf(crank, rim) }).momentGmm;
}
