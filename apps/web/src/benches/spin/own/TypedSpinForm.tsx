import type { Calibration, Machine, ShownPair, ShownReading } from '@tare/contract';
import { typedNumber } from '@tare/core';
import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useRereadMachines } from '../../../api/machines.js';
import { useWrite } from '../../../api/useWrite.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { NumberField } from '../../../ui/Field.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDraft } from '../../../ui/useDraft.js';
import { useWho } from '../../../ui/WhoFirst.js';
import { useCautions } from '../Cautions.js';
import { useHung } from '../useHung.js';
import { useSpinSetUp } from '../useSpinSetUp.js';
import { UNIT_SHORT } from './unitWords.js';

interface Row {
  readonly aAmount: string;
  readonly aDeg: string;
  readonly bAmount: string;
  readonly bDeg: string;
}
const BLANK: Row = { aAmount: '', aDeg: '', bAmount: '', bDeg: '' };
/** Readings that tell their own scatter; one is enough where it is known. */
const ENOUGH_READINGS = 4;

const CELLS = [
  ['aAmount', 'A'],
  ['aDeg', 'angle in A'],
  ['bAmount', 'B'],
  ['bDeg', 'angle in B'],
] as const;

/** A row as numbers: ">100" is off the scale, and its angle may be left out then. */
function shownOf(row: Row): ShownPair {
  const of = (amount: string, angle: string): ShownReading => {
    const offScale = /^\s*[>≥]/.test(amount);
    const angleDeg = offScale && angle.trim() === '' ? 0 : typedNumber(angle);
    return { amount: typedNumber(amount.replace(/^\s*[>≥]/, '')), angleDeg, ...(offScale ? { offScale } : {}) };
  };
  return { a: of(row.aAmount, row.aDeg), b: of(row.bAmount, row.bDeg) };
}

/** The first number of two rows that differs; null where they agree. */
function firstDifference(row: Row, again: Row): string | null {
  const [one, other] = [shownOf(row), shownOf(again)];
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
  const { hung, whole, fields } = useHung();
  const { setUp, isAnother, fields: setUpFields, startOver: newSetUp } = useSpinSetUp();
  const [again, setAgain] = useState<Row | null>(null);
  const place = `typed-spin.${sheet.id}.${machine.id}`;
  const [draft, setDraft] = useDraft(place);
  const [speed, setSpeed] = useDraft(`${place}.speed`, String(Math.min(600, machine.spec.fastestRpm)));
  const [problem, setProblem] = useState<string | null>(null);
  const usual = machine.spec.scatterGmm === null ? ENOUGH_READINGS : 1;
  // Nothing can contradict the first reading of a state: it is typed twice.
  const isFirst = isAnother || sheet.spins.length === 0;
  const rows = draft === '' ? Array.from({ length: usual }, () => BLANK) : (JSON.parse(draft) as Row[]);
  const set = (next: readonly Row[]): void => setDraft(JSON.stringify(next));
  const submit = (): void => {
    const speedRpm = typedNumber(speed);
    const { slowestRpm, fastestRpm } = machine.spec;
    if (!(speedRpm >= slowestRpm && speedRpm <= fastestRpm))
      return setProblem(`${machine.spec.name} spins between ${slowestRpm} and ${fastestRpm} rpm.`);
    const filled = rows.filter((row) => Object.values(row).some((text) => text !== ''));
    const repeats = filled.map(shownOf);
    const bad = repeats.findIndex(({ a, b }) => [a.amount, a.angleDeg, b.amount, b.angleDeg].some(Number.isNaN));
    if (filled.length === 0 || bad !== -1)
      return setProblem(
        filled.length === 0 ? 'Type what the machine showed.' : `Reading ${bad + 1} is not whole: it has an amount and an angle for each plane.`,
      );
    setProblem(null);
    if (personId === null) return undefined;
    if (isFirst && repeats.length === 1) {
      if (again === null) return setAgain(BLANK);
      const differs = firstDifference(filled[0]!, again);
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
      hung,
      enteredTwice: again !== null,
      ...setUp,
    } as const;
    return entry.mutate(spin, {
      onSuccess: () => {
        setDraft('');
        setAgain(null);
        newSetUp();
        startOver();
        void rereadMachines();
      },
    });
  };
  const unit = UNIT_SHORT[machine.spec.unit];
  return (
    <form
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      {cautions}
      {setUpFields}
      {fields}
      <NumberField label="Balancing speed" unit="rpm" className="w-44" value={speed} onChange={(event) => setSpeed(event.target.value)} />
      <table className="w-fit border-separate border-spacing-x-2 border-spacing-y-1">
        <caption className="text-left">{`What ${machine.spec.name} shows, ${usual === 1 ? 'once or of repeated spins' : 'of four spins or more, so that its scatter is known'}`}</caption>
        <thead className="text-left text-ink-soft">
          <tr>
            <th scope="col">Spin</th>
            <th scope="col">{`A${unit}`}</th>
            <th scope="col">at, °</th>
            <th scope="col">{`B${unit}`}</th>
            <th scope="col">at, °</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              <th scope="row" className="figure-type">
                {i + 1}
              </th>
              {CELLS.map(([key, name]) => (
                <td key={key} className="w-28">
                  <NumberField
                    hideLabel
                    label={`Reading ${i + 1}, ${name}`}
                    value={row[key]}
                    onChange={(event) => set(rows.map((one, k) => (k === i ? { ...one, [key]: event.target.value } : one)))}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-ink-soft">Off the scale? Type it as &gt;100: at least that much. Its angle may stay blank then.</p>
      {again && (
        <fieldset className="grid w-fit gap-2 border-l-8 border-brass bg-plate-low px-4 py-2">
          <legend className="sr-only">The same reading once more</legend>
          <p className="font-semibold">Nothing can contradict this first reading. Look at the machine and type it once more.</p>
          <div className="flex gap-2">
            {CELLS.map(([key, name]) => (
              <NumberField
                key={key}
                label={`Once more, ${name}`}
                className="w-36"
                value={again[key]}
                onChange={(event) => setAgain({ ...again, [key]: event.target.value })}
              />
            ))}
          </div>
        </fieldset>
      )}
      {(problem ?? entry.error) && <ProblemNotice>{problem ?? entry.error!.message}</ProblemNotice>}
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => set([...rows, BLANK])}>
          <Plus aria-hidden className="size-5" /> Another spin
        </Button>
        <Button type="submit" look="primary" disabled={personId === null || !allConfirmed || !whole || entry.isPending}>
          Keep this reading
        </Button>
      </div>
    </form>
  );
}
