import { turnBetweenDeg } from '../units/angle.js';
import { coaxial, discLines, type WeightedLine } from './discLines.js';
import { NO_METAL, plusMetal, type Metal } from './metal.js';
import { densityAt, touching, type Op, type Piece } from './piece.js';
import {
  contains,
  crossings,
  inRim,
  inRound,
  inSector,
  sectorCrossings,
  type Box,
  type Line,
  type Point,
  type RimSolid,
  type RoundSolid,
  type Solid,
} from './solid.js';

/** Two grids that agree within this share of what is gone through are right. */
const AGREE_RATIO = 0.001;
const MOST_FINENESS = 4;

/** ∫ weight(point)·{1, x, y, z, xz, yz} along weighted lines, exact between the given surfaces and the sector's flanks. */
function along(lines: readonly WeightedLine[], surfaces: readonly Solid[], piece: Piece, weightAt: (point: Point) => number): Metal {
  let [m, mx, my, mz, lx, ly] = [0, 0, 0, 0, 0, 0];
  const found: number[] = [];
  const cuts: number[] = [];
  for (const { line, areaMm2, from: start, to: end } of lines) {
    found.length = 0;
    sectorCrossings(piece.sector, line, found);
    for (const surface of surfaces) crossings(surface, line, found);
    cuts.length = 0;
    cuts.push(start);
    for (const t of found) if (t > start && t < end) cuts.push(t);
    cuts.push(end);
    if (cuts.length > 2) cuts.sort((x, y) => x - y);
    for (let i = 1; i < cuts.length; i += 1) {
      const [from, to] = [cuts[i - 1]!, cuts[i]!];
      const length = to - from;
      if (length < 1e-9) continue;
      const middle = pointOn(line, (from + to) / 2);
      if (!inSector(piece.sector, middle)) continue;
      const weight = weightAt(middle);
      if (weight === 0) continue;
      const g = weight * areaMm2 * length;
      // Products of two straight functions: their mean is the middles' product and a twelfth of their ranges'.
      const twelfth = (length * length) / 12;
      m += g;
      mx += g * middle.x;
      my += g * middle.y;
      mz += g * middle.z;
      lx += g * (middle.x * middle.z + line.dx * line.dz * twelfth);
      ly += g * (middle.y * middle.z + line.dy * line.dz * twelfth);
    }
  }
  return { massG: m, momentGmm: { re: mx, im: my }, alongGmm: mz, leverGmm2: { re: lx, im: ly } };
}

const pointOn = ({ x, y, z, dx, dy, dz }: Line, t: number): Point => ({ x: x + t * dx, y: y + t * dy, z: z + t * dz });

/** Integrates on a finer and finer grid until two agree; on one where every surface is followed. */
function settled(askew: boolean, grossG: number, grossGmm: number, on: (fineness: number) => Metal): Metal {
  let metal = on(1);
  if (!askew) return metal;
  for (let fineness = 2; fineness <= MOST_FINENESS; fineness *= 2) {
    const finer = on(fineness);
    const apartGmm = Math.hypot(finer.momentGmm.re - metal.momentGmm.re, finer.momentGmm.im - metal.momentGmm.im);
    const agree = apartGmm <= AGREE_RATIO * grossGmm && Math.abs(finer.massG - metal.massG) <= AGREE_RATIO * grossG;
    metal = finer;
    if (agree) break;
  }
  return metal;
}

/** What a solid of this density would hold inside the sector, integrated and clipped: for what breaks out of it. */
export function clipped(piece: Piece, solid: RoundSolid, densityGPerMm3: number): Metal {
  const on = (fineness: number): Metal =>
    along(discLines(solid, [], piece.sector, fineness), [solid], piece, (point) => (inRound(solid, point) ? densityGPerMm3 : 0));
  const rough = on(1);
  return settled(true, Math.abs(rough.massG), Math.hypot(rough.momentGmm.re, rough.momentGmm.im), on);
}

type RoundOp = Extract<Op, { does: 'remove' | 'fill' }>;
const isRound = (op: Op): op is RoundOp => op.does === 'remove' || op.does === 'fill';
const isRimOp = (op: Op): op is Extract<Op, { does: 'removeRim' }> => op.does === 'removeRim';

/** What a point lacks of the parent's metal, and who answers for it: the rims for what they took, else the last hole or bar there. */
interface Owned {
  readonly lacksGPerMm3: number;
  readonly owner: RoundOp | 'rims' | null;
}

function ownedAt(piece: Piece, ops: readonly Op[], point: Point): Owned {
  const density = densityAt(piece.densityGPerMm3, ops, point);
  if (density === piece.densityGPerMm3) return { lacksGPerMm3: 0, owner: null };
  if (density === 0 && ops.some((op) => isRimOp(op) && inRim(op.solid, point))) return { lacksGPerMm3: piece.densityGPerMm3, owner: 'rims' };
  for (let i = ops.length - 1; i >= 0; i -= 1) {
    const op = ops[i]!;
    if (isRound(op) && inRound(op.solid, point)) return { lacksGPerMm3: piece.densityGPerMm3 - density, owner: op };
  }
  return { lacksGPerMm3: 0, owner: null };
}

/** Whether a rim's cut ends within a hole: its end plane runs along the hole's lines, or nearly so. */
function endsWithin({ arc }: RimSolid, { middleDeg, halfDeg }: Box): boolean {
  if (arc.halfDeg >= 180) return false;
  return [-1, 1].some((side) => Math.abs(turnBetweenDeg(middleDeg, arc.middleDeg + side * arc.halfDeg)) < halfDeg);
}

/** What part of a solid is asked for. */
export interface Region {
  readonly box: Box;
  readonly solid: Solid;
}

/**
 * ∫ (parent − now) over a region: what is lacking there of the metal that it would hold untouched (handbook section 7, “Metal, exactly”).
 *
 * Each part that lacks metal is integrated on the lines of the hole or bar that answers for it, where its own wall is followed; on
 * the new cut's lines a narrower old hole would show as a step. What rims took is integrated on a round region's own lines; of a
 * region that is a rim itself it is counted by `wholeRim`, in closed form.
 * @param weigh what counts of a point that lacks so much; left out, all of it
 */
export function lacking(
  piece: Piece,
  region: Region,
  gross: { readonly massG: number; readonly momentGmm: number },
  weigh: (owned: Owned, inGone: boolean) => number = ({ lacksGPerMm3 }) => lacksGPerMm3,
): Metal {
  const ops = touching(piece, region.box);
  if (ops.length === 0) return NO_METAL;
  const surfaces = [region.solid, ...ops.map(({ solid }) => solid)];
  const inRegion = (point: Point): boolean => contains(region.solid, point);
  const rounds = ops.filter(isRound);
  const rims = rimsOf(ops);
  let sum = NO_METAL;
  for (const owner of rounds) {
    const askew =
      (region.solid.shape !== 'rim' && (region.solid.shape === 'filled' || !coaxial(owner.solid, region.solid))) ||
      rounds.some((other) => !coaxial(owner.solid, other.solid)) ||
      [region.solid, ...rims].some((rim) => rim.shape === 'rim' && endsWithin(rim, owner.box));
    const on = (fineness: number): Metal =>
      along(discLines(owner.solid, surfaces, piece.sector, fineness), surfaces, piece, (point) => {
        if (!inRound(owner.solid, point) || !inRegion(point)) return 0;
        const owned = ownedAt(piece, ops, point);
        return owned.owner === owner
          ? weigh(
              owned,
              rims.some((rim) => inRim(rim, point)),
            )
          : 0;
      });
    sum = plusMetal(sum, settled(askew, gross.massG, gross.momentGmm, on));
  }
  const { solid } = region;
  if (solid.shape !== 'rim' && solid.shape !== 'filled' && ops.some(isRimOp)) {
    const askew = rims.some((rim) => endsWithin(rim, region.box)) || rounds.some((round) => !coaxial(solid, round.solid));
    const on = (fineness: number): Metal =>
      along(discLines(solid, surfaces, piece.sector, fineness), surfaces, piece, (point) => {
        if (!inRound(solid, point)) return 0;
        const owned = ownedAt(piece, ops, point);
        return owned.owner === 'rims' ? weigh(owned, true) : 0;
      });
    sum = plusMetal(sum, settled(askew, gross.massG, gross.momentGmm, on));
  }
  return sum;
}

/** The rims among these ops. */
export const rimsOf = (ops: readonly Op[]): RimSolid[] => ops.flatMap((op) => (isRimOp(op) ? [op.solid] : []));

/** Whether some of two bores' common metal is gone and nothing stands in it: what is welded in one runs into the other. */
export function openBetween(piece: Piece, one: RoundSolid, other: RoundSolid, ops: readonly Op[]): boolean {
  const surfaces = [one, other, ...ops.map(({ solid }) => solid)];
  const rims = rimsOf(ops);
  return (
    along(discLines(one, surfaces, piece.sector, 1), surfaces, piece, (point) =>
      inRound(one, point) && inRound(other, point) && densityAt(piece.densityGPerMm3, ops, point) === 0 && !rims.some((rim) => inRim(rim, point))
        ? 1
        : 0,
    ).massG > TOUCH_MM3
  );
}
const TOUCH_MM3 = 1e-3;
