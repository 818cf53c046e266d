import { everySpinOf, type Calibration, type Machine, type MachineCheck } from '@tare/contract';
import { useState } from 'react';
import { useMachines } from '../../../api/machines.js';
import { useShop } from '../../../api/queries.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { useDraft } from '../../../ui/useDraft.js';

/** No machine of the shop's. */
export const STANDIN = 'standin';

export interface OwnMachine {
  readonly machines: readonly Machine[];
  /** The id of the machine that was chosen, STANDIN, or blank while nobody chose and there is more than one. */
  readonly chosen: string;
  /** The shop's machine that is chosen; null for the stand-in, and while none is. */
  readonly machine: Machine | null;
  /** The stand-in can be chosen: where the shop switched it on, and the job does not spin elsewhere. */
  readonly standInOffered: boolean;
  /** Offers the stand-in all the same, for this once. */
  readonly askForStandIn: () => void;
  readonly choose: (id: string) => void;
  /** Of the chosen machine, newest first. */
  readonly checks: readonly MachineCheck[];
  readonly calibrations: readonly Calibration[];
}

/**
 * Which machine the job is spun on: the one it was last spun on. A job that was never spun has no machine until somebody says which,
 * unless there is only one to choose from.
 */
export function useOwnMachine(): OwnMachine {
  const { data: hall } = useMachines();
  const { data: shop } = useShop();
  const { sheet } = useOpenJob();
  const spins = everySpinOf(sheet);
  const last = spins.at(-1);
  const [said, choose] = useDraft(`machine.${sheet.id}`, last ? (last.machineId ?? STANDIN) : '');
  const [asked, askForStandIn] = useState(false);
  const machines = hall?.machines ?? [];
  const spunElsewhere = spins.some(({ machineId }) => machineId !== null);
  const standInOffered = said === STANDIN || asked || (shop?.fittings.standIns === true && !spunElsewhere);
  const offered = [...machines.map(({ id }) => id), ...(standInOffered ? [STANDIN] : [])];
  const known = hall !== undefined && shop !== undefined;
  const chosen = offered.includes(said) ? said : known && offered.length === 1 ? offered[0]! : '';
  const machine = machines.find((one) => one.id === chosen) ?? null;
  return {
    machines,
    chosen,
    machine,
    standInOffered,
    askForStandIn: () => askForStandIn(true),
    choose,
    checks: hall?.checks.filter(({ machineId }) => machineId === machine?.id).reverse() ?? [],
    calibrations: hall?.calibrations.filter(({ machineId }) => machineId === machine?.id).reverse() ?? [],
  };
}
