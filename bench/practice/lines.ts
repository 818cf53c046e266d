import { RADIUS_MM, type Errors } from './made.js';
import { SLIPS, type SlipName } from './slips.js';
import type { WalkOf } from './walk.js';
import { USUAL_DRILL } from '@tare/core';

/** A crank of the practice: which line of the table it counts in, and what it begins with. */
export interface Task extends WalkOf {
  readonly line: string;
}

export const UNSLIPPED = 'nothing slipped, 1 g';
export const UNSLIPPED_HALF = 'nothing slipped, 0.5 g';
const READING_G = 0.3;
const BLANK = 0.15;

/** A machine's gain is off by so much in each component, and in angle likewise; where the shop left the field blank, by what nobody checked may be. */
const machine = (ratio: number): Errors => ({
  gain: ratio,
  gainDeg: (180 / Math.PI) * ratio,
  readingG: READING_G,
  drill: { ...USUAL_DRILL, densityRatio: 0 },
});

/** Two of three shops leave the accuracy blank; the others typed 6 % and 2 %, and are right. */
function typedBy(seed: number): Pick<WalkOf, 'errors' | 'gainDeviation'> {
  // The server takes a field that was left blank for as much.
  if (seed % 3 !== 2) return { errors: machine(BLANK), gainDeviation: BLANK };
  const ratio = seed % 2 === 0 ? 0.06 : 0.02;
  return { errors: machine(ratio), gainDeviation: ratio };
}

const task = (line: string, slip: SlipName | null, toleranceG: number, seed: number): Task => ({
  line,
  slip,
  toleranceGmm: toleranceG * RADIUS_MM,
  seed,
  ...typedBy(seed),
});

/** Of each slip so many cranks, ten times as many with none, and at half a gram two and a half times; dealt evenly, so that a part of it says what all of it will. */
export function tasks(perSlip: number): Task[] {
  const all: Task[] = [];
  for (let k = 0; k < perSlip; k += 1) {
    for (const slip of SLIPS) all.push(task(slip, slip, 1, k));
    for (let i = 0; i < UNSLIPPED_A_SLIP; i += 1) all.push(task(UNSLIPPED, null, 1, 1000 + UNSLIPPED_A_SLIP * k + i));
    const [from, to] = [Math.round(HALF_A_SLIP * k), Math.round(HALF_A_SLIP * (k + 1))];
    for (let i = from; i < to; i += 1) all.push(task(UNSLIPPED_HALF, null, 0.5, 3000 + i));
  }
  return all;
}
const UNSLIPPED_A_SLIP = 10;
const HALF_A_SLIP = 150 / 58;
