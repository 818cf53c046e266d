import { count, KIND_NAMES } from '@tare/card';
import { latestOf, NO_MARKS, type PartFact, type PartKind } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { AskAnother } from '../../ui/AskAnother.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { useWho } from '../../ui/WhoFirst.js';

/** Parts of a kind that came back machined, or for which new ones came: their old weights end there, all in one step. */
export function ChangedParts({ kind }: { readonly kind: PartKind }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const log = useWrite('POST jobs/:jobId/part-cuts/batch', { jobId: sheet.id });
  const { decide } = useDecide();
  const parts = sheet.parts.filter((part) => part.kind === kind).sort((x, y) => x.cylinder - y.cylinder);
  const [picked, pick] = useState<ReadonlySet<string>>(new Set());
  const [replaced, setReplaced] = useState(false);
  const chosen = parts.filter(({ id }) => picked.has(id));
  const { one, many } = KIND_NAMES[kind];
  /** A new part is neither damaged nor waits to be replaced. */
  const sound = (part: PartFact): void => {
    const marks = sheet.partMarks[part.id] ?? NO_MARKS;
    if (marks.replace) decide({ subject: `part.marks.${part.id}`, value: { ...marks, replace: false } });
    if (latestOf(sheet.decisions, 'part.damaged.*', part.id) === true) decide({ subject: `part.damaged.${part.id}`, value: false });
  };
  const made = (): void => {
    if (replaced) chosen.forEach(sound);
    pick(new Set());
  };
  const send = (): void => {
    if (personId === null) return;
    const cuts = chosen.map(({ id: partId }) => ({ id: crypto.randomUUID(), personId, partId, ...(replaced ? { replaced } : {}) }));
    log.mutate({ personId, cuts }, { onSuccess: made });
  };
  return (
    <Disclosure className="border-t-2 border-edge pt-2" large title={`${many} that came back machined, or new ones`}>
      <form
        aria-label={`${many} that changed`}
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="font-semibold">Which</legend>
          {parts.map(({ id, cylinder }) => (
            <CheckRow
              key={id}
              checked={picked.has(id)}
              onChange={(event) => pick(new Set(event.target.checked ? [...picked, id] : [...picked].filter((other) => other !== id)))}
            >{`${one} ${cylinder}`}</CheckRow>
          ))}
          <Button look="quiet" onClick={() => pick(new Set(parts.map(({ id }) => id)))}>
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
                onChange={() => setReplaced(value)}
              />
              {words}
            </label>
          ))}
        </fieldset>
        <p className="text-ink-soft">What was weighed before stays on record. From here on only what is weighed anew counts.</p>
        {log.error && log.error.problem.ask === undefined && <ProblemNotice>{log.error.message}</ProblemNotice>}
        <AskAnother write={log} onMade={made}>
          They were cut once more
        </AskAnother>
        <Button type="submit" className="w-fit" disabled={personId === null || chosen.length === 0 || log.isPending}>
          {chosen.length === 0 ? 'Weigh them anew' : `Weigh ${count(chosen.length, one.toLowerCase(), many.toLowerCase())} anew`}
        </Button>
      </form>
    </Disclosure>
  );
}
