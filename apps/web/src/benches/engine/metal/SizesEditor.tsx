import { sizesOf, typedQuantity, usualOilWays, type CrankSizes } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../../ui/Disclosure.js';
import type { UseFormReturn } from 'react-hook-form';
import { Button } from '../../../ui/Button.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { RowTable } from '../../../ui/form/RowTable.js';
import { JOURNAL_COLUMNS } from '../CrankTables.js';
import { crankOf, layoutOf, type SpecForm } from '../specForm.js';
import { BLANK_JOURNAL, BLANK_OIL_WAY, oilWayForm, sizesForm, sizesOfForm } from './sizesForm.js';

/** The crank's own sizes: mains, webs, oil ways and ends. The pins' stand with the pins. */
export function SizesEditor({ form }: { readonly form: UseFormReturn<SpecForm> }): ReactNode {
  const take = (sizes: CrankSizes): void => {
    form.reset({ ...form.getValues(), ...sizesForm(sizes) }, { keepDefaultValues: true, keepErrors: true });
  };
  const guess = (): void => {
    const values = form.getValues();
    const { sizes: _, ...crank } = crankOf(values);
    take(sizesOf({ layoutId: values.layoutId, layout: layoutOf(values), crank, strokeMm: typedQuantity(values.strokeMm, 'mm') }));
  };
  const drill = (): void => {
    const values = form.getValues();
    const ways = usualOilWays(sizesOfForm(values), layoutOf(values), typedQuantity(values.strokeMm, 'mm'));
    form.setValue('oilWays', ways.map(oilWayForm), { shouldDirty: true });
  };
  return (
    <Disclosure large title="Mains, webs and oil ways">
      <div className="grid gap-4">
        <p className="text-ink-soft">
          The crank is drawn from these, and nothing is drilled into an oil way. They begin as a guess from stroke, pins and counterweights: measure
          and correct them.
        </p>
        <RowTable
          form={form}
          name="mains"
          caption="Main journals, front to rear"
          noun="main"
          isNumbered
          columns={[{ key: 'zMm', title: 'Position z', unit: 'mm' }, ...JOURNAL_COLUMNS]}
          addWords="Add a main"
          blank={() => ({ zMm: '', ...BLANK_JOURNAL })}
        />
        <RowTable
          form={form}
          name="webs"
          caption="Webs: each holds a pin and its main, or the two pins of a split throw"
          noun="web"
          isNumbered
          columns={[
            { key: 'zMm', title: 'Position z', unit: 'mm' },
            { key: 'widthMm', title: 'Width', unit: 'mm' },
            { key: 'pins', title: 'Pins', unit: null },
            { key: 'shoulderMm', title: 'Beyond the journals', unit: 'mm' },
          ]}
          addWords="Add a web"
          blank={() => ({ zMm: '', widthMm: '', pins: '', shoulderMm: '6' })}
        />
        <RowTable
          form={form}
          name="oilWays"
          caption="Oil ways: straight drillings, from one end to the other"
          noun="oil way"
          isNumbered
          columns={[
            { key: 'boreMm', title: 'Bore', unit: 'mm' },
            { key: 'from.zMm', title: 'From z', unit: 'mm' },
            { key: 'from.radiusMm', title: 'at radius', unit: 'mm', label: (n) => `Radius where oil way ${n} begins` },
            { key: 'from.angleDeg', title: 'at', unit: '°', label: (n) => `Angle where oil way ${n} begins` },
            { key: 'to.zMm', title: 'To z', unit: 'mm' },
            { key: 'to.radiusMm', title: 'at radius', unit: 'mm', label: (n) => `Radius where oil way ${n} ends` },
            { key: 'to.angleDeg', title: 'at', unit: '°', label: (n) => `Angle where oil way ${n} ends` },
          ]}
          addWords="Add an oil way"
          blank={() => BLANK_OIL_WAY}
        />
        <div className="flex flex-wrap items-end gap-3">
          <FormQuantity label="Snout: length" unit="mm" className="w-36" control={form.control} name="snout.lengthMm" />
          <FormQuantity label="Snout: diameter" unit="mm" className="w-36" control={form.control} name="snout.diameterMm" />
          <FormQuantity label="Flange: thickness" unit="mm" className="w-36" control={form.control} name="flange.lengthMm" />
          <FormQuantity label="Flange: diameter" unit="mm" className="w-36" control={form.control} name="flange.diameterMm" />
        </div>
        <div className="flex flex-wrap gap-3">
          <Button onClick={guess}>Guess the sizes afresh</Button>
          <Button onClick={drill}>Oil ways straight from main to pin</Button>
        </div>
      </div>
    </Disclosure>
  );
}
