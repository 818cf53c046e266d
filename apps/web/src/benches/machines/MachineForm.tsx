import type { Machine, MachineSpec } from '@tare/contract';
import type { ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { CheckRow } from '../../ui/CheckRow.js';
import { FormChoice, FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { typedOf } from '../../ui/form/typedForm.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { DRIVER_WORDS, UNIT_WORDS } from './machineWords.js';

const NEW: Required<MachineSpec> = {
  name: '',
  driver: 'typed',
  unit: 'gAtRadius',
  convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
  slowestRpm: 250,
  fastestRpm: 900,
  supportLimitN: 1000,
  scatterGmm: null,
  gainPercent: null,
  amountStep: null,
  angleStepDeg: null,
  gainEpoch: 0,
  columns: { time: 'time', rateHz: 5000, left: 'left', right: 'right', tach: 'tach' },
  channels: { left: 1, right: 2, tach: 3 },
  notes: '',
};

/** What a balancing machine says and how. */
export function MachineForm({ machine, onDone }: { readonly machine: Machine | null; readonly onDone: () => void }): ReactNode {
  const initial = { spec: typedOf<Required<MachineSpec>>({ ...NEW, ...machine?.spec }) };
  type Form = typeof initial;
  // One that is recorded has no numbers of its own.
  const contentOf = ({ spec }: Form): Form => ({ spec: { ...spec, unit: spec.driver === 'recorded' ? 'none' : spec.unit } });
  const add = useWriteForm({ route: 'POST machines', place: 'machine.new', initial, contentOf, onDone });
  const change = useWriteForm({
    route: 'PUT machines/:machineId',
    ids: { machineId: machine?.id ?? '' },
    place: `machine.${machine?.id}.${machine?.version}`,
    initial,
    contentOf,
    beside: { baseVersion: machine?.version ?? 0 },
    onDone,
  });
  const write = machine ? change : add;
  const { control, setValue } = write.form;
  const { driver, unit, gainEpoch } = useWatch({ control, name: 'spec' });
  const epochBefore = machine?.spec.gainEpoch ?? 0;
  return (
    <WriteFormFrame write={write} keep="Keep this machine">
      <FormField label="What it is called here" control={control} name="spec.name" />
      <FormChoice
        label="How its readings come"
        control={control}
        name="spec.driver"
        options={Object.entries(DRIVER_WORDS).map(([value, label]) => ({ value, label }))}
      />
      {driver === 'typed' && (
        <FormChoice
          label="What its numbers are"
          control={control}
          name="spec.unit"
          options={Object.entries(UNIT_WORDS).map(([value, label]) => ({ value, label }))}
        />
      )}
      {driver === 'typed' && (
        <fieldset className="grid grid-cols-2 gap-3">
          <legend className="mb-1 font-semibold">Its angles</legend>
          <FormChoice
            label="Looks from the"
            control={control}
            name="spec.convention.seenFrom"
            options={[
              { value: 'front', label: 'front' },
              { value: 'rear', label: 'rear' },
            ]}
          />
          <FormChoice
            label="Counts, seen from there"
            control={control}
            name="spec.convention.counts"
            options={[
              { value: 'clockwise', label: 'clockwise' },
              { value: 'anticlockwise', label: 'anticlockwise' },
            ]}
          />
          <FormQuantity
            label="Its zero, from crankpin 1"
            unit="°"
            control={control}
            name="spec.convention.zeroAtDeg"
            hint="Clockwise seen from the front"
          />
          <FormChoice
            label="It shows"
            control={control}
            name="spec.convention.shows"
            options={[
              { value: 'heavy', label: 'the heavy spot: remove there' },
              { value: 'light', label: 'the light spot: add there' },
            ]}
          />
        </fieldset>
      )}
      {driver === 'recorded' && (
        <fieldset className="grid grid-cols-2 gap-3">
          <legend className="mb-1 font-semibold">Columns of its CSV, by their headings</legend>
          <FormField label="Left sensor, nearer the front" control={control} name="spec.columns.left" />
          <FormField label="Right sensor" control={control} name="spec.columns.right" />
          <FormField label="Tach, a pulse a turn" control={control} name="spec.columns.tach" />
          <FormField label="Time in s; blank where there is none" control={control} name="spec.columns.time" />
          <FormQuantity label="Sample rate where there is none" unit="Hz" control={control} name="spec.columns.rateHz" />
          <p className="col-span-2 font-semibold">Or the channels of its WAV, counted from 1</p>
          <FormQuantity label="Left sensor’s channel" unit="" control={control} name="spec.channels.left" />
          <FormQuantity label="Right sensor’s channel" unit="" control={control} name="spec.channels.right" />
          <FormQuantity label="Tach’s channel" unit="" control={control} name="spec.channels.tach" />
        </fieldset>
      )}
      <div className="grid grid-cols-2 gap-3">
        <FormQuantity label="Slowest speed" unit="rpm" control={control} name="spec.slowestRpm" />
        <FormQuantity label="Fastest speed" unit="rpm" control={control} name="spec.fastestRpm" />
        <FormQuantity label="What each support carries" unit="N" control={control} name="spec.supportLimitN" />
        <FormQuantity
          label="Scatter of one reading"
          unit="g·mm"
          control={control}
          name="spec.scatterGmm"
          hint={
            driver === 'typed'
              ? 's in each component; blank where nobody tried: two or more readings of a state tell it'
              : 's in each component from spin to spin, the crank taken out between; it goes into the 95 % region'
          }
        />
        {driver === 'typed' && unit !== 'none' && (
          <FormQuantity
            label="Its own calibration may be off by"
            unit="%"
            control={control}
            name="spec.gainPercent"
            hint="Blank: 15 %, as of one that was calibrated elsewhere. A spin with a known weight narrows it"
          />
        )}
        {driver === 'typed' && (
          <>
            <FormQuantity
              label="Its display rounds amounts to"
              unit=""
              control={control}
              name="spec.amountStep"
              hint="In its own unit; blank: as many places as are typed"
            />
            <FormQuantity
              label="Its display rounds angles to"
              unit="°"
              control={control}
              name="spec.angleStepDeg"
              hint="Blank: as many places as are typed"
            />
          </>
        )}
      </div>
      {machine && (
        <CheckRow
          checked={Number(gainEpoch) > epochBefore}
          onChange={(event) => setValue('spec.gainEpoch', String(epochBefore + (event.target.checked ? 1 : 0)))}
        >
          It was calibrated anew: what was learned of its numbers counts no longer
        </CheckRow>
      )}
      <FormField label="Notes" control={control} name="spec.notes" />
    </WriteFormFrame>
  );
}
