import { checkCrankLimits, crankLimitsSchema, keptSpecOf } from '@tare/contract';
import { journalNumbers, JOURNAL_GROUPS, type CrankLimits, type GroupLimits, type JournalGroup } from '@tare/core';
import type { ReactNode } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { useOpenJob } from '../../shell/JobContext.js';
import { complaintOf } from '../../ui/form/complaintOf.js';
import { FormCheck, FormChoice, FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { RowTable } from '../../ui/form/RowTable.js';
import { readForm, typedOf, type Typed } from '../../ui/form/typedForm.js';
import { useDecideForm } from '../../ui/form/useDecideForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { noLimits } from './noLimits.js';
import { RULE_CHOICES } from './ruleChoices.js';

const NO_SHELLS = { housingMm: '', wallMm: '', liningMm: '', liningGPerCm3: '7.3', widthMm: '' };
type TypedShells = typeof NO_SHELLS;
const NO_BAND = { lowMm: '', highMm: '' };
type TypedGroup = Omit<Typed<GroupLimits>, 'shells' | 'fillet' | 'width'> & { shells: TypedShells; fillet: typeof NO_BAND; width: typeof NO_BAND };
type TypedLimits = Omit<Typed<CrankLimits>, JournalGroup | 'vDeg'> & Record<JournalGroup, TypedGroup> & { vDeg: string };

/** Blank where nobody measured a pair. */
const typedGroup = ({ shells, fillet, width, ...group }: GroupLimits): TypedGroup => ({
  ...typedOf(group),
  shells: shells ? typedOf(shells) : NO_SHELLS,
  fillet: fillet ? typedOf(fillet) : NO_BAND,
  width: width ? typedOf(width) : NO_BAND,
});
/** Shells of which nothing was typed are none. */
const groupOf = ({ shells, ...group }: TypedGroup): object => ({
  ...group,
  shells: shells.housingMm.trim() + shells.wallMm.trim() === '' ? null : shells,
});

/** Limits of a crank, typed from the engine's own data: nothing of any maker's is known here. */
export function LimitsForm({ limits }: { readonly limits: CrankLimits | null }): ReactNode {
  const { sheet } = useOpenJob();
  const mains = journalNumbers('mains', keptSpecOf(sheet)).length;
  const start = limits ?? noLimits(mains);
  const initial: TypedLimits = { ...typedOf(start), vDeg: String(start.vDeg ?? ''), mains: typedGroup(start.mains), pins: typedGroup(start.pins) };
  const toRead = (typed: TypedLimits): object => ({ ...typed, mains: groupOf(typed.mains), pins: groupOf(typed.pins) });
  const read = (typed: TypedLimits): CrankLimits => readForm(crankLimitsSchema, toRead(typed)).content as CrankLimits;
  const write = useDecideForm<TypedLimits>({
    subject: 'inspect.limits',
    place: `crank-limits.${sheet.id}.${sheet.decisions['inspect.limits']?.version ?? 0}`,
    initial,
    sample: { ...initial, mains: { ...initial.mains, ...ROWS }, pins: { ...initial.pins, ...ROWS } },
    valueOf: read,
    figuresOf: (typed) => readForm(crankLimitsSchema, toRead(typed)).figures,
    wrong: (typed) =>
      complaintOf(() => {
        checkCrankLimits(read(typed));
      }),
  });
  const { control } = write.form;
  return (
    <WriteFormFrame
      write={write}
      keep="Keep these limits"
      leave="Leave them as they were"
      asksWho={false}
      label="Limits of the crank"
      className="grid gap-4"
    >
      <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
        <FormQuantity label="Run-out of a main, at most (TIR)" unit="mm" control={control} name="runOutMm" />
        <FormField label="It lies on main" control={control} name="blocks.0" />
        <FormField label="and on main" control={control} name="blocks.1" />
        <FormField label="Readings a turn" control={control} name="stepsATurn" />
        <FormQuantity label="Angle of the blocks’ V" unit="°" control={control} name="vDeg" />
        <FormQuantity label="End float, from" unit="mm" control={control} name="endFloat.lowMm" />
        <FormQuantity label="End float, to" unit="mm" control={control} name="endFloat.highMm" />
        <FormChoice label="Inside means" control={control} name="rule" options={RULE_CHOICES} />
        <FormCheck control={control} name="isCast">
          A cast crank: it is not pushed
        </FormCheck>
      </div>
      {JOURNAL_GROUPS.map((group) => (
        <GroupFields key={group} group={group} form={write.form} />
      ))}
    </WriteFormFrame>
  );
}

const ROWS = { undersizes: [{ underMm: '', stock: '', price: '' }], grades: [{ name: '', wallMm: '', stock: '' }] };

function GroupFields({ group, form }: { readonly group: JournalGroup; readonly form: UseFormReturn<TypedLimits> }): ReactNode {
  const { control } = form;
  const name = group === 'mains' ? 'Mains' : 'Pins';
  return (
    <fieldset className="grid gap-3">
      <legend className="mb-1 text-xl font-semibold">{name}</legend>
      <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
        <FormQuantity label={`${name}, from`} unit="mm" control={control} name={`${group}.lowMm`} />
        <FormQuantity label={`${name}, to`} unit="mm" control={control} name={`${group}.highMm`} />
        <FormQuantity label="Out of round, at most" unit="mm" control={control} name={`${group}.outOfRoundMm`} />
        <FormQuantity label="Taper, at most" unit="mm" control={control} name={`${group}.taperMm`} />
        <FormQuantity label="Fillet radius, from" unit="mm" control={control} name={`${group}.fillet.lowMm`} />
        <FormQuantity label="Fillet radius, to" unit="mm" control={control} name={`${group}.fillet.highMm`} />
        <FormQuantity label="Width, from" unit="mm" control={control} name={`${group}.width.lowMm`} />
        <FormQuantity label="Width, to" unit="mm" control={control} name={`${group}.width.highMm`} />
        <FormQuantity label="Undersize 0 is ground to" unit="mm" control={control} name={`${group}.targetMm`} />
        <FormQuantity label="Taken off besides, to clean up" unit="mm" control={control} name={`${group}.cleanUpMm`} />
        <FormQuantity label="Oil clearance, from" unit="mm" control={control} name={`${group}.clearance.lowMm`} />
        <FormQuantity label="Oil clearance, to" unit="mm" control={control} name={`${group}.clearance.highMm`} />
      </div>
      {group === 'pins' && (
        <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-5">
          <FormQuantity label="A pair of shells: housing" unit="mm" control={control} name="pins.shells.housingMm" />
          <FormQuantity label="Wall" unit="mm" control={control} name="pins.shells.wallMm" />
          <FormQuantity label="of it lining" unit="mm" control={control} name="pins.shells.liningMm" />
          <FormQuantity label="Lining’s density" unit="g/cm³" control={control} name="pins.shells.liningGPerCm3" />
          <FormQuantity label="Width" unit="mm" control={control} name="pins.shells.widthMm" />
        </div>
      )}
      <RowTable
        form={form}
        name={`${group}.undersizes`}
        caption={`Undersizes of ${name.toLowerCase()} that can be had`}
        noun="undersize"
        columns={[
          { key: 'underMm', title: 'Under', unit: 'mm' },
          { key: 'stock', title: 'In stock', unit: '' },
          { key: 'price', title: 'Price', unit: '' },
        ]}
        addWords={`Another undersize of ${name.toLowerCase()}`}
        blank={() => ROWS.undersizes[0]!}
      />
      <RowTable
        form={form}
        name={`${group}.grades`}
        caption={`Grades of shells for ${name.toLowerCase()}`}
        noun="grade"
        columns={[
          { key: 'name', title: 'Grade', unit: null },
          { key: 'wallMm', title: 'Wall', unit: 'mm' },
          { key: 'stock', title: 'Halves in stock', unit: '' },
        ]}
        addWords={`Another grade for ${name.toLowerCase()}`}
        blank={() => ROWS.grades[0]!}
      />
    </fieldset>
  );
}
