import type { Calibration, Machine, MachineCheck } from '@tare/contract';
import { useMachines } from '../../../api/machines.js';
import { useDraft } from '../../../ui/useDraft.js';

export interface OwnMachine {
  readonly machines: readonly Machine[];
  /** Null for the stand-in. */
  readonly machine: Machine | null;
  readonly choose: (id: string) => void;
  /** Of the chosen machine, newest first. */
  readonly checks: readonly MachineCheck[];
  readonly calibrations: readonly Calibration[];
}

/** Which machine stands at this screen: a choice of the screen, not of the job. */
export function useOwnMachine(): OwnMachine {
  const { data: hall } = useMachines();
  const [id, choose] = useDraft('machine');
  const machine = hall?.machines.find((one) => one.id === id) ?? null;
  return {
    machines: hall?.machines ?? [],
    machine,
    choose,
    checks: hall?.checks.filter(({ machineId }) => machineId === machine?.id).reverse() ?? [],
    calibrations: hall?.calibrations.filter(({ machineId }) => machineId === machine?.id).reverse() ?? [],
  };
}
