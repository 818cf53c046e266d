import type { ReactNode } from 'react';
import { useFieldArray, type FieldPath, type UseFormReturn } from 'react-hook-form';
import { AddRow, TakeOff } from '../../ui/RowButtons.js';
import { Field } from '../../ui/Field.js';
import { FormQuantity } from '../../ui/FormQuantity.js';
import { useDisplay } from '../../ui/useDisplay.js';
import type { CounterweightForm } from './metal/metalForm.js';
import type { SpecForm } from './specForm.js';
import { fieldProps } from './useSpecForm.js';

interface TableProps {
  readonly form: UseFormReturn<SpecForm>;
}

const cell = (form: UseFormReturn<SpecForm>, name: FieldPath<SpecForm>): ReturnType<typeof fieldProps> & { hideLabel: true } => ({
  ...fieldProps(form, name),
  hideLabel: true,
});

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

/** The crankpins: where each is, and which cylinders' rods run on it. */
export function PinTable({ form, fixed }: TableProps & { readonly fixed: boolean }): ReactNode {
  const display = useDisplay();
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'pins' });
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border-separate border-spacing-x-2 border-spacing-y-1 [&_td]:min-w-24">
        <caption className="text-left font-semibold">Crankpins</caption>
        <thead className="text-left text-ink-soft">
          <tr>
            <th scope="col">Pin</th>
            <th scope="col">Angle, °</th>
            <th scope="col">{`Position z, ${display.unit('mm')}`}</th>
            <th scope="col">Cylinders on it</th>
            <th>
              <span className="sr-only">Take off</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {fields.map((row, i) => (
            <tr key={row.id} className="align-top">
              <th scope="row" className="w-12 pt-2 text-left figure-type">
                {i + 1}
              </th>
              <td>
                <FormQuantity
                  label={`Angle of pin ${i + 1}`}
                  unit="°"
                  hideUnit
                  disabled={fixed}
                  control={form.control}
                  name={`pins.${i}.angleDeg`}
                  hideLabel
                />
              </td>
              <td>
                <FormQuantity label={`Position of pin ${i + 1}`} unit="mm" hideUnit control={form.control} name={`pins.${i}.zMm`} hideLabel />
              </td>
              <td>
                <Field label={`Cylinders on pin ${i + 1}`} disabled={fixed} {...cell(form, `pins.${i}.cylinders`)} />
              </td>
              <td className="w-12">
                {!fixed && (
                  <TakeOff
                    label={`Take pin ${i + 1} off`}
                    onClick={() => {
                      remove(i);
                    }}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
        {!fixed && (
          <tfoot>
            <tr>
              <td colSpan={5}>
                <AddRow
                  onClick={() => {
                    append({ angleDeg: '', zMm: '', cylinders: '' });
                  }}
                >
                  Add a pin
                </AddRow>
              </td>
            </tr>
          </tfoot>
        )}
      </table>
    </div>
  );
}

const COLUMNS = [
  ['zMm', 'Position z', 'mm'],
  ['widthMm', 'Width', 'mm'],
  ['rimRadiusMm', 'Rim radius', 'mm'],
  ['arcCentreDeg', 'Arc’s middle', '°'],
  ['arcHalfWidthDeg', 'Half arc', '°'],
  ['depthLimitMm', 'Depth limit', 'mm'],
] as const;

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
  const display = useDisplay();
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'counterweights', keyName: 'rowId' });
  const add = (): void => {
    const like = form.getValues('counterweights').findLast(({ kind }) => kind === 'counterweight');
    append({ ...BLANK, ...like, zMm: '', arcCentreDeg: '', noDrill: [], id: crypto.randomUUID(), name: `CW ${fields.length + 1}` });
  };
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border-separate border-spacing-x-1.5 border-spacing-y-1 [&_td]:min-w-24">
        <caption className="text-left font-semibold">Counterweights, front to rear, and what bolts on</caption>
        <thead className="text-left text-ink-soft">
          <tr>
            <th scope="col">Name</th>
            {COLUMNS.map(([key, title, unit]) => (
              <th key={key} scope="col" className="font-normal">
                {`${title}, ${display.unit(unit)}`}
              </th>
            ))}
            <th>
              <span className="sr-only">Take off</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {fields.map((row, i) => (
            <tr key={row.rowId} className="align-top">
              <td className="w-24">
                <Field label={`Name of counterweight ${i + 1}`} {...cell(form, `counterweights.${i}.name`)} />
              </td>
              {COLUMNS.map(([key, title, unit]) => (
                <td key={key}>
                  <FormQuantity
                    label={`${title} of counterweight ${i + 1}`}
                    unit={unit}
                    hideUnit
                    control={form.control}
                    name={`counterweights.${i}.${key}`}
                    hideLabel
                  />
                </td>
              ))}
              <td className="w-12">
                <TakeOff
                  label={`Take counterweight ${i + 1} off`}
                  onClick={() => {
                    remove(i);
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td colSpan={8}>
              <AddRow onClick={add}>Add a counterweight</AddRow>
            </td>
          </tr>
        </tfoot>
      </table>
    </div>
  );
}
