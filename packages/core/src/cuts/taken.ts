import { isRimCut, type BarCut, type Cut, type KnownCut, type RimCut, type WeldCut } from '../rotor/cut.js';
import { checkNumber } from '../units/check.js';
import { removedOnAxis } from './onAxis.js';
import { movedAlong, NO_METAL, plusMetal, type Metal } from './metal.js';
import { lacking, openBetween, rimsOf } from './overlap.js';
import { boxIn, rimAtMm, touching, type Op, type Piece } from './piece.js';
import { barSolids, drilledSolid, onOneAxis } from './roundSolids.js';
import { arcOf, boxesMeet, type Box, type FilledSolid, type RimSolid, type RoundSolid } from './solid.js';
import { wholeRim, wholeRound } from './wholeSolid.js';

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
  const metal = movedAlong(takenBy(piece, cut), zMm);
  return faceUnknown(cut) ? inTheMiddle(metal, zMm) : metal;
}

/** A counterweight after a cut. @throws CoreError as metalOf */
export function cutInto(piece: Piece, cut: Cut | KnownCut): Piece {
  checkCut(cut);
  const id = 'id' in cut ? cut.id : null;
  return cut.kind === 'weld' ? welded(piece, cut, id) : { ...piece, ops: [...piece.ops, ...opsOf(piece, cut, id)] };
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

function takenBy(piece: Piece, cut: Cut): Metal {
  switch (cut.kind) {
    case 'bar':
      return barTakes(piece, cut);
    case 'weld':
      return weldTakes(piece, cut);
    case 'turn':
    case 'grind':
      return rimTakes(piece, cut);
    default: {
      const solid = drilledSolid(piece, cut);
      return removed(piece, solid, boxIn(piece.sector, solid));
    }
  }
}

function opsOf(piece: Piece, cut: Exclude<Cut, WeldCut>, id: string | null): Op[] {
  switch (cut.kind) {
    case 'bar': {
      const { bore, bar } = barSolids(piece, cut);
      return [
        { does: 'remove', id, solid: bore, box: boxIn(piece.sector, bore) },
        { does: 'fill', id, solid: bar, box: boxIn(piece.sector, bar), densityGPerMm3: cut.densityGPerCm3 / 1000 },
      ];
    }
    case 'turn':
    case 'grind': {
      const solid = rimSolid(piece, cut);
      return [{ does: 'removeRim', id, solid, box: boxIn(piece.sector, solid) }];
    }
    default: {
      const solid = drilledSolid(piece, cut);
      return [{ does: 'remove', id, solid, box: boxIn(piece.sector, solid) }];
    }
  }
}

const amountOf = ({ massG, momentGmm }: Metal): { massG: number; momentGmm: number } => ({
  massG: Math.abs(massG),
  momentGmm: Math.hypot(momentGmm.re, momentGmm.im),
});

function removed(piece: Piece, solid: RoundSolid, box: Box): Metal {
  const onAxis = removedOnAxis(piece, solid, touching(piece, box));
  if (onAxis) return onAxis;
  const whole = wholeRound(piece, solid, piece.densityGPerMm3);
  return plusMetal(whole, lacking(piece, { solid, box }, amountOf(whole)), -1);
}

/** After the bore there is nothing left where the bar goes. */
function barTakes(piece: Piece, cut: BarCut): Metal {
  const { bore, bar } = barSolids(piece, cut);
  return plusMetal(removed(piece, bore, boxIn(piece.sector, bore)), wholeRound(piece, bar, cut.densityGPerCm3 / 1000), -1);
}

function rimSolid(piece: Piece, cut: RimCut): RimSolid {
  const innerMm = rimAtMm(piece, cut.angleDeg) - cut.depthMm;
  checkNumber('What is left of the rim’s radius', innerMm, { above: 0, unit: 'mm' }, 'depthMm');
  return { shape: 'rim', arc: arcOf(cut.angleDeg, cut.halfArcDeg), innerMm };
}

function rimTakes(piece: Piece, cut: RimCut): Metal {
  const solid = rimSolid(piece, cut);
  const box = boxIn(piece.sector, solid);
  const whole = wholeRim(piece, solid, rimsOf(touching(piece, box)));
  // Where older rims went, `whole` counts nothing: a bar that stands out there is all that is to be had.
  const lack = lacking(piece, { solid, box }, amountOf(whole), ({ lacksGPerMm3 }, inGone) => lacksGPerMm3 - (inGone ? piece.densityGPerMm3 : 0));
  return plusMetal(whole, lack, -1);
}

type Bore = Extract<Op, { does: 'remove' }>;

/** The bores that a weld fills: its own hole, and every one that is open to it. */
function weldedBores(piece: Piece, cut: WeldCut): Bore[] {
  const open = piece.ops.filter((op) => op.does === 'remove');
  const named = open.filter(({ id }) => id === cut.replacesId);
  const filled = new Set(named.length > 0 ? named : open.filter(({ solid }) => onOneAxis(solid, piece, cut)));
  const isOpenTo = (one: Bore, other: Bore): boolean =>
    boxesMeet(one.box, other.box) && openBetween(piece, one.solid, other.solid, touching(piece, other.box));
  for (let before = -1; before !== filled.size;) {
    before = filled.size;
    for (const op of open) if (!filled.has(op) && [...filled].some((own) => isOpenTo(own, op))) filled.add(op);
  }
  return [...filled];
}

const filledSolid = (piece: Piece, bores: readonly Bore[]): FilledSolid => ({
  shape: 'filled',
  bores: bores.map(({ solid }) => solid),
  under: rimsOf(piece.ops),
});

/** Whether no bar stands in any of these bores: welded, it is then as if they had never been drilled. */
const holdNoBar = ({ ops }: Piece, bores: readonly Bore[]): boolean =>
  !ops.some((op) => op.does === 'fill' && bores.some(({ box }) => boxesMeet(box, op.box)));

const without = (piece: Piece, bores: readonly Bore[]): Piece => ({
  ...piece,
  ops: piece.ops.filter((op) => !(bores as readonly Op[]).includes(op)),
});

function welded(piece: Piece, cut: WeldCut, id: string | null): Piece {
  const bores = weldedBores(piece, cut);
  if (bores.length === 0 || holdNoBar(piece, bores)) return without(piece, bores);
  return { ...piece, ops: [...piece.ops, { does: 'weld', id, solid: filledSolid(piece, bores), boxes: bores.map(({ box }) => box) }] };
}

/** A weld fills what is empty of its bores, never what was turned or ground off over them. */
function weldTakes(piece: Piece, cut: WeldCut): Metal {
  const bores = weldedBores(piece, cut);
  if (holdNoBar(piece, bores)) {
    let now = without(piece, bores);
    return bores.reduce((sum, bore) => {
      const taken = removed(now, bore.solid, bore.box);
      now = { ...now, ops: [...now.ops, bore] };
      return plusMetal(sum, taken, -1);
    }, NO_METAL);
  }
  const solid = filledSolid(piece, bores);
  const parent = piece.densityGPerMm3;
  const gross = solid.bores.reduce((sum, bore) => plusMetal(sum, wholeRound(piece, bore, parent)), NO_METAL);
  const empty = lacking(piece, { solid, box: EVERYWHERE }, amountOf(gross), ({ lacksGPerMm3 }) => (lacksGPerMm3 === parent ? parent : 0));
  return plusMetal(NO_METAL, empty, -1);
}

const EVERYWHERE: Box = { middleDeg: 0, halfDeg: 180, innerMm: -Infinity, outerMm: Infinity, fromMm: -Infinity, toMm: Infinity };

const faceUnknown = (cut: Cut): boolean =>
  (cut.kind === 'face' && cut.face === null) || ('seat' in cut && cut.seat.from === 'face' && cut.seat.face === null);

const inTheMiddle = ({ massG, momentGmm }: Metal, zMm: number): Metal => ({
  massG,
  momentGmm,
  alongGmm: massG * zMm,
  leverGmm2: { re: momentGmm.re * zMm, im: momentGmm.im * zMm },
});
