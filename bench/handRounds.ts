import { handOrder, type FirstEnd, type RodToMatch } from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

type Chance = ReturnType<typeof chanceFor>;

/** A rod as a person has it in hand: what it weighs, and how far from the small-end centre its weight lies as a share of its length. */
interface Rod {
  readonly massG: number;
  readonly centreRatio: number;
}

interface School {
  readonly name: string;
  readonly first: FirstEnd;
  readonly toleranceG: number;
  readonly divisionG: number;
  /** Scatter of a mean. */
  readonly scatter: { readonly endG: number; readonly totalG: number };
}
const SCHOOLS: readonly School[] = [
  { name: 'big ends first, quiet fixture', first: 'bigEnd', toleranceG: 0.1, divisionG: 0.01, scatter: { endG: 0, totalG: 0 } },
  { name: 'small ends first, quiet fixture', first: 'smallEnd', toleranceG: 0.1, divisionG: 0.01, scatter: { endG: 0, totalG: 0 } },
  { name: 'big ends first, 0.03 g', first: 'bigEnd', toleranceG: 0.2, divisionG: 0.01, scatter: { endG: 0.03, totalG: 0.01 } },
  { name: 'small ends first, 0.03 g', first: 'smallEnd', toleranceG: 0.2, divisionG: 0.01, scatter: { endG: 0.03, totalG: 0.01 } },
  { name: 'big ends first, 0.1 g for half a gram', first: 'bigEnd', toleranceG: 0.5, divisionG: 0.1, scatter: { endG: 0.1, totalG: 0.04 } },
];
const STATIONS = { bigRatio: 1.15, smallRatio: -0.12 };
const SETS = 1000;
const MOST_ROUNDS = 12;

/** Metal off at a station: the weight falls by it, and its centre moves by the balance of moments about the small end. */
function cut({ massG, centreRatio }: Rod, metalG: number, stationRatio: number): Rod {
  const leftG = massG - metalG;
  return { massG: leftG, centreRatio: (massG * centreRatio - metalG * stationRatio) / leftG };
}

/** Rounds that a person takes who reads, works the rods down to the lightest at one end while those are not inside, then the totals, and reads again. */
function roundsTaken(rods: readonly Rod[], { first, scatter: { endG, totalG }, toleranceG, divisionG }: School, chance: Chance): number {
  let now = rods;
  const end = ({ massG, centreRatio }: Rod): number => massG * (first === 'bigEnd' ? centreRatio : 1 - centreRatio);
  const read = (of: (rod: Rod) => number, scatterG: number): number[] => now.map((rod) => of(rod) + chance.normal(scatterG));
  const apart = (g: readonly number[]): number => Math.max(...g) - Math.min(...g);
  const mass = ({ massG }: Rod): number => massG;
  const endStation = first === 'bigEnd' ? STATIONS.bigRatio : STATIONS.smallRatio;
  const otherStation = first === 'bigEnd' ? STATIONS.smallRatio : STATIONS.bigRatio;
  /** What a gram at the end's own pad lowers its reading by. */
  const leverOf = first === 'bigEnd' ? endStation : 1 - endStation;
  const workDown = (g: readonly number[], metalOf: (offG: number) => number, station: number): void => {
    if (apart(g) <= toleranceG) return;
    const lightest = Math.min(...g);
    now = now.map((rod, i) => (g[i]! - lightest > divisionG ? cut(rod, metalOf(g[i]! - lightest), station) : rod));
  };
  for (let round = 0; round <= MOST_ROUNDS; round += 1) {
    if (apart(read(end, endG)) <= toleranceG && apart(read(mass, totalG)) <= toleranceG) return round;
    workDown(read(end, endG), (offG) => offG / leverOf, endStation);
    workDown(read(mass, totalG), (offG) => offG, otherStation);
  }
  return Infinity;
}

/** How often a set takes more rounds than were foretold for 95 in 100, and how far its median lies from what was foretold, over 1,000 sets a school. */
export function handRounds(): Figure[] {
  return SCHOOLS.flatMap((school, s) => {
    const chance = chanceFor('hand rounds', s);
    let [within, ended, more, fewer] = [0, 0, 0, 0];
    for (let i = 0; i < SETS; i += 1) {
      const ends = Array.from({ length: 8 }, () => ({ bigEndG: 445 + chance.normal(2), smallEndG: 182 + chance.normal(1) }));
      const rods = ends.map((end, j): RodToMatch => ({ id: String(j), damaged: false, ...end }));
      const told = handOrder(rods, STATIONS, school, () => chance.normal(1));
      const taken = roundsTaken(
        ends.map(({ bigEndG, smallEndG }) => ({ massG: bigEndG + smallEndG, centreRatio: bigEndG / (bigEndG + smallEndG) })),
        school,
        chance,
      );
      if (taken <= (told.rounds95 ?? Infinity)) within += 1;
      if (Number.isFinite(taken)) ended += 1;
      const medianTold = told.medianRounds ?? Infinity;
      if (taken > medianTold) more += 1;
      if (taken < medianTold) fewer += 1;
    }
    const share = (n: number): number => (100 * n) / SETS;
    return [
      figure(`${school.name}: done within the rounds told for 95 in 100`, '%', [share(within)]),
      figure(`${school.name}: more rounds than the median told`, '%', [share(more)]),
      figure(`${school.name}: fewer`, '%', [share(fewer)]),
      figure(`${school.name}: ended`, '%', [share(ended)]),
    ];
  });
}
