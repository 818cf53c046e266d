/** What fills a bore or an old hole. Pressed in parallel to the shaft, spinning cannot throw it out; in a radial hole it can. */
export interface Slug {
  /** Of its mass centre from the shaft's axis. */
  readonly radiusMm: number;
  readonly densityGPerCm3: number;
  /** An old hole welded shut with the parent's metal and dressed, instead of a bar. */
  readonly welded?: boolean;
}

/** What a hole looks like, wherever it is. */
export interface HoleShape {
  readonly bitMm: number;
  /** Full angle of the drill's point; a slug's bore is taken as flat. */
  readonly pointAngleDeg: number;
  /** To the drill's shoulder, from the rim or from the side face; of a slug its length; of a rim that was taken down how far. */
  readonly depthMm: number;
  /** Radius of the axis of a hole in the side face, parallel to the shaft; left out for a radial one. */
  readonly axialRadiusMm?: number | null;
}

/** A radial hole where a rim was taken down: its metal there had gone before. */
export interface HoleInRim extends HoleShape {
  readonly angleDeg: number;
}

/** A rim turned, flycut or ground down by the entry's depth, over so much of it to both sides of its angle. */
export interface RimCut {
  readonly halfArcDeg: number;
  readonly holes: readonly HoleInRim[];
}

/**
 * Metal that went from one place of a crank, or came to it: a radial hole in the middle of a counterweight's width; a hole in its
 * side face; a bore with a bar pressed in; an old hole (`was`) deepened, opened, filled with a bar or welded shut; a rim taken down.
 */
export interface CrankHole extends HoleShape {
  readonly counterweightId: string;
  readonly angleDeg: number;
  readonly slug?: Slug | null;
  /** The hole that stood in this very place before. */
  readonly was?: HoleShape | null;
  readonly rim?: RimCut | null;
  /** The rim that a radial hole was measured from, where it had been turned down by then. */
  readonly rimRadiusMm?: number | null;
}

/** Whether a hole is what another one says it was. */
export const isBefore = (hole: CrankHole, { was, counterweightId, angleDeg }: CrankHole): boolean =>
  was !== null &&
  was !== undefined &&
  !hole.slug &&
  !hole.rim &&
  hole.counterweightId === counterweightId &&
  hole.angleDeg === angleDeg &&
  hole.bitMm === was.bitMm &&
  hole.depthMm === was.depthMm &&
  (hole.axialRadiusMm ?? null) === (was.axialRadiusMm ?? null);

/** Radius of the axis of whatever runs parallel to the shaft; null for a radial hole, also a filled one. */
export const sideRadiusMm = ({ axialRadiusMm, slug, was }: CrankHole): number | null =>
  slug ? (was && was.axialRadiusMm == null ? null : slug.radiusMm) : (axialRadiusMm ?? null);

/** Whether a rim was taken down all over its arc, or only ground at a spot. */
export const isTurned = ({ rim }: CrankHole): boolean => rim != null && rim.halfArcDeg > GROUND_SPOT_DEG;
/** A spot that is ground reaches this far to both sides. */
export const GROUND_SPOT_DEG = 8;

/**
 * The holes as they stand after all of these, in order: deepened and filled ones gave way to what they became, welded ones are
 * gone, and where a rim was turned down the radial ones are as deep as they are from it.
 */
export function standingHoles<T extends CrankHole>(holes: readonly T[]): T[] {
  return holes.reduce<T[]>((standing, hole) => {
    if (hole.rim) {
      if (!isTurned(hole)) return standing;
      return standing
        .map((old) =>
          old.counterweightId === hole.counterweightId && sideRadiusMm(old) === null
            ? { ...old, depthMm: old.depthMm - hole.depthMm, rimRadiusMm: null }
            : old,
        )
        .filter(({ depthMm }) => depthMm > 0);
    }
    const left = standing.filter((old) => !isBefore(old, hole));
    return hole.slug?.welded ? left : [...left, hole];
  }, []);
}

/** How far each rim was turned down by these, mm. */
export function turnedMm(holes: readonly CrankHole[], counterweightId: string): number {
  return holes.filter((hole) => hole.counterweightId === counterweightId && isTurned(hole)).reduce((sum, { depthMm }) => sum + depthMm, 0);
}

/** A bit the shop has. */
export interface Bit {
  readonly bitMm: number;
  readonly pointAngleDeg: number;
  /** How deep its flutes reach. */
  readonly usableDepthMm: number;
}

/** A hole without whatever was worked out of it, so that it can be kept. */
export const bareHole = (hole: CrankHole): CrankHole => ({
  counterweightId: hole.counterweightId,
  angleDeg: hole.angleDeg,
  bitMm: hole.bitMm,
  pointAngleDeg: hole.pointAngleDeg,
  depthMm: hole.depthMm,
  axialRadiusMm: hole.axialRadiusMm ?? null,
  slug: hole.slug ?? null,
  was: hole.was ?? null,
  rim: hole.rim ?? null,
  rimRadiusMm: hole.rimRadiusMm ?? null,
});
