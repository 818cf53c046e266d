import type { Calibration, Machine, ShownPair } from '@tare/contract';
import { hungUnbalance, typedQuantity, usuallyMounted, whyTypeTwice, type WhyTwice } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useRereadMachines } from '../../../api/machines.js';
import { useWrite } from '../../../api/useWrite.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { AddRow } from '../../../ui/RowButtons.js';
import { Button } from '../../../ui/Button.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useKept } from '../../../ui/form/useKept.js';
import { useDraft } from '../../../ui/useDraft.js';
import { useWho } from '../../../ui/WhoFirst.js';
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

/** What the machine showed, spin after spin. */
export function TypedSpinForm({ machine, calibration }: { readonly machine: Machine; readonly calibration: Calibration | null }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const entry = useWrite('POST jobs/:jobId/spins/typed', { jobId: sheet.id });
  const rereadMachines = useRereadMachines();
  const { cautions, allConfirmed, startOver } = useCautions();
  const { hungPieces, whole, fields } = useHung();
  const { setUp, isAnother, fields: setUpFields, startOver: newSetUp } = useSpinSetUp();
  const [again, setAgain] = useState<ShownRow | null>(null);
  const [why, setWhy] = useState<WhyTwice>('nothingBefore');
  const place = `typed-spin.${sheet.id}.${machine.id}`;
  const [speed, setSpeed] = useDraft(`${place}.speed`, String(Math.min(600, machine.spec.fastestRpm)));
  const [problem, setProblem] = useState<string | null>(null);
  const usual = machine.spec.scatterGmm === null ? ENOUGH_READINGS : 1;
  const {
    value: rows,
    set,
    clear,
  } = useKept<readonly ShownRow[]>(
    place,
    [BLANK_ROW],
    Array.from({ length: usual }, () => BLANK_ROW),
  );
  const submit = (): void => {
    const speedRpm = typedQuantity(speed, 'rpm');
    const { slowestRpm, fastestRpm } = machine.spec;
    if (!(speedRpm >= slowestRpm && speedRpm <= fastestRpm))
      return setProblem(`${machine.spec.name} spins between ${slowestRpm} and ${fastestRpm} rpm.`);
    const repeats = readRows(rows, machine);
    if (typeof repeats === 'string') return setProblem(repeats);
    setProblem(null);
    if (personId === null) return undefined;
    const whyTwice = (): WhyTwice | null => {
      if (isAnother) return 'nothingBefore';
      const mounted = setUp.mounted ?? usuallyMounted(sheet.spec.crank);
      const hung = hungPieces.length === 0 ? null : hungUnbalance(hungPieces, sheet.spec.crank.planes);
      return whyTypeTwice(sheet, { shown: repeats, machineId: machine.id, calibrationId: calibration?.id ?? null, mounted, hung, hungPieces });
    };
    const asked = repeats.length === 1 && again === null ? whyTwice() : null;
    if (asked !== null) {
      setWhy(asked);
      return setAgain(BLANK_ROW);
    }
    if (repeats.length === 1 && again !== null) {
      const differs = firstDifference(repeats[0]!, shownOf(again, machine));
      if (differs !== null)
        return setProblem(`${differs} is not the same both times. Look at the machine once more and put right whichever is wrong.`);
    }
    const spin = {
      personId,
      machineId: machine.id,
      calibrationId: calibration?.id ?? null,
      speedRpm,
      repeats,
      cautionsConfirmed: true,
      hungPieces,
      enteredTwice: again !== null,
      ...setUp,
    } as const;
    return entry.mutate(spin, {
      onSuccess: () => {
        clear();
        setAgain(null);
        newSetUp();
        startOver();
        void rereadMachines();
      },
    });
  };
  return (
    <form
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_36rem]">
        {cautions}
        <div className="grid gap-2">
          <QuantityField label="Balancing speed" unit="rpm" className="w-44" value={speed} onChange={(event) => setSpeed(event.target.value)} />
          <ShownRows
            machine={machine}
            caption={`What ${machine.spec.name} shows, ${usual === 1 ? 'once or of repeated spins' : 'of four spins or more, so that its scatter is known'}`}
            rows={rows}
            onChange={set}
          />
          {again && (
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
                    onChange={(event) => setAgain({ ...again, [key]: event.target.value })}
                  />
                ))}
              </div>
            </fieldset>
          )}
          {(problem ?? entry.error) && <ProblemNotice>{problem ?? entry.error!.message}</ProblemNotice>}
          <div className="flex flex-wrap gap-3">
            <AddRow onClick={() => set([...rows, BLANK_ROW])}>Another spin</AddRow>
            <Button type="submit" look="primary" disabled={personId === null || !allConfirmed || !whole || entry.isPending}>
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
