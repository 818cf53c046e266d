import type { BenchId } from './benchNames.js';

/**
 * What a customer wants: everything; parts that weigh alike; a bob card for another shop's machine; a crank corrected whose bob
 * weights are given or built before; or only to know how bad it is. Any of them can become another later: nothing on record is lost.
 */
export const JOB_KINDS = ['full', 'match', 'bobCard', 'correct', 'survey'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

const BENCHES_OF: Readonly<Record<JobKind, readonly BenchId[]>> = {
  full: ['engine', 'checkIn', 'makeReady', 'weigh', 'match', 'bobs', 'spin', 'correct', 'signOff'],
  match: ['engine', 'checkIn', 'makeReady', 'weigh', 'match', 'signOff'],
  bobCard: ['engine', 'checkIn', 'makeReady', 'weigh', 'bobs', 'signOff'],
  correct: ['engine', 'checkIn', 'makeReady', 'bobs', 'spin', 'correct', 'signOff'],
  survey: ['engine', 'checkIn', 'makeReady', 'weigh', 'bobs', 'spin'],
};

/** The benches that a kind of job goes through, in working order. */
export const benchesOf = (kind: JobKind | undefined): readonly BenchId[] => BENCHES_OF[kind ?? 'full'];

/** Whether a kind of job ever spins its crank. */
export const isSpun = (kind: JobKind | undefined): boolean => benchesOf(kind).includes('spin');

/** Whether a kind of job has this bench. */
export const hasBench = (kind: JobKind | undefined, bench: BenchId): boolean => benchesOf(kind).includes(bench);
