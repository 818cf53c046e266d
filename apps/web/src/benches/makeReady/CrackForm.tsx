import { drawnCrank } from '@tare/card';
import { keptSpecOf } from '@tare/contract';
import { typedQuantity, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { useFieldArray, useWatch, type UseFormReturn } from 'react-hook-form';
import { CrankPlaces } from '../../draw/CrankPlaces.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { FormCheck, FormChoice, FormField } from '../../ui/form/FormFields.js';
import { RowTable } from '../../ui/form/RowTable.js';
import { useDecideForm } from '../../ui/form/useDecideForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { Caution, Note } from '../../ui/Notice.js';
import { usePersonName } from '../../ui/usePersonName.js';

interface TypedTest {
  readonly way: 'tested' | 'waived';
  readonly by: string;
  readonly method: string;
  readonly demagnetised: boolean;
  readonly cracks: readonly { readonly place: string; readonly zMm: string }[];
}
const BLANK = { place: '', zMm: '' };

/** Who looked for cracks, how, and what showed where; or who waived it. A crack locks every later bench. */
export function CrackForm({ made }: { readonly made: MadeReady }): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const { cracks: test } = made;
  const kept = sheet.decisions['inspect.cracks'];
  const initial: TypedTest = test
    ? { ...test, cracks: test.cracks.map(({ place, zMm }) => ({ place, zMm: zMm === null ? '' : String(zMm) })) }
    : { way: 'tested', by: '', method: 'magnetic particles under ultraviolet light', demagnetised: false, cracks: [] };
  const write = useDecideForm<TypedTest>({
    subject: 'inspect.cracks',
    place: `cracks.${sheet.id}.${kept?.version ?? 0}`,
    initial,
    sample: { ...initial, cracks: [BLANK] },
    valueOf: ({ way, by, method, demagnetised, cracks }) => ({
      way,
      by: by.trim(),
      method: way === 'waived' ? '' : method.trim(),
      demagnetised: way === 'tested' && demagnetised,
      afterWorks: made.works.length,
      cracks:
        way === 'waived' ? [] : cracks.map(({ place, zMm }) => ({ place: place.trim(), zMm: zMm.trim() === '' ? null : typedQuantity(zMm, 'mm') })),
    }),
    figuresOf: ({ cracks }) => Object.fromEntries(cracks.map(({ zMm }, i) => [`cracks.${i}.zMm`, zMm])),
  });
  const { control } = write.form;
  const way = useWatch({ control, name: 'way' });
  return (
    <div className="grid gap-3">
      {test && kept && (
        <p>
          {test.way === 'waived'
            ? `Waived by ${test.by}.`
            : `${test.cracks.length === 0 ? 'No crack' : `${test.cracks.length} ${test.cracks.length === 1 ? 'crack' : 'cracks'}`} by ${test.method}, ${test.by}${test.demagnetised ? ', demagnetised' : ', not demagnetised'}.`}
          <span className="text-ink-soft">{` Written down by ${nameOf(kept.personId)}.`}</span>
        </p>
      )}
      {test && test.cracks.length > 0 && <Note>A cracked crank is worked on no further: every later bench waits.</Note>}
      <Caution>
        <p>
          Ultraviolet light harms eyes and skin; the current of a magnetising bench stops a pacemaker. A diesel’s crank is always tested. Follow the
          part maker’s instructions and local rules; when in doubt ask a licensed or certified inspector.
        </p>
      </Caution>
      <WriteFormFrame write={write} keep="Keep this" leave="Leave it as it was" asksWho={false} label="Crack test" className="grid gap-3">
        <div className="grid items-start gap-3 sm:grid-cols-3">
          <FormChoice
            label="The crank was"
            control={control}
            name="way"
            options={[
              { value: 'tested', label: 'tested for cracks' },
              { value: 'waived', label: 'not tested: waived' },
            ]}
          />
          <FormField label={way === 'waived' ? 'By whose word' : 'By whom'} control={control} name="by" />
          {way === 'tested' && <FormField label="How" control={control} name="method" />}
          {way === 'tested' && (
            <FormCheck control={control} name="demagnetised">
              Demagnetised afterwards
            </FormCheck>
          )}
        </div>
        {way === 'tested' && <CrackPlaces form={write.form} />}
        {way === 'tested' && (
          <RowTable
            form={write.form}
            name="cracks"
            caption="Cracks that show"
            noun="crack"
            columns={[
              { key: 'place', title: 'Where: journal, fillet or oil hole', unit: null },
              { key: 'zMm', title: 'Along the crank', unit: 'mm' },
            ]}
            addWords="A crack shows"
            blank={() => BLANK}
          />
        )}
      </WriteFormFrame>
    </div>
  );
}

/** Where cracks show on the crank; pointing at a place begins another. */
function CrackPlaces({ form: { control } }: { readonly form: UseFormReturn<TypedTest> }): ReactNode {
  const { sheet } = useOpenJob();
  const { append } = useFieldArray({ control, name: 'cracks' });
  const cracks = useWatch({ control, name: 'cracks' });
  const marks = cracks.flatMap(({ place, zMm }) => {
    const mm = typedQuantity(zMm, 'mm');
    return zMm.trim() !== '' && Number.isFinite(mm) ? [{ zMm: mm, words: place.trim() === '' ? 'a crack' : place }] : [];
  });
  return (
    <figure className="grid gap-1">
      <CrankPlaces drawn={drawnCrank(keptSpecOf(sheet), sheet.holes)} marks={marks} onPick={(zMm) => append({ place: '', zMm: String(zMm) })} />
      <figcaption className="text-ink-soft">Point at the crank where a crack shows.</figcaption>
    </figure>
  );
}
