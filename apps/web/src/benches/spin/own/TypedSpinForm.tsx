import type { Calibration, Machine, ShownPair } from '@tare/contract';
import { READINGS_OF_A_STATE, typedQuantity } from '@tare/core';
import type { ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { askedBack } from '../../../api/problem.js';
import { useRereadMachines } from '../../../api/machines.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { AskAnother } from '../../../ui/AskAnother.js';
import { AddRow } from '../../../ui/RowButtons.js';
import { Button } from '../../../ui/Button.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import type { Complaints } from '../../../ui/form/useTypedForm.js';
import { useWriteForm } from '../../../ui/form/useWriteForm.js';
import { useCautions } from '../Cautions.js';
import { useHung } from '../useHung.js';
import { useSpinSetUp } from '../useSpinSetUp.js';
import { BLANK_ROW, readRows, ShownRows, type ShownRow } from './ShownRows.js';
import { useReadingDoubts } from './useReadingDoubts.js';

/** What is typed of a spin: the machine read three times. */
interface TypedReading {
  readonly speedRpm: string;
  readonly rows: readonly ShownRow[];
}

/** What the machine showed of one spin, read three times. */
export function TypedSpinForm({ machine, calibration }: { readonly machine: Machine; readonly calibration: Calibration | null }): ReactNode {
  const { sheet } = useOpenJob();
  const rereadMachines = useRereadMachines();
  const { cautions, allConfirmed, startOver } = useCautions();
  const { hungPieces, whole, fields } = useHung();
  const { setUp, fields: setUpFields, startOver: newSetUp } = useSpinSetUp();
  const doubtOf = useReadingDoubts(machine, sheet);
  const calibrationId = calibration?.id ?? null;
  const initial: TypedReading = {
    speedRpm: String(
      sheet.setUp?.current.speedRpm ??
        sheet.spins.findLast(({ machineId }) => machineId === machine.id)?.speedRpm ??
        Math.min(600, machine.spec.fastestRpm),
    ),
    rows: Array.from({ length: READINGS_OF_A_STATE }, () => BLANK_ROW),
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
    doubt: ({ rows }) => {
      const asked = doubtOf(readRows(rows, machine) as readonly ShownPair[]);
      return asked === null ? null : { '': asked };
    },
    contentOf: ({ speedRpm, rows }) => ({ speedRpm, repeats: readRows(rows, machine) }),
    beside: { machineId: machine.id, calibrationId, cautionsConfirmed: true, hungPieces, ...setUp },
    onDone: () => done(),
  });
  const done = (): void => {
    write.startOver();
    newSetUp();
    startOver();
    void rereadMachines();
  };
  const { control, setValue } = write.form;
  const rows = useWatch({ control, name: 'rows' });
  return (
    <form className="grid gap-4" noValidate onSubmit={write.submit}>
      <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_36rem]">
        {cautions}
        <div className="grid gap-2">
          <FormQuantity control={control} name="speedRpm" label="Balancing speed" unit="rpm" className="w-44" />
          <ShownRows
            machine={machine}
            caption={`What ${machine.spec.name} shows, read three times`}
            rows={rows}
            onChange={(next) => setValue('rows', next)}
          />
          {write.complaint !== null && askedBack(write.write.error) !== 'another' && <ProblemNotice>{write.complaint}</ProblemNotice>}
          <AskAnother write={write.write} onMade={done}>
            It was spun once more
          </AskAnother>
          <div className="flex flex-wrap gap-3">
            <AddRow onClick={() => setValue('rows', [...rows, BLANK_ROW])}>Another reading</AddRow>
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
