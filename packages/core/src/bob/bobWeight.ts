import { checkNumber, CoreError } from '../units/check.js';

/** The parts that run on one crankpin for one rod, in g. */
export interface RodSet {
  readonly cylinder: number;
  readonly bigEndG: number;
  readonly bearingPairG: number;
  readonly smallEndG: number;
  readonly pistonG: number;
  readonly pinG: number;
  readonly lockPairG: number;
  readonly ringSetG: number;
}

export interface BobWeightInput {
  /** The rod sets on this pin: two on a shared pin, one on a split pin. */
  readonly rodSets: readonly RodSet[];
  /** Oil allowance on this pin, g. */
  readonly oilG: number;
  /** Share of the reciprocating mass that is countered, 0…1 (the trade says 50 %). */
  readonly factorRatio: number;
}

export type BobLineKey = Exclude<keyof RodSet, 'cylinder'> | 'oilG';

/** One line of the card: a part, per rod, and summed over the pin. */
export interface BobLine {
  readonly key: BobLineKey;
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
const RECIPROCATING = ['smallEndG', 'pistonG', 'pinG', 'lockPairG', 'ringSetG'] as const;

/**
 * Bob weight of one crankpin (handbook section 4):
 *
 *   rotating      = Σ over rods (big end + bearing pair) + oil
 *   reciprocating = Σ over rods (small end + piston + pin + locks + rings)
 *   bob weight    = rotating + factor × reciprocating
 *
 * With n equal rod sets the sums are n times one set, as the trade's card writes them.
 *
 * @throws CoreError naming the line when a mass is negative or missing, the factor is outside 0…1, or no rod runs on the pin
 */
export function bobWeight({ rodSets, oilG, factorRatio }: BobWeightInput): BobWeight {
  if (rodSets.length === 0) throw new CoreError('No rod runs on this pin.', 'rodSets');
  checkNumber('The oil allowance', oilG, { min: 0, max: 100, unit: 'g' }, 'oilG');
  checkNumber('The balance factor', factorRatio, { min: 0, max: 1 }, 'factorRatio');
  const line = (group: BobLine['group'], key: Exclude<BobLineKey, 'oilG'>): BobLine => {
    const eachG = rodSets.map((set, i) =>
      checkNumber(`The ${LINE_NAMES[key]} of cylinder ${set.cylinder}`, set[key], { min: 0, max: 20000, unit: 'g' }, `rodSets.${i}.${key}`),
    );
    return { key, group, eachG, sumG: total(eachG) };
  };
  const lines: BobLine[] = [
    ...ROTATING.map((key) => line('rotating', key)),
    { key: 'oilG', group: 'rotating', eachG: [oilG], sumG: oilG },
    ...RECIPROCATING.map((key) => line('reciprocating', key)),
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
  pistonG: 'piston',
  pinG: 'pin',
  lockPairG: 'lock pair',
  ringSetG: 'ring set',
};

const total = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);
