import { deviation } from 'd3-array';
import type { Gauge, GaugeDrawer } from '@tare/contract';
import { EXPANSIONS, typedQuantity, USUAL_GAUGE_TEMPLATES, type GrowingMetal } from '@tare/core';
import type { ReactNode } from 'react';
import { useFieldArray, useWatch, type Control } from 'react-hook-form';
import { FormChoice, FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { AddRow, TakeOff } from '../../ui/RowButtons.js';

const METAL_WORDS: Readonly<Record<GrowingMetal, string>> = { steel: 'steel', castIron: 'cast iron', aluminium: 'aluminium' };
export const METAL_CHOICES = (Object.keys(EXPANSIONS) as GrowingMetal[]).map((value) => ({ value, label: METAL_WORDS[value] }));

/** What a gauge has whose readings are typed. */
const TYPED = { source: 'typed', lineTemplate: USUAL_GAUGE_TEMPLATES[0]!, baudRate: '9600' };
const SOURCE_CHOICES = [
  { value: 'typed', label: 'typing, by hand or by itself' },
  { value: 'serial', label: 'serial line' },
  { value: 'standin', label: 'the stand-in' },
];

interface TypedGauge {
  readonly id: string;
  readonly name: string;
  readonly divisionMm: string;
  readonly sign: string;
  readonly metal: string;
  readonly study: string;
  readonly dueOn: string;
  readonly source: string;
  readonly lineTemplate: string;
  readonly baudRate: string;
}

const typed = ({ studyMm, sign, divisionMm, dueOn, source, lineTemplate, baudRate, ...gauge }: Gauge): TypedGauge => ({
  ...gauge,
  divisionMm: String(divisionMm),
  sign: String(sign),
  study: studyMm.join('; '),
  dueOn: dueOn ?? '',
  source: source ?? TYPED.source,
  lineTemplate: lineTemplate ?? TYPED.lineTemplate,
  baudRate: String(baudRate ?? TYPED.baudRate),
});

/** Scatter of a gauge by its study, mm; null where it has none. */
export const scatterOf = (gauge: Pick<Gauge, 'studyMm'> | undefined): number | null => (gauge ? (deviation(gauge.studyMm) ?? null) : null);

/** Placements typed one after another, as a study is read out. */
const studyOf = (text: string): number[] =>
  text
    .split(/[;\n]+|(?<=\d)\s+(?=[-\d.])/)
    .map((one) => one.trim())
    .filter((one) => one !== '')
    .map((one) => typedQuantity(one, 'mm'));

/** The shop's gauges: what they count in, which way they go, and how they scatter on one place. */
export function Gauges({ drawer }: { readonly drawer: GaugeDrawer }): ReactNode {
  const write = useWriteForm<'PUT gauges', { gauges: TypedGauge[] }>({
    route: 'PUT gauges',
    place: `gauges.${drawer.version}`,
    initial: { gauges: drawer.gauges.map(typed) },
    beside: { baseVersion: drawer.version },
    contentOf: ({ gauges }) => ({
      gauges: gauges.map(({ study, sign, dueOn, lineTemplate, baudRate, ...gauge }) => ({
        ...gauge,
        ...(gauge.source === 'serial' && { lineTemplate, baudRate: typedQuantity(baudRate, '') }),
        sign: Number(sign),
        dueOn: dueOn === '' ? null : dueOn,
        studyMm: studyOf(study),
      })),
    }),
    fieldOf: (path) => path.replace(/studyMm.*$/, 'study'),
  });
  const { control } = write.form;
  const { fields, append, remove } = useFieldArray({ control, name: 'gauges', keyName: 'rowId' });
  return (
    <WriteFormFrame write={write} keep="Keep these gauges" leave="Leave them as they were" asksWho={false} label="Gauges of the shop" look="plain">
      <ul className="grid gap-3">
        {fields.map(({ rowId }, i) => (
          <li key={rowId} className="flex flex-wrap items-end gap-3 border-b border-edge pb-2">
            <FormField label={`Gauge ${i + 1}`} className="w-52" control={control} name={`gauges.${i}.name`} />
            <FormQuantity label="counts in" unit="mm" className="w-32" control={control} name={`gauges.${i}.divisionMm`} />
            <FormChoice
              label="needle for a larger size"
              className="w-40"
              control={control}
              name={`gauges.${i}.sign`}
              options={[
                { value: '1', label: 'goes up' },
                { value: '-1', label: 'goes down' },
              ]}
            />
            <FormChoice label="made of" className="w-36" control={control} name={`gauges.${i}.metal`} options={METAL_CHOICES} />
            <FormField
              label="study: one place, read again and again"
              className="w-80"
              placeholder="0.501; 0.502; 0.500"
              control={control}
              name={`gauges.${i}.study`}
            />
            <FormField label="to be checked on" className="w-36" placeholder="2027-05-01" control={control} name={`gauges.${i}.dueOn`} />
            <FormChoice label="read by" className="w-52" control={control} name={`gauges.${i}.source`} options={SOURCE_CHOICES} />
            <SerialFields control={control} i={i} />
            <TakeOff label={`Take gauge ${i + 1} off`} onClick={() => remove(i)} />
          </li>
        ))}
      </ul>
      <AddRow
        className="w-fit"
        onClick={() => append({ id: crypto.randomUUID(), name: '', divisionMm: '0.002', sign: '1', metal: 'steel', study: '', dueOn: '', ...TYPED })}
      >
        Another gauge
      </AddRow>
    </WriteFormFrame>
  );
}

/** How a serial gauge writes its lines; nothing for one that does not. */
function SerialFields({ control, i }: { readonly control: Control<{ gauges: TypedGauge[] }>; readonly i: number }): ReactNode {
  const source = useWatch({ control, name: `gauges.${i}.source` });
  if (source !== 'serial') return null;
  return (
    <>
      <FormField label="its lines look like" className="w-80" control={control} name={`gauges.${i}.lineTemplate`} />
      <FormField label="speed of the line, baud" className="w-40" control={control} name={`gauges.${i}.baudRate`} />
    </>
  );
}
