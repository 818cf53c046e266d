import {
  diameterOf,
  normaliseAngleDeg,
  seatOf,
  toPolar,
  type Counterweight,
  type Crank,
  type NoDrillArc,
  type RoundCut,
  type Vector,
} from '@tare/core';

/*
 * Geometry of the rim map: the crank unrolled, angle across, position along the shaft down. All in the drawing's own
 * units, without any React.
 */

/** Width of a full turn in the drawing. */
export const TURN_WIDTH = 720;
/** Room on the left for names. */
export const LEFT = 88;
export const TOP = 26;
/** Drawing units for one mm along the shaft, so chosen that the whole crank fits `HEIGHT`. */
const HEIGHT = 380;
/** Height of the tallest heap over its plane's line. */
const HEAP_HEIGHT = 58;

export const xOf = (angleDeg: number): number => LEFT + (normaliseAngleDeg(angleDeg) / 360) * TURN_WIDTH;

export interface RimScale {
  readonly yOf: (zMm: number) => number;
  readonly perMm: number;
  readonly height: number;
}

/** @param heightUnits taller where it stands beside something else */
export function rimScale({ counterweights, planes }: Crank, heightUnits = HEIGHT): RimScale {
  const low = Math.min(...counterweights.map((c) => c.zMm - c.widthMm / 2), planes.zAMm);
  const high = Math.max(...counterweights.map((c) => c.zMm + c.widthMm / 2), planes.zBMm);
  // The heap over plane A needs its own height above the line.
  const perMm = (heightUnits - HEAP_HEIGHT) / (high - low);
  return { perMm, yOf: (zMm) => TOP + HEAP_HEIGHT + (zMm - low) * perMm, height: TOP + heightUnits + 12 };
}

/** A stretch of the circle as one or two stretches of the map, cut where the map ends. */
export function stretches(centreDeg: number, halfDeg: number): { readonly x: number; readonly width: number }[] {
  if (halfDeg >= 180) return [{ x: LEFT, width: TURN_WIDTH }];
  const start = normaliseAngleDeg(centreDeg - halfDeg);
  const width = (2 * halfDeg * TURN_WIDTH) / 360;
  const x = xOf(start);
  const room = LEFT + TURN_WIDTH - x;
  return width <= room
    ? [{ x, width }]
    : [
        { x, width: room },
        { x: LEFT, width: width - room },
      ];
}

/** A hole's outline on the unrolled rim: as wide as its bit is at the rim, as high as its bit along the shaft. */
export function holeEllipse(hole: RoundCut, counterweight: Counterweight, scale: RimScale): { cx: number; cy: number; rx: number; ry: number } {
  const seat = seatOf(hole);
  const mm = diameterOf(hole);
  return {
    cx: xOf(hole.angleDeg),
    cy: scale.yOf(seat.from === 'rim' ? (seat.zMm ?? counterweight.zMm) : counterweight.zMm),
    rx: (mm / 2 / counterweight.rimRadiusMm / (2 * Math.PI)) * TURN_WIDTH,
    ry: (mm / 2) * scale.perMm,
  };
}

/** Half the width of a heap in degrees: wide enough to see, narrow enough to point. */
const HEAP_HALF_DEG = 14;

export interface Heap {
  readonly angleDeg: number;
  readonly x: number;
  /** Outline of the heap over its plane's line, as an SVG path. */
  readonly path: string;
  readonly peakY: number;
  /** Heights of the ends of the 95 % region of the amount. */
  readonly whiskerY: readonly [number, number];
  readonly toleranceY: number;
}

/** Where a plane is too heavy, as a heap on its line: its height is the amount, its peak stands at the angle. */
export function heap(vector: Vector, radius95: number, tolerance: number, largest: number, y: number): Heap {
  const { amount, angleDeg } = toPolar(vector);
  // A root scale: the tolerance stays to be seen beside an amount thirty times as large.
  const rise = (value: number): number => HEAP_HEIGHT * Math.sqrt(Math.min(1, Math.max(0, value) / largest));
  const x = xOf(angleDeg);
  const half = (HEAP_HALF_DEG / 360) * TURN_WIDTH;
  const peakY = y - rise(amount);
  return {
    angleDeg,
    x,
    path: `M${x - half} ${y} C${x - half / 2} ${y} ${x - half / 3} ${peakY} ${x} ${peakY} C${x + half / 3} ${peakY} ${x + half / 2} ${y} ${x + half} ${y} Z`,
    peakY,
    whiskerY: [y - rise(amount - radius95), y - rise(amount + radius95)],
    toleranceY: y - rise(tolerance),
  };
}

/** Where somebody pointed on the map: the counterweight there or nearest by, and the angle in half degrees. */
export function placeAt(
  x: number,
  y: number,
  { counterweights }: Crank,
  { yOf, perMm }: RimScale,
): { counterweightId: string; angleDeg: number } | null {
  if (x < LEFT || x > LEFT + TURN_WIDTH) return null;
  const angleDeg = normaliseAngleDeg(Math.round(((x - LEFT) / TURN_WIDTH) * 360 * 2) / 2);
  const distance = ({ zMm, widthMm }: Counterweight): number => Math.max(0, Math.abs(y - yOf(zMm)) - (widthMm * perMm) / 2);
  const nearest = counterweights.reduce<Counterweight | null>((best, c) => (best === null || distance(c) < distance(best) ? c : best), null);
  return nearest && distance(nearest) <= REACH ? { counterweightId: nearest.id, angleDeg } : null;
}

/** A finger beside a block still means the block. */
const REACH = 14;

/** A no-drill arc as a middle and half its width. */
export function arcMiddle({ fromDeg, toDeg }: NoDrillArc): { readonly centreDeg: number; readonly halfDeg: number } {
  const halfDeg = normaliseAngleDeg(toDeg - fromDeg) / 2;
  return { centreDeg: fromDeg + halfDeg, halfDeg };
}
