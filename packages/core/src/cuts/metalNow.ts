import { counterweightOf, type Counterweight, type Crank } from '../rotor/crank.js';
import { isRimCut, replacedId, type Cut, type KnownCut, type RoundCut, type StandingCut } from '../rotor/cut.js';
import { BALANCED, addPlanes, checkPlanes, type PlaneUnbalance, type Planes } from '../rotor/planes.js';
import { turnBetweenDeg } from '../units/angle.js';
import { dot, fromPolar } from '../units/vector.js';
import type { HoleMetal } from '../rotor/hole.js';
import type { Metal } from './metal.js';
import { rawPiece, rimAtMm, type Piece } from './piece.js';
import { rimsOf } from './overlap.js';
import { cutInto, metalOf } from './taken.js';

/** A crank as it is: its metal, its rims as far as they were turned down, and every hole and bar that stands in it. */
export interface MetalNow {
  readonly crank: Crank;
  readonly standing: readonly StandingCut[];
  readonly pieces: ReadonlyMap<string, Piece>;
}

/** What the ids of cuts begin with that are only planned. */
export const PLANNED = 'planned ';

/** The crank after all of these, in order; the holes and bars that it came with stand in it too. @throws CoreError as cutInto */
export function metalNow(crank: Crank, cuts: readonly (Cut | KnownCut)[]): MetalNow {
  return furtherCut(untouched(crank), [...(crank.found ?? []), ...cuts]);
}

function untouched(crank: Crank): MetalNow {
  return { crank, standing: [], pieces: new Map(crank.counterweights.map((counterweight) => [counterweight.id, rawPiece(crank, counterweight)])) };
}

/** The same metal after more cuts. @throws CoreError as cutInto */
export function furtherCut({ crank, standing, pieces }: MetalNow, cuts: readonly (Cut | KnownCut)[]): MetalNow {
  const now = new Map(pieces);
  let left = [...standing];
  cuts.forEach((cut, i) => {
    const before = now.get(cut.counterweightId);
    // A counterweight that was taken out of the list since: nothing is known of its metal.
    if (!before) return;
    const after = cutInto(before, cut);
    now.set(cut.counterweightId, after);
    const known = 'id' in cut ? cut : { ...cut, id: `${PLANNED}${left.length + i}` };
    left = isRimCut(cut) ? lowered(left, cut.counterweightId, before, after) : replaced(left, known as KnownCut<RoundCut>);
  });
  return {
    crank: { ...crank, counterweights: crank.counterweights.map((c) => (now.has(c.id) ? asTurned(c, now.get(c.id)!) : c)) },
    standing: left,
    pieces: now,
  };
}

function replaced(standing: readonly StandingCut[], cut: KnownCut<RoundCut>): StandingCut[] {
  const old = replacedId(cut);
  const left = standing.filter(({ id }) => id !== old);
  return cut.kind === 'weld' ? left : [...left, cut];
}

/** Depths from a rim that went down: what ended above it is gone. */
function lowered(standing: readonly StandingCut[], counterweightId: string, before: Piece, after: Piece): StandingCut[] {
  return standing.flatMap((cut) => {
    if (cut.counterweightId !== counterweightId || isBeside(cut)) return [cut];
    const depthMm = cut.depthMm - (rimAtMm(before, cut.angleDeg) - rimAtMm(after, cut.angleDeg));
    return depthMm > 0 ? [{ ...cut, depthMm }] : [];
  });
}

const isBeside = (cut: StandingCut): boolean => cut.kind === 'face' || (cut.kind !== 'radial' && cut.seat.from === 'face');

/** With its rim where it was taken down all over its arc. */
function asTurned(given: Counterweight, piece: Piece): Counterweight {
  const { counterweight: asItCame, ops } = piece;
  const rimRadiusMm = rimsOf(ops)
    .filter(({ arc }) => Math.abs(turnBetweenDeg(arc.middleDeg, asItCame.arcCentreDeg)) + asItCame.arcHalfWidthDeg <= arc.halfDeg + WHOLE_ARC_DEG)
    .reduce((mm, { innerMm }) => Math.min(mm, innerMm), asItCame.rimRadiusMm);
  return rimRadiusMm === given.rimRadiusMm
    ? given
    : { ...given, rimRadiusMm, depthLimitMm: asItCame.depthLimitMm - (asItCame.rimRadiusMm - rimRadiusMm) };
}
/** A lathe's dial ends where the arc does, near enough. */
const WHOLE_ARC_DEG = 1;

/** The piece that a cut is made in. @throws CoreError when the crank has none of that id */
export function pieceOf({ crank, pieces }: Pick<MetalNow, 'crank' | 'pieces'>, counterweightId: string): Piece {
  return pieces.get(counterweightId) ?? rawPiece(crank, counterweightOf(crank, counterweightId));
}

/** What each of these takes, one after the other, in metal as it is. @throws CoreError as metalOf, or for an unknown counterweight */
export function metalsOf(metal: Pick<MetalNow, 'crank' | 'pieces'>, cuts: readonly (Cut | KnownCut)[]): Metal[] {
  const pieces = new Map(metal.pieces);
  return cuts.map((cut) => {
    const piece = pieceOf({ crank: metal.crank, pieces }, cut.counterweightId);
    pieces.set(cut.counterweightId, cutInto(piece, cut));
    return metalOf(piece, cut);
  });
}

/**
 * Change of the crank's unbalance, in its planes, when metal leaves: each part of it acts at its own z, so that with U = ∫ r dm and
 * L = ∫ r·z dm, u_A = −(z_B·U − L)/(z_B − z_A) and u_B = −(L − z_A·U)/(z_B − z_A).
 * @throws CoreError from checkPlanes
 */
export function effectOf({ momentGmm: u, leverGmm2: l }: Metal, planes: Planes): PlaneUnbalance {
  checkPlanes(planes);
  const { zAMm, zBMm } = planes;
  const span = zBMm - zAMm;
  return {
    aGmm: { re: (l.re - zBMm * u.re) / span, im: (l.im - zBMm * u.im) / span },
    bGmm: { re: (zAMm * u.re - l.re) / span, im: (zAMm * u.im - l.im) / span },
  };
}

/** What these cuts, one after the other, change together in metal as it is: add it to what is there to predict what is left. @throws CoreError as metalsOf */
export const effectOfCuts = (metal: Pick<MetalNow, 'crank' | 'pieces'>, cuts: readonly (Cut | KnownCut)[]): PlaneUnbalance =>
  metalsOf(metal, cuts).reduce((sum, taken) => addPlanes(sum, effectOf(taken, metal.crank.planes)), BALANCED);

/** Mass, and moment along a cut's own direction, with the radius at which it acts. */
export function alongCut({ massG, momentGmm }: Metal, { angleDeg }: Pick<Cut, 'angleDeg'>): HoleMetal {
  const along = dot(momentGmm, fromPolar(1, angleDeg));
  return { massG, momentGmm: along, centroidRadiusMm: massG === 0 ? 0 : along / massG };
}
