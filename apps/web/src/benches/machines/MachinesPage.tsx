import { clock, fixed } from '@tare/card';
import type { Calibration, Machine, MachineCheck } from '@tare/contract';
import { useState, type ReactNode } from 'react';
import { useMachines } from '../../api/machines.js';
import { AddRow } from '../../ui/RowButtons.js';
import { Button } from '../../ui/Button.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { ConventionCheck } from './ConventionCheck.js';
import { Fittings } from './Fittings.js';
import { MachineForm } from './MachineForm.js';
import { checkedWords, DRIVER_WORDS, UNIT_WORDS } from './machineWords.js';

/** The shop's balancing machines: what they say and how, and what they were calibrated with. */
export function MachinesPage(): ReactNode {
  const { data: hall, error } = useMachines();
  const [adding, setAdding] = useState(false);
  return (
    <main className="mx-auto w-full max-w-6xl p-4">
      <div className="mb-4 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-3xl">Balancing machines</h1>
        <AddRow look="primary" onClick={() => setAdding(true)}>
          New machine
        </AddRow>
      </div>
      <WhoFirst />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {hall?.machines.length === 0 && (
        <p className="border-2 border-dashed border-edge p-8 text-center text-lg text-ink-soft">
          No machine of your own yet. Put yours in: how it counts its angles stands on its dial or in its manual.
        </p>
      )}
      <ul className="grid gap-4">
        {hall?.machines.map((machine) => (
          <MachineRow
            key={machine.id}
            machine={machine}
            calibrations={hall.calibrations.filter(({ machineId }) => machineId === machine.id)}
            checks={hall.checks.filter(({ machineId }) => machineId === machine.id)}
          />
        ))}
      </ul>
      <Fittings />
      <Modal title="New machine" open={adding} onOpenChange={setAdding}>
        <MachineForm machine={null} onDone={() => setAdding(false)} />
      </Modal>
    </main>
  );
}

interface MachineRowProps {
  readonly machine: Machine;
  readonly calibrations: readonly Calibration[];
  readonly checks: readonly MachineCheck[];
}

function MachineRow({ machine, calibrations, checks }: MachineRowProps): ReactNode {
  const [changing, setChanging] = useState(false);
  const nameOf = usePersonName();
  const { spec } = machine;
  return (
    <li className="grid gap-3 border-2 border-edge bg-plate p-4">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-2xl">{spec.name}</h2>
          <p className="text-ink-soft">
            {`${spec.driver === 'typed' ? `Typed: ${UNIT_WORDS[spec.unit]}` : `Recorded: ${DRIVER_WORDS.recorded}`}. ${fixed(spec.slowestRpm, 0)} to ${fixed(spec.fastestRpm, 0)} rpm; each support carries ${fixed(spec.supportLimitN, 0)} N.`}
          </p>
          {spec.notes !== '' && <p className="text-ink-soft">{spec.notes}</p>}
        </div>
        <Button onClick={() => setChanging(true)}>Change</Button>
      </div>
      {spec.driver === 'typed' && <ConventionCheck key={machine.version} machine={machine} />}
      {calibrations.length > 0 && (
        <ul className="grid gap-1" aria-label={`Calibrations of ${spec.name}`}>
          {calibrations.map((one) => (
            <li key={one.id}>
              {`${one.rotorClass}: ${one.runs.length} runs at ${fixed(one.speedRpm, 0)} rpm, condition ${fixed(one.condition, 1)}; ${nameOf(one.personId)}, ${clock(one.at)}`}
            </li>
          ))}
        </ul>
      )}
      {checks.length > 0 && (
        <ul className="grid gap-1" aria-label={`Checks of ${spec.name}`}>
          {checks.map((check) => (
            <li key={check.at}>{`${clock(check.at)}: ${checkedWords(check)}${check.calibrationId === null ? '' : ', by trial weights'}`}</li>
          ))}
        </ul>
      )}
      <Modal title={spec.name} open={changing} onOpenChange={setChanging}>
        <MachineForm machine={machine} onDone={() => setChanging(false)} />
      </Modal>
    </li>
  );
}
