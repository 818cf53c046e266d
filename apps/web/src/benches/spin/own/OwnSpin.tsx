import { clock, fixed } from '@tare/card';
import { rotorOf, type Calibration, type JobSheet, type Machine, type MachineCheck } from '@tare/contract';
import { calibratedWhere, GAIN_BY_TRIALS } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../../ui/Disclosure.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Choice } from '../../../ui/Choice.js';
import { Note } from '../../../ui/Notice.js';
import { useDraft } from '../../../ui/useDraft.js';
import { useSupportLoads } from '../useSupportLoads.js';
import { checkedWords } from '../../machines/machineWords.js';
import { bareRunOf, FirstSpin } from './FirstSpin.js';
import { RecordedSpinForm } from './RecordedSpinForm.js';
import { TrialWeights } from './TrialWeights.js';
import { TypedSpinForm } from './TypedSpinForm.js';

interface OwnSpinProps {
  readonly machine: Machine;
  readonly calibrations: readonly Calibration[];
  readonly checks: readonly MachineCheck[];
}

/** A spin on a machine of the shop's own: typed or recorded, with its calibration where it needs one. */
export function OwnSpin({ machine, calibrations, checks }: OwnSpinProps): ReactNode {
  const needs = machine.spec.unit === 'none' || machine.spec.driver === 'recorded';
  const { sheet } = useOpenJob();
  const rotor = rotorOf(sheet);
  const [chosenId, choose] = useDraft(`calibration.${sheet.id}.${machine.id}`);
  // Only what was made on this rotor is taken without asking.
  const own = calibrations.find((one) => calibratedWhere(one, rotor, one.speedRpm) === 'here');
  const calibration = calibrations.find(({ id }) => id === chosenId) ?? own ?? null;
  const [declinedId, decline] = useDraft(`bare-run.${sheet.id}.${machine.id}`);
  const bare = needs && calibration && calibration.id !== declinedId ? bareRunOf(sheet, calibration, machine) : null;
  return (
    <div className="grid gap-4">
      {needs && calibrations.length > 0 && (
        <div className="flex flex-wrap items-end gap-4">
          <Choice
            label="Calibrated by"
            className="w-full max-w-xl"
            value={calibration?.id ?? ''}
            onChange={(event) => choose(event.target.value)}
            options={[
              ...(calibration ? [] : [{ value: '', label: 'say which calibration, or make one below' }]),
              ...calibrations.map(({ id, rotorClass, speedRpm, at, jobId, setUpId }) => ({
                value: id,
                label: `${rotorClass}, ${fixed(speedRpm, 0)} rpm, ${clock(at)}${jobId === sheet.id ? `, on this crank${setUpWords(sheet, setUpId)}` : ''}`,
              })),
            ]}
          />
          {calibration && <p className="pb-2">{holdsWords(calibration, rotor)}</p>}
        </div>
      )}
      <div>
        <SupportLoad machine={machine} />
        {(!needs || calibration) && <LastCheck check={checks.find(({ calibrationId }) => calibrationId === (needs ? calibration!.id : null))} />}
      </div>
      {needs && (
        <Disclosure open={calibrations.length === 0} large title="Calibrate with trial weights">
          <TrialWeights machine={machine} before={calibrations} />
        </Disclosure>
      )}
      {needs && !calibration && <Note>This machine’s numbers mean nothing until runs with known weights have told what they are.</Note>}
      {bare && <FirstSpin machine={machine} calibration={calibration!} shown={bare} onDecline={() => decline(calibration!.id)} />}
      {!bare &&
        (!needs || calibration) &&
        (machine.spec.driver === 'typed' ? (
          <TypedSpinForm machine={machine} calibration={needs ? calibration : null} />
        ) : (
          <RecordedSpinForm machine={machine} calibration={calibration!} />
        ))}
    </div>
  );
}

/** In which of the job's set-ups a calibration was made: ", “With the flywheel”". */
function setUpWords({ setUps }: JobSheet, setUpId: string | null): string {
  const setUp = setUps.list.find(({ id }) => id === setUpId);
  return setUp ? `, “${setUp.name}”` : '';
}

/** How far a calibration may be trusted here. */
function holdsWords(calibration: Calibration, job: Parameters<typeof calibratedWhere>[1]): string {
  const where = calibratedWhere(calibration, job, calibration.speedRpm);
  const good = `${fixed(100 * GAIN_BY_TRIALS[where], 0)} %`;
  return {
    here: `Made on this crank: good to ${good} within a tenth of ${fixed(calibration.speedRpm, 0)} rpm.`,
    sameClass: `Made ${calibration.jobId === job.id ? 'in another set-up of this job, in the same planes' : 'on another crank in the same planes'}: good to ${good} within a tenth of ${fixed(calibration.speedRpm, 0)} rpm. Hang a known weight and spin to check.`,
    elsewhere: `Made in other planes or on other supports: its amounts may be ${good} off until a known weight has checked it.`,
  }[where];
}

/** Whether the calibration that is used has been checked with a known weight, or is trusted. */
function LastCheck({ check }: { readonly check: MachineCheck | undefined }): ReactNode {
  return (
    <p className="text-ink-soft">
      {check ? `Checked ${clock(check.at)}: ${checkedWords(check)}` : 'Not checked yet. Hang a known weight and spin to check.'}
    </p>
  );
}

/** What the supports carry at the machine's fastest speed, and whether that is too much. */
function SupportLoad({ machine }: { readonly machine: Machine }): ReactNode {
  const { sheet } = useOpenJob();
  const { fastestRpm, supportLimitN, name } = machine.spec;
  const { supports } = rotorOf(sheet);
  const loads = useSupportLoads(supports, fastestRpm);
  if (!loads) return <p className="text-ink-soft">Say below where the supports are: then what they carry is worked out.</p>;
  const [left, right] = [loads.left, loads.right].map(({ weightN, unbalanceN }) => Math.abs(weightN) + unbalanceN) as [number, number];
  const tooMuch = Math.max(left, right) > supportLimitN;
  return (
    <p className={tooMuch ? 'font-semibold text-outside' : 'text-ink-soft'}>
      {`${tooMuch ? '▲ ' : ''}At ${fixed(fastestRpm, 0)} rpm the left support carries up to ${fixed(left, 0)} N and the right one ${fixed(right, 0)} N; each of ${name} carries ${fixed(supportLimitN, 0)} N.${tooMuch ? ' Spin slower.' : ''}`}
    </p>
  );
}
