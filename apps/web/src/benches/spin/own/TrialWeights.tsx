import { degrees, fixed, gramsAt } from '@tare/card';
import { rotorOf, type Calibration, type Machine, type RecordingSummary } from '@tare/contract';
import {
  fourthRunAgrees,
  influenceOf,
  normaliseAngleDeg,
  orSentence,
  runDoubts,
  toPolar,
  typedQuantity,
  typedSupports,
  typedTrial,
  type Planes,
  type TrialRun,
  type TypedSupports,
  type TypedTrial,
  type Unit,
  type Systems,
} from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { processRecording } from '../../../api/machines.js';
import { ProblemError } from '../../../api/problem.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { AddRow, TakeOff } from '../../../ui/RowButtons.js';
import { Button } from '../../../ui/Button.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { useAskOnce } from '../../../ui/form/useAskOnce.js';
import { useWriteForm } from '../../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { RecordingWords, workingWords } from './RecordedSpinForm.js';
import { runDoubtSentence } from './runWords.js';
import { StandinBench } from './StandinBench.js';
import { useDisplay } from '../../../ui/display.js';

/** A run as it is typed: the weights on the crank, and what the supports said. */
interface Run extends TypedTrial, TypedSupports {
  /** What a recording of this run said. */
  readonly recorded: RecordingSummary | null;
}
const BLANK: Run = { aGrams: '', aDeg: '', bGrams: '', bDeg: '', left: '', leftDeg: '', right: '', rightDeg: '', recorded: null };
const GUIDE = ['as it is', 'a weight in plane A', 'a weight in plane B', 'both weights, ends changed, each a quarter turn on'];
/** Runs, of which the last can contradict the others. */
const WITH_BOTH = 3;
const QUARTER_DEG = 90;

/** Three runs with known weights, which say what this set-up's numbers mean, and a fourth, which says whether they are right. */
export function TrialWeights({ machine, before }: { readonly machine: Machine; readonly before: readonly Calibration[] }): ReactNode {
  const { systems } = useDisplay();
  const { sheet } = useOpenJob();
  const rotor = rotorOf(sheet);
  const { planes } = rotor;
  const initial = { runs: GUIDE.map(() => BLANK), rotorClass: sheet.spec.engineName, speedRpm: '600' };
  const doubtOf = useRunDoubts(before);
  const readRuns = (runs: readonly Run[]): readonly (TrialRun | null)[] => made(runs).map((run) => trialRunOf(run, machine, planes));
  const write = useWriteForm({
    route: 'POST machines/calibrations',
    place: `trial-runs.${sheet.id}.${machine.id}`,
    initial,
    sample: { ...initial, runs: [BLANK] },
    doubt: ({ runs }) => {
      const asked = doubtOf(readRuns(runs));
      return asked === null ? null : { '': asked };
    },
    contentOf: ({ runs, ...typed }) => ({ ...typed, runs: readRuns(runs) }),
    beside: { machineId: machine.id, planes, jobId: sheet.id, setUpId: rotor.setUpId, supports: rotor.supports },
    onDone: () => write.startOver(),
  });
  const { control, getValues, setValue } = write.form;
  const runs = useWatch({ control, name: 'runs' });
  // A recording may come back while somebody types at another run.
  const set = (change: (before: Run[]) => Run[]): void => setValue('runs', change(getValues('runs')));
  const read = readRuns(runs);
  const missing = read.indexOf(null);
  const result = missing === -1 ? orSentence(() => influenceOf(read as readonly TrialRun[])) : null;
  return (
    <div className="grid gap-4">
      <p className="text-ink-soft">
        Fix each weight well, at its radius, and stand clear. Angles of weights count from crankpin 1, clockwise seen from the front. A weight may
        stay on for the next run: then write it into that run too.
      </p>
      <ol className="grid gap-3">
        {runs.map((run, i) => (
          <RunRow
            key={i}
            number={i + 1}
            guide={GUIDE[i] ?? 'one more'}
            run={run}
            machine={machine}
            changed={i === WITH_BOTH ? changedEnds(runs[1]!, runs[2]!) : null}
            onChange={(more) => set((before) => before.map((one, k) => (k === i ? { ...one, ...more } : one)))}
            onRemove={runs.length > 3 ? () => set((before) => before.filter((_, k) => k !== i)) : null}
          />
        ))}
      </ol>
      <AddRow className="w-fit" onClick={() => set((before) => [...before, BLANK])}>
        One more run
      </AddRow>
      {result === null && <Note>{`Run ${missing + 1} is not whole yet.`}</Note>}
      {typeof result === 'string' && <ProblemNotice>{result}</ProblemNotice>}
      {result !== null && typeof result !== 'string' && (
        <div className="grid gap-3 border-2 border-blue p-3">
          <p className="text-lg">{result.conditionWords}</p>
          <p>
            {`The crank itself, as these runs have it: A ${inGrams(result.unbalance.aGmm, planes.radiusAMm, systems)}, B ${inGrams(result.unbalance.bGmm, planes.radiusBMm, systems)}, there too heavy.`}
            {result.misfitRatio !== null && ` The runs miss one another by ${fixed(100 * result.misfitRatio, 1)} % of the largest reading.`}
          </p>
          <p>
            {read.length <= WITH_BOTH
              ? 'Three runs cannot contradict one another: a plan waits for the fourth.'
              : fourthRunAgrees({ runs: read as readonly TrialRun[] })
                ? 'The fourth run agrees with the other three.'
                : runDoubtSentence({ kind: 'contradiction' })}
          </p>
          <WriteFormFrame write={write} keep="Keep this calibration" look="plain" asksWho={false}>
            <div className="flex flex-wrap items-end gap-3">
              <FormField control={control} name="rotorClass" label="For which kind of rotor" className="w-72" />
              <FormQuantity control={control} name="speedRpm" label="At the speed" unit="rpm" className="w-36" />
            </div>
          </WriteFormFrame>
        </div>
      )}
    </div>
  );
}

/** Runs without what was left blank after the third. */
const made = (runs: readonly Run[]): readonly Run[] =>
  runs.filter(
    (run, i) => i < WITH_BOTH || run.recorded !== null || Object.values(run).some((typed) => typeof typed === 'string' && typed.trim() !== ''),
  );

/** Asks once about runs as they stand: kept again with nothing changed, they are what the machine showed. */
function useRunDoubts(before: readonly Calibration[]): (runs: readonly (TrialRun | null)[]) => string | null {
  const askOnce = useAskOnce();
  return (runs) => {
    if (runs.includes(null)) return null;
    const doubts = orSentence(() =>
      runDoubts(
        runs as readonly TrialRun[],
        before.map(({ influence }) => influence),
      ),
    );
    if (typeof doubts === 'string' || doubts.length === 0) return null;
    return askOnce(JSON.stringify(runs), `${doubts.map(runDoubtSentence).join(' ')} Press “Keep this calibration” again if all of it is as it was.`);
  };
}

/** The weights of the runs with one each, at the other ends and a quarter turn on, as they are typed; null while they are not. */
function changedEnds(inA: Run, inB: Run): Partial<Run> | null {
  const on = (deg: string): string => String(normaliseAngleDeg(typedQuantity(deg, '°') + QUARTER_DEG));
  const said = [inA.aDeg, inB.bDeg].map((deg) => typedQuantity(deg, '°'));
  if (inA.aGrams.trim() === '' || inB.bGrams.trim() === '' || said.some(Number.isNaN)) return null;
  return { aGrams: inB.bGrams, aDeg: on(inA.aDeg), bGrams: inA.aGrams, bDeg: on(inB.bDeg) };
}

function inGrams(vector: Parameters<typeof toPolar>[0], radiusMm: number, systems: Systems): string {
  const { amount, angleDeg } = toPolar(vector);
  return `${gramsAt(amount, radiusMm, 1, systems)}, ${degrees(angleDeg)}`;
}

/** A run in numbers; null while something is missing. */
function trialRunOf(run: Run, machine: Machine, planes: Planes): TrialRun | null {
  const trial = typedTrial(run, planes);
  const reading = run.recorded?.mean ?? typedSupports(run, machine.spec.convention);
  return trial && reading ? { trial, reading } : null;
}

interface RunRowProps {
  readonly number: number;
  readonly guide: string;
  readonly run: Run;
  readonly machine: Machine;
  /** Weights that this run asks for; null where it does not, or they are not known yet. */
  readonly changed: Partial<Run> | null;
  readonly onChange: (more: Partial<Run>) => void;
  readonly onRemove: (() => void) | null;
}

function RunRow({ number, guide, run, machine, changed, onChange, onRemove }: RunRowProps): ReactNode {
  const { sheet } = useOpenJob();
  const [problem, setProblem] = useState<string | null>(null);
  const [doneRatio, setDoneRatio] = useState<number | null>(null);
  const field = (key: Exclude<keyof Run, 'recorded'>, label: string, unit: Unit): ReactNode => (
    <QuantityField label={`Run ${number}, ${label}`} unit={unit} value={run[key]} onChange={(event) => onChange({ [key]: event.target.value })} />
  );
  const hear = async (file: File): Promise<void> => {
    try {
      onChange({ recorded: await processRecording(machine.id, file, setDoneRatio) });
      setProblem(null);
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(`${file.name}: ${error.message}`);
    } finally {
      setDoneRatio(null);
    }
  };
  return (
    <li className="grid gap-2 border-2 border-edge p-3">
      <div className="flex items-center justify-between">
        <p className="font-semibold">{`Run ${number}: ${guide}`}</p>
        {onRemove && <TakeOff label={`Take run ${number} off`} onClick={onRemove} />}
      </div>
      {changed && run.aGrams === '' && run.bGrams === '' && (
        <p className="flex flex-wrap items-center gap-3">
          {`Hang ${changed.aGrams} g in A at ${changed.aDeg}° and ${changed.bGrams} g in B at ${changed.bDeg}°.`}
          <Button onClick={() => onChange(changed)}>Write them in</Button>
        </p>
      )}
      <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
        {field('aGrams', 'weight in A', 'g')}
        {field('aDeg', 'its angle in A', '°')}
        {field('bGrams', 'weight in B', 'g')}
        {field('bDeg', 'its angle in B', '°')}
        {machine.spec.driver === 'typed' && (
          <>
            {field('left', 'left reads', '')}
            {field('leftDeg', 'left at', '°')}
            {field('right', 'right reads', '')}
            {field('rightDeg', 'right at', '°')}
          </>
        )}
      </div>
      {machine.spec.driver === 'recorded' && (
        <>
          <label className="grid w-fit gap-1">
            <span className="text-ink-soft">{`Run ${number}, its recording`}</span>
            <input
              type="file"
              accept=".csv,.wav,text/csv,text/plain,audio/wav"
              className="min-h-11"
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                if (file) void hear(file);
              }}
            />
          </label>
          <StandinBench
            machine={machine}
            name={`run ${number}`}
            trial={typedTrial(run, sheet.spec.crank.planes)}
            onRecorded={(file) => void hear(file)}
          />
          {doneRatio !== null && <p role="status">{workingWords(doneRatio)}</p>}
          {run.recorded && <RecordingWords summary={run.recorded} />}
        </>
      )}
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
    </li>
  );
}
