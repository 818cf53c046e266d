import { checkNumber, CoreError } from '../units/check.js';
import { checkPlanes, type Planes } from './planes.js';

/** A counterweight as far as drilling goes: a sector of a disc with a round rim. */
export interface Counterweight {
  readonly id: string;
  /** What it is called at the bench: "CW 1", counted from the front. */
  readonly name: string;
  readonly zMm: number;
  /** Along the shaft. */
  readonly widthMm: number;
  readonly rimRadiusMm: number;
  /** Middle of its arc. */
  readonly arcCentreDeg: number;
  readonly arcHalfWidthDeg: number;
  /** Deepest full-diameter depth allowed, from the rim. */
  readonly depthLimitMm: number;
}

/** The crank as metal, with the planes its unbalance is stated in. */
export interface Crank {
  readonly counterweights: readonly Counterweight[];
  readonly planes: Planes;
  readonly massKg: number;
  readonly massCentreZMm: number;
  readonly densityGPerCm3: number;
}

/**
 * Refuses a crank that cannot be drilled or balanced, by name.
 * @throws CoreError with the path of the offending figure
 */
export function checkCrank(crank: Crank): void {
  checkPlanes(crank.planes);
  checkNumber("The crank's mass", crank.massKg, { above: 0, max: 5000, unit: 'kg' }, 'massKg');
  checkNumber('The density', crank.densityGPerCm3, { min: 1, max: 25, unit: 'g/cm³' }, 'densityGPerCm3');
  checkNumber("The mass centre's position", crank.massCentreZMm, { min: -5000, max: 5000, unit: 'mm' }, 'massCentreZMm');
  if (crank.counterweights.length === 0) throw new CoreError('A crank needs at least one counterweight to drill.', 'counterweights');
  const ids = new Set<string>();
  crank.counterweights.forEach((counterweight, i) => {
    const at = `counterweights.${i}`;
    const { name } = counterweight;
    if (ids.has(counterweight.id)) throw new CoreError(`Two counterweights are both called ${counterweight.id}.`, `${at}.id`);
    ids.add(counterweight.id);
    checkNumber(`The position of ${name}`, counterweight.zMm, { min: -5000, max: 5000, unit: 'mm' }, `${at}.zMm`);
    checkNumber(`The width of ${name}`, counterweight.widthMm, { above: 0, max: 500, unit: 'mm' }, `${at}.widthMm`);
    checkNumber(`The rim radius of ${name}`, counterweight.rimRadiusMm, { above: 0, max: 2000, unit: 'mm' }, `${at}.rimRadiusMm`);
    checkNumber(`The middle of ${name}'s arc`, counterweight.arcCentreDeg, { min: -360, max: 360, unit: '°' }, `${at}.arcCentreDeg`);
    checkNumber(`Half the arc of ${name}`, counterweight.arcHalfWidthDeg, { above: 0, max: 180, unit: '°' }, `${at}.arcHalfWidthDeg`);
    checkNumber(`The depth limit of ${name}`, counterweight.depthLimitMm, { above: 0, unit: 'mm' }, `${at}.depthLimitMm`);
    if (counterweight.depthLimitMm >= counterweight.rimRadiusMm) {
      throw new CoreError(
        `The depth limit of ${name} is ${counterweight.depthLimitMm} mm, as deep as its rim radius of ${counterweight.rimRadiusMm} mm.`,
        `${at}.depthLimitMm`,
      );
    }
  });
}
