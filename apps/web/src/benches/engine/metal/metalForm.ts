import {
  diameterOf,
  HEAVY_METAL_G_PER_CM3,
  isRimCut,
  POINT_ANGLE_DEG,
  seatOf,
  typedQuantity,
  type Counterweight,
  type DrillSide,
  type KnownCut,
  type NoDrillArc,
  type RimKind,
} from '@tare/core';

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

/** From where something that the crank came with goes in; the face where nobody looked which. */
export const FOUND_SIDES = ['rim', 'front', 'rear', 'face'] as const;
export type FoundSide = (typeof FOUND_SIDES)[number];

/** A hole or bar that the crank came with: what of it does not concern its side is left blank. */
export interface FoundForm {
  readonly id: string;
  readonly counterweightId: string;
  readonly angleDeg: string;
  readonly side: FoundSide;
  /** Of its axis, in a side face. */
  readonly radiusMm: string;
  /** Along the crank, in the rim; blank for the middle of the width. */
  readonly zMm: string;
  /** Of the hole, or of the bar. */
  readonly bitMm: string;
  /** Of the hole, or to the bar's inner end. */
  readonly depthMm: string;
  readonly pointAngleDeg: string;
  /** It holds a bar; blank for a hole. */
  readonly barLengthMm: string;
  readonly barDensityGPerCm3: string;
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
    form[key].trim() === '' ? {} : ({ [key]: typedQuantity(form[key], key === 'densityGPerCm3' ? 'g/cm³' : 'mm') } as Partial<Record<K, number>>);
  return {
    id: form.id,
    name: form.name.trim(),
    zMm: typedQuantity(form.zMm, 'mm'),
    widthMm: typedQuantity(form.widthMm, 'mm'),
    rimRadiusMm: typedQuantity(form.rimRadiusMm, 'mm'),
    arcCentreDeg: typedQuantity(form.arcCentreDeg, '°'),
    arcHalfWidthDeg: typedQuantity(form.arcHalfWidthDeg, '°'),
    depthLimitMm: typedQuantity(form.depthLimitMm, 'mm'),
    ...(form.kind === 'counterweight' ? {} : { kind: form.kind }),
    ...own('densityGPerCm3'),
    ...(form.drillFrom === 'usual' ? {} : { drillFrom: form.drillFrom }),
    ...own('edgeMarginMm'),
    ...own('largestBitMm'),
    ...(form.awkward ? { awkward: true } : {}),
    ...(form.noDrill.length === 0
      ? {}
      : {
          noDrill: form.noDrill.map(({ fromDeg, toDeg, why }) => ({
            fromDeg: typedQuantity(fromDeg, '°'),
            toDeg: typedQuantity(toDeg, '°'),
            why: why.trim(),
          })),
        }),
  };
}

/** What is measured of a found hole is not asked how its bottom was ground: a usual point. */
export const blankFound = (counterweightId: string): FoundForm => ({
  id: crypto.randomUUID(),
  counterweightId,
  angleDeg: '',
  side: 'rim',
  radiusMm: '',
  zMm: '',
  bitMm: '',
  depthMm: '',
  pointAngleDeg: text(POINT_ANGLE_DEG),
  barLengthMm: '',
  barDensityGPerCm3: '',
});

export function foundForm(cut: KnownCut): FoundForm {
  // A rim that was turned down before is measured as it is: `checkCrank` lets none through.
  if (isRimCut(cut)) throw new Error('A rim cut is not something that was found.');
  const seat = seatOf(cut);
  return {
    ...blankFound(cut.counterweightId),
    id: cut.id,
    angleDeg: text(cut.angleDeg),
    side: seat.from === 'rim' ? 'rim' : (seat.face ?? 'face'),
    radiusMm: seat.from === 'face' ? text(seat.radiusMm) : '',
    zMm: seat.from === 'rim' ? textOrBlank(seat.zMm) : '',
    bitMm: text(diameterOf(cut)),
    depthMm: text(cut.depthMm),
    ...('pointAngleDeg' in cut ? { pointAngleDeg: text(cut.pointAngleDeg) } : {}),
    ...(cut.kind === 'bar' ? { barLengthMm: text(cut.lengthMm), barDensityGPerCm3: text(cut.densityGPerCm3) } : {}),
  };
}

export function foundOf(form: FoundForm): KnownCut {
  const place = { id: form.id, counterweightId: form.counterweightId, angleDeg: typedQuantity(form.angleDeg, '°') };
  const zMm = form.zMm.trim() === '' ? null : typedQuantity(form.zMm, 'mm');
  const face = form.side === 'front' || form.side === 'rear' ? form.side : null;
  const radiusMm = typedQuantity(form.radiusMm, 'mm');
  const depthMm = typedQuantity(form.depthMm, 'mm');
  if (form.barLengthMm.trim() !== '')
    return {
      kind: 'bar',
      ...place,
      seat: form.side === 'rim' ? { from: 'rim', zMm } : { from: 'face', face, radiusMm },
      diameterMm: typedQuantity(form.bitMm, 'mm'),
      lengthMm: typedQuantity(form.barLengthMm, 'mm'),
      // One that ends at the surface is as deep as it is long.
      depthMm: form.depthMm.trim() === '' ? typedQuantity(form.barLengthMm, 'mm') : depthMm,
      densityGPerCm3: form.barDensityGPerCm3.trim() === '' ? HEAVY_METAL_G_PER_CM3 : typedQuantity(form.barDensityGPerCm3, 'g/cm³'),
      replacesId: null,
    };
  const drilled = { bitMm: typedQuantity(form.bitMm, 'mm'), pointAngleDeg: typedQuantity(form.pointAngleDeg, '°'), depthMm };
  return form.side === 'rim' ? { kind: 'radial', ...place, ...drilled, zMm } : { kind: 'face', ...place, ...drilled, face, radiusMm };
}

/** As it was typed before faces and bars had fields of their own, or now: a draft may be older than its form. */
export function foundFromDraft(kept: Partial<FoundForm> & { readonly counterweightId: string; readonly axialRadiusMm?: string }): FoundForm {
  const { axialRadiusMm = '', ...own } = kept;
  return { ...blankFound(kept.counterweightId), ...(axialRadiusMm.trim() === '' ? {} : { side: 'face', radiusMm: axialRadiusMm }), ...own };
}

/** What turns with an externally balanced crank in every spin; a clutch cover only where somebody says so. */
const USUAL_BOLT_ONS = ['damper', 'flywheel'] as const;

/**
 * The rims with damper and flywheel at their usual places where the crank is balanced externally and they are not there yet; without
 * them, unless somebody measured them, where it is not.
 */
export function withBoltOns(rims: readonly CounterweightForm[], balance: 'internal' | 'external'): readonly CounterweightForm[] {
  if (balance === 'external')
    return USUAL_BOLT_ONS.reduce<readonly CounterweightForm[]>(
      (all, kind) => (all.some((rim) => rim.kind === kind) ? all : [...all, boltOn(kind, all, kind)]),
      rims,
    );
  const isGuess = (rim: CounterweightForm): boolean =>
    USUAL_BOLT_ONS.some((kind) => rim.id === kind && JSON.stringify(rim) === JSON.stringify(boltOn(kind, rims, kind)));
  return rims.some(isGuess) ? rims.filter((rim) => !isGuess(rim)) : rims;
}

/** A rim that bolts on, placed by the counterweights: at its usual place, as a first guess to be measured. */
export function boltOn(kind: Exclude<RimKind, 'counterweight'>, rims: readonly CounterweightForm[], id: string): CounterweightForm {
  const own = rims.filter((rim) => rim.kind === 'counterweight');
  const zs = own.map(({ zMm }) => typedQuantity(zMm, 'mm')).filter(Number.isFinite);
  const rimMm = Math.max(...own.map(({ rimRadiusMm }) => typedQuantity(rimRadiusMm, 'mm')).filter(Number.isFinite), 0);
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
  adapter: { name: 'Adapter', beyondMm: 30, overRimMm: 0, widthMm: 14, depthLimitMm: 8, densityGPerCm3: 7.85, drillFrom: 'face', edgeMarginMm: 3 },
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
