import {
  bobCard,
  ONE_BOB_FIGURE_WITHIN_G,
  weighParts,
  type JobSpec,
  type PartFact,
  type PartSchool,
  type ReadingFact,
  type RodSchool,
} from '@tare/core';
import { madeUpSpec } from '@tare/core/testing';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

type Chance = ReturnType<typeof chanceFor>;

/** How a shop weighs: what on the scale at once, which of a rod's weighings, outright or against a part that is tared. */
interface School {
  readonly name: string;
  readonly partSchool: PartSchool;
  readonly rodSchool: RodSchool;
  readonly byDifference: boolean;
  readonly placements: number;
}
const SCHOOLS: readonly School[] = [
  { name: 'every part, both ends and total, 3 placements', partSchool: 'eachPart', rodSchool: 'endsAndTotal', byDifference: false, placements: 3 },
  { name: 'the same by difference', partSchool: 'eachPart', rodSchool: 'endsAndTotal', byDifference: true, placements: 3 },
  { name: 'small end and total, 6 placements', partSchool: 'eachPart', rodSchool: 'smallAndTotal', byDifference: false, placements: 6 },
  { name: 'big end and total by difference, 3 placements', partSchool: 'eachPart', rodSchool: 'bigAndTotal', byDifference: true, placements: 3 },
  { name: 'whole sets, 2 placements', partSchool: 'cylinderSets', rodSchool: 'endsAndTotal', byDifference: false, placements: 2 },
  {
    name: 'pistons on their rods by difference, 3 placements',
    partSchool: 'pressedAssemblies',
    rodSchool: 'endsAndTotal',
    byDifference: true,
    placements: 3,
  },
  { name: 'every part once, the scale studied', partSchool: 'eachPart', rodSchool: 'endsAndTotal', byDifference: false, placements: 1 },
];

const TRUE_G = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, rod: 630, bearingPair: 42, cylinderSet: 808.4, pressedAssembly: 1390 } as const;
const SMALL_G = { rod: 182, pressedAssembly: 942 } as const;
const DIVISION_G = 0.1;
const SCATTER_G = 0.1;
const CHOICES = { factorRatio: 0.5, oilG: 4 };
const TRIES = Number(process.env['TARE_WEIGHINGS'] ?? 2000);

/** Means and scatters as a scale of this division shows them, and whether the region then holds the truth. */
function holds({ layout }: Pick<JobSpec, 'layout'>, school: School, chance: Chance): boolean {
  const parts: PartFact[] = layout.cylinders.flatMap(({ number }) =>
    (Object.keys(TRUE_G) as (keyof typeof TRUE_G)[]).map((kind) => ({ id: `${kind}${number}`, kind, cylinder: number, damaged: false })),
  );
  const readings: ReadingFact[] = [];
  const truth = new Map<string, number>();
  for (const part of parts) {
    const massG = TRUE_G[part.kind] + chance.normal(0.02);
    const smallG = (part.kind === 'rod' || part.kind === 'pressedAssembly' ? SMALL_G[part.kind] : 0) + chance.normal(0.02);
    for (const [measure, g] of Object.entries({ mass: massG, total: massG, smallEnd: smallG, bigEnd: massG - smallG }))
      truth.set(`${part.id}.${measure}`, g);
  }
  const shown = (g: number): number => Math.round((g + chance.normal(SCATTER_G)) / DIVISION_G) * DIVISION_G;
  for (const part of parts) {
    const hasEnds = part.kind === 'rod' || part.kind === 'pressedAssembly';
    const measures = !hasEnds
      ? (['mass'] as const)
      : (
          {
            endsAndTotal: ['total', 'bigEnd', 'smallEnd'],
            smallAndTotal: ['total', 'smallEnd'],
            bigAndTotal: ['total', 'bigEnd'],
            totalOnly: ['total'],
          } as const
        )[school.rodSchool];
    for (const measure of measures)
      for (let n = 0; n < school.placements; n += 1) {
        const referenceId = `${part.kind}1`;
        const isDifference = school.byDifference && part.id !== referenceId;
        const g = truth.get(`${part.id}.${measure}`)!;
        readings.push({
          id: `${readings.length}`,
          partId: part.id,
          measure,
          valueG: shown(isDifference ? g - truth.get(`${referenceId}.${measure}`)! : g),
          cutId: null,
          referencePartId: isDifference ? referenceId : null,
          instrumentId: 'scale',
          voided: false,
        });
      }
  }
  const scales = { scale: { divisionG: DIVISION_G, deviationG: Math.hypot(SCATTER_G, DIVISION_G / Math.sqrt(12)) } };
  const card = bobCard(layout, weighParts({ parts, readings, partCuts: [], scales }), CHOICES, ONE_BOB_FIGURE_WITHIN_G + 5, {
    partSchool: school.partSchool,
  });
  if (card.kind !== 'ready' || card.commonG === null) throw new Error('The bobs are not worked out.');
  const of = (kind: string, measure: string, cylinder: number): number => truth.get(`${kind}${cylinder}.${measure}`)!;
  const trueG =
    layout.pins
      .flatMap(({ cylinders }) => cylinders)
      .reduce((sum, c) => {
        const rotating = of(school.partSchool === 'pressedAssemblies' ? 'pressedAssembly' : 'rod', 'bigEnd', c) + of('bearingPair', 'mass', c);
        const upAndDown = {
          eachPart: of('rod', 'smallEnd', c) + of('piston', 'mass', c) + of('pin', 'mass', c) + of('lockPair', 'mass', c) + of('ringSet', 'mass', c),
          cylinderSets: of('rod', 'smallEnd', c) + of('cylinderSet', 'mass', c),
          setAndBare: of('rod', 'smallEnd', c) + of('cylinderSet', 'mass', c),
          pressedAssemblies: of('pressedAssembly', 'smallEnd', c) + of('ringSet', 'mass', c),
        }[school.partSchool];
        return sum + rotating + CHOICES.factorRatio * upAndDown;
      }, 0) /
      layout.pins.length +
    CHOICES.oilG;
  return Math.abs(card.commonG - trueG) <= card.halfWidth95G;
}

/** How often the region of a bob weight holds the truth, in each school. */
export function weightFigures(): Figure[] {
  const spec = madeUpSpec('v8Cross90');
  return SCHOOLS.map((school, i) => {
    const chance = chanceFor('weights', i);
    let held = 0;
    for (let t = 0; t < TRIES; t += 1) if (holds(spec, school, chance)) held += 1;
    return figure(`bob weight of a V8, ${school.name}: region holds the truth`, '%', [(100 * held) / TRIES]);
  });
}
