import { accept, bestGrades, oversizeFor, pistonsToBores, type ShellGrade, type WornBore } from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, timed, type Figure } from './figures.js';

const BLOCKS = 10_000;
const NOMINAL_MM = 92;
const HONE_MM = 0.05;
const ON_SALE = [0.25, 0.5, 0.75, 1].map((overMm) => ({ overMm, stock: 1, price: null }));
/** Scatter of a bore gauge and of a micrometer. */
const GAUGES_MM = [0.0012, 0.0008] as const;
const RANGE = { lowMm: 0.04, highMm: 0.07 };

/** Blocks by chance: how often the choice differs from trying every size on every cylinder. */
function oversizes(): Figure {
  const chance = chanceFor('blocks', 0);
  let differ = 0;
  for (let i = 0; i < BLOCKS; i += 1) {
    const bores = Array.from({ length: 8 }, (_, n): WornBore => ({
      cylinder: n + 1,
      largestMm: NOMINAL_MM + chance.between(0.02, 0.7),
      offAxisMm: chance.between(0, 0.1),
      trial: null,
    }));
    const [first, ...more] = bores as [WornBore, ...WornBore[]];
    const tried = ON_SALE.find(({ overMm }) => bores.every((one) => NOMINAL_MM + overMm >= one.largestMm + 2 * one.offAxisMm + HONE_MM));
    if (oversizeFor([first, ...more], NOMINAL_MM, HONE_MM, ON_SALE).size?.overMm !== tried?.overMm) differ += 1;
  }
  return figure('oversizes that differ from trying all, of 10,000 blocks', '', [differ]);
}

/** Clearances that truly lie on their high limit: how often one is taken as inside, and how often its region holds the truth. */
function clearances(): Figure[] {
  const chance = chanceFor('clearances', 0);
  const deviationMm = Math.hypot(...GAUGES_MM);
  let [taken, held] = [0, 0];
  for (let i = 0; i < BLOCKS; i += 1) {
    const mm = RANGE.highMm + chance.normal(GAUGES_MM[0]) - chance.normal(GAUGES_MM[1]);
    if (accept({ mm, deviationMm }, RANGE).kind === 'inside') taken += 1;
    if (Math.abs(mm - RANGE.highMm) <= 1.959964 * deviationMm) held += 1;
  }
  return [
    figure('clearance: region holds the truth', '%', [(100 * held) / BLOCKS]),
    figure('clearance truly on its limit that is taken as inside', '%', [(100 * taken) / BLOCKS]),
  ];
}

export async function fitFigures(): Promise<Figure[]> {
  const chance = chanceFor('fits', 0);
  const sized = (n: number, aboutMm: number): { id: string; mm: number }[] =>
    Array.from({ length: n }, (_, i) => ({ id: String(i + 1), mm: aboutMm + chance.between(0, 0.02) }));
  const [bores, pistons] = [sized(8, NOMINAL_MM), sized(12, NOMINAL_MM - 0.055)];
  const grades = Array.from({ length: 6 }, (_, i): ShellGrade => ({ name: String(i), wallMm: 1.73 + i / 400, stock: 4 }));
  const gaps = Array.from({ length: 8 }, (_, i) => ({ id: String(i), gapMm: chance.between(3.5, 3.53) }));
  return [
    oversizes(),
    ...clearances(),
    await timed('twelve pistons to eight bores, exact', 50, () => pistonsToBores(bores, pistons, 0.055)),
    await timed('grades of eight crankpins, halves may differ, exact', 50, () => bestGrades(gaps, grades, 0.045)),
    figure('keystrokes of a V8: eight bores at six places, eight big ends at eight, over a set value', '', [
      8 * 6 * ('.034'.length + 1),
      8 * 8 * ('-.002'.length + 1),
    ]),
  ];
}
