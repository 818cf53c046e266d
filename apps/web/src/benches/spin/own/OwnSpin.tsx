import type { Calibration, Machine, MachineCheck } from '@tare/contract';
import { toPolar, unbalanceForceN } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { clock, fixed } from '../../../format/numbers.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Choice } from '../../../ui/Choice.js';
import { Note } from '../../../ui/Notice.js';
import { checkedWords } from '../../machines/machineWords.js';
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
  const [chosenId, choose] = useState('');
  const calibration = calibrations.find(({ id }) => id === chosenId) ?? calibrations[0] ?? null;
  return (
    <div className="grid gap-4">
      <SupportLoad machine={machine} />
      {needs && calibrations.length > 0 && (
        <Choice
          label="Calibrated by"
          className="max-w-xl"
          value={calibration?.id ?? ''}
          onChange={(event) => choose(event.target.value)}
          options={calibrations.map(({ id, rotorClass, speedRpm, at }) => ({
            value: id,
            label: `${rotorClass}, ${fixed(speedRpm, 0)} rpm, ${clock(at)}`,
          }))}
        />
      )}
      {(!needs || calibration) && <LastCheck check={checks.find(({ calibrationId }) => calibrationId === (needs ? calibration!.id : null))} />}
      {needs && (
        <details open={calibrations.length === 0}>
          <summary className="min-h-11 py-2 text-lg">Calibrate with trial weights</summary>
          <TrialWeights machine={machine} />
        </details>
      )}
      {needs && !calibration && <Note>This machine’s numbers mean nothing until three runs with known weights have told what they are.</Note>}
      {(!needs || calibration) &&
        (machine.spec.driver === 'typed' ? (
          <TypedSpinForm machine={machine} calibration={needs ? calibration : null} />
        ) : (
          <RecordedSpinForm machine={machine} calibration={calibration!} />
        ))}
    </div>
  );
}

/** Whether the calibration that is used has been checked with a known weight, or is trusted. */
function LastCheck({ check }: { readonly check: MachineCheck | undefined }): ReactNode {
  return (
    <p className="text-ink-soft">
      {check ? `Checked ${clock(check.at)}: ${checkedWords(check)}` : 'Not checked yet. Hang a known weight and spin to check.'}
    </p>
  );
}

const GRAVITY = 9.81;

/** What the last reading and the crank's weight ask of the supports at the fastest speed. */
function SupportLoad({ machine }: { readonly machine: Machine }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { fastestRpm, supportLimitN } = machine.spec;
  const last = figures.spins.at(-1);
  if (!last) return null;
  const weightN = (sheet.spec.crank.massKg * GRAVITY) / 2;
  const forceN = Math.max(...[last.a, last.b].map(({ meanGmm }) => unbalanceForceN(toPolar(meanGmm).amount, fastestRpm)));
  const loadN = weightN + forceN;
  return (
    <p className={loadN > supportLimitN ? 'font-semibold text-outside' : 'text-ink-soft'}>
      {`${loadN > supportLimitN ? '▲ ' : ''}At ${fixed(fastestRpm, 0)} rpm the last reading pulls ${fixed(forceN, 0)} N at the worse support, with half the crank’s weight ${fixed(loadN, 0)} N; ${machine.spec.name} carries ${fixed(supportLimitN, 0)} N.${loadN > supportLimitN ? ' Spin slower.' : ''}`}
    </p>
  );
}
