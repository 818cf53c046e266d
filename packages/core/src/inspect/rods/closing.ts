import { checkNumber, CoreError } from '../../units/check.js';
import { degToRad } from '../../units/angle.js';

/** A big end's diameter in a direction, from the beam of the rod; several depths are several sizes. */
export interface DirectedSize {
  readonly fromBeamDeg: number;
  readonly mm: number;
}

export interface Closing {
  /** Off the faces together, mm; 0 where there is stock enough all round. */
  readonly closeMm: number;
  /** The direction that decides, from the beam. */
  readonly decidesDeg: number;
  /** A hone that centres itself leaves the rod shorter by about half of it, whichever face was ground. */
  readonly shorterMm: number;
}

/** Nearer to the parting line than this, closing adds no stock. */
const ACROSS_DEG = 80;
/** Degrees between a direction and the beam, 0 to 90. */
const fromBeam = (deg: number): number => {
  const turned = Math.abs(((deg % 180) + 180) % 180);
  return Math.min(turned, 180 - turned);
};

/**
 * How much comes off the faces of rod and cap so that a big end can be honed to its aim (handbook, rods). Closing c shortens the diameter along
 * the beam by c, one that lies ψ off it by c·|cos ψ|, and adds no stock near the joint:
 *
 *   c = max over all directions but the one across of (d + stock − aim)/|cos ψ|
 *
 * @throws CoreError where no direction but across was read
 */
export function closingFor(sizes: readonly DirectedSize[], aimMm: number, stockMm: number): Closing {
  checkNumber('The aim', aimMm, { above: 0, max: 1000, unit: 'mm' }, 'aimMm');
  checkNumber('The stock', stockMm, { min: 0, max: 2, unit: 'mm' }, 'stockMm');
  const wanted = sizes
    .filter(({ fromBeamDeg }) => fromBeam(fromBeamDeg) < ACROSS_DEG)
    .map(({ fromBeamDeg, mm }) => ({ decidesDeg: fromBeamDeg, closeMm: (mm + stockMm - aimMm) / Math.cos(degToRad(fromBeam(fromBeamDeg))) }));
  const [first, ...more] = wanted;
  if (!first) throw new CoreError('A big end is read along its beam before its faces are ground: across it closing adds nothing.', 'sizes');
  const most = more.reduce((worst, one) => (one.closeMm > worst.closeMm ? one : worst), first);
  const closeMm = Math.max(0, most.closeMm);
  return { closeMm, decidesDeg: most.decidesDeg, shorterMm: closeMm / 2 };
}

/** What a big end would measure once its faces were ground by c: d − c·|cos ψ| (handbook, rods). */
export const afterClosing = (sizes: readonly DirectedSize[], closedMm: number): DirectedSize[] =>
  sizes.map(({ fromBeamDeg, mm }) => ({ fromBeamDeg, mm: mm - closedMm * Math.cos(degToRad(fromBeam(fromBeamDeg))) }));

/** The least stock left near the joint after closing; too little there means faces at an angle, or that it has to be closed no further. */
export function stockAcrossMm(sizes: readonly DirectedSize[], aimMm: number): number | null {
  const across = sizes.filter(({ fromBeamDeg }) => fromBeam(fromBeamDeg) >= ACROSS_DEG).map(({ mm }) => aimMm - mm);
  return across.length === 0 ? null : Math.min(...across);
}
