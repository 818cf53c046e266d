import { loggedCut, type JobSheet } from '@tare/contract';
import type { Mounted } from './balancingMachine.js';

/** What lies in the machine for a job: its crank with the holes that are said to be in it, its counterweights too light by so much. */
export const mountedOf = ({ number, spec, holes }: JobSheet, lightG = 0): Mounted => ({
  rotor: `job-${number}`,
  crank: spec.crank,
  holes: holes.map(loggedCut),
  lightG,
});
