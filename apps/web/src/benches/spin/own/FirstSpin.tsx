import { degrees } from '@tare/card';
import type { Calibration, JobSheet, Machine, ShownPair } from '@tare/contract';
import { fromHeavyDeg, toPolar, type MachineConvention, type Vector } from '@tare/core';
import type { ReactNode } from 'react';
import { useWrite } from '../../../api/useWrite.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useWho } from '../../../ui/WhoFirst.js';
import { useCautions } from '../Cautions.js';

interface FirstSpinProps {
  readonly machine: Machine;
  readonly calibration: Calibration;
  /** What the machine showed in that run. */
  readonly shown: ShownPair;
  readonly onDecline: () => void;
}

/** The run without weights of a calibration on this crank: what the crank is now need not be spun again. */
export function FirstSpin({ machine, calibration, shown, onDecline }: FirstSpinProps): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const entry = useWrite('POST jobs/:jobId/spins/typed', { jobId: sheet.id });
  const { cautions, allConfirmed } = useCautions();
  const isFirst = sheet.spins.length === 0;
  const keep = (): void => {
    if (personId === null) return;
    entry.mutate({
      personId,
      machineId: machine.id,
      calibrationId: calibration.id,
      speedRpm: calibration.speedRpm,
      repeats: [shown],
      cautionsConfirmed: true,
    });
  };
  return (
    <section aria-label="The run as it is" className="grid gap-3 border-2 border-blue p-3">
      <p className="text-lg">
        {`The calibration is kept. Its run without weights is this crank as it ${isFirst ? 'came' : 'is now'}: left ${shown.a.amount} at ${degrees(shown.a.angleDeg)}, right ${shown.b.amount} at ${degrees(shown.b.angleDeg)}.`}
      </p>
      {cautions}
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      <div className="flex flex-wrap gap-3">
        <Button look="primary" disabled={personId === null || !allConfirmed || entry.isPending} onClick={keep}>
          {isFirst ? 'Keep that run as the first spin' : 'Keep that run as a spin'}
        </Button>
        <Button onClick={onDecline}>No, spin it again</Button>
      </div>
    </section>
  );
}

/** What the machine showed in the run without weights; null where there was none, or the crank was spun or cut since. */
export function bareRunOf({ id, spins, holes }: JobSheet, calibration: Calibration, { spec }: Machine): ShownPair | null {
  const bare = calibration.runs.find(({ trial }) => [trial.aGmm, trial.bGmm].every((weight) => toPolar(weight).amount === 0));
  const since = [...spins, ...holes].some(({ at }) => at > calibration.at);
  if (spec.driver !== 'typed' || calibration.jobId !== id || !bare || since) return null;
  return { a: shownOf(bare.reading.left, spec.convention), b: shownOf(bare.reading.right, spec.convention) };
}

/** As it was typed: a reading is kept as a vector. */
function shownOf(reading: Vector, convention: MachineConvention): ShownPair['a'] {
  const { amount, angleDeg } = toPolar(reading);
  return { amount: typed(amount), angleDeg: typed(fromHeavyDeg(angleDeg, convention)) % 360 };
}
const typed = (value: number): number => Number(value.toFixed(6));
