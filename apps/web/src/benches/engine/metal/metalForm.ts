import { POINT_ANGLE_DEG, typedNumber, type Counterweight, type CrankHole, type DrillSide, type NoDrillArc, type RimKind } from '@tare/core';

/** A rim as it is typed: every number is text until it is checked; blank where nothing of its own is said. */
export interface CounterweightForm {
  readonly id: string;
  readonly name: string;
  readonly zMm: string;
  readonly widthMm: string;
  readonly rimRadiusMm: string;
  readonly arcCentreDeg: string;
  readonly arcHalfWidthDeg: string;
  readonly depthLimitMm: string;
  readonly kind: RimKind;
  readonly densityGPerCm3: string;
  /** Usual: as the shop drills counterweights. */
  readonly drillFrom: DrillSide | 'usual';
  readonly edgeMarginMm: string;
  readonly largestBitMm: string;
  readonly awkward: boolean;
  readonly noDrill: readonly NoDrillForm[];
}

export type NoDrillForm = Readonly<Record<keyof NoDrillArc, string>>;

/** A hole that the crank came with; in the rim while no radius is typed, else in the side face there. */
export interface FoundForm {
  readonly counterweightId: string;
  readonly angleDeg: string;
  readonly bitMm: string;
  readonly depthMm: string;
  readonly axialRadiusMm: string;
}

export const text = (value: number): string => String(Math.round(value * 1000) / 1000);
const textOrBlank = (value: number | null | undefined): string => (value == null ? '' : text(value));

export const counterweightForm = (c: Counterweight): CounterweightForm => ({
  id: c.id,
  name: c.name,
  zMm: text(c.zMm),
  widthMm: text(c.widthMm),
  rimRadiusMm: text(c.rimRadiusMm),
  arcCentreDeg: text(c.arcCentreDeg),
  arcHalfWidthDeg: text(c.arcHalfWidthDeg),
  depthLimitMm: text(c.depthLimitMm),
  kind: c.kind ?? 'counterweight',
  densityGPerCm3: textOrBlank(c.densityGPerCm3),
  drillFrom: c.drillFrom ?? 'usual',
  edgeMarginMm: textOrBlank(c.edgeMarginMm),
  largestBitMm: textOrBlank(c.largestBitMm),
  awkward: c.awkward ?? false,
  noDrill: (c.noDrill ?? []).map(({ fromDeg, toDeg, why }) => ({ fromDeg: text(fromDeg), toDeg: text(toDeg), why })),
});

/** What was typed, checked by nobody yet; what is left blank is left out. */
export function counterweightOf(form: CounterweightForm): Counterweight {
  const own = <K extends 'densityGPerCm3' | 'edgeMarginMm' | 'largestBitMm'>(key: K): Partial<Record<K, number>> =>
    form[key].trim() === '' ? {} : ({ [key]: typedNumber(form[key]) } as Partial<Record<K, number>>);
  return {
    id: form.id,
    name: form.name.trim(),
    zMm: typedNumber(form.zMm),
    widthMm: typedNumber(form.widthMm),
    rimRadiusMm: typedNumber(form.rimRadiusMm),
    arcCentreDeg: typedNumber(form.arcCentreDeg),
    arcHalfWidthDeg: typedNumber(form.arcHalfWidthDeg),
    depthLimitMm: typedNumber(form.depthLimitMm),
    ...(form.kind === 'counterweight' ? {} : { kind: form.kind }),
    ...own('densityGPerCm3'),
    ...(form.drillFrom === 'usual' ? {} : { drillFrom: form.drillFrom }),
    ...own('edgeMarginMm'),
    ...own('largestBitMm'),
    ...(form.awkward ? { awkward: true } : {}),
    ...(form.noDrill.length === 0
      ? {}
      : { noDrill: form.noDrill.map(({ fromDeg, toDeg, why }) => ({ fromDeg: typedNumber(fromDeg), toDeg: typedNumber(toDeg), why: why.trim() })) }),
  };
}

export const foundForm = (hole: CrankHole): FoundForm => ({
  counterweightId: hole.counterweightId,
  angleDeg: text(hole.angleDeg),
  bitMm: text(hole.bitMm),
  depthMm: text(hole.depthMm),
  axialRadiusMm: textOrBlank(hole.axialRadiusMm),
});

export const foundOf = ({ counterweightId, angleDeg, bitMm, depthMm, axialRadiusMm }: FoundForm): CrankHole => ({
  counterweightId,
  angleDeg: typedNumber(angleDeg),
  bitMm: typedNumber(bitMm),
  pointAngleDeg: POINT_ANGLE_DEG,
  depthMm: typedNumber(depthMm),
  ...(axialRadiusMm.trim() === '' ? {} : { axialRadiusMm: typedNumber(axialRadiusMm) }),
});

/** A rim that bolts on, placed by the counterweights: at its usual place, as a first guess to be measured. */
export function boltOn(kind: Exclude<RimKind, 'counterweight'>, rims: readonly CounterweightForm[], id: string): CounterweightForm {
  const own = rims.filter((rim) => rim.kind === 'counterweight');
  const zs = own.map(({ zMm }) => typedNumber(zMm)).filter(Number.isFinite);
  const rimMm = Math.max(...own.map(({ rimRadiusMm }) => typedNumber(rimRadiusMm)).filter(Number.isFinite), 0);
  const usual = BOLT_ONS[kind];
  const zMm = kind === 'damper' ? Math.min(...zs) - usual.beyondMm : Math.max(...zs) + usual.beyondMm;
  return {
    ...counterweightForm({
      id,
      name: usual.name,
      zMm: Number.isFinite(zMm) ? Math.round(zMm * 10) / 10 : 0,
      widthMm: usual.widthMm,
      rimRadiusMm: rimMm + usual.overRimMm,
      arcCentreDeg: 0,
      arcHalfWidthDeg: 180,
      depthLimitMm: usual.depthLimitMm,
      kind,
      densityGPerCm3: usual.densityGPerCm3,
      drillFrom: usual.drillFrom,
      edgeMarginMm: usual.edgeMarginMm,
    }),
  };
}

const BOLT_ONS = {
  damper: { name: 'Damper', beyondMm: 46, overRimMm: 0, widthMm: 30, depthLimitMm: 12, densityGPerCm3: 7.1, drillFrom: 'rim', edgeMarginMm: 3 },
  flywheel: { name: 'Flywheel', beyondMm: 60, overRimMm: 50, widthMm: 26, depthLimitMm: 30, densityGPerCm3: 7.1, drillFrom: 'face', edgeMarginMm: 4 },
  clutchCover: {
    name: 'Clutch cover',
    beyondMm: 88,
    overRimMm: 30,
    widthMm: 8,
    depthLimitMm: 3,
    densityGPerCm3: 7.85,
    drillFrom: 'grind',
    edgeMarginMm: 2,
  },
} as const;
