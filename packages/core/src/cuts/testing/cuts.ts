import { layOut } from '../../engine/layout.js';
import { LAYOUTS } from '../../engine/library.js';
import { crankTemplate } from '../../engine/crankTemplate.js';
import type { BarCut, FaceCut, RadialCut, RimCut } from '../../rotor/cut.js';

/** A V8's crank and cuts in it, to be changed by the tests that want others. */
export const V8 = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
export const BITS = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));

const place = { counterweightId: 'cw1', angleDeg: 180 };
export const radial = (more: Partial<RadialCut> = {}): RadialCut => ({
  kind: 'radial',
  ...place,
  bitMm: 12,
  pointAngleDeg: 118,
  depthMm: 12,
  ...more,
});
export const inFace = (more: Partial<FaceCut> = {}): FaceCut => ({
  kind: 'face',
  ...place,
  face: 'front',
  radiusMm: 70,
  bitMm: 12,
  pointAngleDeg: 118,
  depthMm: 10,
  ...more,
});
/** Flush with the front face at 74 mm. */
export const bar = (more: Partial<BarCut> = {}): BarCut => ({
  kind: 'bar',
  ...place,
  seat: { from: 'face', face: 'front', radiusMm: 74 },
  diameterMm: 16,
  lengthMm: 20,
  depthMm: more.lengthMm ?? 20,
  densityGPerCm3: 17.5,
  replacesId: null,
  ...more,
});
/** A cut that is in the metal. */
export const known = <C extends object>(id: string, cut: C): C & { readonly id: string } => ({ ...cut, id });
export const turn = (more: Partial<RimCut> = {}): RimCut => ({ kind: 'turn', ...place, halfArcDeg: 55, depthMm: 1.5, ...more });
