import type { BenchId, Measure, MissingWeight, PartKind, ToleranceSchool, Verdict } from '@tare/core';

export const KIND_NAMES: Readonly<Record<PartKind, { readonly one: string; readonly many: string }>> = {
  piston: { one: 'Piston', many: 'Pistons' },
  pin: { one: 'Pin', many: 'Pins' },
  lockPair: { one: 'Lock pair', many: 'Locks' },
  ringSet: { one: 'Ring set', many: 'Rings' },
  rod: { one: 'Rod', many: 'Rods' },
  bearingPair: { one: 'Bearing pair', many: 'Bearings' },
  cylinderSet: { one: 'Set', many: 'Sets' },
  pressedAssembly: { one: 'Piston on rod', many: 'Pistons on rods' },
};

/** "Piston 3". */
export const partName = ({ kind, cylinder }: { readonly kind: PartKind; readonly cylinder: number }): string => `${KIND_NAMES[kind].one} ${cylinder}`;

export const MEASURE_NAMES: Readonly<Record<Measure, string>> = { mass: 'Weight', total: 'Total', bigEnd: 'Big end', smallEnd: 'Small end' };

export const BENCH_NAMES: Readonly<Record<BenchId, string>> = {
  engine: 'Engine',
  checkIn: 'Check in',
  makeReady: 'Make ready',
  weigh: 'Weigh',
  match: 'Match',
  bobs: 'Bob weights',
  spin: 'Spin',
  correct: 'Correct',
  signOff: 'Sign off',
};

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = { inside: 'inside', outside: 'outside', cannotYetTell: 'cannot yet tell' };

export const SCHOOLS: Readonly<Record<ToleranceSchool, { readonly name: string; readonly unit: string; readonly reason: string }>> = {
  gramsAtRadius: { name: 'Grams at the correction radius', unit: 'g', reason: 'What most shops say: so many grams, at the rim where the hole goes.' },
  gmmPerPlane: { name: 'g·mm in each plane', unit: 'g·mm', reason: 'Does not depend on where the hole goes.' },
  ozinPerPlane: { name: 'oz·in in each plane', unit: 'oz·in', reason: 'The same, in inch units.' },
  gradeG: {
    name: 'Balance quality grade G',
    unit: 'mm/s',
    reason: 'ISO 21940-11: follows from the crank’s mass and redline; G 16 is the standard’s figure for crank drives, G 6.3 is finer.',
  },
};

/** "Rod 3 (ends), Pin 5 …": what is still missing, by name, at most a handful. */
export function missingWords(missing: readonly MissingWeight[]): string {
  const word = ({ kind, cylinder, why }: MissingWeight): string =>
    why === 'elsewhere'
      ? `${KIND_NAMES[kind].many.toLowerCase()}, which are not weighed here (give their figure at Check in)`
      : `${KIND_NAMES[kind].one.toLowerCase()} ${cylinder}${why === 'noEnds' ? ' (its ends)' : why === 'impossible' ? ' (an end of it weighs more than the whole: weigh it again)' : why === 'cutSince' ? ' (cut since)' : ''}`;
  const shown = missing.slice(0, 6).map(word).join(', ');
  return missing.length > 6 ? `${shown} and ${missing.length - 6} more` : shown;
}

/** "1 hole", "3 holes": a count with its noun, whose plural ends in s unless it is given. */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** A chance as one says it: "98 times in 100", "less than 1 time in 100", "more than 99 times in 100". */
export function timesIn100(chance: number): string {
  if (chance < 0.005) return 'less than 1 time in 100';
  return chance >= 0.995 ? 'more than 99 times in 100' : `${count(Math.round(100 * chance), 'time')} in 100`;
}

/** A verdict with how sure it is: "inside, more than 99 times in 100", "outside, inside 1 time in 100". */
export const verdictIn100 = (verdict: keyof typeof VERDICT_WORDS, inside: number | null): string =>
  `${VERDICT_WORDS[verdict]}${inside === null ? '' : `, ${verdict === 'inside' ? '' : 'inside '}${timesIn100(inside)}`}`;
