import type { ReactNode } from 'react';
import { useFieldArray, type UseFormReturn } from 'react-hook-form';
import { AddRow, TakeOff } from '../../ui/RowButtons.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { RowTable, type RowColumn } from '../../ui/form/RowTable.js';
import type { CounterweightForm } from './metal/metalForm.js';
import type { SpecForm } from './specForm.js';
import { BLANK_JOURNAL } from './metal/sizesForm.js';

interface TableProps {
  readonly form: UseFormReturn<SpecForm>;
}

/** The cylinders: which way each one's bank points. */
export function CylinderTable({ form, fixed }: TableProps & { readonly fixed: boolean }): ReactNode {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'cylinders' });
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">Cylinders, and which way each one’s bank points</legend>
      <ul className="grid gap-x-4 gap-y-2 sm:grid-cols-2 lg:grid-cols-4">
        {fields.map((row, i) => (
          <li key={row.id} className="flex items-start gap-2">
            <FormQuantity
              label={`Number of cylinder ${i + 1} of the list`}
              unit=""
              className="w-14 shrink-0"
              disabled={fixed}
              control={form.control}
              name={`cylinders.${i}.number`}
              hideLabel
            />
            <FormQuantity
              label={`Bank angle of cylinder ${i + 1} of the list`}
              unit="°"
              className="grow"
              control={form.control}
              name={`cylinders.${i}.bankDeg`}
              hideLabel
            />
            {!fixed && <TakeOff label={`Take cylinder ${i + 1} of the list off`} onClick={() => remove(i)} />}
          </li>
        ))}
      </ul>
      {!fixed && (
        <AddRow className="mt-2" onClick={() => append({ number: String(fields.length + 1), bankDeg: '0' })}>
          Add a cylinder
        </AddRow>
      )}
    </fieldset>
  );
}

/** A journal's own figures, of a main or a pin. */
export const JOURNAL_COLUMNS = [
  { key: 'diameterMm', title: 'Diameter', unit: 'mm' },
  { key: 'widthMm', title: 'Width', unit: 'mm' },
  { key: 'filletMm', title: 'Fillet', unit: 'mm' },
] as const satisfies readonly RowColumn[];

/** The crankpins: where each is, which cylinders' rods run on it, and how large it is. */
export function PinTable({ form, fixed }: TableProps & { readonly fixed: boolean }): ReactNode {
  const sizes = useFieldArray({ control: form.control, name: 'pinSizes', keyName: 'rowId' });
  return (
    <RowTable
      form={form}
      name="pins"
      caption="Crankpins"
      noun="pin"
      isNumbered
      isFixed={fixed}
      columns={[
        { key: 'angleDeg', title: 'Angle', unit: '°', isFixed: fixed },
        { key: 'zMm', title: 'Position z', unit: 'mm', label: (number) => `Position of pin ${number}` },
        { key: 'cylinders', title: 'Cylinders on it', unit: null, label: (number) => `Cylinders on pin ${number}`, isFixed: fixed },
        ...(sizes.fields.length === 0 ? [] : JOURNAL_COLUMNS.map((column) => ({ ...column, of: 'pinSizes' }))),
      ]}
      addWords="Add a pin"
      blank={() => ({ angleDeg: '', zMm: '', cylinders: '' })}
      onAdded={() => sizes.append(BLANK_JOURNAL)}
      onTaken={(index) => sizes.remove(index)}
    />
  );
}

const BLANK: CounterweightForm = {
  id: '',
  name: '',
  zMm: '',
  widthMm: '',
  rimRadiusMm: '',
  arcCentreDeg: '',
  arcHalfWidthDeg: '',
  depthLimitMm: '',
  kind: 'counterweight',
  densityGPerCm3: '',
  drillFrom: 'usual',
  edgeMarginMm: '',
  largestBitMm: '',
  awkward: false,
  noDrill: [],
};

/** The counterweights as metal to be drilled. */
export function CounterweightTable({ form }: TableProps): ReactNode {
  return (
    <RowTable
      form={form}
      name="counterweights"
      caption="Counterweights, front to rear, and what bolts on"
      noun="counterweight"
      columns={[
        { key: 'name', title: 'Name', unit: null },
        { key: 'zMm', title: 'Position z', unit: 'mm' },
        { key: 'widthMm', title: 'Width', unit: 'mm' },
        { key: 'rimRadiusMm', title: 'Rim radius', unit: 'mm' },
        { key: 'arcCentreDeg', title: 'Arc’s middle', unit: '°' },
        { key: 'arcHalfWidthDeg', title: 'Half arc', unit: '°' },
        { key: 'depthLimitMm', title: 'Depth limit', unit: 'mm' },
      ]}
      addWords="Add a counterweight"
      blank={(rows) => {
        const like = form.getValues('counterweights').findLast(({ kind }) => kind === 'counterweight');
        return { ...BLANK, ...like, zMm: '', arcCentreDeg: '', noDrill: [], id: crypto.randomUUID(), name: `CW ${rows + 1}` };
      }}
    />
  );
}
