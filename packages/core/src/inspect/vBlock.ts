/**
 * What a journal's lobes show on an indicator over a V in which the journal itself lies, as a multiple of their own radial amplitude.
 *
 * The faces of a V of angle α touch the journal at 90° − α/2 either side of straight down. A profile a·cos nθ that turns lifts the axis by
 * [r₁ + r₂]/(2·sin α/2) at the two contacts and the indicator by a·cos nφ more at the top: with the contacts half a turn and 90° − α/2
 * away that adds up to a·cos nφ·[1 + (−1)ⁿ·cos(n·(90° − α/2))/sin(α/2)].
 *
 * @param lobes 2 for an oval, 3 for three lobes
 * @example vBlockFactor(2, 60) // 0
 */
export function vBlockFactor(lobes: number, vAngleDeg: number): number {
  const halfRad = (vAngleDeg * Math.PI) / 360;
  return 1 + ((-1) ** lobes * Math.cos(lobes * (Math.PI / 2 - halfRad))) / Math.sin(halfRad);
}
