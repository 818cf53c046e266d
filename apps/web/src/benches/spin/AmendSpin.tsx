import type { Machine, SpinEntry } from '@tare/contract';
import { usuallyMounted } from '@tare/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ask } from '../../api/client.js';
import { useMachines } from '../../api/machines.js';
import type { ProblemError } from '../../api/problem.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useKept } from '../../ui/form/useKept.js';
import { useDecide } from '../../ui/useDecide.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { HungFields } from './HungFields.js';
import { blankRow, hungEntryOf, pieceOf, piecesOfPlanes, rowOf, type HungRow } from './hungRows.js';
import { MountedFields } from './MountedFields.js';
import { readRows, rowOfShown, ShownRows, type ShownRow } from './own/ShownRows.js';

interface AmendSpinProps {
  readonly entry: SpinEntry;
  readonly number: number;
}

/** Puts a spin right that was typed or described wrongly: what it was stays on record, with the reason. */
export function AmendSpin({ entry, number }: AmendSpinProps): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="min-h-11 underline underline-offset-4" onClick={() => setOpen(true)}>
        {`Put spin ${number} right`}
      </button>
      <Modal title={`Put spin ${number} right`} open={open} onOpenChange={setOpen}>
        <div className="grid gap-6">
          <WhoFirst />
          {entry.shown && <AmendShown entry={entry} onDone={() => setOpen(false)} />}
          <AmendHung entry={entry} onDone={() => setOpen(false)} />
          <AmendMounted entry={entry} onDone={() => setOpen(false)} />
        </div>
      </Modal>
    </>
  );
}

interface PartProps {
  readonly entry: SpinEntry;
  readonly onDone: () => void;
}

interface Amendment {
  readonly mutate: () => void;
  readonly blocked: boolean;
  readonly error: ProblemError | null;
}

/** A write about a spin that everything follows from. */
function useAmendment(write: (personId: string) => Promise<unknown>, onDone: () => void): Amendment {
  const personId = useWho();
  const queries = useQueryClient();
  const mutation = useMutation<unknown, ProblemError>({
    mutationFn: () => write(personId!),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onDone();
    },
  });
  return { mutate: () => mutation.mutate(), error: mutation.error, blocked: personId === null || mutation.isPending };
}

/** Once it is taken, nothing half typed is left of it. */
const afterClearing = (clear: () => void, then: () => void) => (): void => {
  clear();
  then();
};

function AmendShown({ entry, onDone }: PartProps): ReactNode {
  const { data: hall } = useMachines();
  const machine = hall?.machines.find(({ id }) => id === entry.machineId);
  return machine ? <ShownForm entry={entry} machine={machine} onDone={onDone} /> : null;
}

function ShownForm({ entry, machine, onDone }: PartProps & { readonly machine: Machine }): ReactNode {
  const { sheet } = useOpenJob();
  const was = { rows: entry.shown!.map(rowOfShown) as readonly ShownRow[], note: entry.note, quick: entry.quick === true, reason: '' };
  const { value: typed, set, clear } = useKept(`amend-spin.${entry.id}`, was, was);
  const { rows, note, quick, reason } = typed;
  const repeats = readRows(rows, machine);
  const { mutate, blocked, error } = useAmendment(
    (personId) => {
      if (typeof repeats === 'string') return Promise.reject(new Error(repeats));
      const { calibrationId, speedRpm, mounted, hungPieces, hung } = entry;
      return ask('POST jobs/:jobId/spins/typed', {
        ids: { jobId: sheet.id },
        body: {
          id: crypto.randomUUID(),
          personId,
          machineId: machine.id,
          calibrationId,
          speedRpm,
          repeats,
          enteredTwice: true,
          cautionsConfirmed: true,
          note,
          quick,
          ...(mounted ? { mounted } : {}),
          ...(hungPieces ? { hungPieces } : { hung }),
          amends: { entryId: entry.id, reason },
        },
      });
    },
    afterClearing(clear, onDone),
  );
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        mutate();
      }}
    >
      <ShownRows machine={machine} caption={`What ${machine.spec.name} showed`} rows={rows} onChange={(next) => set({ ...typed, rows: next })} />
      <CheckRow checked={quick} onChange={(event) => set({ ...typed, quick: event.target.checked })}>
        A quick look: show it, do not count it
      </CheckRow>
      <Field label="A note on this spin" value={note} onChange={(event) => set({ ...typed, note: event.target.value })} />
      <Field label="Why is it put right?" value={reason} onChange={(event) => set({ ...typed, reason: event.target.value })} />
      {(typeof repeats === 'string' ? repeats : error?.message) !== undefined && (
        <ProblemNotice>{typeof repeats === 'string' ? repeats : error!.message}</ProblemNotice>
      )}
      <Button type="submit" look="primary" className="w-fit" disabled={blocked || reason.trim() === '' || typeof repeats === 'string'}>
        This is what it showed
      </Button>
    </form>
  );
}

function AmendHung({ entry, onDone }: PartProps): ReactNode {
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const hung = entry.hungPieces ?? (entry.hung ? piecesOfPlanes(entry.hung, crank) : []);
  const was = { rows: hung.map((piece) => rowOf(piece, crank)) as readonly HungRow[], reason: '' };
  const { value: typed, set, clear } = useKept(`amend-hung.${entry.id}`, { ...was, rows: [blankRow(crank)] }, was);
  const { rows, reason } = typed;
  const pieces = rows.map((row) => pieceOf(row, crank));
  const whole = pieces.every((piece) => piece !== null);
  const said = hungEntryOf(sheet, entry.id);
  const { mutate, blocked, error } = useAmendment(
    (personId) => {
      const [id, ids] = [crypto.randomUUID(), { jobId: sheet.id }];
      if (pieces.length === 0) return ask('POST entries/:entryId/void', { ids: { entryId: said!.id }, body: { id, personId, reason } });
      const amends = said ? { amends: { entryId: said.id, reason } } : {};
      return ask('POST jobs/:jobId/hung-weights', {
        ids,
        body: { id, personId, spinId: entry.id, pieces: pieces.filter((piece) => piece !== null), ...amends },
      });
    },
    afterClearing(clear, onDone),
  );
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        mutate();
      }}
    >
      <h3 className="text-lg font-semibold">Known weights that hung on the crank</h3>
      <HungFields crank={crank} rows={rows} onChange={(next) => set({ ...typed, rows: next })} />
      {said && <Field label="Why are the weights put right?" value={reason} onChange={(event) => set({ ...typed, reason: event.target.value })} />}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      <Button
        type="submit"
        className="w-fit"
        disabled={blocked || !whole || (said !== undefined && reason.trim() === '') || (said === undefined && rows.length === 0)}
      >
        {rows.length === 0 ? 'Nothing hung on it' : 'This is what hung on it'}
      </Button>
    </form>
  );
}

function AmendMounted({ entry, onDone }: PartProps): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const was = entry.mounted ?? usuallyMounted(sheet.spec.crank);
  const [mounted, setMounted] = useState(was);
  const same = JSON.stringify(Object.keys(mounted).sort()) === JSON.stringify(Object.keys(was).sort());
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        decide({ subject: `spin.mounted.${entry.id}`, value: mounted }, onDone);
      }}
    >
      <MountedFields place={entry.id} mounted={mounted} known={usuallyMounted(sheet.spec.crank)} onChange={setMounted} />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      <Button type="submit" className="w-fit" disabled={blocked || same}>
        This is what was mounted
      </Button>
    </form>
  );
}
