import { count, KIND_NAMES } from '@tare/card';
import { latestOf, NO_MARKS, type PartFact, type PartKind } from '@tare/core';
import type { ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { askedBack } from '../../api/problem.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { AskAnother } from '../../ui/AskAnother.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';

interface Changed {
  /** A cut for each part, under an id of its own from when it was ticked. */
  readonly cuts: readonly { readonly id: string; readonly partId: string }[];
  readonly replaced: boolean;
}
const NOTHING_CHANGED: Changed = { cuts: [], replaced: false };

/** Parts of a kind that came back machined, or for which new ones came: their old weights end there, all in one step. */
export function ChangedParts({ kind }: { readonly kind: PartKind }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide } = useDecide();
  const parts = sheet.parts.filter((part) => part.kind === kind).sort((x, y) => x.cylinder - y.cylinder);
  const { one, many } = KIND_NAMES[kind];
  /** A new part is neither damaged nor waits to be replaced. */
  const sound = (part: PartFact): void => {
    const marks = sheet.partMarks[part.id] ?? NO_MARKS;
    if (marks.replace) decide({ subject: `part.marks.${part.id}`, value: { ...marks, replace: false } });
    if (latestOf(sheet.decisions, 'part.damaged.*', part.id) === true) decide({ subject: `part.damaged.${part.id}`, value: false });
  };
  const made = (): void => {
    const { cuts, replaced } = write.form.getValues();
    if (replaced) parts.filter(({ id }) => cuts.some(({ partId }) => partId === id)).forEach(sound);
    write.startOver();
  };
  const write = useWriteForm({
    route: 'POST jobs/:jobId/part-cuts/batch',
    ids: { jobId: sheet.id },
    place: `changed.${sheet.id}.${kind}`,
    initial: NOTHING_CHANGED,
    sample: { ...NOTHING_CHANGED, cuts: [{ id: '', partId: '' }] },
    contentOf: ({ cuts, replaced }) => ({ cuts: cuts.map((cut) => ({ ...cut, ...(replaced ? { replaced } : {}) })) }),
    onDone: made,
  });
  const { control, setValue } = write.form;
  const [cuts, replaced] = useWatch({ control, name: ['cuts', 'replaced'] });
  const isPicked = (id: string): boolean => cuts.some(({ partId }) => partId === id);
  const pick = (ids: readonly string[]): void =>
    setValue(
      'cuts',
      ids.map((partId) => cuts.find((cut) => cut.partId === partId) ?? { id: crypto.randomUUID(), partId }),
    );
  return (
    <Disclosure className="border-t-2 border-edge pt-2" large title={`${many} that came back machined, or new ones`}>
      <form aria-label={`${many} that changed`} noValidate className="grid gap-3" onSubmit={write.submit}>
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="font-semibold">Which</legend>
          {parts.map(({ id, cylinder }) => (
            <CheckRow
              key={id}
              checked={isPicked(id)}
              onChange={() => pick(parts.map((part) => part.id).filter((other) => isPicked(other) !== (other === id)))}
            >{`${one} ${cylinder}`}</CheckRow>
          ))}
          <Button look="quiet" onClick={() => pick(parts.map(({ id }) => id))}>
            All of them
          </Button>
        </fieldset>
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="font-semibold">What happened</legend>
          {(
            [
              [false, 'machined, ground or honed'],
              [true, 'exchanged: new ones came'],
            ] as const
          ).map(([value, words]) => (
            <label key={words} className="flex min-h-11 items-center gap-2">
              <input
                type="radio"
                className="size-5 accent-ink"
                name={`changed-${kind}`}
                checked={replaced === value}
                onChange={() => setValue('replaced', value)}
              />
              {words}
            </label>
          ))}
        </fieldset>
        <p className="text-ink-soft">What was weighed before stays on record. From here on only what is weighed anew counts.</p>
        {write.complaint !== null && askedBack(write.write.error) === undefined && <ProblemNotice>{write.complaint}</ProblemNotice>}
        <AskAnother write={write.write} onMade={made}>
          They were cut once more
        </AskAnother>
        <Button type="submit" className="w-fit" disabled={write.isBlocked || cuts.length === 0}>
          {cuts.length === 0 ? 'Weigh them anew' : `Weigh ${count(cuts.length, one.toLowerCase(), many.toLowerCase())} anew`}
        </Button>
      </form>
    </Disclosure>
  );
}
