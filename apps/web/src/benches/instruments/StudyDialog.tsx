import { fixed } from '@tare/card';
import type { Instrument, NewStudy } from '@tare/contract';
import { repeatabilityLimitG, roundingDeviationG, summariseReadings, typedQuantity } from '@tare/core';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { readingsOf, useTaken } from './useTaken.js';
import { FixtureDoctor } from './FixtureDoctor.js';
import { Modal } from '../../ui/Modal.js';

interface StudyDialogProps {
  readonly instrument: Instrument;
  /** Null while no study is under way. */
  readonly kind: NewStudy['kind'] | null;
  readonly onClose: () => void;
}

const TITLES = { repeatability: 'Ten placements', drift: 'Check weight', causes: 'What scatters' } as const;

/** A guided study: ten placements of one thing, a check weight on a day, or what scatters in a fixture. */
export function StudyDialog({ instrument, kind, onClose }: StudyDialogProps): ReactNode {
  return (
    <Modal title={`${kind === null ? '' : TITLES[kind]} on ${instrument.spec.name}`} open={kind !== null} onOpenChange={onClose}>
      {kind === 'repeatability' && <Repeatability instrument={instrument} onDone={onClose} />}
      {kind === 'causes' && <FixtureDoctor instrument={instrument} onDone={onClose} />}
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
  const { id, spec } = instrument;
  const write = useWriteForm({
    route: 'POST instruments/:instrumentId/studies',
    ids: { instrumentId: id },
    place: `study.${id}`,
    initial: { subject: spec.kind === 'scale' ? 'a piston' : 'a rod’s small end', taken: '', next: '' },
    contentOf: ({ subject, taken }) => ({ kind: 'repeatability', subject, readingsG: readingsOf(taken), nominalG: null }),
    onDone,
  });
  const { control } = write.form;
  const { readings, isBlank, takeBack, submitOr } = useTaken(write);
  const done = readings.length >= PLACEMENTS && isBlank;
  return (
    <WriteFormFrame write={{ ...write, submit: submitOr(done) }} keep={done ? 'Keep this study' : 'Take it'}>
      <p>Each a fresh placement: zero seen, the part in the marked spot, settled, read, lifted off.</p>
      <FormField label="What stands on it" control={control} name="subject" />
      <FormQuantity
        label={readings.length >= PLACEMENTS ? 'Ten are in; more may follow' : `Placement ${readings.length + 1} of ${PLACEMENTS}`}
        unit="g"
        autoFocus
        control={control}
        name="next"
      />
      <p className="figure-type">{readings.map((g) => fixed(g, 2)).join('  ')}</p>
      {readings.length >= 2 && <p className="text-lg font-semibold">{verdict(readings, spec.divisionG)}</p>}
      {readings.length > 0 && (
        <Button look="quiet" className="justify-self-start" onClick={takeBack}>
          Take the last one back
        </Button>
      )}
    </WriteFormFrame>
  );
}

function verdict(readings: readonly number[], divisionG: number): string {
  const s = Math.max(summariseReadings(readings).deviationG ?? 0, roundingDeviationG(divisionG));
  const r = repeatabilityLimitG(s);
  return `s ${fixed(s, 3)} g, repeatability limit ${fixed(r, 2)} g: this scale can tell ${fixed(r, 2)} g apart with one placement, ${fixed(repeatabilityLimitG(s, 3), 2)} g with three.`;
}

function Drift({ instrument, onDone }: StudyProps): ReactNode {
  const write = useWriteForm({
    route: 'POST instruments/:instrumentId/studies',
    ids: { instrumentId: instrument.id },
    place: `check.${instrument.id}`,
    initial: { nominalG: '500', readingsG: [''] },
    contentOf: ({ nominalG, readingsG }) => ({
      kind: 'drift',
      subject: `${typedQuantity(nominalG, 'g')} g check weight`,
      // Both are asked for: a blank is no check.
      readingsG: readingsG.map((text) => (text.trim() === '' ? 'blank' : text)),
      nominalG: nominalG.trim() === '' ? 'blank' : nominalG,
    }),
    onDone,
  });
  const { control } = write.form;
  return (
    <WriteFormFrame write={write} keep="Keep it">
      <p>The scale need not be true for matching, but it should not wander from day to day.</p>
      <FormQuantity label="Marked" unit="g" control={control} name="nominalG" />
      <FormQuantity label="Shown" unit="g" autoFocus control={control} name="readingsG.0" />
    </WriteFormFrame>
  );
}
