import { degToRad, turnBetweenDeg } from '../units/angle.js';

/*
 * Solids that cuts take from or bring to a counterweight, in its own frame: x towards 0°, y towards 90°, z from the middle of its
 * width towards the rear, mm.
 */

/** A cylinder whose axis points at the shaft, with a drill's point at its inner end. */
export interface RadialSolid {
  readonly shape: 'radial';
  /** Unit vector of the axis, outward. */
  readonly cos: number;
  readonly sin: number;
  readonly angleDeg: number;
  readonly zMm: number;
  readonly radiusMm: number;
  /** Distance from the shaft at which the full diameter ends. */
  readonly shoulderMm: number;
  /** Height of the point inside that. */
  readonly pointMm: number;
  /** Outer end; infinite for what was open to the outside. */
  readonly topMm: number;
}

/** A cylinder parallel to the shaft, with a drill's point at its inner end. */
export interface AxialSolid {
  readonly shape: 'axial';
  readonly xMm: number;
  readonly yMm: number;
  readonly radiusMm: number;
  /** 1 where it goes in from the front face, towards the rear; −1 from the rear. */
  readonly inward: 1 | -1;
  /** z of the face that it goes in from. */
  readonly faceMm: number;
  /** From the face to where the full diameter ends. */
  readonly depthMm: number;
  readonly pointMm: number;
  /** From the face to the outer end; minus infinity for what was open to the outside. */
  readonly topMm: number;
}

export type RoundSolid = RadialSolid | AxialSolid;

/** A stretch of the circle, with what it takes to ask quickly whether a point lies over it. */
export interface Arc {
  readonly middleDeg: number;
  readonly halfDeg: number;
  readonly cos: number;
  readonly sin: number;
  readonly cosHalf: number;
  /** Unit vectors of both its ends; none where it goes all the way round. */
  readonly ends: readonly { readonly cos: number; readonly sin: number }[];
}

export const arcOf = (middleDeg: number, halfDeg: number): Arc => ({
  middleDeg,
  halfDeg,
  cos: Math.cos(degToRad(middleDeg)),
  sin: Math.sin(degToRad(middleDeg)),
  cosHalf: halfDeg >= 180 ? -2 : Math.cos(degToRad(halfDeg)),
  ends:
    halfDeg >= 180 ? [] : [middleDeg - halfDeg, middleDeg + halfDeg].map((deg) => ({ cos: Math.cos(degToRad(deg)), sin: Math.sin(degToRad(deg)) })),
});

/** Directions along an arc, from one end to the other, both included: unit vectors of so many steps. */
export const rimArcOf = (
  { middleDeg, halfDeg }: Pick<Arc, 'middleDeg' | 'halfDeg'>,
  steps: number,
): { readonly cos: number; readonly sin: number }[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const turn = degToRad(middleDeg + ((2 * i) / steps - 1) * Math.min(180, halfDeg));
    return { cos: Math.cos(turn), sin: Math.sin(turn) };
  });

/** All that lies outside a radius, over a stretch of the circle and the whole width. */
export interface RimSolid {
  readonly shape: 'rim';
  readonly arc: Arc;
  readonly innerMm: number;
}

/** What a weld can fill: several bores, without what was turned or ground off over them. */
export interface FilledSolid {
  readonly shape: 'filled';
  readonly bores: readonly RoundSolid[];
  readonly under: readonly RimSolid[];
}

export type Solid = RoundSolid | RimSolid | FilledSolid;

export interface Point {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** The counterweight itself: a sector of a disc that reaches to the shaft's axis. */
export interface Sector {
  readonly radiusMm: number;
  readonly arc: Arc;
  readonly halfWidthMm: number;
}

const angleOf = (x: number, y: number): number => (Math.atan2(y, x) * 180) / Math.PI;
const covers = ({ cos, sin, cosHalf }: Arc, x: number, y: number, square: number): boolean =>
  cosHalf === -2 || x * cos + y * sin >= Math.sqrt(square) * cosHalf;

export function inSector({ radiusMm, arc, halfWidthMm }: Sector, { x, y, z }: Point): boolean {
  const square = x * x + y * y;
  return Math.abs(z) <= halfWidthMm && square <= radiusMm * radiusMm && covers(arc, x, y, square);
}

export function inRim({ arc, innerMm }: RimSolid, { x, y }: Point): boolean {
  const square = x * x + y * y;
  return square > innerMm * innerMm && covers(arc, x, y, square);
}

export function inRound(solid: RoundSolid, { x, y, z }: Point): boolean {
  const a = solid.radiusMm;
  if (solid.shape === 'radial') {
    const across = y * solid.cos - x * solid.sin;
    const square = across * across + (z - solid.zMm) ** 2;
    if (square > a * a) return false;
    const along = x * solid.cos + y * solid.sin;
    return along <= solid.topMm && along >= solid.shoulderMm - (solid.pointMm * (a - Math.sqrt(square))) / a;
  }
  const square = (x - solid.xMm) ** 2 + (y - solid.yMm) ** 2;
  if (square > a * a) return false;
  const into = solid.inward * (z - solid.faceMm);
  return into >= solid.topMm && into <= solid.depthMm + (solid.pointMm * (a - Math.sqrt(square))) / a;
}

export function contains(solid: Solid, point: Point): boolean {
  if (solid.shape === 'rim') return inRim(solid, point);
  if (solid.shape === 'filled') return solid.bores.some((bore) => inRound(bore, point)) && !solid.under.some((rim) => inRim(rim, point));
  return inRound(solid, point);
}

/** A straight line, by a point and a unit vector. */
export interface Line {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly dx: number;
  readonly dy: number;
  readonly dz: number;
}

/** Roots of a·t² + 2·b·t + c = 0 are put down; a line that runs along the surface has none. */
function roots(a: number, b: number, c: number, into: number[]): void {
  if (Math.abs(a) < 1e-12) {
    if (Math.abs(b) > 1e-12) into.push(-c / (2 * b));
    return;
  }
  const square = b * b - a * c;
  if (square < 0) return;
  const root = Math.sqrt(square);
  into.push((-b - root) / a);
  into.push((-b + root) / a);
}

function rayCrossings(line: Line, { ends }: Arc, into: number[]): void {
  for (const { cos, sin } of ends) roots(0, (line.dy * cos - line.dx * sin) / 2, line.y * cos - line.x * sin, into);
}

const circleCrossings = (line: Line, radiusMm: number, into: number[]): void =>
  roots(line.dx ** 2 + line.dy ** 2, line.x * line.dx + line.y * line.dy, line.x ** 2 + line.y ** 2 - radiusMm ** 2, into);

/** Where a line crosses the sector's flanks; its disc and width are the lines' own ends. */
export function sectorCrossings({ arc }: Sector, line: Line, into: number[]): void {
  rayCrossings(line, arc, into);
}

/** A line as a round solid sees it: u and v across its axis, w along it and into the metal, each as value and slope along the line. */
function seenFrom(solid: RoundSolid, line: Line): Readonly<Record<'u' | 'du' | 'v' | 'dv' | 'w' | 'dw', number>> {
  if (solid.shape === 'axial')
    return {
      u: line.x - solid.xMm,
      du: line.dx,
      v: line.y - solid.yMm,
      dv: line.dy,
      w: solid.inward * (line.z - solid.faceMm),
      dw: solid.inward * line.dz,
    };
  return {
    u: line.y * solid.cos - line.x * solid.sin,
    du: line.dy * solid.cos - line.dx * solid.sin,
    v: line.z - solid.zMm,
    dv: line.dz,
    w: -(line.x * solid.cos + line.y * solid.sin),
    dw: -(line.dx * solid.cos + line.dy * solid.sin),
  };
}

/** Where a line may enter or leave a solid, as distances along it; some of them are on its surface's continuation. */
export function crossings(solid: Solid, line: Line, into: number[]): void {
  if (solid.shape === 'filled') {
    for (const bore of solid.bores) crossings(bore, line, into);
    for (const rim of solid.under) crossings(rim, line, into);
    return;
  }
  if (solid.shape === 'rim') {
    circleCrossings(line, solid.innerMm, into);
    rayCrossings(line, solid.arc, into);
    return;
  }
  const { u, du, v, dv, w, dw } = seenFrom(solid, line);
  const [top, shoulder] = solid.shape === 'radial' ? [-solid.topMm, -solid.shoulderMm] : [solid.topMm, solid.depthMm];
  const a = solid.radiusMm;
  roots(du * du + dv * dv, u * du + v * dv, u * u + v * v - a * a, into);
  if (Number.isFinite(top)) roots(0, dw / 2, w - top, into);
  if (solid.pointMm < 1e-9) {
    roots(0, dw / 2, w - shoulder, into);
    return;
  }
  // The cone: (w − tip)² = (p/a)²·(u² + v²).
  const tip = shoulder + solid.pointMm;
  const k2 = (solid.pointMm / a) ** 2;
  roots(dw * dw - k2 * (du * du + dv * dv), (w - tip) * dw - k2 * (u * du + v * dv), (w - tip) ** 2 - k2 * (u * u + v * v), into);
}

/** What a solid lies within: a stretch of the circle, radii, and places along the shaft. */
export interface Box {
  readonly middleDeg: number;
  readonly halfDeg: number;
  readonly innerMm: number;
  readonly outerMm: number;
  readonly fromMm: number;
  readonly toMm: number;
}

const halfTurnDeg = (radiusMm: number, atMm: number): number => (radiusMm >= atMm ? 180 : (Math.asin(radiusMm / atMm) * 180) / Math.PI);

/** Inside a sector; what lies outside it takes nothing. */
export function boxOf(solid: RoundSolid | RimSolid, { radiusMm: rimMm, halfWidthMm }: Sector): Box {
  if (solid.shape === 'rim')
    return {
      middleDeg: solid.arc.middleDeg,
      halfDeg: solid.arc.halfDeg,
      innerMm: solid.innerMm,
      outerMm: rimMm,
      fromMm: -halfWidthMm,
      toMm: halfWidthMm,
    };
  const a = solid.radiusMm;
  if (solid.shape === 'radial') {
    const innerMm = solid.shoulderMm - solid.pointMm;
    return {
      middleDeg: solid.angleDeg,
      halfDeg: halfTurnDeg(a, innerMm),
      innerMm: Math.max(0, innerMm),
      outerMm: Math.min(rimMm, Math.hypot(solid.topMm, a)),
      fromMm: solid.zMm - a,
      toMm: solid.zMm + a,
    };
  }
  const axisMm = Math.hypot(solid.xMm, solid.yMm);
  const deep = solid.faceMm + solid.inward * (solid.depthMm + solid.pointMm);
  const out = Number.isFinite(solid.topMm) ? solid.faceMm + solid.inward * solid.topMm : -solid.inward * halfWidthMm;
  return {
    middleDeg: angleOf(solid.xMm, solid.yMm),
    halfDeg: halfTurnDeg(a, axisMm),
    innerMm: Math.max(0, axisMm - a),
    outerMm: axisMm + a,
    fromMm: Math.min(deep, out),
    toMm: Math.max(deep, out),
  };
}

export const boxesMeet = (x: Box, y: Box): boolean =>
  x.fromMm < y.toMm &&
  y.fromMm < x.toMm &&
  x.innerMm < y.outerMm &&
  y.innerMm < x.outerMm &&
  (x.halfDeg + y.halfDeg >= 180 || Math.abs(turnBetweenDeg(x.middleDeg, y.middleDeg)) < x.halfDeg + y.halfDeg);
