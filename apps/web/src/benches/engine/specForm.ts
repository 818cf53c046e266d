import { check, jobSpecSchema, type FieldProblem } from '@tare/contract';
import {
  checkCrank,
  checkCrankSizes,
  checkLayout,
  CoreError,
  crankOfPins,
  crankTemplate,
  evenFiringOrder,
  layOut,
  LAYOUTS,
  orSentence,
  sizesOf,
  TOLERANCE_UNITS,
  typedQuantity,
  unitOfName,
  type Crank,
  type EngineLayout,
  type JobKind,
  type JobSpec,
  type LayoutFile,
  type LayoutId,
  type Rotation,
  type System,
  type ToleranceSchool,
  type Unit,
} from '@tare/core';
import {
  counterweightForm,
  counterweightOf,
  foundForm,
  foundOf,
  text,
  withBoltOns,
  type CounterweightForm,
  type FoundForm,
} from './metal/metalForm.js';
import { hasSizes, NO_SIZES, sizesForm, sizesOfForm, wholeNumbers, type SizesField, type SizesForm } from './metal/sizesForm.js';
import { elsewhereOf, typedElsewhere, type TypedElsewhere } from './elsewhereForm.js';
import { get, set } from 'react-hook-form';
import { isPlainNumber } from '../../ui/form/saidOf.js';

/** A job's figures as they are typed: every number is text until it is checked. */
export interface SpecForm extends SizesForm {
  readonly jobKind: JobKind;
  readonly elsewhere: TypedElsewhere;
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
  readonly rotation: Rotation;
  readonly pinOffsetMm: string;
  readonly rodsApartMm: string;
  /** Numbers with dashes, commas or blanks between them; blank where nobody says. */
  readonly firingOrder: string;
  readonly cylinders: readonly CylinderForm[];
  readonly pins: readonly PinForm[];
  readonly zAMm: string;
  readonly zBMm: string;
  readonly radiusAMm: string;
  readonly radiusBMm: string;
  readonly massKg: string;
  readonly massCentreZMm: string;
  readonly densityGPerCm3: string;
  readonly counterweights: readonly CounterweightForm[];
  readonly found: readonly FoundForm[];
  readonly printIn: System;
}

export interface PinForm {
  readonly angleDeg: string;
  readonly zMm: string;
  /** Numbers with commas or blanks between them. */
  readonly cylinders: string;
}

export interface CylinderForm {
  readonly number: string;
  readonly bankDeg: string;
}

/** A new job's form: an ordinary V8 until something else is chosen. */
export function emptyForm(): SpecForm {
  return laidOut({
    jobKind: 'full',
    elsewhere: typedElsewhere(),
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
    rotation: 'clockwise',
    pinOffsetMm: '0',
    rodsApartMm: '24',
    firingOrder: '',
    cylinders: [],
    pins: [],
    zAMm: '',
    zBMm: '',
    radiusAMm: '',
    radiusBMm: '',
    massKg: '',
    massCentreZMm: '',
    densityGPerCm3: '',
    counterweights: [],
    found: [],
    ...NO_SIZES,
    printIn: 'metric',
  });
}

/** Whether this layout has pins that stand apart on one throw. */
export const hasSplitPins = (layoutId: LayoutId): boolean => LAYOUTS[layoutId].throws.some((t) => t.splayDeg !== 0);

/** The distance of a split throw's rods that is usual for the layout and spacing typed; what stands there where those say nothing. */
export function usualOffsetMm({ layoutId, throwSpacingMm, splitOffsetMm }: SpecForm): string {
  const usualMm = LAYOUTS[layoutId].splitOffsetRatio * typedQuantity(throwSpacingMm, 'mm');
  return Number.isFinite(usualMm) ? text(Math.round(usualMm * 10) / 10) : splitOffsetMm;
}

/**
 * The form with pins, banks and counterweights laid out afresh from layout, stroke and spacings, or, of a layout of its own,
 * the counterweights from the pins; unchanged while those cannot be read.
 */
export function laidOut(form: SpecForm): SpecForm {
  const [strokeMm, spacingMm, offsetMm] = [form.strokeMm, form.throwSpacingMm, form.splitOffsetMm].map((typed) => typedQuantity(typed, 'mm')) as [
    number,
    number,
    number,
  ];
  try {
    if (form.layoutId === 'own') {
      const crank = crankOfPins(layoutOf(form), strokeMm);
      checkCrank(crank);
      return bolted({ ...form, ...crankForm(crank) });
    }
    const template = LAYOUTS[form.layoutId];
    const layout = layOut(template, spacingMm, hasSplitPins(form.layoutId) ? offsetMm : 0);
    const crank = crankTemplate(template, layout, strokeMm);
    checkCrank(crank);
    return bolted({
      ...form,
      ...layoutForm({ ...layout, rotation: form.rotation }),
      firingOrder: evenOrder({ ...layout, rotation: form.rotation }),
      ...crankForm(crank),
    });
  } catch (error) {
    if (error instanceof CoreError) return form;
    throw error;
  }
}

/** The form with what bolts on as its balance has it. */
const bolted = (form: SpecForm): SpecForm => ({ ...form, counterweights: withBoltOns(form.counterweights, form.balance) });

/** The form with a layout that came from a file; counterweights are guessed from its pins. */
export function withLayoutFile(form: SpecForm, { name, layout, strokeMm, rodLengthMm }: LayoutFile): SpecForm {
  return laidOut({
    ...form,
    layoutId: 'own',
    engineName: form.engineName === '' ? name : form.engineName,
    ...layoutForm(layout),
    rotation: layout.rotation ?? 'clockwise',
    pinOffsetMm: text(layout.pinOffsetMm ?? 0),
    rodsApartMm: text(layout.rodsApartMm ?? 0),
    firingOrder: layout.firingOrder?.join('-') ?? evenOrder(layout),
    strokeMm: strokeMm === null ? form.strokeMm : text(strokeMm),
    rodLengthMm: rodLengthMm === null ? form.rodLengthMm : text(rodLengthMm),
  });
}

const evenOrder = (layout: EngineLayout): string => evenFiringOrder(layout)?.join('-') ?? '';

const layoutForm = ({ pins, cylinders }: EngineLayout): Pick<SpecForm, 'pins' | 'cylinders'> => ({
  pins: pins.map((pin) => ({ angleDeg: text(pin.angleDeg), zMm: text(pin.zMm), cylinders: pin.cylinders.join(', ') })),
  cylinders: cylinders.map(({ number, bankDeg }) => ({ number: String(number), bankDeg: text(bankDeg) })),
});

/** The layout as it is typed, checked by nobody yet. */
export function layoutOf(form: SpecForm): EngineLayout {
  const order = wholeNumbers(form.firingOrder);
  return {
    pins: form.pins.map((pin) => ({
      angleDeg: typedQuantity(pin.angleDeg, '°'),
      zMm: typedQuantity(pin.zMm, 'mm'),
      cylinders: wholeNumbers(pin.cylinders),
    })),
    cylinders: form.cylinders.map(({ number, bankDeg }) => ({ number: typedQuantity(number, ''), bankDeg: typedQuantity(bankDeg, '°') })),
    rotation: form.rotation,
    pinOffsetMm: typedQuantity(form.pinOffsetMm, 'mm'),
    rodsApartMm: typedQuantity(form.rodsApartMm, 'mm'),
    ...(order.length === 0 ? {} : { firingOrder: order }),
  };
}

/** The typed layout, or the sentence that says why it is none. */
export function checkedLayout(form: SpecForm): EngineLayout | string {
  const layout = layoutOf(form);
  return orSentence(() => {
    checkLayout(layout);
    return layout;
  });
}

/** The form's fields of a crank's metal. */
export function crankForm({ planes, massKg, massCentreZMm, densityGPerCm3, counterweights, found = [], sizes }: Crank): Pick<SpecForm, CrankField> {
  return {
    zAMm: text(planes.zAMm),
    zBMm: text(planes.zBMm),
    radiusAMm: text(planes.radiusAMm),
    radiusBMm: text(planes.radiusBMm),
    massKg: text(massKg),
    massCentreZMm: text(massCentreZMm),
    densityGPerCm3: text(densityGPerCm3),
    counterweights: counterweights.map(counterweightForm),
    found: found.map(foundForm),
    ...(sizes ? sizesForm(sizes) : NO_SIZES),
  };
}

type CrankField =
  'zAMm' | 'zBMm' | 'radiusAMm' | 'radiusBMm' | 'massKg' | 'massCentreZMm' | 'densityGPerCm3' | 'counterweights' | 'found' | SizesField;

/** The crank as it is typed, checked by nobody yet. */
export function crankOf(form: Pick<SpecForm, CrankField>): Crank {
  return {
    planes: {
      zAMm: typedQuantity(form.zAMm, 'mm'),
      zBMm: typedQuantity(form.zBMm, 'mm'),
      radiusAMm: typedQuantity(form.radiusAMm, 'mm'),
      radiusBMm: typedQuantity(form.radiusBMm, 'mm'),
    },
    massKg: typedQuantity(form.massKg, 'kg'),
    massCentreZMm: typedQuantity(form.massCentreZMm, 'mm'),
    densityGPerCm3: typedQuantity(form.densityGPerCm3, 'g/cm³'),
    counterweights: form.counterweights.map(counterweightOf),
    ...(form.found.length === 0 ? {} : { found: form.found.map(foundOf) }),
    ...(hasSizes(form) ? { sizes: sizesOfForm(form) } : {}),
  };
}

/** The form of a job that is already there. */
export function formOf(spec: JobSpec): SpecForm {
  const [first, second] = spec.layout.pins;
  const form: SpecForm = {
    ...emptyForm(),
    jobKind: spec.jobKind ?? 'full',
    elsewhere: typedElsewhere(spec.elsewhere),
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
    rotation: spec.layout.rotation ?? 'clockwise',
    pinOffsetMm: text(spec.layout.pinOffsetMm ?? 0),
    rodsApartMm: text(spec.layout.rodsApartMm ?? 0),
    firingOrder: spec.layout.firingOrder?.join('-') ?? '',
    ...crankForm({ ...spec.crank, sizes: sizesOf(spec) }),
    printIn: spec.printIn ?? 'metric',
  };
  return withSaid(form, spec.said ?? {});
}

/** In which unit a figure of the form is kept, by its name; null for words. */
const unitOf = (path: string, { toleranceSchool }: SpecForm): Unit | null =>
  path === 'toleranceValue' ? TOLERANCE_UNITS[toleranceSchool] : unitOfName(path);

/** Figures that were typed otherwise than they are kept, as they were said. */
function saidIn(form: SpecForm): Record<string, string> {
  const said: Record<string, string> = {};
  const look = (value: unknown, path: string): void => {
    if (typeof value === 'string') {
      if (value.trim() !== '' && unitOf(path, form) !== null && !isPlainNumber(value)) said[path] = value.trim();
    } else if (typeof value === 'object' && value !== null) {
      for (const [key, one] of Object.entries(value)) look(one, path === '' ? key : `${path}.${key}`);
    }
  };
  look(form, '');
  return said;
}

/** The form with what was said in the place of the figures that it was kept as, where they are still those. */
function withSaid(form: SpecForm, said: Readonly<Record<string, string>>): SpecForm {
  const copy = JSON.parse(JSON.stringify(form)) as SpecForm;
  for (const [path, text] of Object.entries(said)) {
    const unit = unitOf(path, form);
    const kept: unknown = get(copy, path);
    if (unit === null || typeof kept !== 'string') continue;
    if (Math.abs(typedQuantity(kept, unit) - typedQuantity(text, unit)) <= KEPT_TO) set(copy, path, text);
  }
  return copy;
}
/** A form shows what is kept to a thousandth. */
const KEPT_TO = 0.0006;

export type ReadForm = { readonly ok: true; readonly spec: JobSpec } | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/**
 * Reads the form into a spec. Complaints carry the name of the form's own field, so that each is shown where it was
 * typed; what is not a number is left for the schema to complain about, in its words.
 */
export function readForm(form: SpecForm): ReadForm {
  const said = saidIn(form);
  const candidate = {
    ...(form.jobKind === 'full' ? {} : { jobKind: form.jobKind }),
    ...elsewhereOf(form.elsewhere),
    customer: form.customer.trim(),
    vessel: form.vessel.trim(),
    engineName: form.engineName.trim(),
    layoutId: form.layoutId,
    layout: layoutOf(form),
    strokeMm: typedQuantity(form.strokeMm, 'mm'),
    rodLengthMm: typedQuantity(form.rodLengthMm, 'mm'),
    redlineRpm: typedQuantity(form.redlineRpm, 'rpm'),
    balance: form.balance,
    tolerance: { school: form.toleranceSchool, value: typedQuantity(form.toleranceValue, TOLERANCE_UNITS[form.toleranceSchool]) },
    matchToleranceG: typedQuantity(form.matchToleranceG, 'g'),
    crank: crankOf(form),
    ...(form.printIn === 'metric' ? {} : { printIn: form.printIn }),
    ...(Object.keys(said).length === 0 ? {} : { said }),
  };
  const checked = check(jobSpecSchema, candidate);
  if (!checked.ok) return { ok: false, problems: checked.problems.map((p) => ({ ...p, field: formField(p.field) })) };
  try {
    checkLayout(checked.value.layout);
    checkCrank(checked.value.crank);
    if (checked.value.crank.sizes) checkCrankSizes(checked.value.crank.sizes, checked.value.layout);
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
    .replace(/^sizes\.pins/, 'pinSizes')
    .replace(/^sizes\./, '')
    .replace(/^tolerance\.school$/, 'toleranceSchool')
    .replace(/^tolerance\.value$/, 'toleranceValue');
}
