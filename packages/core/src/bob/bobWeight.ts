import { checkNumber, CoreError } from '../units/check.js';

/**
 * The parts that run on one crankpin for one rod, in g. What was weighed together stands on one line: a cylinder's set in
 * place of piston, pin, locks and rings; a small end with its piston and pin pressed on in place of those three.
 */
export interface RodSet {
  readonly cylinder: number;
  readonly bigEndG: number;
  readonly bearingPairG: number;
  readonly smallEndG?: number;
  readonly pressedEndG?: number;
  readonly pistonG?: number;
  readonly pinG?: number;
  readonly lockPairG?: number;
  readonly ringSetG?: number;
  readonly cylinderSetG?: number;
}

/** A line that some engines have and others do not: support rails, a second locating piece, a coating. */
export interface ExtraLine {
  readonly name: string;
  readonly group: 'rotating' | 'reciprocating';
  /** For one rod, g. */
  readonly eachG: number;
}

export interface BobWeightInput {
  /** The rod sets on this pin: two on a shared pin, one on a split pin. */
  readonly rodSets: readonly RodSet[];
  readonly extras?: readonly ExtraLine[];
  /** Oil allowance on this pin, g. */
  readonly oilG: number;
  /** Share of the reciprocating mass that is countered, 0…1 (the trade says 50 %). */
  readonly factorRatio: number;
}

export type BobLineKey = Exclude<keyof RodSet, 'cylinder'> | 'oilG';
export type ExtraLineKey = `extra.${number}`;

/** One line of the card: a part, per rod, and summed over the pin. */
export interface BobLine {
  readonly key: BobLineKey | ExtraLineKey;
  readonly name: string;
  readonly group: 'rotating' | 'reciprocating';
  /** One figure a rod set, in their order; the oil has one for the pin. */
  readonly eachG: readonly number[];
  readonly sumG: number;
}

export interface BobWeight {
  readonly lines: readonly BobLine[];
  readonly rotatingG: number;
  readonly reciprocatingG: number;
  /** factor × reciprocating. */
  readonly counteredG: number;
  readonly bobWeightG: number;
}

const ROTATING = ['bigEndG', 'bearingPairG'] as const;
const RECIPROCATING = ['smallEndG', 'pressedEndG', 'pistonG', 'pinG', 'lockPairG', 'ringSetG', 'cylinderSetG'] as const;
/** The lines that together are everything that goes up and down, by what was weighed as one. */
const COMPLETE: readonly (readonly (typeof RECIPROCATING)[number][])[] = [
  ['smallEndG', 'pistonG', 'pinG', 'lockPairG', 'ringSetG'],
  ['smallEndG', 'cylinderSetG'],
  ['pressedEndG', 'ringSetG'],
];

/**
 * Bob weight of one crankpin (handbook section 4):
 *
 *   rotating      = Σ over rods (big end + bearing pair) + oil
 *   reciprocating = Σ over rods (small end + piston + pin + locks or buttons + rings)
 *   and whatever extra lines this engine has, on either side
 *   bob weight    = rotating + factor × reciprocating
 *
 * With n equal rod sets the sums are n times one set, as the trade's card writes them.
 *
 * @throws CoreError naming the line when a mass is negative or missing, when the lines are no whole set, the factor is outside 0…1, or no rod runs on the pin
 */
export function bobWeight({ rodSets, extras = [], oilG, factorRatio }: BobWeightInput): BobWeight {
  if (rodSets.length === 0) throw new CoreError('No rod runs on this pin.', 'rodSets');
  checkNumber('The oil allowance', oilG, { min: 0, max: 100, unit: 'g' }, 'oilG');
  checkNumber('The balance factor', factorRatio, { min: 0, max: 1 }, 'factorRatio');
  const given = RECIPROCATING.filter((key) => rodSets.some((set) => set[key] !== undefined));
  if (!COMPLETE.some((whole) => whole.length === given.length && whole.every((key) => given.includes(key))))
    throw new CoreError(`A bob weight of ${given.map((key) => LINE_NAMES[key]).join(', ')} leaves something out, or counts it twice.`, 'rodSets');
  const line = (group: BobLine['group'], key: Exclude<BobLineKey, 'oilG'>): BobLine => {
    const eachG = rodSets.map((set, i) =>
      checkNumber(
        `The ${LINE_NAMES[key]} of cylinder ${set.cylinder}`,
        set[key] ?? Number.NaN,
        { min: 0, max: 20000, unit: 'g' },
        `rodSets.${i}.${key}`,
      ),
    );
    return { key, name: LINE_NAMES[key], group, eachG, sumG: total(eachG) };
  };
  const extraLines = extras.map(({ name, group, eachG }, i): BobLine => {
    checkNumber(`The line “${name}”`, eachG, { min: 0, max: 20000, unit: 'g' }, `extras.${i}.eachG`);
    const each = rodSets.map(() => eachG);
    return { key: `extra.${i}`, name, group, eachG: each, sumG: total(each) };
  });
  const lines: BobLine[] = [
    ...ROTATING.map((key) => line('rotating', key)),
    { key: 'oilG', name: LINE_NAMES.oilG, group: 'rotating', eachG: [oilG], sumG: oilG },
    ...given.map((key) => line('reciprocating', key)),
    ...extraLines,
  ];
  const sumOfGroup = (group: BobLine['group']): number => total(lines.filter((l) => l.group === group).map((l) => l.sumG));
  const rotatingG = sumOfGroup('rotating');
  const reciprocatingG = sumOfGroup('reciprocating');
  const counteredG = factorRatio * reciprocatingG;
  return { lines, rotatingG, reciprocatingG, counteredG, bobWeightG: rotatingG + counteredG };
}

/** The trade's word for each line. */
export const LINE_NAMES: Readonly<Record<BobLineKey, string>> = {
  bigEndG: 'big end',
  bearingPairG: 'bearing pair',
  oilG: 'oil',
  smallEndG: 'small end',
  pressedEndG: 'small end with piston and pin',
  pistonG: 'piston',
  pinG: 'pin',
  lockPairG: 'locks or buttons',
  ringSetG: 'ring set',
  cylinderSetG: 'piston, pin, locks and rings',
};

const total = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);
