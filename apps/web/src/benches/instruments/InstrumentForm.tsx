import { INSTRUMENT_KINDS, SOURCES, type Instrument, type InstrumentSpec } from '@tare/contract';
import { USUAL_TEMPLATES } from '@tare/core';
import type { ReactNode } from 'react';
import { useController, useWatch } from 'react-hook-form';
import { FormChoice, FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { typedOf } from '../../ui/form/typedForm.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { LinePatternField } from './LinePatternField.js';
import { SOURCE_WORDS } from './sourceWords.js';

const NEW: InstrumentSpec = {
  kind: 'scale',
  name: '',
  divisionG: 0.1,
  capacityG: 3000,
  fixtureG: 0,
  lastCheck: '',
  notes: '',
  source: 'typed',
  lineTemplate: USUAL_TEMPLATES[0]!,
  baudRate: 9600,
};

interface InstrumentFormProps {
  /** The instrument to change; null for a new one. */
  readonly instrument: Instrument | null;
  readonly onDone: () => void;
}

export function InstrumentForm({ instrument, onDone }: InstrumentFormProps): ReactNode {
  const initial = { spec: typedOf(instrument?.spec ?? NEW) };
  const add = useWriteForm({ route: 'POST instruments', place: 'instrument.new', initial, onDone });
  const change = useWriteForm({
    route: 'PUT instruments/:instrumentId',
    ids: { instrumentId: instrument?.id ?? '' },
    place: `instrument.${instrument?.id}.${instrument?.version}`,
    initial,
    beside: { baseVersion: instrument?.version ?? 0 },
    onDone,
  });
  const write = instrument ? change : add;
  const { control } = write.form;
  const source = useWatch({ control, name: 'spec.source' });
  const { field: pattern, fieldState } = useController({ control, name: 'spec.lineTemplate' });
  return (
    <WriteFormFrame write={write} keep="Keep it">
      <FormField label="What it is called here" control={control} name="spec.name" />
      <FormChoice
        label="Kind"
        control={control}
        name="spec.kind"
        options={INSTRUMENT_KINDS.map((kind) => ({ value: kind, label: kind === 'scale' ? 'Scale' : 'Rod fixture on a scale' }))}
      />
      <div className="grid grid-cols-3 items-start gap-3">
        <FormQuantity label="Counts in" unit="g" control={control} name="spec.divisionG" />
        <FormQuantity label="Carries" unit="g" control={control} name="spec.capacityG" />
        <FormQuantity label="Fixture on it" unit="g" control={control} name="spec.fixtureG" />
      </div>
      <FormField label="Last checked" type="date" control={control} name="spec.lastCheck" />
      <FormField label="Notes" control={control} name="spec.notes" />
      <FormChoice
        label="Its readings"
        hint={SOURCE_WORDS[source].reason}
        control={control}
        name="spec.source"
        options={SOURCES.map((one) => ({ value: one, label: SOURCE_WORDS[one].name }))}
      />
      {source === 'serial' && (
        <>
          <LinePatternField template={pattern.value} onChange={pattern.onChange} problem={fieldState.error?.message} />
          <FormQuantity label="Speed of the line" unit="" unitWords="baud" control={control} name="spec.baudRate" />
        </>
      )}
    </WriteFormFrame>
  );
}
