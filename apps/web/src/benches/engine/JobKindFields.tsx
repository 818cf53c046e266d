import { JOB_KIND_NAMES, KIND_NAMES } from '@tare/card';
import { JOB_KINDS, LAYOUTS, LAYOUT_IDS, SINGLE_KINDS, type JobKind, type LayoutId } from '@tare/core';
import { group } from 'd3-array';
import type { ReactNode } from 'react';
import { useWatch, type UseFormReturn } from 'react-hook-form';
import { CheckRow } from '../../ui/CheckRow.js';
import { Choice } from '../../ui/Choice.js';
import { FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { onlyHere, typedElsewhere, type TypedElsewhere } from './elsewhereForm.js';
import type { SpecForm } from './specForm.js';
import type { SpecFormState } from './useSpecForm.js';

const REASONS: Readonly<Record<JobKind, string>> = {
  full: 'From the first weighing to the signed card.',
  match: 'Parts that weigh alike, and nothing else.',
  bobCard: 'What the bob weights have to be, for whoever spins the crank.',
  correct: 'The bob weights are given, or were built before: spin and correct.',
  survey: 'How bad it is: spun as it came, nothing corrected.',
};

/** What is wanted, as tiles: one touch. */
export function JobKindChoice({ form }: { readonly form: UseFormReturn<SpecForm> }): ReactNode {
  const picked = useWatch({ control: form.control, name: 'jobKind' });
  return (
    <fieldset className="grid gap-2 sm:grid-cols-2 lg:grid-cols-5">
      <legend className="mb-1 text-xl font-semibold">What is wanted</legend>
      {JOB_KINDS.map((kind) => (
        <label
          key={kind}
          className={`flex min-h-14 cursor-pointer items-start gap-2 rounded-sm border-2 p-2 ${kind === picked ? 'border-ink bg-plate-low' : 'border-edge bg-plate hover:border-ink'}`}
        >
          <input
            type="radio"
            value={kind}
            className="mt-1 size-5 shrink-0 accent-ink"
            {...form.register('jobKind', { onChange: () => followKind(form) })}
          />
          <span>
            <span className="block text-lg leading-tight font-semibold">{JOB_KIND_NAMES[kind]}</span>
            <span className="block text-[0.9rem] leading-tight text-ink-soft">{REASONS[kind]}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

/** Many weigh only pistons and rods to match them; anything else wants all there is, until somebody says otherwise. */
function followKind({ getValues, setValue }: UseFormReturn<SpecForm>): void {
  const { jobKind, elsewhere } = getValues();
  if (isUntouched(elsewhere)) setValue('elsewhere', onlyHere(typedElsewhere(), jobKind === 'match' ? USUALLY_MATCHED : SINGLE_KINDS));
}
const USUALLY_MATCHED = ['piston', 'rod'] as const;

/** Nobody said more of any kind than that it is not weighed, as this form itself says. */
const isUntouched = (elsewhere: TypedElsewhere): boolean => {
  const away = SINGLE_KINDS.filter((kind) => elsewhere[kind].why !== '');
  const isAsMatched = away.length === SINGLE_KINDS.length - USUALLY_MATCHED.length && USUALLY_MATCHED.every((kind) => !away.includes(kind));
  return (away.length === 0 || isAsMatched) && away.every((kind) => elsewhere[kind].why === 'notWeighed' && elsewhere[kind].by === '');
};

/** The first layout of each number of cylinders stands for it, where only the parts are asked for. */
const BY_COUNT: readonly (readonly [number, LayoutId])[] = [
  ...group(
    LAYOUT_IDS.filter((id) => id !== 'own'),
    (id) => LAYOUTS[id].throws.length * LAYOUTS[id].bankDegs.length,
  ),
]
  .map(([cylinders, [first]]) => [cylinders, first!] as const)
  .sort(([a], [b]) => a - b);

interface ShortSpecFieldsProps {
  readonly state: SpecFormState;
  /** The job has its parts: their number stays. */
  readonly isBegun?: boolean;
}

/** One short screen for a job that never spins its crank: what it is, how many, and which parts go on the scale. */
export function ShortSpecFields({ state, isBegun = false }: ShortSpecFieldsProps): ReactNode {
  const { form, otherProblems } = state;
  const [jobKind, elsewhere] = useWatch({ control: form.control, name: ['jobKind', 'elsewhere'] });
  const here = SINGLE_KINDS.filter((kind) => elsewhere[kind].why === '');
  return (
    <div className="grid gap-4">
      <div className="grid items-start gap-3 md:grid-cols-5">
        <FormField label="What it is" placeholder="Eight pistons" className="md:col-span-2" control={form.control} name="engineName" />
        <FormField label="Customer, if there is one" control={form.control} name="customer" />
        {jobKind === 'match' ? (
          !isBegun && (
            <Choice label="Cylinders" {...form.register('layoutId')} options={BY_COUNT.map(([count, value]) => ({ value, label: String(count) }))} />
          )
        ) : (
          <Choice
            label="Layout"
            {...form.register('layoutId')}
            options={LAYOUT_IDS.filter((id) => id !== 'own').map((value) => ({ value, label: LAYOUTS[value].name }))}
          />
        )}
        {jobKind === 'match' && (
          <FormQuantity
            label="Largest − smallest"
            unit="g"
            hint="1 ordinary, 0.5 performance, 0.1 competition"
            control={form.control}
            name="matchToleranceG"
          />
        )}
      </div>
      {!isBegun && (
        <fieldset>
          <legend className="mb-1 font-semibold">What goes on the scale</legend>
          <div className="flex flex-wrap gap-x-6 gap-y-1">
            {SINGLE_KINDS.map((kind) => (
              <CheckRow
                key={kind}
                checked={here.includes(kind)}
                onChange={(event) =>
                  form.setValue('elsewhere', onlyHere(elsewhere, event.target.checked ? [...here, kind] : here.filter((one) => one !== kind)))
                }
              >
                {KIND_NAMES[kind].many}
              </CheckRow>
            ))}
          </div>
        </fieldset>
      )}
      <p className="text-ink-soft">
        {jobKind === 'match'
          ? 'The engine’s own figures can wait: they are asked for when the job is widened.'
          : 'Figures that somebody else gives for a kind are typed at Check in.'}
      </p>
      {otherProblems.map((problem) => (
        <ProblemNotice key={problem}>{problem}</ProblemNotice>
      ))}
    </div>
  );
}
