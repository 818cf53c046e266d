import { rodLimitsSchema } from '@tare/contract';
import type { RodLimits } from '@tare/core';
import type { ReactNode } from 'react';
import { FormChoice, FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { RowTable } from '../../../ui/form/RowTable.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { RULE_CHOICES } from '../ruleChoices.js';
import { useLimitsForm } from '../useLimitsForm.js';

const NONE = { lowMm: null, highMm: null };
/** What stands in the form while nobody typed anything. */
const NO_LIMITS: RodLimits = {
  rule: 'twoSided95',
  bigEnd: NONE,
  outOfRoundMm: null,
  taperMm: null,
  aimRatio: 0.5,
  stockMm: 0.02,
  mostOffCapMm: null,
  centreSpreadMm: null,
  bendMm: null,
  twistMm: null,
  overMm: 100,
  smallEnd: NONE,
  stretch: NONE,
  longerMm: null,
  mostUses: null,
  clearance: NONE,
  grades: [],
  overShells: [],
};
const GRADE = { name: '', wallMm: '', stock: '' };
const SHELL = { overMm: '', stock: '' };

/** Limits of the rods, typed from the engine's own data: nothing of any maker's is known here. */
export function RodLimitsForm({ limits }: { readonly limits: RodLimits | null }): ReactNode {
  const write = useLimitsForm<RodLimits>({
    subject: 'rods.limits',
    schema: rodLimitsSchema,
    start: limits ?? NO_LIMITS,
    rows: { grades: [GRADE], overShells: [SHELL] },
    bands: ({ bigEnd, smallEnd, stretch, clearance }) => ({
      bigEnd: [bigEnd, 'the big end'],
      smallEnd: [smallEnd, 'the small end'],
      stretch: [stretch, 'the stretch'],
      clearance: [clearance, 'the clearance'],
    }),
  });
  const { control } = write.form;
  return (
    <WriteFormFrame
      write={write}
      keep="Keep these limits"
      leave="Leave them as they were"
      asksWho={false}
      label="Limits of the rods"
      className="grid gap-4"
    >
      <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
        <FormQuantity label="Big end, from" unit="mm" control={control} name="bigEnd.lowMm" />
        <FormQuantity label="Big end, to" unit="mm" control={control} name="bigEnd.highMm" />
        <FormQuantity label="Out of round, at most" unit="mm" control={control} name="outOfRoundMm" />
        <FormQuantity label="Taper, at most" unit="mm" control={control} name="taperMm" />
        <FormField label="Honed to, 0 low, 1 high" control={control} name="aimRatio" />
        <FormQuantity label="Left to hone after closing" unit="mm" control={control} name="stockMm" />
        <FormQuantity label="Off a cap alone, at most" unit="mm" control={control} name="mostOffCapMm" />
        <FormQuantity label="Centre distances differ, at most" unit="mm" control={control} name="centreSpreadMm" />
        <FormQuantity label="Bend, at most" unit="mm" control={control} name="bendMm" />
        <FormQuantity label="Twist, at most" unit="mm" control={control} name="twistMm" />
        <FormQuantity label="both over a length of" unit="mm" control={control} name="overMm" />
        <FormChoice label="Inside means" control={control} name="rule" options={RULE_CHOICES} />
        <FormQuantity label="Small end, from" unit="mm" control={control} name="smallEnd.lowMm" />
        <FormQuantity label="Small end, to" unit="mm" control={control} name="smallEnd.highMm" />
        <FormQuantity label="Bolt stretch, from" unit="mm" control={control} name="stretch.lowMm" />
        <FormQuantity label="Bolt stretch, to" unit="mm" control={control} name="stretch.highMm" />
        <FormQuantity label="A bolt stays longer by, at most" unit="mm" control={control} name="longerMm" />
        <FormField label="A bolt is torqued, at most, times" control={control} name="mostUses" />
        <FormQuantity label="Oil clearance, from" unit="mm" control={control} name="clearance.lowMm" />
        <FormQuantity label="Oil clearance, to" unit="mm" control={control} name="clearance.highMm" />
      </div>
      <RowTable
        form={write.form}
        name="grades"
        caption="Grades of shells for the rods"
        noun="grade"
        columns={[
          { key: 'name', title: 'Grade', unit: null },
          { key: 'wallMm', title: 'Wall', unit: 'mm' },
          { key: 'stock', title: 'Halves in stock', unit: '' },
        ]}
        addWords="Another grade for the rods"
        blank={() => GRADE}
      />
      <RowTable
        form={write.form}
        name="overShells"
        caption="Shells with a larger outside"
        noun="size"
        columns={[
          { key: 'overMm', title: 'Larger by', unit: 'mm' },
          { key: 'stock', title: 'Pairs in stock', unit: '' },
        ]}
        addWords="Another size of shells"
        blank={() => SHELL}
      />
    </WriteFormFrame>
  );
}
