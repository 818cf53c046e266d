import { SCHOOLS } from '@tare/card';
import { LAYOUT_FAMILIES, LAYOUT_IDS, LAYOUTS, ROTATIONS, TOLERANCE_SCHOOLS, TOLERANCE_UNITS } from '@tare/core';
import { useWatch } from 'react-hook-form';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { Choice } from '../../ui/Choice.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { CounterweightTable, CylinderTable, PinTable } from './CrankTables.js';
import { LayoutFiles } from './LayoutFiles.js';
import { LayoutSummary } from './LayoutSummary.js';
import { CrankFiles } from './metal/CrankFiles.js';
import { SizesEditor } from './metal/SizesEditor.js';
import { MetalEditor } from './metal/MetalEditor.js';
import { TypedCrank } from './TypedCrank.js';
import { hasSplitPins } from './specForm.js';
import type { SpecFormState } from './useSpecForm.js';

interface SpecFieldsProps {
  readonly state: SpecFormState;
  /** A job that has parts keeps its layout. */
  readonly fixedLayout: boolean;
}

/** Everything that is agreed for a job and known of its engine. */
export function SpecFields({ state, fixedLayout }: SpecFieldsProps): ReactNode {
  const { form, byHand, layOutAfresh, otherProblems } = state;
  const { register } = form;
  const [layoutId, school, balance, pins] = useWatch({ control: form.control, name: ['layoutId', 'toleranceSchool', 'balance', 'pins'] });
  const sharesPins = pins.some(({ cylinders }) => /\d\D+\d/.test(cylinders));
  return (
    <div className="grid gap-5">
      <fieldset className="grid gap-3 md:grid-cols-3">
        <legend className="mb-1 text-xl font-semibold">Whose, and what</legend>
        <FormField label="Customer" control={form.control} name="customer" />
        <FormField label="Boat or plant" control={form.control} name="vessel" />
        <FormField label="Engine" control={form.control} name="engineName" />
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
        <FormQuantity label="Stroke" unit="mm" control={form.control} name="strokeMm" />
        <FormQuantity label="Rod length, centre to centre" unit="mm" control={form.control} name="rodLengthMm" />
        <FormQuantity label="Throw to throw" unit="mm" disabled={fixedLayout} control={form.control} name="throwSpacingMm" />
        {hasSplitPins(layoutId) && (
          <FormQuantity label="Rod to rod on a split throw" unit="mm" disabled={fixedLayout} control={form.control} name="splitOffsetMm" />
        )}
        <FormQuantity label="Redline" unit="rpm" control={form.control} name="redlineRpm" />
        <Choice
          label="Runs, seen from the front"
          {...register('rotation')}
          options={ROTATIONS.map((rotation) => ({ value: rotation, label: rotation }))}
        />
        <FormQuantity label="Piston pins off the bore’s axis" unit="mm" control={form.control} name="pinOffsetMm" />
        {sharesPins && <FormQuantity label="Rods side by side on a pin, centre to centre" unit="mm" control={form.control} name="rodsApartMm" />}
        <FormField
          label="Firing order"
          isFigure
          className="md:col-span-2"
          hint="Blank where it does not matter"
          control={form.control}
          name="firingOrder"
        />
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
        <FormQuantity
          label="Tolerance, each plane"
          unit={TOLERANCE_UNITS[school]}
          unitWords={SCHOOLS[school].unit}
          asShown
          control={form.control}
          name="toleranceValue"
        />
        <FormQuantity
          label="Matching: largest − smallest"
          unit="g"
          hint="1 ordinary, 0.5 performance, 0.1 competition"
          control={form.control}
          name="matchToleranceG"
        />
        <Choice
          label="Balance"
          className="md:col-span-2"
          {...register('balance')}
          hint={BALANCE_HINTS[balance]}
          options={[
            { value: 'internal', label: 'Internal: the crank alone' },
            { value: 'external', label: 'External: damper and flywheel spin with it' },
          ]}
        />
        <Choice
          label="The customer’s prints in"
          className="md:col-span-2"
          {...register('printIn')}
          hint="Weights stay in grams"
          options={[
            { value: 'metric', label: 'mm, N' },
            { value: 'inch', label: 'inches, lbf' },
            { value: 'both', label: 'both' },
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
          Positions count along the crank, front to rear, from wherever suits; angles from crankpin 1, clockwise seen from the front. What stands here
          is a first guess from the layout: measure the crank and correct it, since holes are planned from these figures.
        </p>
        {otherProblems.map((problem) => (
          <ProblemNotice key={problem}>{problem}</ProblemNotice>
        ))}
        {!fixedLayout && <TypedCrank form={form} />}
        <PinTable form={form} fixed={fixedLayout} />
        <CylinderTable form={form} fixed={fixedLayout} />
        <div className="grid grid-cols-2 items-end gap-3 md:grid-cols-4">
          <FormQuantity label="Plane A at" unit="mm" control={form.control} name="zAMm" />
          <FormQuantity label="A’s correction radius" unit="mm" control={form.control} name="radiusAMm" />
          <FormQuantity label="Plane B at" unit="mm" control={form.control} name="zBMm" />
          <FormQuantity label="B’s correction radius" unit="mm" control={form.control} name="radiusBMm" />
          <FormQuantity label="Crank’s mass" unit="kg" control={form.control} name="massKg" />
          <FormQuantity label="Mass centre at" unit="mm" control={form.control} name="massCentreZMm" />
          <FormQuantity
            label="Density (steel 7.85, cast iron 7.1)"
            unit="g/cm³"
            control={form.control}
            name="densityGPerCm3"
            className="col-span-2"
          />
        </div>
        <CounterweightTable form={form} />
        <SizesEditor form={form} />
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
