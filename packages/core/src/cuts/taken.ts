import { isRimCut, type Cut, type KnownCut } from '../rotor/cut.js';
import { checkNumber } from '../units/check.js';
import { movedAlong, type Metal } from './metal.js';
import type { Piece } from './piece.js';
import { roomOf } from './rooms.js';

/**
 * Mass and first moment in x, y and z that leave with a cut, after all that was done to its counterweight before; what is brought
 * counts below zero (handbook section 7, “Metal, exactly”: the definition). z counts from the crank's own zero.
 *
 * A counterweight is a list of solids with densities. Removing sets 0; filling sets its density only where nothing is, inside the
 * sector as it was. A cut takes what its solid would hold untouched, less what earlier cuts left lacking in it. Only solids whose
 * boxes meet are integrated; what touches nothing, or only older holes on its own axis, has closed forms.
 * @throws CoreError when a figure of the cut is not a number above zero
 */
export function metalOf(piece: Piece, cut: Cut): Metal {
  checkCut(cut);
  const { zMm } = piece.counterweight;
  const metal = movedAlong(roomOf(cut).metal(piece, cut), zMm);
  return faceUnknown(cut) ? inTheMiddle(metal, zMm) : metal;
}

/** A counterweight after a cut. @throws CoreError as metalOf */
export function cutInto(piece: Piece, cut: Cut | KnownCut): Piece {
  checkCut(cut);
  return roomOf(cut).after(piece, cut, 'id' in cut ? cut.id : null);
}

/** Not what the rules say of a cut, only whether it is one at all. */
function checkCut(cut: Cut): void {
  checkNumber('The angle', cut.angleDeg, { unit: '°' }, 'angleDeg');
  checkNumber('The depth', cut.depthMm, { above: 0, unit: 'mm' }, 'depthMm');
  if (cut.kind === 'bar') {
    checkNumber('The bar’s diameter', cut.diameterMm, { above: 0, unit: 'mm' }, 'diameterMm');
    checkNumber('The bar’s length', cut.lengthMm, { above: 0, unit: 'mm' }, 'lengthMm');
    checkNumber('The bar’s density', cut.densityGPerCm3, { above: 0, unit: 'g/cm³' }, 'densityGPerCm3');
  } else if (isRimCut(cut)) checkNumber('Half the stretch of rim', cut.halfArcDeg, { above: 0, max: 180, unit: '°' }, 'halfArcDeg');
  else checkNumber('The bit', cut.bitMm, { above: 0, unit: 'mm' }, 'bitMm');
  if (cut.kind === 'face') checkNumber('The radius of a hole in the side face', cut.radiusMm, { above: 0, unit: 'mm' }, 'radiusMm');
}

const faceUnknown = (cut: Cut): boolean =>
  (cut.kind === 'face' && cut.face === null) || ('seat' in cut && cut.seat.from === 'face' && cut.seat.face === null);

const inTheMiddle = ({ massG, momentGmm }: Metal, zMm: number): Metal => ({
  massG,
  momentGmm,
  alongGmm: massG * zMm,
  leverGmm2: { re: momentGmm.re * zMm, im: momentGmm.im * zMm },
});
