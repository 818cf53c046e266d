import { boreLimitsSchema } from '@tare/contract';
import type { BoreLimits } from '@tare/core';
import type { ReactNode } from 'react';
import { FormChoice, FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { RowTable } from '../../../ui/form/RowTable.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { RULE_CHOICES } from '../ruleChoices.js';
import { useLimitsForm } from '../useLimitsForm.js';

/** What stands in the form while nobody typed anything. */
const NO_LIMITS: Required<BoreLimits> = {
  rule: 'twoSided95',
  nominalMm: null,
  wearMm: null,
  outOfRoundMm: null,
  taperMm: null,
  oversizes: [],
  honeMm: 0.05,
  leastWallMm: null,
  sleevePrice: null,
  pricedOn: '',
  clearance: { lowMm: null, highMm: null },
  rings: [],
};
const SIZE = { overMm: '', stock: '', price: '' };
const RING = { name: '', lowMm: '', highMm: '' };

/** Limits of the bores, typed from the engine's own data, with the oversizes that can be had: nothing of any maker's is known here. */
export function BoreLimitsForm({ limits }: { readonly limits: BoreLimits | null }): ReactNode {
  const write = useLimitsForm<Required<BoreLimits>>({
    subject: 'bores.limits',
    schema: boreLimitsSchema,
    start: { ...NO_LIMITS, ...limits },
    rows: { oversizes: [SIZE], rings: [RING] },
    bands: ({ clearance, rings }) => ({
      clearance: [clearance, 'the clearance'],
      ...Object.fromEntries(rings.map((ring, i) => [`rings.${i}`, [ring, `the ${ring.name} ring`]] as const)),
    }),
  });
  const { control } = write.form;
  return (
    <WriteFormFrame
      write={write}
      keep="Keep these limits"
      leave="Leave them as they were"
      asksWho={false}
      label="Limits of the bores"
      className="grid gap-4"
    >
      <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
        <FormQuantity label="Nominal bore" unit="mm" control={control} name="nominalMm" />
        <FormQuantity label="Worn by, at most" unit="mm" control={control} name="wearMm" />
        <FormQuantity label="Out of round, at most" unit="mm" control={control} name="outOfRoundMm" />
        <FormQuantity label="Taper, at most" unit="mm" control={control} name="taperMm" />
        <FormQuantity label="Left for the hone" unit="mm" control={control} name="honeMm" />
        <FormQuantity label="Thinnest wall" unit="mm" control={control} name="leastWallMm" />
        <FormQuantity label="Piston clearance, from" unit="mm" control={control} name="clearance.lowMm" />
        <FormQuantity label="Piston clearance, to" unit="mm" control={control} name="clearance.highMm" />
        <FormQuantity label="Price of a sleeve" unit="" control={control} name="sleevePrice" />
        <FormField label="Prices of" control={control} name="pricedOn" placeholder="2026-11-01" />
        <FormChoice label="Inside means" control={control} name="rule" options={RULE_CHOICES} />
      </div>
      <RowTable
        form={write.form}
        name="oversizes"
        caption="Oversizes of pistons that can be had"
        noun="oversize"
        columns={[
          { key: 'overMm', title: 'Over', unit: 'mm' },
          { key: 'stock', title: 'Sets in stock', unit: '' },
          { key: 'price', title: 'Price of the set', unit: '' },
        ]}
        addWords="Another oversize"
        blank={() => SIZE}
      />
      <RowTable
        form={write.form}
        name="rings"
        caption="Rings from the top, with the gap between their ends"
        noun="ring"
        columns={[
          { key: 'name', title: 'Ring', unit: null },
          { key: 'lowMm', title: 'Gap, from', unit: 'mm' },
          { key: 'highMm', title: 'Gap, to', unit: 'mm' },
        ]}
        addWords="Another ring"
        blank={() => RING}
      />
    </WriteFormFrame>
  );
}
