import { pinLimitsSchema } from '@tare/contract';
import { bandMm, pinRows, pressGate, typedQuantity, type Fit, type MadeReady, type PinLimits } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { CheckRow } from '../../../ui/CheckRow.js';
import { Disclosure } from '../../../ui/Disclosure.js';
import { Field } from '../../../ui/Field.js';
import { FormChoice } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { Caution, Note, ProblemNotice } from '../../../ui/Notice.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { useDisplay } from '../../../ui/display.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { useLogWork } from '../LogWork.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';
import { useLimitsForm } from '../useLimitsForm.js';

/** Piston pins against rod and piston; pressed only once everything that hangs on them is weighed and matched. */
export function PinSheet({ made, cylinders }: { readonly made: MadeReady; readonly cylinders: number }): ReactNode {
  const { sheet } = useOpenJob();
  const entry = useSheetEntry('pistonPins');
  const { figure } = useDisplay();
  const rows = pinRows(made, cylinders);
  const limits = made.pinLimits;
  const band = bandMm(limits?.inRod);
  const fit = (what: string, one: Fit | null): ReactNode =>
    one && (
      <span className="mr-3 inline-flex items-center gap-1">
        <span className="text-ink-soft">{what}</span> <span className="figure-type">{figure(one.mm, 'mm', 3)}</span>{' '}
        <AcceptanceMark of={one.verdict} />
      </span>
    );
  return (
    <div className="grid gap-4">
      <Disclosure title="What the pins have to be" open={limits === null}>
        <PinLimitsForm key={sheet.decisions['pins.limits']?.version ?? 0} limits={limits} />
      </Disclosure>
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption="Pins, pin bores and small eyes"
        verdictOf={(name) => {
          const row = rows.find(({ cylinder }) => name === `Cylinder ${cylinder}`);
          return (
            row && (
              <>
                {row.isPressed && <strong className="mr-3">pressed</strong>}
                {fit(limits?.way === 'pressed' ? 'grips' : 'floats in the rod', row.inRod)}
                {fit('in the piston', row.inPiston)}
              </>
            )
          );
        }}
      />
      {limits?.way === 'pressed' && <PressDesk made={made} cylinders={cylinders} />}
    </div>
  );
}

/** Pressing in, stopped while something is not weighed or matched; and pressing off. */
function PressDesk({ made, cylinders }: { readonly made: MadeReady; readonly cylinders: number }): ReactNode {
  const { statuses } = useOpenJob();
  const { log, isBlocked, error } = useLogWork();
  const [crayon, setCrayon] = useState('');
  const [why, setWhy] = useState('');
  const [isSeen, setSeen] = useState(false);
  const gate = pressGate(statuses);
  const rows = pinRows(made, cylinders);
  const crayonC = crayon.trim() === '' ? null : typedQuantity(crayon, '');
  const isGood = crayonC === null || (crayonC >= 0 && crayonC <= 500);
  const isStopped = gate !== null && why.trim() === '';
  return (
    <section className="grid gap-3 border-2 border-edge p-3" aria-label="Pressing">
      {gate !== null && (
        <>
          <Note>{`▲ ${gate}`}</Note>
          <Field
            label="Pressed all the same, because"
            className="w-full"
            value={why}
            maxLength={300}
            onChange={(event) => setWhy(event.target.value)}
          />
        </>
      )}
      <Caution>
        <p>
          Heat only the small eye, by the crayon and no further; gloves, no flame near oil. The piston lies in a cradle, never on its skirt. Follow
          the part maker’s instructions and local rules; when in doubt ask a licensed or certified machinist.
        </p>
      </Caution>
      <div className="flex flex-wrap items-end gap-3">
        <QuantityField label="Crayon, °C" unit="" className="w-36" value={crayon} onChange={(event) => setCrayon(event.target.value)} />
        <CheckRow checked={isSeen} onChange={(event) => setSeen(event.target.checked)}>
          Which way piston and rod face was seen, and their numbers
        </CheckRow>
      </div>
      <div className="flex flex-wrap gap-2">
        {rows.map(({ cylinder, isPressed }) => (
          <Button
            key={cylinder}
            disabled={isBlocked || isPressed || !isGood || !isSeen || isStopped}
            onClick={() => log({ kind: 'pressPin', cylinder, crayonC, overruled: gate === null ? '' : why.trim() }, () => setSeen(false))}
          >
            {isPressed ? `✓ Pin ${cylinder}` : `Pin ${cylinder} was pressed in`}
          </Button>
        ))}
      </div>
      {rows.some(({ isPressed }) => isPressed) && <PressOff pressed={rows.flatMap(({ cylinder, isPressed }) => (isPressed ? [cylinder] : []))} />}
      {error !== null && <ProblemNotice>{error}</ProblemNotice>}
    </section>
  );
}

const BEFORE_AND_AFTER = [
  ['boreBeforeMm', 'Pin bore before'],
  ['boreAfterMm', 'after'],
  ['skirtBeforeMm', 'Skirt before'],
  ['skirtAfterMm', 'after'],
] as const;
type Measure = (typeof BEFORE_AND_AFTER)[number][0];

/** A pin that comes out again: what the piston lay on, and what bore and skirt measured before and after. */
function PressOff({ pressed }: { readonly pressed: readonly number[] }): ReactNode {
  const { log, isBlocked, error } = useLogWork();
  const [support, setSupport] = useState('');
  const [typed, setTyped] = useState<Partial<Record<Measure, string>>>({});
  const read = (key: Measure): number | null => ((typed[key] ?? '').trim() === '' ? null : typedQuantity(typed[key]!, 'mm'));
  const sizes = {
    boreBeforeMm: read('boreBeforeMm'),
    boreAfterMm: read('boreAfterMm'),
    skirtBeforeMm: read('skirtBeforeMm'),
    skirtAfterMm: read('skirtAfterMm'),
  };
  const isGood = support.trim() !== '' && Object.values(sizes).every((mm) => mm === null || mm > 0);
  return (
    <Disclosure title="Press a pin off">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="The piston lay on" className="w-52" value={support} maxLength={120} onChange={(event) => setSupport(event.target.value)} />
        {BEFORE_AND_AFTER.map(([key, label]) => (
          <QuantityField
            key={key}
            label={label}
            unit="mm"
            className="w-36"
            value={typed[key] ?? ''}
            onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
          />
        ))}
        {pressed.map((cylinder) => (
          <Button
            key={cylinder}
            disabled={isBlocked || !isGood}
            onClick={() => log({ kind: 'pressOff', cylinder, support: support.trim(), ...sizes }, () => setTyped({}))}
          >
            {`Piston ${cylinder} is off its pin`}
          </Button>
        ))}
      </div>
      {error !== null && <ProblemNotice>{error}</ProblemNotice>}
    </Disclosure>
  );
}

const NONE = { lowMm: null, highMm: null };

/** Floating or pressed, and between which bounds. */
export function PinLimitsForm({ limits }: { readonly limits: PinLimits | null }): ReactNode {
  const write = useLimitsForm<PinLimits>({
    subject: 'pins.limits',
    schema: pinLimitsSchema,
    start: limits ?? { way: 'pressed', rule: 'twoSided95', inRod: NONE, inPiston: NONE },
    bands: ({ inRod, inPiston }) => ({ inRod: [inRod, 'the pin in its rod'], inPiston: [inPiston, 'the pin in its piston'] }),
  });
  const { control } = write.form;
  return (
    <WriteFormFrame write={write} keep="Keep this" asksWho={false} label="Limits of the pins" look="plain" className="flex flex-wrap items-end gap-3">
      <FormChoice
        label="Pins are"
        className="w-36"
        control={control}
        name="way"
        options={[
          { value: 'pressed', label: 'pressed' },
          { value: 'floating', label: 'floating' },
        ]}
      />
      <FormQuantity label="In the rod, from" unit="mm" className="w-36" control={control} name="inRod.lowMm" />
      <FormQuantity label="In the rod, to" unit="mm" className="w-36" control={control} name="inRod.highMm" />
      <FormQuantity label="In the piston, from" unit="mm" className="w-36" control={control} name="inPiston.lowMm" />
      <FormQuantity label="In the piston, to" unit="mm" className="w-36" control={control} name="inPiston.highMm" />
    </WriteFormFrame>
  );
}
