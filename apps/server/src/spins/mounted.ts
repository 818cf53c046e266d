import type { JobSheet } from '@tare/contract';
import type { Mounted } from './balancingMachine.js';
import { bareHole } from './bareHole.js';

/** What lies in the machine for a job: its crank with the holes that are said to be in it. */
export const mountedOf = ({ number, spec, holes }: JobSheet): Mounted => ({
  rotor: `job-${number}`,
  crank: spec.crank,
  holes: holes.map(bareHole),
});
