import type { Counterweight } from '../../rotor/crank.js';
import { seatOf, type Face, type KnownCut, type RoundCut } from '../../rotor/cut.js';

/** A counterweight to cut sequences in. */
export const TRIED: Counterweight = {
  id: 'cw1',
  name: 'CW 1',
  zMm: 100,
  widthMm: 30,
  rimRadiusMm: 85,
  arcCentreDeg: 0,
  arcHalfWidthDeg: 70,
  depthLimitMm: 40,
};

const KINDS = ['radial', 'radial', 'face', 'face', 'bar', 'redrill', 'weld', 'turn', 'grind'] as const;
const BITS_MM = [8, 10, 12, 16, 20];
const POINTS_DEG = [90, 118, 135, 180];

type Hole = Exclude<RoundCut, { kind: 'weld' }> & { readonly id: string };
const isHole = (cut: KnownCut): cut is Hole => ['radial', 'face', 'bar', 'redrill'].includes(cut.kind);

/**
 * Up to `most` cuts of every kind in one counterweight, close together, so that they cross, break out of faces and rim, and change one
 * another: what happens to a crank over years, at once. A hole is welded while it stands alone: what else its weld runs into is
 * another thing than counting can tell.
 */
export function randomCuts(random: () => number, most = 6): KnownCut[] {
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  const between = (least: number, highest: number): number => least + (highest - least) * random();
  const cuts: KnownCut[] = [];
  const count = 1 + Math.floor(random() * most);
  while (cuts.length < count) {
    const base = { id: `c${cuts.length}`, counterweightId: TRIED.id, angleDeg: between(-25, 25) };
    const drilled = { bitMm: pick(BITS_MM), pointAngleDeg: pick(POINTS_DEG), depthMm: between(4, 22) };
    const holes = cuts.filter(isHole);
    const old = holes.length > 0 ? pick(holes) : null;
    const kind = pick(KINDS);
    if (kind === 'radial') cuts.push({ ...base, ...drilled, kind, zMm: between(94, 106) });
    else if (kind === 'face') cuts.push({ ...base, ...drilled, kind, face: pick<Face>(['front', 'rear']), radiusMm: between(60, 76) });
    else if (kind === 'turn') cuts.push({ ...base, kind, angleDeg: 0, halfArcDeg: pick([70, 20]), depthMm: between(0.5, 4) });
    else if (kind === 'grind') cuts.push({ ...base, kind, halfArcDeg: 8, depthMm: between(0.5, 4) });
    else if (kind === 'bar') {
      const lengthMm = between(6, 25);
      const inOld = old !== null && random() < 0.5 ? old : null;
      const seat = inOld ? seatOf(inOld) : ({ from: 'face', face: pick<Face>(['front', 'rear']), radiusMm: between(60, 72) } as const);
      cuts.push({
        ...base,
        kind,
        angleDeg: inOld?.angleDeg ?? base.angleDeg,
        seat,
        diameterMm: drilled.bitMm,
        lengthMm,
        depthMm: lengthMm + pick([0, 3]),
        densityGPerCm3: 17.5,
        replacesId: inOld?.id ?? null,
      });
    } else if (old !== null && kind === 'redrill')
      cuts.push({ ...base, ...drilled, kind, angleDeg: old.angleDeg, seat: seatOf(old), replacesId: old.id });
    else if (old !== null && holes.length === 1 && old.kind !== 'bar')
      cuts.push({ ...base, kind: 'weld', angleDeg: old.angleDeg, seat: seatOf(old), replacesId: old.id, bitMm: old.bitMm, depthMm: old.depthMm });
  }
  return cuts;
}
