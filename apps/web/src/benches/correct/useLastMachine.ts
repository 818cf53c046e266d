import { everySpinOf, type Machine } from '@tare/contract';
import { useMachines } from '../../api/machines.js';
import { useOpenJob } from '../../shell/JobContext.js';

/** The shop's own machine that the crank was spun on last; undefined for the stand-in, and before any spin. */
export function useLastMachine(): Machine | undefined {
  const { sheet } = useOpenJob();
  const { data: hall } = useMachines();
  const lastOn = everySpinOf(sheet).at(-1)?.machineId;
  return hall?.machines.find(({ id, spec }) => id === lastOn && spec.driver === 'typed');
}
