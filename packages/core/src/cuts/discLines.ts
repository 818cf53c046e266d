import { degToRad } from '../units/angle.js';
import { gauss } from './gauss.js';
import type { Line, RoundSolid, Sector, Solid } from './solid.js';

/** What shows as an edge when one looks along a solid's axis: a circle, or a straight line by its normal's angle and distance. Both about the axis, mm. */
type Edge =
  | { readonly kind: 'circle'; readonly distanceMm: number; readonly angle: number; readonly radiusMm: number }
  | { readonly kind: 'straight'; readonly distanceMm: number; readonly angle: number };

/** A line along a solid's axis, the area that it stands for, mm², and the stretch of it within the solid and the sector's disc and width. */
export interface WeightedLine {
  readonly line: Line;
  readonly areaMm2: number;
  readonly from: number;
  readonly to: number;
}

const TAU = 2 * Math.PI;
/** Edges nearer than this are one. */
const SAME_MM = 1e-9;

/**
 * Lines that fill a round solid, along its axis: Gauss radii by angles, both split where the other solids' edges lie, so that
 * what is integrated over each piece is smooth. All the way round without an edge, equal steps are as good as it gets.
 * @param fineness 1 for edges that are followed; more where surfaces cross askew
 */
export function discLines(solid: RoundSolid, others: readonly Solid[], sector: Sector, fineness: number): WeightedLine[] {
  const edges = edgesFor(solid, others, sector);
  const a = solid.radiusMm;
  const radii = new Set<number>([0, a]);
  for (const edge of edges) {
    const near = edge.kind === 'circle' ? [Math.abs(edge.distanceMm - edge.radiusMm), edge.distanceMm + edge.radiusMm] : [Math.abs(edge.distanceMm)];
    for (const mm of near) if (mm > SAME_MM && mm < a - SAME_MM) radii.add(mm);
  }
  const steps = [...radii].sort((x, y) => x - y);
  const perPiece = Math.max(4, Math.ceil(12 / (steps.length - 1))) * fineness;
  const lines: WeightedLine[] = [];
  for (let i = 1; i < steps.length; i += 1) {
    const [from, to] = [steps[i - 1]!, steps[i]!];
    if (to - from < SAME_MM) continue;
    const { at, weight } = gauss(perPiece);
    at.forEach((share, k) => {
      const rho = from + share * (to - from);
      const ring = rho * weight[k]! * (to - from);
      for (const { angle, width } of ringAngles(rho, edges, fineness)) {
        const weighted = lineAt(solid, sector, rho, angle, ring * width);
        if (weighted.to > weighted.from) lines.push(weighted);
      }
    });
  }
  return lines;
}

/** Angles round a ring with the turn that each stands for, split where an edge crosses it. */
function ringAngles(rho: number, edges: readonly Edge[], fineness: number): { angle: number; width: number }[] {
  const breaks: number[] = [];
  for (const edge of edges) {
    const cos = edge.kind === 'circle' ? (rho ** 2 + edge.distanceMm ** 2 - edge.radiusMm ** 2) / (2 * rho * edge.distanceMm) : edge.distanceMm / rho;
    if (!(Math.abs(cos) < 1)) continue;
    const half = Math.acos(cos);
    breaks.push((((edge.angle + half) % TAU) + TAU) % TAU, (((edge.angle - half) % TAU) + TAU) % TAU);
  }
  if (breaks.length === 0) {
    const n = 16 * fineness;
    return Array.from({ length: n }, (_, i) => ({ angle: (TAU * (i + 0.5)) / n, width: TAU / n }));
  }
  breaks.sort((x, y) => x - y);
  return breaks.flatMap((from, i) => {
    const to = i + 1 < breaks.length ? breaks[i + 1]! : breaks[0]! + TAU;
    if (to - from < 1e-12) return [];
    const { at, weight } = gauss(Math.max(4, Math.ceil((12 * (to - from)) / TAU) + 2) * fineness);
    return at.map((share, k) => ({ angle: from + share * (to - from), width: weight[k]! * (to - from) }));
  });
}

function lineAt(solid: RoundSolid, { radiusMm: rimMm, halfWidthMm }: Sector, rho: number, angle: number, areaMm2: number): WeightedLine {
  const [u, v] = [rho * Math.cos(angle), rho * Math.sin(angle)];
  const point = solid.pointMm * (1 - rho / solid.radiusMm);
  if (solid.shape === 'radial') {
    const zMm = solid.zMm + v;
    const line = { x: -u * solid.sin, y: u * solid.cos, z: zMm, dx: solid.cos, dy: solid.sin, dz: 0 };
    const to = Math.abs(zMm) > halfWidthMm ? -Infinity : Math.min(solid.topMm, Math.sqrt(Math.max(0, rimMm ** 2 - u ** 2)));
    return { line, areaMm2, from: Math.max(-rimMm, solid.shoulderMm - point), to };
  }
  const line = { x: solid.xMm + u, y: solid.yMm + v, z: 0, dx: 0, dy: 0, dz: 1 };
  const [out, deep] = [solid.faceMm + solid.inward * Math.max(0, solid.topMm), solid.faceMm + solid.inward * (solid.depthMm + point)];
  return { line, areaMm2, from: Math.max(-halfWidthMm, Math.min(out, deep)), to: Math.min(halfWidthMm, Math.max(out, deep)) };
}

const straight = (distanceMm: number, angle: number): Edge => ({ kind: 'straight', distanceMm, angle });
const circle = (u: number, v: number, radiusMm: number): Edge => ({
  kind: 'circle',
  distanceMm: Math.hypot(u, v),
  angle: Math.atan2(v, u),
  radiusMm,
});

/** Along a radial axis u runs round the rim and v along the shaft; along one parallel to the shaft u is x and v is y. */
function edgesFor(solid: RoundSolid, others: readonly Solid[], sector: Sector): Edge[] {
  const rims = others.flatMap((other) => (other.shape === 'rim' ? [other] : other.shape === 'filled' ? other.under : []));
  const rounds = others
    .flatMap((other) => (other.shape === 'rim' ? [] : other.shape === 'filled' ? other.bores : [other]))
    .filter((other) => other !== solid);
  const coaxialEdges = rounds.flatMap((other) => profileEdges(solid, other));
  return solid.shape === 'radial'
    ? [
        ...coaxialEdges,
        ...[1, -1].map((side) => straight(side * sector.halfWidthMm - solid.zMm, Math.PI / 2)),
        ...rounds.flatMap((other): Edge[] => {
          if (other.shape === 'axial') {
            const u = other.yMm * solid.cos - other.xMm * solid.sin;
            const ends = [other.topMm, other.depthMm, other.depthMm + other.pointMm].filter(Number.isFinite);
            return [
              straight(u - other.radiusMm, 0),
              straight(u + other.radiusMm, 0),
              ...ends.map((mm) => straight(other.faceMm + other.inward * mm - solid.zMm, Math.PI / 2)),
            ];
          }
          const parallel = Math.abs(other.sin * solid.cos - other.cos * solid.sin) < 1e-12;
          if (parallel) return [circle(0, other.zMm - solid.zMm, other.radiusMm)];
          return [1, -1].map((side) => straight(other.zMm + side * other.radiusMm - solid.zMm, Math.PI / 2));
        }),
      ]
    : [
        ...coaxialEdges,
        ...[sector.radiusMm, ...rims.map(({ innerMm }) => innerMm)].map((mm) => circle(-solid.xMm, -solid.yMm, mm)),
        ...[sector.arc, ...rims.map(({ arc }) => arc)].flatMap(({ middleDeg, halfDeg }) =>
          halfDeg >= 180 ? [] : [middleDeg - halfDeg, middleDeg + halfDeg].map((deg) => rayEdge(solid, degToRad(deg))),
        ),
        ...rounds.flatMap((other): Edge[] => {
          if (other.shape === 'axial') return [circle(other.xMm - solid.xMm, other.yMm - solid.yMm, other.radiusMm)];
          const axis = Math.atan2(other.sin, other.cos);
          const along = solid.xMm * other.cos + solid.yMm * other.sin;
          const across = solid.yMm * other.cos - solid.xMm * other.sin;
          const ends = [other.topMm, other.shoulderMm, other.shoulderMm - other.pointMm].filter(Number.isFinite);
          return [
            straight(-across - other.radiusMm, axis + Math.PI / 2),
            straight(-across + other.radiusMm, axis + Math.PI / 2),
            ...ends.map((mm) => straight(mm - along, axis)),
          ];
        }),
      ];
}

/** The ray's whole line through the shaft; what lies over its other half is smooth there. */
const rayEdge = ({ xMm, yMm }: { readonly xMm: number; readonly yMm: number }, angle: number): Edge =>
  straight(xMm * Math.sin(angle) - yMm * Math.cos(angle), angle + Math.PI / 2);

/** Whether two round solids share their axis: then every surface is followed by rings alone. */
export function coaxial(x: RoundSolid, y: RoundSolid): boolean {
  if (x.shape === 'radial') return y.shape === 'radial' && x.angleDeg === y.angleDeg && x.zMm === y.zMm;
  return y.shape === 'axial' && x.xMm === y.xMm && x.yMm === y.yMm;
}

/** The ring at which the points of two solids on one axis, seen from the same side, are equally deep. */
function profileEdges(solid: RoundSolid, other: RoundSolid): Edge[] {
  if (!coaxial(solid, other)) return [];
  if (solid.shape === 'axial' && other.shape === 'axial' && solid.inward !== other.inward) return [];
  const tip = (s: RoundSolid): number => (s.shape === 'radial' ? -s.shoulderMm : s.depthMm) + s.pointMm;
  const slope = solid.pointMm / solid.radiusMm - other.pointMm / other.radiusMm;
  return slope === 0 ? [] : [{ kind: 'circle', distanceMm: 0, angle: 0, radiusMm: Math.abs((tip(solid) - tip(other)) / slope) }];
}
