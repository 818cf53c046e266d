import { densityOf, edgeMarginOf, mayDrillFrom, type Counterweight } from '../rotor/crank.js';
import { GROUND_SPOT_DEG, diameterOf } from '../rotor/cut.js';
import { axialHole } from '../rotor/axialHole.js';
import { deepestBesideMm } from '../cuts/goodCut.js';
import { metalNow, type MetalNow } from '../cuts/metalNow.js';
import { holeMomentGmm } from '../rotor/hole.js';
import { planeShares } from '../rotor/planes.js';
import { rimStretch } from '../rotor/rimCut.js';
import { barG, outermostRadiusMm } from '../rotor/slug.js';
import { normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import { fromPolar, scale } from '../units/vector.js';
import type { SolveModel } from '../solve/solveModel.js';
import { AIM_SHARE } from './planHoles.js';
import type { PlanInput } from './planInput.js';

/** Directions in which a circle is held by its tangents: outside it by at most 1/cos 5°, 0.4 %. */
const TANGENT_DEG = 10;
const TIME_LIMIT_S = 2;

/** Places where one hole can take, or one bar bring, no more than so much, all in one stretch of a rim. */
interface Piece {
  readonly shareA: number;
  readonly shareB: number;
  readonly centreDeg: number;
  readonly halfDeg: number;
  readonly mostGmm: number;
}

/**
 * How few holes any plan needs that leaves each plane at most `leftShare` of its tolerance: no plan with fewer exists.
 *
 * Every hole takes a vector from its counterweight's sector, no longer than the deepest hole of the largest bit that goes in
 * there; webs, depth steps and the least depth are left out, so that every real plan is among what is allowed. n such vectors sum
 * to one in n times the sector, which is convex up to ±90° (wider ones count as whole circles). Circles are held from outside by
 * tangents. What is left is a small integer programme, min Σ n_c, whose optimum bounds every plan from below.
 *
 * @param solve an exact solver of integer programmes
 * @returns null when the solver cannot say, or no number of holes up to `maxHoles` does it
 */
export async function fewestHoles(input: PlanInput, solve: SolveModel, leftShare = AIM_SHARE): Promise<number | null> {
  const pieces = piecesOf(input);
  if (pieces.length === 0) return null;
  const { status, objective } = await solve(modelOf(input, pieces, leftShare), { timeLimitS: TIME_LIMIT_S });
  return status === 'optimal' ? Math.ceil(objective - ROUNDING) : null;
}

/** A solver's whole numbers are whole to about this. */
const ROUNDING = 1e-4;

function piecesOf(input: PlanInput): Piece[] {
  const metal = input.metal ?? metalNow(input.crank, input.existing);
  const { crank } = metal;
  return crank.counterweights.flatMap((c) => {
    const shares = planeShares(c.zMm, crank.planes);
    const taken = mostTakenGmm(input, c);
    const brought = mostBroughtGmm(input, metal, c);
    const piece = (centreDeg: number, halfDeg: number, mostGmm: number): Piece => ({ ...shares, centreDeg, halfDeg, mostGmm });
    const stretches = freeStretches(c);
    return [
      ...(taken > 0 ? stretches.map(({ centreDeg, halfDeg }) => piece(centreDeg, halfDeg, taken)) : []),
      // What is brought points the other way.
      ...(brought > 0 ? [piece(normaliseAngleDeg(c.arcCentreDeg + 180), c.arcHalfWidthDeg, brought)] : []),
    ];
  });
}

/** The arc without the stretches that must not be drilled. */
function freeStretches({ arcCentreDeg, arcHalfWidthDeg, noDrill = [] }: Counterweight): { centreDeg: number; halfDeg: number }[] {
  if (noDrill.length === 0 || arcHalfWidthDeg >= 180) return [{ centreDeg: arcCentreDeg, halfDeg: arcHalfWidthDeg }];
  const cuts = noDrill
    .map(({ fromDeg, toDeg }) => {
      const half = normaliseAngleDeg(toDeg - fromDeg) / 2;
      const middle = turnBetweenDeg(arcCentreDeg, fromDeg + half);
      return [middle - half, middle + half] as const;
    })
    .sort(([x], [y]) => x - y);
  let from = -arcHalfWidthDeg;
  const free: [number, number][] = [];
  for (const [start, end] of [...cuts, [arcHalfWidthDeg, arcHalfWidthDeg] as const]) {
    if (start > from) free.push([from, Math.min(start, arcHalfWidthDeg)]);
    from = Math.max(from, end);
  }
  return free
    .filter(([start, end]) => end > start)
    .map(([start, end]) => ({ centreDeg: normaliseAngleDeg(arcCentreDeg + (start + end) / 2), halfDeg: (end - start) / 2 }));
}

function mostTakenGmm(input: PlanInput, c: Counterweight): number {
  const densityGPerCm3 = densityOf(input.crank, c);
  const { rimRadiusMm, widthMm, depthLimitMm } = c;
  if (c.drillFrom === 'grind') {
    if (input.grinding !== true) return 0;
    return rimStretch({ rimRadiusMm, widthMm, halfArcDeg: GROUND_SPOT_DEG, depthMm: depthLimitMm, densityGPerCm3 }).momentGmm;
  }
  const bits = input.bits.filter(({ bitMm }) => bitMm <= (c.largestBitMm ?? Infinity));
  const radial = bits.filter(({ bitMm }) => mayDrillFrom(c, 'rim', false) && widthMm >= bitMm + 2 * edgeMarginOf(c));
  const beside = mayDrillFrom(c, 'face', input.faces === true) ? bits : [];
  return Math.max(
    0,
    ...radial.map((bit) => holeMomentGmm({ rimRadiusMm, densityGPerCm3, ...bit, depthMm: Math.min(depthLimitMm, bit.usableDepthMm) })),
    ...beside.map((bit) => {
      const axialRadiusMm = outermostRadiusMm(c, bit.bitMm);
      const depthMm = Math.min(bit.usableDepthMm, deepestBesideMm(c, bit.bitMm, bit.pointAngleDeg));
      return axialRadiusMm === null || depthMm <= 0 ? 0 : axialHole({ ...bit, depthMm, axialRadiusMm, densityGPerCm3 }).momentGmm;
    }),
  );
}

/** A bar brings most in an old hole, where no metal goes for it; one of its whole rim's radius is more than there can be. */
function mostBroughtGmm({ bars = [], welding }: PlanInput, { standing }: MetalNow, c: Counterweight): number {
  const most = bars.map(({ diameterMm, densityGPerCm3 }) => barG(diameterMm, Math.max(c.widthMm, c.depthLimitMm), densityGPerCm3) * c.rimRadiusMm);
  const old = standing.filter((cut) => cut.counterweightId === c.id && cut.kind !== 'bar');
  const welds = welding === true ? old.map((cut) => barG(diameterOf(cut), cut.depthMm + diameterOf(cut), MOST_PARENT_G_PER_CM3) * c.rimRadiusMm) : [];
  return Math.max(0, ...most, ...welds);
}
const MOST_PARENT_G_PER_CM3 = 9;

function modelOf(input: PlanInput, pieces: readonly Piece[], leftShare: number): string {
  const tangents = Array.from({ length: 360 / TANGENT_DEG }, (_, k) => k * TANGENT_DEG);
  const rows: string[] = [];
  const row = (terms: readonly (readonly [number, string])[], most: number): void => {
    rows.push(
      ` r${rows.length}: ${terms.map(([factor, name]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor).toFixed(9)} ${name}`).join(' ')} <= ${most.toFixed(6)}`,
    );
  };
  pieces.forEach(({ centreDeg, halfDeg, mostGmm }, p) => {
    const along = (deg: number): (readonly [number, string])[] => {
      const { re, im } = fromPolar(1, deg);
      return [
        [re, `x${p}`],
        [im, `y${p}`],
      ];
    };
    // In thousands of g·mm, so that the model's numbers are near one.
    for (const deg of tangents) row([...along(deg), [-mostGmm / 1000, `n${p}`]], 0);
    if (halfDeg <= 90) {
      row(along(centreDeg + halfDeg + 90), 0);
      row(along(centreDeg - halfDeg - 90), 0);
    }
  });
  const planes = [
    { wanted: scale(input.unbalance.aGmm, input.share.a / 1000), most: (leftShare * input.toleranceAGmm) / 1000, share: 'shareA' as const },
    { wanted: scale(input.unbalance.bGmm, input.share.b / 1000), most: (leftShare * input.toleranceBGmm) / 1000, share: 'shareB' as const },
  ];
  for (const { wanted, most, share } of planes)
    for (const deg of tangents) {
      const { re, im } = fromPolar(1, deg);
      // (wanted − Σ share·v)·d ≤ most
      row(
        pieces.flatMap((piece, p): (readonly [number, string])[] => [
          [-piece[share] * re, `x${p}`],
          [-piece[share] * im, `y${p}`],
        ]),
        most - (wanted.re * re + wanted.im * im),
      );
    }
  const counts = pieces.map((_, p) => `n${p}`);
  return [
    'Minimize',
    ` obj: ${counts.join(' + ')}`,
    'Subject To',
    ...rows,
    'Bounds',
    ...pieces.flatMap((_, p) => [` x${p} free`, ` y${p} free`, ` 0 <= n${p} <= ${input.maxHoles}`]),
    'General',
    ` ${counts.join(' ')}`,
    'End',
    '',
  ].join('\n');
}
