import { RIM_KIND_WORDS, RIM_KINDS, type DrillSide } from '@tare/core';
import { Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { useFieldArray, useWatch, type UseFieldArrayReturn, type UseFormReturn } from 'react-hook-form';
import { Button } from '../../../ui/Button.js';
import { Choice } from '../../../ui/Choice.js';
import { Field, NumberField } from '../../../ui/Field.js';
import type { SpecForm } from '../specForm.js';
import { fieldProps } from '../useSpecForm.js';

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
        <NumberField label="Own density" unit="g/cm³" hint="Blank: the crank’s" {...fieldProps(form, `${at}.densityGPerCm3`)} />
        <NumberField label="Edge margin" unit="mm" hint="Blank: 2" {...fieldProps(form, `${at}.edgeMarginMm`)} />
        <NumberField label="Largest bit" unit="mm" hint="Blank: any" {...fieldProps(form, `${at}.largestBitMm`)} />
      </div>
      <label className="flex min-h-11 items-center gap-2">
        <input type="checkbox" className="size-5 accent-ink" {...form.register(`${at}.awkward`)} />
        awkward to reach
      </label>
      <fieldset className="grid gap-2">
        <legend className="mb-1 font-semibold">Not to be drilled</legend>
        {noDrill.fields.map((row, i) => (
          <div key={row.rowId} className="flex flex-wrap items-start gap-2">
            <NumberField label="From" unit="°" className="w-24" {...fieldProps(form, `${at}.noDrill.${i}.fromDeg`)} />
            <NumberField label="clockwise to" unit="°" className="w-24" {...fieldProps(form, `${at}.noDrill.${i}.toDeg`)} />
            <Field label="Why" className="w-40 grow" {...fieldProps(form, `${at}.noDrill.${i}.why`)} />
            <Button aria-label={`Take no-drill arc ${i + 1} off`} className="mt-6 px-2" onClick={() => noDrill.remove(i)}>
              <Trash2 aria-hidden className="size-5" />
            </Button>
          </div>
        ))}
        <Button className="w-fit" onClick={() => noDrill.append({ fromDeg: '', toDeg: '', why: 'oil drilling' })}>
          <Plus aria-hidden className="size-5" /> A no-drill arc
        </Button>
      </fieldset>
      <fieldset className="grid gap-2">
        <legend className="mb-1 font-semibold">Holes it came with, measured in</legend>
        {own.map(({ hole, i }) => (
          <div key={hole.rowId} className="flex flex-wrap items-start gap-2">
            <NumberField label="At" unit="°" className="w-24" {...fieldProps(form, `found.${i}.angleDeg`)} />
            <NumberField label="Width" unit="mm" className="w-24" {...fieldProps(form, `found.${i}.bitMm`)} />
            <NumberField label="Depth" unit="mm" className="w-24" {...fieldProps(form, `found.${i}.depthMm`)} />
            <NumberField
              label="In the face, at radius"
              unit="mm"
              className="w-40"
              hint="Blank: in the rim"
              {...fieldProps(form, `found.${i}.axialRadiusMm`)}
            />
            <Button aria-label={`Take the hole at ${hole.angleDeg}° off`} className="mt-6 px-2" onClick={() => found.remove(i)}>
              <Trash2 aria-hidden className="size-5" />
            </Button>
          </div>
        ))}
        <Button className="w-fit" onClick={() => found.append({ counterweightId: id, angleDeg: '', bitMm: '', depthMm: '', axialRadiusMm: '' })}>
          <Plus aria-hidden className="size-5" /> A hole it came with
        </Button>
      </fieldset>
    </div>
  );
}
