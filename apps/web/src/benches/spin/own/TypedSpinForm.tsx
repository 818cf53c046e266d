import type { Calibration, Machine, ShownPair } from '@tare/contract';
import { hungUnbalance, typedQuantity, usuallyMounted, whyTypeTwice, type WhyTwice } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { useRereadMachines } from '../../../api/machines.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { AddRow } from '../../../ui/RowButtons.js';
import { Button } from '../../../ui/Button.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import type { Complaints } from '../../../ui/form/useTypedForm.js';
import { useWriteForm } from '../../../ui/form/useWriteForm.js';
import { useCautions } from '../Cautions.js';
import { useHung } from '../useHung.js';
import { useSpinSetUp } from '../useSpinSetUp.js';
import { BLANK_ROW, readRows, shownCells, shownOf, ShownRows, type ShownRow } from './ShownRows.js';
import { MACHINE_UNITS } from './unitWords.js';

/** Readings that tell their own scatter; one is enough where it is known. */
const ENOUGH_READINGS = 4;

const WHY_TWICE: Readonly<Record<WhyTwice, string>> = {
  nothingBefore: 'Nothing can contradict this first reading.',
  aSlipWouldHide: 'So little is known yet of what it should be that a slip would not show.',
  seldomSoFar: 'Most readings would lie nearer to what was expected.',
};

/** The first number of two readings that differs; null where they agree. */
function firstDifference(one: ShownPair, other: ShownPair): string | null {
  if (one.a.amount !== other.a.amount) return 'A';
  if (one.a.angleDeg !== other.a.angleDeg) return 'The angle in A';
  if (one.b.amount !== other.b.amount) return 'B';
  return one.b.angleDeg === other.b.angleDeg ? null : 'The angle in B';
}

/** What is typed of a reading: every spin, and the first once more where a slip would not show. */
interface TypedReading {
  readonly speedRpm: string;
  readonly rows: readonly ShownRow[];
  readonly again: ShownRow;
}

/** What the machine showed, spin after spin. */
export function TypedSpinForm({ machine, calibration }: { readonly machine: Machine; readonly calibration: Calibration | null }): ReactNode {
  const { sheet } = useOpenJob();
  const rereadMachines = useRereadMachines();
  const { cautions, allConfirmed, startOver } = useCautions();
  const { hungPieces, whole, fields } = useHung();
  const { setUp, isAnother, fields: setUpFields, startOver: newSetUp } = useSpinSetUp();
  /** Why it is asked for once more; null while nobody asks. */
  const [why, setWhy] = useState<WhyTwice | null>(null);
  const usual = machine.spec.scatterGmm === null ? ENOUGH_READINGS : 1;
  const calibrationId = calibration?.id ?? null;
  const whyTwice = (repeats: readonly ShownPair[]): WhyTwice | null => {
    if (repeats.length > 1) return null;
    if (isAnother) return 'nothingBefore';
    const mounted = setUp.mounted ?? usuallyMounted(sheet.spec.crank);
    const hung = hungPieces.length === 0 ? null : hungUnbalance(hungPieces, sheet.spec.crank.planes);
    return whyTypeTwice(sheet, { shown: repeats, machineId: machine.id, calibrationId, mounted, hung, hungPieces });
  };
  const initial: TypedReading = {
    speedRpm: String(
      sheet.setUp?.current.speedRpm ??
        sheet.spins.findLast(({ machineId }) => machineId === machine.id)?.speedRpm ??
        Math.min(600, machine.spec.fastestRpm),
    ),
    rows: Array.from({ length: usual }, () => BLANK_ROW),
    again: BLANK_ROW,
  };
  const write = useWriteForm({
    route: 'POST jobs/:jobId/spins/typed',
    ids: { jobId: sheet.id },
    place: `typed-spin.${sheet.id}.${machine.id}.${sheet.setUp?.current.id ?? ''}`,
    initial,
    sample: { ...initial, rows: [BLANK_ROW] },
    wrong: ({ speedRpm, rows }): Complaints => {
      const { slowestRpm, fastestRpm } = machine.spec;
      const [rpm, repeats] = [typedQuantity(speedRpm, 'rpm'), readRows(rows, machine)];
      return {
        ...(rpm >= slowestRpm && rpm <= fastestRpm ? {} : { speedRpm: `${machine.spec.name} spins between ${slowestRpm} and ${fastestRpm} rpm.` }),
        ...(typeof repeats === 'string' ? { '': repeats } : {}),
      };
    },
    doubt: ({ rows, again }) => {
      const repeats = readRows(rows, machine) as readonly ShownPair[];
      if (why === null) {
        const asked = whyTwice(repeats);
        setWhy(asked);
        return asked === null ? null : {};
      }
      const differs = repeats.length === 1 ? firstDifference(repeats[0]!, shownOf(again, machine)) : null;
      return differs === null
        ? null
        : { '': `${differs} is not the same both times. Look at the machine once more and put right whichever is wrong.` };
    },
    contentOf: ({ speedRpm, rows }) => ({ speedRpm, repeats: readRows(rows, machine) }),
    beside: { machineId: machine.id, calibrationId, cautionsConfirmed: true, hungPieces, enteredTwice: why !== null, ...setUp },
    onDone: () => {
      write.startOver();
      setWhy(null);
      newSetUp();
      startOver();
      void rereadMachines();
    },
  });
  const { control, setValue } = write.form;
  const [rows, again] = useWatch({ control, name: ['rows', 'again'] });
  return (
    <form className="grid gap-4" noValidate onSubmit={write.submit}>
      <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_36rem]">
        {cautions}
        <div className="grid gap-2">
          <FormQuantity control={control} name="speedRpm" label="Balancing speed" unit="rpm" className="w-44" />
          <ShownRows
            machine={machine}
            caption={`What ${machine.spec.name} shows, ${usual === 1 ? 'once or of repeated spins' : 'of four spins or more, so that its scatter is known'}`}
            rows={rows}
            onChange={(next) => setValue('rows', next)}
          />
          {why && (
            <fieldset className="grid w-fit max-w-full gap-2 border-l-8 border-brass bg-plate-low px-4 py-2">
              <legend className="sr-only">The same reading once more</legend>
              <p className="font-semibold">{`${WHY_TWICE[why]} Look at the machine and type it once more.`}</p>
              <div className="flex flex-wrap items-end gap-2">
                {shownCells(machine).map(([key, name]) => (
                  <QuantityField
                    key={key}
                    label={`Once more, ${name}`}
                    className="w-30"
                    unit={key.endsWith('Deg') ? '°' : MACHINE_UNITS[machine.spec.unit]}
                    asShown
                    mayExceed={key.endsWith('Amount')}
                    value={again[key]}
                    onChange={(event) => setValue('again', { ...again, [key]: event.target.value })}
                  />
                ))}
              </div>
            </fieldset>
          )}
          {write.complaint !== null && <ProblemNotice>{write.complaint}</ProblemNotice>}
          <div className="flex flex-wrap gap-3">
            <AddRow onClick={() => setValue('rows', [...rows, BLANK_ROW])}>Another spin</AddRow>
            <Button type="submit" look="primary" disabled={write.isBlocked || !allConfirmed || !whole}>
              Keep this reading
            </Button>
          </div>
          <p className="text-ink-soft">Off the scale? Type it as &gt;100: at least that much. Its angle may stay blank then.</p>
        </div>
      </div>
      {setUpFields}
      {fields}
    </form>
  );
}
