import type { Machine, SpinEntry } from '@tare/contract';
import { usuallyMounted, type HungPiece } from '@tare/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { useMachines } from '../../api/machines.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { FormCheck, FormField } from '../../ui/form/FormFields.js';
import type { Complaints } from '../../ui/form/useTypedForm.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { useDecide } from '../../ui/useDecide.js';
import { VoidReason } from '../../ui/VoidButton.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { HungFields } from './HungFields.js';
import { blankRow, hungEntryOf, pieceOf, piecesOfPlanes, rowOf, type HungRow } from './hungRows.js';
import { MountedFields } from './MountedFields.js';
import { readRows, rowOfShown, ShownRows } from './own/ShownRows.js';

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

/** Everything follows from a spin: all of it is read again. */
function useReadAllAgain(then: () => void): () => void {
  const queries = useQueryClient();
  return () => {
    void queries.invalidateQueries();
    then();
  };
}

function AmendShown({ entry, onDone }: PartProps): ReactNode {
  const { data: hall } = useMachines();
  const machine = hall?.machines.find(({ id }) => id === entry.machineId);
  return machine ? <ShownForm entry={entry} machine={machine} onDone={onDone} /> : null;
}

function ShownForm({ entry, machine, onDone }: PartProps & { readonly machine: Machine }): ReactNode {
  const { sheet } = useOpenJob();
  const readAgain = useReadAllAgain(onDone);
  const { calibrationId, speedRpm, mounted, hungPieces, hung } = entry;
  const write = useWriteForm({
    route: 'POST jobs/:jobId/spins/typed',
    ids: { jobId: sheet.id },
    place: `amend-spin.${entry.id}`,
    initial: { rows: entry.shown!.map(rowOfShown), note: entry.note, quick: entry.quick === true, reason: '' },
    wrong: ({ rows }): Complaints => {
      const repeats = readRows(rows, machine);
      return typeof repeats === 'string' ? { '': repeats } : {};
    },
    contentOf: ({ rows, note, quick, reason }) => ({ repeats: readRows(rows, machine), note, quick, amends: { entryId: entry.id, reason } }),
    fieldOf: (path) => path.replace(/^amends\./, ''),
    beside: {
      machineId: machine.id,
      calibrationId,
      speedRpm,
      cautionsConfirmed: true,
      ...(mounted ? { mounted } : {}),
      ...(hungPieces ? { hungPieces } : { hung }),
    },
    onDone: readAgain,
  });
  const { control, setValue } = write.form;
  const [rows, reason] = useWatch({ control, name: ['rows', 'reason'] });
  return (
    <WriteFormFrame write={write} keep="This is what it showed" asksWho={false} isReady={reason.trim() !== ''}>
      <ShownRows machine={machine} caption={`What ${machine.spec.name} showed`} rows={rows} onChange={(next) => setValue('rows', [...next])} />
      <FormCheck control={control} name="quick">
        A quick look: show it, do not count it
      </FormCheck>
      <FormField control={control} name="note" label="A note on this spin" />
      <FormField control={control} name="reason" label="Why is it put right?" />
    </WriteFormFrame>
  );
}

function AmendHung({ entry, onDone }: PartProps): ReactNode {
  const { sheet } = useOpenJob();
  const readAgain = useReadAllAgain(onDone);
  const { crank } = sheet.spec;
  const hung = entry.hungPieces ?? (entry.hung ? piecesOfPlanes(entry.hung, crank) : []);
  const initial = { rows: hung.map((piece) => rowOf(piece, crank)) as readonly HungRow[], reason: '' };
  const said = hungEntryOf(sheet, entry.id);
  const piecesOf = (rows: readonly HungRow[]): readonly (HungPiece | null)[] => rows.map((row) => pieceOf(row, crank));
  const write = useWriteForm({
    route: 'POST jobs/:jobId/hung-weights',
    ids: { jobId: sheet.id },
    place: `amend-hung.${entry.id}`,
    initial,
    sample: { ...initial, rows: [blankRow(crank)] },
    contentOf: ({ rows, reason }) => ({ pieces: piecesOf(rows), ...(said ? { amends: { entryId: said.id, reason } } : {}) }),
    fieldOf: (path) => path.replace(/^amends\./, ''),
    beside: { spinId: entry.id },
    onDone: readAgain,
  });
  const { control, setValue } = write.form;
  const [rows, reason] = useWatch({ control, name: ['rows', 'reason'] });
  const fields = (
    <>
      <h3 className="text-lg font-semibold">Known weights that hung on the crank</h3>
      <HungFields crank={crank} rows={rows} onChange={(next) => setValue('rows', next)} />
    </>
  );
  if (rows.length === 0)
    return (
      <div className="grid gap-3">
        {fields}
        {said && (
          <VoidReason
            entryId={said.id}
            question="What was said of weights on it stays on record, with the reason."
            label="Why are the weights put right?"
            keep="Nothing hung on it"
            reasons={[]}
            onDone={() => {
              write.startOver();
              onDone();
            }}
          />
        )}
      </div>
    );
  return (
    <WriteFormFrame
      write={write}
      keep="This is what hung on it"
      look="plain"
      asksWho={false}
      isReady={!piecesOf(rows).includes(null) && (!said || reason.trim() !== '')}
    >
      {fields}
      {said && <FormField control={control} name="reason" label="Why are the weights put right?" />}
    </WriteFormFrame>
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
