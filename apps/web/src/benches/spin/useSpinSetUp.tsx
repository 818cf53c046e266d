import { mountedWords, PART_WORDS } from '@tare/card';
import type { SpinSetUp } from '@tare/contract';
import { CRANK_PART, latestOn, sameMounting, supportsMoved, turnedTo, usuallyMounted, type Mounted } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Field } from '../../ui/Field.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { useKept } from '../../ui/form/useKept.js';
import { useDraft } from '../../ui/useDraft.js';
import { IndexPart } from './IndexPart.js';
import { MountedFields } from './MountedFields.js';

export interface SpinSetUpFields {
  readonly setUp: SpinSetUp;
  /** What is mounted, a plane or a support is another than at the last spin. */
  readonly fields: ReactNode;
  /** After a spin was kept: a note, a quick look and what was bolted on again are of that one alone. */
  readonly startOver: () => void;
}

/** What is mounted in the next spin, whether it counts, and a note: the same as last time unless somebody says otherwise. */
export function useSpinSetUp(): SpinSetUpFields {
  const { sheet } = useOpenJob();
  const current = sheet.setUp?.current;
  const last = sheet.spins.findLast(({ quick }) => quick !== true);
  const usual: Mounted = current?.mounted ?? last?.mounted ?? usuallyMounted(sheet.spec.crank);
  const draft = useKept<Mounted>(`mounted.${sheet.id}`, { crank: usual['crank'] ?? 0 }, usual);
  const mounted = current?.mounted ?? draft.value;
  const [quick, setQuick] = useState(false);
  const [rebolted, setRebolted] = useState<readonly string[]>([]);
  const [note, setNote] = useDraft(`spin-note.${sheet.id}`);
  const isSame = current ? last !== undefined && sameMounting(last.mounted ?? usual, mounted) : mountedWords(mounted) === mountedWords(usual);
  const movedPlanes = last !== undefined && (last.planes.zAMm !== sheet.spec.crank.planes.zAMm || last.planes.zBMm !== sheet.spec.crank.planes.zBMm);
  const movedSupports = supportsMoved(last?.supports, current?.supports ?? latestOn(sheet.decisions, 'spin.supports'));
  const changed = !isSame || movedPlanes || movedSupports;
  const same = last === undefined ? '' : changed ? ': another set-up than last time' : ': the same as last time';
  const bolted = Object.keys(mounted).filter((part) => part !== CRANK_PART);
  return {
    setUp: {
      mounted,
      ...(current ? { setUpId: current.id } : {}),
      ...(rebolted.length > 0 ? { rebolted } : {}),
      ...(quick ? { quick } : {}),
      ...(note.trim() === '' ? {} : { note: note.trim() }),
    },
    startOver: () => {
      setQuick(false);
      setRebolted([]);
      setNote('');
      draft.clear();
    },
    fields: (
      <Disclosure
        title={
          <>
            {current ? `${current.name}: ` : 'Mounted: '}
            <span className={changed ? 'font-semibold' : 'text-ink-soft'}>{`${mountedWords(mounted)}${same}`}</span>
            {quick && <span className="font-semibold">; a quick look, which does not count</span>}
          </>
        }
      >
        <div className="grid gap-3">
          {movedPlanes && (
            <p>
              The planes are others than at the last spin{current ? '' : ', moved on the Engine bench'}. What was read before is carried over to where
              they are now.
            </p>
          )}
          {movedSupports && <p>The supports were moved since the last spin: the machine may read by another amount from here on.</p>}
          {current ? <InSetUp mounted={mounted} /> : <MountedFields place={sheet.id} mounted={mounted} known={usual} onChange={draft.set} />}
          {!current && <IndexPart mounted={mounted} onTurn={(turned) => draft.set({ ...mounted, ...turned })} />}
          {current && last !== undefined && bolted.length > 0 && (
            <fieldset className="flex flex-wrap gap-x-5">
              <legend className="font-semibold">Taken off and bolted on again since the last spin</legend>
              {bolted.map((part) => (
                <CheckRow
                  key={part}
                  checked={rebolted.includes(part)}
                  onChange={(event) => setRebolted(event.target.checked ? [...rebolted, part] : rebolted.filter((one) => one !== part))}
                >
                  {PART_WORDS[part] ?? part}
                </CheckRow>
              ))}
            </fieldset>
          )}
          <CheckRow checked={quick} onChange={(event) => setQuick(event.target.checked)}>
            A quick look: show it, do not count it
          </CheckRow>
          <Field label="A note on this spin" value={note} onChange={(event) => setNote(event.target.value)} />
        </div>
      </Disclosure>
    ),
  };
}

/** What turns in the job's set-up is said there; a part is turned here. */
function InSetUp({ mounted }: { readonly mounted: Mounted }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, error } = useDecide();
  const { current, setUps } = sheet.setUp!;
  const turn = (turned: Mounted): void => {
    const now = Object.entries(turned).reduce((setUp, [part, deg]) => turnedTo(setUp, part, deg), current);
    decide({ subject: 'setUps', value: { ...setUps, list: setUps.list.map((one) => (one.id === current.id ? now : one)) } });
  };
  return (
    <>
      {current.missing.map(({ part, why }) => (
        <p key={part} className="font-semibold">{`Without the ${PART_WORDS[part] ?? part}: ${why}.`}</p>
      ))}
      <IndexPart mounted={mounted} onTurn={turn} />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </>
  );
}
