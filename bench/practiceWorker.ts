import { parentPort, workerData } from 'node:worker_threads';
import { crankWith, RADIUS_MM } from './practiceBench.js';
import { practiseWithSlips, type Slips } from './practiceSpoiled.js';

/** Cranks `from` up to before `to`. */
export interface PracticeTask {
  readonly arcDeg: number;
  readonly toleranceG: number;
  readonly slips: Slips;
  readonly from: number;
  readonly to: number;
}

const { arcDeg, toleranceG, slips, from, to } = workerData as PracticeTask;
const crank = crankWith(arcDeg);
parentPort!.postMessage(Array.from({ length: to - from }, (_, i) => practiseWithSlips(crank, toleranceG * RADIUS_MM, slips, from + i)));
