import { boringNotedSchema } from '@tare/contract';
import type { BoringNoted } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../../ui/Disclosure.js';
import { FormChoice, FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { useLimitsForm } from '../useLimitsForm.js';

const PLATES = [
  { value: 'none', label: 'without one' },
  { value: 'torqued', label: 'torqued on' },
] as const;

/** How the block was held while its bores were measured and honed: a torque plate, its torque, the block's temperature. */
export function NotedForm({ noted }: { readonly noted: BoringNoted | null }): ReactNode {
  const write = useLimitsForm<BoringNoted>({
    subject: 'bores.noted',
    schema: boringNotedSchema,
    start: noted ?? { plate: 'none', plateTorqueNm: null, blockC: null, note: '' },
    bands: () => ({}),
  });
  const { control } = write.form;
  return (
    <Disclosure title={`Torque plate and temperature: ${noted === null ? 'not noted' : noted.plate === 'torqued' ? 'a plate' : 'no plate'}`}>
      <WriteFormFrame
        write={write}
        keep="Keep this"
        asksWho={false}
        label="How the block was held"
        look="plain"
        className="flex flex-wrap items-end gap-3"
      >
        <FormChoice label="Torque plate" className="w-36" control={control} name="plate" options={[...PLATES]} />
        <FormQuantity label="Its torque" unit="N·m" className="w-36" control={control} name="plateTorqueNm" />
        <FormQuantity label="The block at, °C" unit="" className="w-36" control={control} name="blockC" />
        <FormField label="Note" className="w-60" control={control} name="note" />
      </WriteFormFrame>
    </Disclosure>
  );
}
