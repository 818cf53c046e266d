import type { EngineLayout } from '../engine/layout.js';
import { addPlanes, BALANCED, toPlanes, type PlaneUnbalance, type Planes } from '../rotor/planes.js';
import { fromPolar, type Vector } from '../units/vector.js';

/** Steel of a crank, g/cm³, where its own is not known. */
export const CRANK_STEEL_G_PER_CM3 = 7.85;

/**
 * Metal that grinding u off a journal of diameter D and width w takes, g: (π/4)·(D² − (D − u)²)·w·ρ.
 * @example groundOffG(53, 0.25, 48, 7.85) // 7.8239
 */
export const groundOffG = (diameterMm: number, underMm: number, widthMm: number, densityGPerCm3: number): number =>
  (Math.PI / 4) * (diameterMm ** 2 - (diameterMm - underMm) ** 2) * widthMm * (densityGPerCm3 / 1000);

/** A pair of shells: steel back and lining. */
export interface ShellPair {
  readonly housingMm: number;
  readonly wallMm: number;
  readonly liningMm: number;
  readonly liningGPerCm3: number;
  readonly widthMm: number;
}

/**
 * What a pair of shells made thicker inwards by half the undersize weighs more, g: more steel, and a lining of a smaller ring.
 * @param underMm undersize of the journal, on its diameter
 */
export function thickerShellsG(shells: ShellPair, underMm: number, steelGPerCm3 = CRANK_STEEL_G_PER_CM3): number {
  const massG = (wallMm: number): number => {
    const ring = (outerMm: number, innerMm: number): number => (Math.PI / 4) * (outerMm ** 2 - innerMm ** 2);
    const steelInnerMm = shells.housingMm - 2 * (wallMm - shells.liningMm);
    const innerMm = shells.housingMm - 2 * wallMm;
    return (ring(shells.housingMm, steelInnerMm) * steelGPerCm3 + ring(steelInnerMm, innerMm) * shells.liningGPerCm3) * (shells.widthMm / 1000);
  };
  return massG(shells.wallMm + underMm / 2) - massG(shells.wallMm);
}

/** What grinding all pins does to a crank. */
export interface GroundPins {
  /** Off each pin, g. */
  readonly eachG: number;
  /** Change of the unbalance in the crank's planes. */
  readonly change: PlaneUnbalance;
}

/**
 * What grinding u off every pin changes (handbook, balance): each pin loses its metal at the throw's radius, which is like lighter bobs there. Pins that
 * cancel leave nothing.
 */
export function groundPins(
  layout: Pick<EngineLayout, 'pins'>,
  planes: Planes,
  throwMm: number,
  pin: { readonly diameterMm: number; readonly widthMm: number; readonly underMm: number; readonly densityGPerCm3: number },
): GroundPins {
  const eachG = groundOffG(pin.diameterMm, pin.underMm, pin.widthMm, pin.densityGPerCm3);
  const change = layout.pins.reduce(
    (sum, { angleDeg, zMm }) => addPlanes(sum, toPlanes(fromPolar(-eachG * throwMm, angleDeg), zMm, planes)),
    BALANCED,
  );
  return { eachG, change };
}

/**
 * What straightening a uniform shaft of mass M changes, whose middle main lay off by e: the metal's centre moves by e/2 against the bend, and with it
 * M·e/2 in the middle between the ends.
 * @param eccentricityMm the middle main's, before less after
 */
export const straightenedGmm = (massKg: number, eccentricityMm: Vector): Vector => ({
  re: (-massKg * 1000 * eccentricityMm.re) / 2,
  im: (-massKg * 1000 * eccentricityMm.im) / 2,
});

/** What mains ground on an axis moved by e change: the whole mass then turns about another line, M·e against it. */
export const movedAxisGmm = (massKg: number, axisMovedMm: Vector): Vector => ({
  re: -massKg * 1000 * axisMovedMm.re,
  im: -massKg * 1000 * axisMovedMm.im,
});
