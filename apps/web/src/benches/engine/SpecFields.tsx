import { SCHOOLS } from '@tare/card';
import { LAYOUT_FAMILIES, LAYOUT_IDS, LAYOUTS, ROTATIONS, TOLERANCE_SCHOOLS } from '@tare/core';
import type { FieldPath } from 'react-hook-form';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { Field, NumberField } from '../../ui/Field.js';
import { Choice } from '../../ui/Choice.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { CounterweightTable, CylinderTable, PinTable } from './CrankTables.js';
import { LayoutFiles } from './LayoutFiles.js';
import { LayoutSummary } from './LayoutSummary.js';
import { CrankFiles } from './metal/CrankFiles.js';
import { MetalEditor } from './metal/MetalEditor.js';
import { hasSplitPins, type SpecForm } from './specForm.js';
import { fieldProps, type SpecFormState } from './useSpecForm.js';

interface SpecFieldsProps {
  readonly state: SpecFormState;
  /** A job that has parts keeps its layout. */
  readonly fixedLayout: boolean;
}

/** Everything that is agreed for a job and known of its engine. */
export function SpecFields({ state, fixedLayout }: SpecFieldsProps): ReactNode {
  const { form, byHand, layOutAfresh, otherProblems } = state;
  const { register, watch } = form;
  const field = (name: FieldPath<SpecForm>): ReturnType<typeof fieldProps> => fieldProps(form, name);
  const [layoutId, school] = watch(['layoutId', 'toleranceSchool']);
  return (
    <div className="grid gap-5">
      <fieldset className="grid gap-3 md:grid-cols-3">
        <legend className="mb-1 text-xl font-semibold">Whose, and what</legend>
        <Field label="Customer" {...field('customer')} />
        <Field label="Boat or plant" {...field('vessel')} />
        <Field label="Engine" {...field('engineName')} />
      </fieldset>
      <fieldset className="grid items-start gap-3 md:grid-cols-4">
        <legend className="mb-1 text-xl font-semibold">Engine</legend>
        <Choice
          label="Layout"
          className="md:col-span-4"
          disabled={fixedLayout}
          {...register('layoutId')}
          options={LAYOUT_FAMILIES.flatMap((family) => LAYOUT_IDS.filter((id) => LAYOUTS[id].family === family)).map((id) => ({
            value: id,
            label: LAYOUTS[id].name,
          }))}
        />
        <NumberField label="Stroke" unit="mm" {...field('strokeMm')} />
        <NumberField label="Rod length, centre to centre" unit="mm" {...field('rodLengthMm')} />
        <NumberField label="Throw to throw" unit="mm" disabled={fixedLayout} {...field('throwSpacingMm')} />
        {hasSplitPins(layoutId) && <NumberField label="Rod to rod on a split throw" unit="mm" disabled={fixedLayout} {...field('splitOffsetMm')} />}
        <NumberField label="Redline" unit="rpm" {...field('redlineRpm')} />
        <Choice
          label="Runs, seen from the front"
          {...register('rotation')}
          options={ROTATIONS.map((rotation) => ({ value: rotation, label: rotation }))}
        />
        <NumberField label="Piston pins off the bore’s axis" unit="mm" {...field('pinOffsetMm')} />
        <Field label="Firing order" isFigure className="md:col-span-2" hint="Blank where it does not matter" {...field('firingOrder')} />
      </fieldset>
      <LayoutSummary form={form} />
      <fieldset className="grid items-start gap-3 md:grid-cols-4">
        <legend className="mb-1 text-xl font-semibold">Tolerances</legend>
        <Choice
          label="How the spin’s tolerance is stated"
          className="md:col-span-2"
          {...register('toleranceSchool')}
          hint={SCHOOLS[school].reason}
          options={TOLERANCE_SCHOOLS.map((id) => ({ value: id, label: SCHOOLS[id].name }))}
        />
        <NumberField label="Tolerance, each plane" unit={SCHOOLS[school].unit} {...field('toleranceValue')} />
        <NumberField
          label="Matching: largest − smallest"
          unit="g"
          hint="1 ordinary, 0.5 performance, 0.1 competition"
          {...field('matchToleranceG')}
        />
        <Choice
          label="Balance"
          className="md:col-span-2"
          {...register('balance')}
          hint={BALANCE_HINTS[watch('balance')]}
          options={[
            { value: 'internal', label: 'Internal: the crank alone' },
            { value: 'external', label: 'External: damper and flywheel spin with it' },
          ]}
        />
      </fieldset>
      <section className="grid gap-3">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h2 className="text-xl">Pins, banks and counterweights</h2>
          <LayoutFiles state={state} fixed={fixedLayout} />
          {byHand && !fixedLayout && <Button onClick={layOutAfresh}>Lay out afresh from the figures above</Button>}
        </div>
        <p className="text-ink-soft">
          Positions count along the crank, front to rear, in mm from wherever suits; angles from crankpin 1, clockwise seen from the front. What
          stands here is a first guess from the layout: measure the crank and correct it, since holes are planned from these figures.
        </p>
        {otherProblems.map((problem) => (
          <ProblemNotice key={problem}>{problem}</ProblemNotice>
        ))}
        <PinTable form={form} fixed={fixedLayout} />
        <CylinderTable form={form} fixed={fixedLayout} />
        <div className="grid grid-cols-2 items-end gap-3 md:grid-cols-4">
          <NumberField label="Plane A at" unit="mm" {...field('zAMm')} />
          <NumberField label="A’s correction radius" unit="mm" {...field('radiusAMm')} />
          <NumberField label="Plane B at" unit="mm" {...field('zBMm')} />
          <NumberField label="B’s correction radius" unit="mm" {...field('radiusBMm')} />
          <NumberField label="Crank’s mass" unit="kg" {...field('massKg')} />
          <NumberField label="Mass centre at" unit="mm" {...field('massCentreZMm')} />
          <NumberField label="Density (steel 7.85, cast iron 7.1)" unit="g/cm³" {...field('densityGPerCm3')} className="col-span-2" />
        </div>
        <CounterweightTable form={form} />
        <CrankFiles state={state} />
        <MetalEditor state={state} />
      </section>
    </div>
  );
}

const BALANCE_HINTS = {
  internal: 'Damper and flywheel are neutral and can be swapped for ever.',
  external: 'Damper and flywheel carry part of the balance: mount them before every spin. They stand below at their usual places: measure them in.',
};
