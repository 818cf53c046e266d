import { ELSEWHERE_NAMES, KIND_NAMES } from '@tare/card';
import { ELSEWHERE_WHYS, SINGLE_KINDS, type SingleKind } from '@tare/core';
import type { ReactNode } from 'react';
import { useWatch, type Control } from 'react-hook-form';
import { FormChoice, FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import type { TypedElsewhere } from './elsewhereForm.js';

/** A form that has these fields among others. */
export interface HasElsewhere {
  readonly elsewhere: TypedElsewhere;
}

/** Of each kind of part: weighed here, or why not, by whom, and the figure that stands for it all the same. */
export function ElsewhereFields({ control }: { readonly control: Control<HasElsewhere> }): ReactNode {
  return (
    <div className="grid gap-2">
      {SINGLE_KINDS.map((kind) => (
        <KindFields key={kind} kind={kind} control={control} />
      ))}
    </div>
  );
}

function KindFields({ kind, control }: { readonly kind: SingleKind; readonly control: Control<HasElsewhere> }): ReactNode {
  const why = useWatch({ control, name: `elsewhere.${kind}.why` });
  const { many, one } = KIND_NAMES[kind];
  const isGiven = why === 'notWeighed' || why === 'doneElsewhere';
  return (
    <div className="grid grid-cols-2 items-start gap-3 md:grid-cols-[12rem_minmax(0,1fr)_9rem_9rem]">
      <FormChoice
        control={control}
        name={`elsewhere.${kind}.why`}
        label={many}
        options={[{ value: '', label: 'weighed here' }, ...ELSEWHERE_WHYS.map((value) => ({ value, label: ELSEWHERE_NAMES[value] }))]}
      />
      {isGiven && <FormField control={control} name={`elsewhere.${kind}.by`} label={`${many}: by whom`} placeholder="their owner" />}
      {isGiven && kind !== 'rod' && (
        <FormQuantity control={control} name={`elsewhere.${kind}.massG`} label={`Each ${one.toLowerCase()}, if known`} unit="g" />
      )}
      {isGiven && kind === 'rod' && (
        <>
          <FormQuantity control={control} name="elsewhere.rod.bigEndG" label="Big end, if known" unit="g" />
          <FormQuantity control={control} name="elsewhere.rod.smallEndG" label="Small end, if known" unit="g" />
        </>
      )}
    </div>
  );
}
