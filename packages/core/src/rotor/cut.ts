/** The side of a counterweight that a hole parallel to the shaft goes in from; the front is where z is smaller. */
export const FACES = ['front', 'rear'] as const;
export type Face = (typeof FACES)[number];

/** Where the axis of something round lies: pointing at the shaft, or parallel to it. */
export type Seat = RimSeat | FaceSeat;

export interface RimSeat {
  readonly from: 'rim';
  /** Along the crank; null for the middle of the counterweight's width. */
  readonly zMm: number | null;
}

export interface FaceSeat {
  readonly from: 'face';
  /** Null where nobody said: taken from the front for what it meets, and as acting in the middle of the width. */
  readonly face: Face | null;
  /** Of its axis, from the shaft's. */
  readonly radiusMm: number;
}

/** What every cut has. */
interface CutPlace {
  readonly counterweightId: string;
  /** Of its axis; of a rim the middle of what goes. */
  readonly angleDeg: number;
}

/** What a drill leaves. */
export interface Drilled {
  readonly bitMm: number;
  /** Full angle of the drill's point, 180 for a flat bottom. */
  readonly pointAngleDeg: number;
  /** To the drill's shoulder: from the rim as it is then at the hole's axis, or from the face. */
  readonly depthMm: number;
}

/** A hole drilled from the rim towards the shaft. */
export interface RadialCut extends CutPlace, Drilled {
  readonly kind: 'radial';
  /** Along the crank; left out or null for the middle of the counterweight's width. */
  readonly zMm?: number | null;
}

/** A hole drilled parallel to the shaft. */
export interface FaceCut extends CutPlace, Drilled {
  readonly kind: 'face';
  readonly face: Face | null;
  /** Of its axis, from the shaft's. */
  readonly radiusMm: number;
}

/** A flat bore with a bar pressed into it: a new one, or an old hole (`replacesId`) with or without boring it out. */
export interface BarCut extends CutPlace {
  readonly kind: 'bar';
  readonly seat: Seat;
  readonly diameterMm: number;
  readonly lengthMm: number;
  /** Of its inner end, as a hole's depth; its length where it ends at the surface. */
  readonly depthMm: number;
  readonly densityGPerCm3: number;
  readonly replacesId: string | null;
}

/** An old hole or bar drilled again in the same place: deeper, or with a larger bit. */
export interface RedrillCut extends CutPlace, Drilled {
  readonly kind: 'redrill';
  readonly seat: Seat;
  readonly replacesId: string;
}

/** An old hole welded shut with the parent's metal and dressed to the surface. */
export interface WeldCut extends CutPlace {
  readonly kind: 'weld';
  readonly seat: Seat;
  readonly replacesId: string;
  /** Of the hole that is filled. */
  readonly bitMm: number;
  readonly depthMm: number;
}

/** A rim turned, flycut or ground down all across its width. */
export interface RimCut extends CutPlace {
  readonly kind: 'turn' | 'grind';
  /** To both sides of its middle. */
  readonly halfArcDeg: number;
  /** Off the radius, from the rim as it is then at the middle of the arc. */
  readonly depthMm: number;
}

/** An old hole changed in its own place. */
export type Rework = RedrillCut | WeldCut;
/** What has an axis. */
export type RoundCut = RadialCut | FaceCut | BarCut | Rework;
/** Metal that goes from one place of a crank, or comes to it. */
export type Cut = RoundCut | RimCut;
export type CutKind = Cut['kind'];

/** A cut that is in the metal: later ones can name it. */
export type KnownCut<C extends Cut = Cut> = C & { readonly id: string };

/** What leaves a hole or a bar. */
export type OpenCut = Exclude<RoundCut, WeldCut>;
/** A hole or bar that stands in the metal, its depth counted from the rim as it is now. */
export type StandingCut = KnownCut<OpenCut>;

export const CUT_KINDS = ['radial', 'face', 'bar', 'redrill', 'weld', 'turn', 'grind'] as const satisfies readonly CutKind[];

/** A spot that is ground reaches this far to both sides. */
export const GROUND_SPOT_DEG = 8;

export const isRimCut = (cut: Cut): cut is RimCut => cut.kind === 'turn' || cut.kind === 'grind';

/** Whether metal comes with a cut: what is drilled beside it leans on what a weld or a bar leaves. */
export const isBrought = ({ kind }: Cut): boolean => kind === 'weld' || kind === 'bar';

/** The cut that a cut changes; null for one in untouched metal. */
export const replacedId = (cut: Cut): string | null => ('replacesId' in cut ? cut.replacesId : null);

/** Where a round cut's axis lies. */
export function seatOf(cut: RoundCut): Seat {
  if (cut.kind === 'radial') return { from: 'rim', zMm: cut.zMm ?? null };
  if (cut.kind === 'face') return { from: 'face', face: cut.face, radiusMm: cut.radiusMm };
  return cut.seat;
}

/** Diameter of a round cut, mm. */
export const diameterOf = (cut: RoundCut): number => (cut.kind === 'bar' ? cut.diameterMm : cut.bitMm);

/** Radius of the axis of whatever runs parallel to the shaft; null for what comes from the rim, and for rims. */
export function besideRadiusMm(cut: Cut): number | null {
  if (isRimCut(cut)) return null;
  const seat = seatOf(cut);
  return seat.from === 'face' ? seat.radiusMm : null;
}

/** A bit the shop has. */
export interface Bit {
  readonly bitMm: number;
  readonly pointAngleDeg: number;
  /** How deep its flutes reach. */
  readonly usableDepthMm: number;
}
