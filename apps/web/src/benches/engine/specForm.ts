import { check, jobSpecSchema, type FieldProblem } from '@tare/contract';
import {
  checkCrank,
  checkLayout,
  CoreError,
  crankTemplate,
  layOut,
  LAYOUTS,
  parseDecimal,
  type Counterweight,
  type EngineLayout,
  type JobSpec,
  type LayoutId,
  type ToleranceSchool,
} from '@tare/core';

/** A job's figures as they are typed: every number is text until it is checked. */
export interface SpecForm {
  readonly customer: string;
  readonly vessel: string;
  readonly engineName: string;
  readonly layoutId: LayoutId;
  readonly strokeMm: string;
  readonly rodLengthMm: string;
  readonly throwSpacingMm: string;
  readonly splitOffsetMm: string;
  readonly redlineRpm: string;
  readonly balance: 'internal' | 'external';
  readonly toleranceSchool: ToleranceSchool;
  readonly toleranceValue: string;
  readonly matchToleranceG: string;
  readonly pins: readonly PinForm[];
  readonly zAMm: string;
  readonly zBMm: string;
  readonly radiusAMm: string;
  readonly radiusBMm: string;
  readonly massKg: string;
  readonly massCentreZMm: string;
  readonly densityGPerCm3: string;
  readonly counterweights: readonly CounterweightForm[];
}

export interface PinForm {
  readonly angleDeg: string;
  readonly zMm: string;
  /** Numbers with commas or blanks between them. */
  readonly cylinders: string;
}

export type CounterweightForm = Readonly<Record<keyof Counterweight, string>>;

const text = (value: number): string => String(Math.round(value * 1000) / 1000);

/** A new job's form: an ordinary V8 until something else is chosen. */
export function emptyForm(): SpecForm {
  return laidOut({
    customer: '',
    vessel: '',
    engineName: '',
    layoutId: 'v8Cross90',
    strokeMm: '88',
    rodLengthMm: '150',
    throwSpacingMm: '110',
    splitOffsetMm: '24',
    redlineRpm: '6000',
    balance: 'internal',
    toleranceSchool: 'gramsAtRadius',
    toleranceValue: '1',
    matchToleranceG: '1',
    pins: [],
    zAMm: '',
    zBMm: '',
    radiusAMm: '',
    radiusBMm: '',
    massKg: '',
    massCentreZMm: '',
    densityGPerCm3: '',
    counterweights: [],
  });
}

/** Whether this layout has pins that stand apart on one throw. */
export const hasSplitPins = (layoutId: LayoutId): boolean => LAYOUTS[layoutId].throws.some((t) => t.splayDeg !== 0);

/** The form with pins and counterweights laid out afresh from layout, stroke and spacings; unchanged while those cannot be read. */
export function laidOut(form: SpecForm): SpecForm {
  const [strokeMm, spacingMm, offsetMm] = [form.strokeMm, form.throwSpacingMm, form.splitOffsetMm].map(numberOf) as [number, number, number];
  const template = LAYOUTS[form.layoutId];
  try {
    const layout = layOut(template, spacingMm, hasSplitPins(form.layoutId) ? offsetMm : 0);
    const crank = crankTemplate(template, layout, strokeMm);
    checkCrank(crank);
    return { ...form, ...layoutForm(layout), ...crankForm(crank) };
  } catch (error) {
    if (error instanceof CoreError) return form;
    throw error;
  }
}

const layoutForm = ({ pins }: EngineLayout): Pick<SpecForm, 'pins'> => ({
  pins: pins.map((pin) => ({ angleDeg: text(pin.angleDeg), zMm: text(pin.zMm), cylinders: pin.cylinders.join(', ') })),
});

function crankForm({
  planes,
  massKg,
  massCentreZMm,
  densityGPerCm3,
  counterweights,
}: JobSpec['crank']): Omit<
  SpecForm,
  Exclude<keyof SpecForm, 'zAMm' | 'zBMm' | 'radiusAMm' | 'radiusBMm' | 'massKg' | 'massCentreZMm' | 'densityGPerCm3' | 'counterweights'>
> {
  return {
    zAMm: text(planes.zAMm),
    zBMm: text(planes.zBMm),
    radiusAMm: text(planes.radiusAMm),
    radiusBMm: text(planes.radiusBMm),
    massKg: text(massKg),
    massCentreZMm: text(massCentreZMm),
    densityGPerCm3: text(densityGPerCm3),
    counterweights: counterweights.map(({ id, name, zMm, widthMm, rimRadiusMm, arcCentreDeg, arcHalfWidthDeg, depthLimitMm }) => ({
      id,
      name,
      zMm: text(zMm),
      widthMm: text(widthMm),
      rimRadiusMm: text(rimRadiusMm),
      arcCentreDeg: text(arcCentreDeg),
      arcHalfWidthDeg: text(arcHalfWidthDeg),
      depthLimitMm: text(depthLimitMm),
    })),
  };
}

/** The form of a job that is already there. */
export function formOf(spec: JobSpec): SpecForm {
  const [first, second] = spec.layout.pins;
  return {
    ...emptyForm(),
    customer: spec.customer,
    vessel: spec.vessel,
    engineName: spec.engineName,
    layoutId: spec.layoutId,
    strokeMm: text(spec.strokeMm),
    rodLengthMm: text(spec.rodLengthMm),
    redlineRpm: text(spec.redlineRpm),
    throwSpacingMm: first && second ? text(Math.abs(second.zMm - first.zMm)) : '110',
    balance: spec.balance,
    toleranceSchool: spec.tolerance.school,
    toleranceValue: text(spec.tolerance.value),
    matchToleranceG: text(spec.matchToleranceG),
    ...layoutForm(spec.layout),
    ...crankForm(spec.crank),
  };
}

export type ReadForm = { readonly ok: true; readonly spec: JobSpec } | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/**
 * Reads the form into a spec. Complaints carry the name of the form's own field, so that each is shown where it was
 * typed; what is not a number is left for the schema to complain about, in its words.
 */
export function readForm(form: SpecForm): ReadForm {
  const template = LAYOUTS[form.layoutId];
  const cylinders = layOut(template, 100).cylinders;
  const candidate = {
    customer: form.customer.trim(),
    vessel: form.vessel.trim(),
    engineName: form.engineName.trim(),
    layoutId: form.layoutId,
    layout: {
      pins: form.pins.map((pin) => ({
        angleDeg: numberOf(pin.angleDeg),
        zMm: numberOf(pin.zMm),
        cylinders: pin.cylinders
          .split(/[\s,;]+/)
          .filter((word) => word !== '')
          .map(numberOf),
      })),
      cylinders,
    },
    strokeMm: numberOf(form.strokeMm),
    rodLengthMm: numberOf(form.rodLengthMm),
    redlineRpm: numberOf(form.redlineRpm),
    balance: form.balance,
    tolerance: { school: form.toleranceSchool, value: numberOf(form.toleranceValue) },
    matchToleranceG: numberOf(form.matchToleranceG),
    crank: {
      planes: { zAMm: numberOf(form.zAMm), zBMm: numberOf(form.zBMm), radiusAMm: numberOf(form.radiusAMm), radiusBMm: numberOf(form.radiusBMm) },
      massKg: numberOf(form.massKg),
      massCentreZMm: numberOf(form.massCentreZMm),
      densityGPerCm3: numberOf(form.densityGPerCm3),
      counterweights: form.counterweights.map((c) => ({
        id: c.id,
        name: c.name.trim(),
        zMm: numberOf(c.zMm),
        widthMm: numberOf(c.widthMm),
        rimRadiusMm: numberOf(c.rimRadiusMm),
        arcCentreDeg: numberOf(c.arcCentreDeg),
        arcHalfWidthDeg: numberOf(c.arcHalfWidthDeg),
        depthLimitMm: numberOf(c.depthLimitMm),
      })),
    },
  };
  const checked = check(jobSpecSchema, candidate);
  if (!checked.ok) return { ok: false, problems: checked.problems.map((p) => ({ ...p, field: formField(p.field) })) };
  try {
    checkLayout(checked.value.layout);
    checkCrank(checked.value.crank);
  } catch (error) {
    if (error instanceof CoreError) return { ok: false, problems: [{ field: formField(error.field), message: error.message }] };
    throw error;
  }
  return { ok: true, spec: checked.value };
}

/** A spec's path as the form calls it. */
export function formField(path: string): string {
  return path
    .replace(/^spec\./, '')
    .replace(/^(layout|crank)\./, '')
    .replace(/^planes\./, '')
    .replace(/^tolerance\.school$/, 'toleranceSchool')
    .replace(/^tolerance\.value$/, 'toleranceValue');
}

/** NaN for what is not a number: the schema then says that the field has to be one. */
function numberOf(typed: string): number {
  const parsed = parseDecimal(typed);
  return parsed.kind === 'number' ? parsed.value : Number.NaN;
}
