import { mountedWords } from '@tare/card';
import type { SpinSetUp } from '@tare/contract';
import { latestOn, supportsMoved, usuallyMounted, type Mounted } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Field } from '../../ui/Field.js';
import { useKept } from '../../ui/form/useKept.js';
import { useDraft } from '../../ui/useDraft.js';
import { IndexPart } from './IndexPart.js';
import { MountedFields } from './MountedFields.js';

export interface SpinSetUpFields {
  readonly setUp: SpinSetUp;
  /** What is mounted, a plane or a support is another than at the last spin. */
  readonly isAnother: boolean;
  readonly fields: ReactNode;
  /** After a spin was kept: a note and a quick look are of that one alone. */
  readonly startOver: () => void;
}

/** What is mounted in the next spin, whether it counts, and a note: the same as last time unless somebody says otherwise. */
export function useSpinSetUp(): SpinSetUpFields {
  const { sheet } = useOpenJob();
  const last = sheet.spins.findLast(({ quick }) => quick !== true);
  const usual: Mounted = last?.mounted ?? usuallyMounted(sheet.spec.crank);
  const draft = useKept<Mounted>(`mounted.${sheet.id}`, { crank: usual['crank'] ?? 0 }, usual);
  const mounted = draft.value;
  const [quick, setQuick] = useState(false);
  const [note, setNote] = useDraft(`spin-note.${sheet.id}`);
  const isSame = mountedWords(mounted) === mountedWords(usual);
  const movedPlanes = last !== undefined && (last.planes.zAMm !== sheet.spec.crank.planes.zAMm || last.planes.zBMm !== sheet.spec.crank.planes.zBMm);
  const movedSupports = supportsMoved(last?.supports, latestOn(sheet.decisions, 'spin.supports'));
  const changed = !isSame || movedPlanes || movedSupports;
  const same = last === undefined ? '' : changed ? ': another set-up than last time' : ': the same as last time';
  return {
    setUp: { mounted, ...(quick ? { quick } : {}), ...(note.trim() === '' ? {} : { note: note.trim() }) },
    isAnother: last === undefined || changed,
    startOver: () => {
      setQuick(false);
      setNote('');
      draft.clear();
    },
    fields: (
      <Disclosure
        title={
          <>
            Mounted: <span className={changed ? 'font-semibold' : 'text-ink-soft'}>{`${mountedWords(mounted)}${same}`}</span>
            {quick && <span className="font-semibold">; a quick look, which does not count</span>}
          </>
        }
      >
        <div className="grid gap-3">
          {movedPlanes && (
            <p>The planes moved on the Engine bench since the last spin. What was read before is carried over to where they are now.</p>
          )}
          {movedSupports && <p>The supports were moved since the last spin: the machine may read by another amount from here on.</p>}
          <MountedFields place={sheet.id} mounted={mounted} known={usual} onChange={draft.set} />
          <IndexPart mounted={mounted} onChange={draft.set} />
          <CheckRow checked={quick} onChange={(event) => setQuick(event.target.checked)}>
            A quick look: show it, do not count it
          </CheckRow>
          <Field label="A note on this spin" value={note} onChange={(event) => setNote(event.target.value)} />
        </div>
      </Disclosure>
    ),
  };
}
