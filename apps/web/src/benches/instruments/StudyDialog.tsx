import { fixed } from '@tare/card';
import type { Instrument, NewStudy } from '@tare/contract';
import { readQuantity, repeatabilityLimitG, roundingDeviationG, summariseReadings } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWrite } from '../../api/useWrite.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';

interface StudyDialogProps {
  readonly instrument: Instrument;
  /** Null while no study is under way. */
  readonly kind: NewStudy['kind'] | null;
  readonly onClose: () => void;
}

/** A guided study: ten placements of one thing, or a check weight on a day. */
export function StudyDialog({ instrument, kind, onClose }: StudyDialogProps): ReactNode {
  return (
    <Modal
      title={kind === 'drift' ? `Check weight on ${instrument.spec.name}` : `Ten placements on ${instrument.spec.name}`}
      open={kind !== null}
      onOpenChange={onClose}
    >
      {kind === 'repeatability' && <Repeatability instrument={instrument} onDone={onClose} />}
      {kind === 'drift' && <Drift instrument={instrument} onDone={onClose} />}
    </Modal>
  );
}

interface StudyProps {
  readonly instrument: Instrument;
  readonly onDone: () => void;
}

const PLACEMENTS = 10;

function Repeatability({ instrument, onDone }: StudyProps): ReactNode {
  const personId = useWho();
  const entry = useWrite('POST instruments/:instrumentId/studies', { instrumentId: instrument.id });
  const [subject, setSubject] = useDraft(`study.subject.${instrument.id}`, instrument.spec.kind === 'scale' ? 'a piston' : 'a rod’s small end');
  // One line a placement: what was read survives a reload.
  const [kept, setKept] = useDraft(`study.readings.${instrument.id}`);
  const [typed, setTyped] = useState('');
  const [complaint, setComplaint] = useState<string | null>(null);
  const readings = kept
    .split(' ')
    .filter((text) => text !== '')
    .map(Number);
  const take = (): void => {
    const parsed = readQuantity(typed, 'g');
    if (parsed.kind === 'blank') return;
    if (parsed.kind !== 'quantity' || parsed.value <= 0) return setComplaint(`“${typed.trim()}” is not a weight in grams.`);
    setComplaint(null);
    setKept([...readings, parsed.value].join(' '));
    return setTyped('');
  };
  const send = (): void => {
    if (personId === null) return;
    entry.mutate(
      { personId, kind: 'repeatability', subject, readingsG: readings, nominalG: null },
      {
        onSuccess: () => {
          setKept('');
          onDone();
        },
      },
    );
  };
  const done = readings.length >= PLACEMENTS;
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (done && typed.trim() === '') send();
        else take();
      }}
    >
      <p>Each a fresh placement: zero seen, the part in the marked spot, settled, read, lifted off.</p>
      <Field label="What stands on it" value={subject} onChange={(event) => setSubject(event.target.value)} />
      <QuantityField
        label={done ? 'Ten are in; more may follow' : `Placement ${readings.length + 1} of ${PLACEMENTS}`}
        unit="g"
        autoFocus
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        problem={complaint ?? undefined}
      />
      <p className="figure-type">{readings.map((g) => fixed(g, 2)).join('  ')}</p>
      {readings.length >= 2 && <p className="text-lg font-semibold">{verdict(readings, instrument.spec.divisionG)}</p>}
      {readings.length > 0 && (
        <Button look="quiet" className="justify-self-start" onClick={() => setKept(readings.slice(0, -1).join(' '))}>
          Take the last one back
        </Button>
      )}
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      <Button type="submit" look="primary" disabled={personId === null || entry.isPending}>
        {done && typed.trim() === '' ? 'Keep this study' : 'Take it'}
      </Button>
      <WhoFirst />
    </form>
  );
}

function verdict(readings: readonly number[], divisionG: number): string {
  const s = Math.max(summariseReadings(readings).deviationG ?? 0, roundingDeviationG(divisionG));
  const r = repeatabilityLimitG(s);
  return `s ${fixed(s, 3)} g, repeatability limit ${fixed(r, 2)} g: this scale can tell ${fixed(r, 2)} g apart with one placement, ${fixed(r / Math.sqrt(3), 2)} g with three.`;
}

function Drift({ instrument, onDone }: StudyProps): ReactNode {
  const personId = useWho();
  const entry = useWrite('POST instruments/:instrumentId/studies', { instrumentId: instrument.id });
  const [nominal, setNominal] = useDraft(`check.nominal.${instrument.id}`, '500');
  const [shown, setShown] = useState('');
  const [complaint, setComplaint] = useState<string | null>(null);
  const send = (): void => {
    const [nominalG, shownG] = [readQuantity(nominal, 'g'), readQuantity(shown, 'g')];
    if (nominalG.kind !== 'quantity' || shownG.kind !== 'quantity') return setComplaint('Both have to be numbers of grams.');
    if (personId === null) return undefined;
    return entry.mutate(
      { personId, kind: 'drift', subject: `${nominalG.value} g check weight`, readingsG: [shownG.value], nominalG: nominalG.value },
      { onSuccess: onDone },
    );
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <p>The scale need not be true for matching, but it should not wander from day to day.</p>
      <QuantityField label="Marked" unit="g" value={nominal} onChange={(event) => setNominal(event.target.value)} />
      <QuantityField
        label="Shown"
        unit="g"
        autoFocus
        value={shown}
        onChange={(event) => setShown(event.target.value)}
        problem={complaint ?? undefined}
      />
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      <Button type="submit" look="primary" disabled={personId === null || entry.isPending}>
        Keep it
      </Button>
      <WhoFirst />
    </form>
  );
}
