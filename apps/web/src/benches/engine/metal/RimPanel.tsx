import { HEAVY_METAL_G_PER_CM3, RIM_KIND_WORDS, RIM_KINDS, type DrillSide } from '@tare/core';
import type { ReactNode } from 'react';
import { useFieldArray, useWatch, type UseFieldArrayReturn, type UseFormReturn } from 'react-hook-form';
import { CheckRow } from '../../../ui/CheckRow.js';
import { AddRow, TakeOff } from '../../../ui/RowButtons.js';
import { Choice } from '../../../ui/Choice.js';
import { FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import type { SpecForm } from '../specForm.js';
import { blankFound, FOUND_SIDES, type FoundSide } from './metalForm.js';

const SIDES: readonly { readonly value: DrillSide | 'usual'; readonly label: string }[] = [
  { value: 'usual', label: 'rim; face where the shop does so' },
  { value: 'rim', label: 'its rim only' },
  { value: 'face', label: 'its side face only' },
  { value: 'both', label: 'rim and side face' },
  { value: 'grind', label: 'nowhere: it is ground on its rim' },
];

interface RimPanelProps {
  readonly form: UseFormReturn<SpecForm>;
  /** Of the rim in the form. */
  readonly index: number;
  readonly found: UseFieldArrayReturn<SpecForm, 'found', 'rowId'>;
}

/** What is special about one rim: its own metal and rules, what must not be drilled, the holes it came with. */
export function RimPanel({ form, index, found }: RimPanelProps): ReactNode {
  const at = `counterweights.${index}` as const;
  const [id, name] = useWatch({ control: form.control, name: [`${at}.id`, `${at}.name`] });
  const noDrill = useFieldArray({ control: form.control, name: `${at}.noDrill`, keyName: 'rowId' });
  const own = found.fields.flatMap((hole, i) => (hole.counterweightId === id ? [{ hole, i }] : []));
  return (
    <div className="grid min-w-0 gap-3">
      <div className="grid items-start gap-3 sm:grid-cols-2">
        <Choice
          label={`${name} is a`}
          {...form.register(`${at}.kind`)}
          options={RIM_KINDS.map((kind) => ({ value: kind, label: RIM_KIND_WORDS[kind] }))}
        />
        <Choice label="Metal is taken from" {...form.register(`${at}.drillFrom`)} options={SIDES} />
      </div>
      <div className="grid grid-cols-3 items-start gap-3">
        <FormQuantity label="Own density" unit="g/cm³" hint="Blank: the crank’s" control={form.control} name={`${at}.densityGPerCm3`} />
        <FormQuantity label="Edge margin" unit="mm" hint="Blank: 2" control={form.control} name={`${at}.edgeMarginMm`} />
        <FormQuantity label="Largest bit" unit="mm" hint="Blank: any" control={form.control} name={`${at}.largestBitMm`} />
      </div>
      <CheckRow {...form.register(`${at}.awkward`)}>awkward to reach</CheckRow>
      <fieldset className="grid gap-2">
        <legend className="mb-1 font-semibold">Not to be drilled</legend>
        {noDrill.fields.map((row, i) => (
          <div key={row.rowId} className="flex flex-wrap items-start gap-2">
            <FormQuantity label="From" unit="°" className="w-24" control={form.control} name={`${at}.noDrill.${i}.fromDeg`} />
            <FormQuantity label="clockwise to" unit="°" className="w-24" control={form.control} name={`${at}.noDrill.${i}.toDeg`} />
            <FormField label="Why" className="w-40 grow" control={form.control} name={`${at}.noDrill.${i}.why`} />
            <TakeOff label={`Take no-drill arc ${i + 1} off`} className="mt-6" onClick={() => noDrill.remove(i)} />
          </div>
        ))}
        <AddRow className="w-fit" onClick={() => noDrill.append({ fromDeg: '', toDeg: '', why: 'oil drilling' })}>
          A no-drill arc
        </AddRow>
      </fieldset>
      <fieldset className="grid gap-2">
        <legend className="mb-1 font-semibold">Holes and bars it came with, measured in</legend>
        {own.map(({ hole, i }) => (
          <FoundFields key={hole.rowId} form={form} index={i} rim={index} onRemove={() => found.remove(i)} />
        ))}
        <div className="flex flex-wrap gap-2">
          <AddRow className="w-fit" onClick={() => found.append(blankFound(id))}>
            A hole it came with
          </AddRow>
          <AddRow className="w-fit" onClick={() => found.append({ ...blankFound(id), side: 'front', ...BAR })}>
            A bar it came with
          </AddRow>
        </div>
      </fieldset>
    </div>
  );
}

/** A bar that was only said to be there, until it is measured. */
const BAR = { bitMm: '20', barLengthMm: '20', barDensityGPerCm3: String(HEAVY_METAL_G_PER_CM3) };

const FOUND_FROM: Readonly<Record<FoundSide, string>> = {
  rim: 'the rim',
  front: 'the front face',
  rear: 'the rear face',
  face: 'a face, nobody knows which',
};

interface FoundFieldsProps {
  readonly form: UseFormReturn<SpecForm>;
  readonly index: number;
  /** Its counterweight's place in the form. */
  readonly rim: number;
  readonly onRemove: () => void;
}

/** One hole or bar that was there, with the fields that it has. */
function FoundFields({ form, index, rim, onRemove }: FoundFieldsProps): ReactNode {
  const at = `found.${index}` as const;
  const hole = useWatch({ control: form.control, name: at });
  const widthMm = useWatch({ control: form.control, name: `counterweights.${rim}.widthMm` });
  const isBar = hole.barLengthMm.trim() !== '' || hole.barDensityGPerCm3.trim() !== '';
  return (
    <div className="flex flex-wrap items-start gap-2 border-l-4 border-edge pl-2">
      <FormQuantity label="At" unit="°" className="w-24" control={form.control} name={`${at}.angleDeg`} />
      <Choice
        label="From"
        className="w-52"
        {...form.register(`${at}.side`)}
        options={FOUND_SIDES.map((value) => ({ value, label: FOUND_FROM[value] }))}
      />
      {hole.side === 'rim' ? (
        <FormQuantity
          label="Along the crank"
          unit="mm"
          className="w-36"
          hint="Blank: the middle of its width"
          control={form.control}
          name={`${at}.zMm`}
        />
      ) : (
        <FormQuantity label="Its axis at radius" unit="mm" className="w-36" control={form.control} name={`${at}.radiusMm`} />
      )}
      <FormQuantity label={isBar ? 'Bar' : 'Width'} unit="mm" className="w-24" control={form.control} name={`${at}.bitMm`} />
      {isBar && <FormQuantity label="Length" unit="mm" className="w-24" control={form.control} name={`${at}.barLengthMm`} />}
      <FormQuantity
        label={isBar ? 'Inner end at' : 'Depth'}
        unit="mm"
        className={isBar ? 'w-36' : 'w-24'}
        {...(isBar ? { hint: 'Blank: it ends at the surface' } : hole.side === 'rim' ? {} : { hint: `Web ${widthMm} mm` })}
        control={form.control}
        name={`${at}.depthMm`}
      />
      {isBar ? (
        <FormQuantity
          label="Bar’s density"
          unit="g/cm³"
          className="w-32"
          hint="Blank: 17.5"
          control={form.control}
          name={`${at}.barDensityGPerCm3`}
        />
      ) : (
        <FormQuantity label="Point" unit="°" className="w-24" control={form.control} name={`${at}.pointAngleDeg`} />
      )}
      <TakeOff label={`Take the ${isBar ? 'bar' : 'hole'} at ${hole.angleDeg}° off`} className="mt-6" onClick={onRemove} />
    </div>
  );
}
