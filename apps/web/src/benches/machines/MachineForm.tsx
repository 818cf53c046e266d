import type { Machine, MachineSpec } from '@tare/contract';
import { readQuantity, type Unit } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWrite } from '../../api/useWrite.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { DRIVER_WORDS, UNIT_WORDS } from './machineWords.js';

type WavField = 'wavLeft' | 'wavRight' | 'wavTach';

/** Every figure is text until it is checked. */
type Typed = Readonly<
  Record<
    Exclude<keyof MachineSpec, 'convention' | 'columns' | 'channels'> | keyof MachineSpec['convention'] | keyof MachineSpec['columns'] | WavField,
    string
  >
>;

const EMPTY: Typed = {
  name: '',
  driver: 'typed',
  unit: 'gAtRadius',
  seenFrom: 'front',
  counts: 'clockwise',
  zeroAtDeg: '0',
  shows: 'heavy',
  slowestRpm: '250',
  fastestRpm: '900',
  supportLimitN: '1000',
  scatterGmm: '',
  gainPercent: '',
  amountStep: '',
  angleStepDeg: '',
  gainEpoch: '0',
  wavLeft: '1',
  wavRight: '2',
  wavTach: '3',
  time: 'time',
  rateHz: '5000',
  left: 'left',
  right: 'right',
  tach: 'tach',
  notes: '',
};

const typedOf = ({ convention, columns, channels, scatterGmm, gainPercent, amountStep, angleStepDeg, gainEpoch, ...spec }: MachineSpec): Typed =>
  Object.fromEntries(
    Object.entries({
      ...spec,
      ...convention,
      ...columns,
      scatterGmm: scatterGmm ?? '',
      gainPercent: gainPercent ?? '',
      amountStep: amountStep ?? '',
      angleStepDeg: angleStepDeg ?? '',
      gainEpoch: gainEpoch ?? 0,
      wavLeft: channels.left,
      wavRight: channels.right,
      wavTach: channels.tach,
    }).map(([key, value]) => [key, String(value)]),
  ) as unknown as Typed;

/** A machine's spec as the server checks it: what is no number is left for it to complain about. */
function specOf(typed: Typed): unknown {
  const number = (text: string, unit: Unit): number | string => {
    const parsed = readQuantity(text, unit);
    return parsed.kind === 'quantity' ? parsed.value : text;
  };
  return {
    name: typed.name.trim(),
    driver: typed.driver,
    unit: typed.driver === 'recorded' ? 'none' : typed.unit,
    convention: { seenFrom: typed.seenFrom, counts: typed.counts, zeroAtDeg: number(typed.zeroAtDeg, '°'), shows: typed.shows },
    slowestRpm: number(typed.slowestRpm, 'rpm'),
    fastestRpm: number(typed.fastestRpm, 'rpm'),
    supportLimitN: number(typed.supportLimitN, 'N'),
    scatterGmm: typed.scatterGmm.trim() === '' ? null : number(typed.scatterGmm, 'g·mm'),
    gainPercent: typed.gainPercent.trim() === '' ? null : number(typed.gainPercent, '%'),
    amountStep: typed.amountStep.trim() === '' ? null : number(typed.amountStep, ''),
    angleStepDeg: typed.angleStepDeg.trim() === '' ? null : number(typed.angleStepDeg, '°'),
    gainEpoch: number(typed.gainEpoch, ''),
    channels: { left: number(typed.wavLeft, ''), right: number(typed.wavRight, ''), tach: number(typed.wavTach, '') },
    columns: {
      time: typed.time.trim(),
      rateHz: number(typed.rateHz, 'Hz'),
      left: typed.left.trim(),
      right: typed.right.trim(),
      tach: typed.tach.trim(),
    },
    notes: typed.notes,
  };
}

/** The form's field of a server's path: its last word, but a WAV channel has the name of a CSV column. */
function fieldOf(path: string): string | undefined {
  const [group, last] = path.split('.').slice(-2);
  return group === 'channels' && last !== undefined ? `wav${last.charAt(0).toUpperCase()}${last.slice(1)}` : last;
}

/** What a balancing machine says and how. */
export function MachineForm({ machine, onDone }: { readonly machine: Machine | null; readonly onDone: () => void }): ReactNode {
  const personId = useWho();
  const add = useWrite('POST machines');
  const change = useWrite('PUT machines/:machineId', { machineId: machine?.id ?? '' });
  const entry = machine ? change : add;
  const [typed, setTyped] = useState<Typed>(() => (machine ? typedOf(machine.spec) : EMPTY));
  const field = (key: keyof Typed): { value: string; onChange: (event: { target: { value: string } }) => void; problem: string | undefined } => ({
    value: typed[key],
    onChange: (event) => setTyped({ ...typed, [key]: event.target.value }),
    problem: entry.error?.fields.find(({ field: path }) => fieldOf(path) === key)?.message,
  });
  const submit = (): void => {
    if (personId === null) return;
    const spec = specOf(typed) as MachineSpec;
    if (machine) change.mutate({ personId, baseVersion: machine.version, spec }, { onSuccess: onDone });
    else add.mutate({ personId, spec }, { onSuccess: onDone });
  };
  const choice = (key: keyof Typed): { value: string; onChange: (event: { target: { value: string } }) => void } => ({
    value: typed[key],
    onChange: field(key).onChange,
  });
  return (
    <form
      noValidate
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <Field label="What it is called here" {...field('name')} />
      <Choice
        label="How its readings come"
        {...choice('driver')}
        options={Object.entries(DRIVER_WORDS).map(([value, label]) => ({ value, label }))}
      />
      {typed.driver === 'typed' && (
        <Choice label="What its numbers are" {...choice('unit')} options={Object.entries(UNIT_WORDS).map(([value, label]) => ({ value, label }))} />
      )}
      {typed.driver === 'typed' && (
        <fieldset className="grid grid-cols-2 gap-3">
          <legend className="mb-1 font-semibold">Its angles</legend>
          <Choice
            label="Looks from the"
            {...choice('seenFrom')}
            options={[
              { value: 'front', label: 'front' },
              { value: 'rear', label: 'rear' },
            ]}
          />
          <Choice
            label="Counts, seen from there"
            {...choice('counts')}
            options={[
              { value: 'clockwise', label: 'clockwise' },
              { value: 'anticlockwise', label: 'anticlockwise' },
            ]}
          />
          <QuantityField label="Its zero, from crankpin 1" unit="°" {...field('zeroAtDeg')} hint="Clockwise seen from the front" />
          <Choice
            label="It shows"
            {...choice('shows')}
            options={[
              { value: 'heavy', label: 'the heavy spot: remove there' },
              { value: 'light', label: 'the light spot: add there' },
            ]}
          />
        </fieldset>
      )}
      {typed.driver === 'recorded' && (
        <fieldset className="grid grid-cols-2 gap-3">
          <legend className="mb-1 font-semibold">Columns of its CSV, by their headings</legend>
          <Field label="Left sensor, nearer the front" {...field('left')} />
          <Field label="Right sensor" {...field('right')} />
          <Field label="Tach, a pulse a turn" {...field('tach')} />
          <Field label="Time in s; blank where there is none" {...field('time')} />
          <QuantityField label="Sample rate where there is none" unit="Hz" {...field('rateHz')} />
          <p className="col-span-2 font-semibold">Or the channels of its WAV, counted from 1</p>
          <QuantityField label="Left sensor’s channel" unit="" {...field('wavLeft')} />
          <QuantityField label="Right sensor’s channel" unit="" {...field('wavRight')} />
          <QuantityField label="Tach’s channel" unit="" {...field('wavTach')} />
        </fieldset>
      )}
      <div className="grid grid-cols-2 gap-3">
        <QuantityField label="Slowest speed" unit="rpm" {...field('slowestRpm')} />
        <QuantityField label="Fastest speed" unit="rpm" {...field('fastestRpm')} />
        <QuantityField label="What each support carries" unit="N" {...field('supportLimitN')} />
        <QuantityField
          label="Scatter of one reading"
          unit="g·mm"
          {...field('scatterGmm')}
          hint={
            typed.driver === 'typed'
              ? 's in each component; blank where nobody tried: two or more readings of a state tell it'
              : 's in each component from spin to spin, the crank taken out between; it goes into the 95 % region'
          }
        />
        {typed.driver === 'typed' && typed.unit !== 'none' && (
          <QuantityField
            label="Its own calibration may be off by"
            unit="%"
            {...field('gainPercent')}
            hint="Blank: 15 %, as of one that was calibrated elsewhere. A spin with a known weight narrows it"
          />
        )}
        {typed.driver === 'typed' && (
          <>
            <QuantityField
              label="Its display rounds amounts to"
              unit=""
              {...field('amountStep')}
              hint="In its own unit; blank: as many places as are typed"
            />
            <QuantityField label="Its display rounds angles to" unit="°" {...field('angleStepDeg')} hint="Blank: as many places as are typed" />
          </>
        )}
      </div>
      {machine && (
        <CheckRow
          checked={Number(typed.gainEpoch) > (machine.spec.gainEpoch ?? 0)}
          onChange={(event) => setTyped({ ...typed, gainEpoch: String((machine.spec.gainEpoch ?? 0) + (event.target.checked ? 1 : 0)) })}
        >
          It was calibrated anew: what was learned of its numbers counts no longer
        </CheckRow>
      )}
      <Field label="Notes" {...field('notes')} />
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      <Button type="submit" look="primary" disabled={personId === null || entry.isPending}>
        Keep this machine
      </Button>
      <WhoFirst />
    </form>
  );
}
