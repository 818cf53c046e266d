/** The benches of a job in working order. */
export const BENCHES = ['engine', 'checkIn', 'makeReady', 'weigh', 'match', 'bobs', 'spin', 'correct', 'signOff'] as const;
export type BenchId = (typeof BENCHES)[number];
