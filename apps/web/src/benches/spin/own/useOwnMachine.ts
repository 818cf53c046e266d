import type { Calibration, Machine, MachineCheck } from '@tare/contract';
import { useMachines } from '../../../api/machines.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { useDraft } from '../../../ui/useDraft.js';

/** No machine of the shop's. */
const STANDIN = 'standin';

export interface OwnMachine {
  readonly machines: readonly Machine[];
  /** Null for the stand-in. */
  readonly machine: Machine | null;
  readonly choose: (id: string) => void;
  /** Of the chosen machine, newest first. */
  readonly checks: readonly MachineCheck[];
  readonly calibrations: readonly Calibration[];
}

/** Which machine the job is spun on: where it was last spun, or what was chosen at this screen. */
export function useOwnMachine(): OwnMachine {
  const { data: hall } = useMachines();
  const { sheet } = useOpenJob();
  const last = sheet.spins.at(-1);
  const [chosen, choose] = useDraft(`machine.${sheet.id}`, last ? (last.machineId ?? STANDIN) : '');
  const [atScreen, rememberAtScreen] = useDraft('machine');
  const id = chosen === '' ? atScreen : chosen;
  const machine = hall?.machines.find((one) => one.id === id) ?? null;
  return {
    machines: hall?.machines ?? [],
    machine,
    choose: (next) => {
      choose(next === '' ? STANDIN : next);
      rememberAtScreen(next);
    },
    checks: hall?.checks.filter(({ machineId }) => machineId === machine?.id).reverse() ?? [],
    calibrations: hall?.calibrations.filter(({ machineId }) => machineId === machine?.id).reverse() ?? [],
  };
}
