/** The benches of a job in working order. */
export const BENCHES = ['engine', 'checkIn', 'weigh', 'match', 'bobs', 'spin', 'correct', 'signOff'] as const;
export type BenchId = (typeof BENCHES)[number];
