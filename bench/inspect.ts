import { accept, bestGrades, harmonics, undersizeFor, type ShellGrade } from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, timed, type Figure } from './figures.js';

const CRANKS = 10_000;
const LIMIT_MM = 0.05;
const ANGLES = [0, 45, 90, 135, 180, 225, 270, 315];
/** Scatter of an indicator, which counts in microns. */
const NEEDLE_MM = 0.0008;
/** Half width of the 95 % region in Student's law, by the degrees of freedom that eight readings leave; and where the scatter was studied. */
const T95 = { 3: 3.18245, studied: 1.959964 };

const share = (n: number, of = CRANKS): number => (100 * n) / of;

/** Cranks that run out by exactly the limit, and by chance: how often the region holds the truth, and how often one on the limit is taken. */
function runOut(isStudied: boolean): Figure[] {
  const chance = chanceFor('run-out', isStudied ? 1 : 0);
  let [held, taken] = [0, 0];
  for (let i = 0; i < CRANKS; i += 1) {
    const e = LIMIT_MM / 2;
    const towards = chance.between(0, 360);
    const oval = chance.between(0, 0.004);
    const found = harmonics(
      ANGLES.map((angleDeg) => ({
        angleDeg,
        mm: e * Math.cos(((angleDeg - towards) * Math.PI) / 180) + oval * Math.cos((2 * (angleDeg - 20) * Math.PI) / 180) + chance.normal(NEEDLE_MM),
      })),
      isStudied ? NEEDLE_MM : null,
    );
    const half = (isStudied ? T95.studied : T95[3]) * found.deviationMm!;
    const { re, im } = found.eccentricityMm;
    const amount = Math.hypot(re, im);
    if (Math.abs(amount - e) <= half) held += 1;
    const verdict = accept({ mm: 2 * amount, deviationMm: 2 * found.deviationMm!, freedom: found.freedom }, { lowMm: null, highMm: LIMIT_MM });
    if (verdict.kind === 'inside') taken += 1;
  }
  const how = isStudied ? 'the needle studied' : 'from what is left over';
  return [
    figure(`run-out: region holds the truth, ${how}`, '%', [share(held)]),
    figure(`run-out on the limit taken as inside, ${how}`, '%', [share(taken)]),
  ];
}

/** Journals whose true size lies on a limit, read three times. */
function journals(): Figure {
  const chance = chanceFor('journals', 0);
  let taken = 0;
  for (let i = 0; i < CRANKS; i += 1) {
    const mm = 53.97 + (chance.normal(0.0015) + chance.normal(0.0015) + chance.normal(0.0015)) / 3;
    if (accept({ mm, deviationMm: 0.0015 / Math.sqrt(3) }, { lowMm: 53.97, highMm: 53.99 }).kind === 'inside') taken += 1;
  }
  return figure('journals on the limit taken as inside', '%', [share(taken)]);
}

/** Undersizes against trying every size on every journal. */
function undersizes(): Figure {
  const chance = chanceFor('undersizes', 0);
  const onSale = [0.25, 0.5, 0.75, 1].map((underMm) => ({ underMm, stock: null, price: null }));
  let wrong = 0;
  for (let i = 0; i < CRANKS; i += 1) {
    const worn = Array.from({ length: 5 }, (_, j) => ({
      id: String(j),
      smallestMm: chance.between(53.5, 53.99),
      eccentricityMm: chance.between(0, 0.06),
      unwornMm: i % 2 === 0 ? null : 53.99,
    }));
    const [first, ...more] = worn;
    const found = undersizeFor([first!, ...more], 53.99, 0.02, onSale).size?.underMm ?? null;
    const cleans = (underMm: number): boolean =>
      worn.every(({ smallestMm, eccentricityMm, unwornMm }) => {
        const least = (unwornMm === null ? smallestMm : 2 * smallestMm - unwornMm) - 2 * eccentricityMm;
        return least >= 53.99 - underMm + 0.02;
      });
    if (found !== (onSale.find(({ underMm }) => cleans(underMm))?.underMm ?? null)) wrong += 1;
  }
  return figure('undersizes that differ from trying all', '', [wrong]);
}

/** What a person types for five mains on two blocks and four pins: three mains at eight angles, pins at four places, Enter behind each. */
function keystrokes(): Figure {
  const needle = 3 * 8 * ('.012'.length + 1);
  const pins = 4 * 4 * ('59.981'.length + 1);
  const overSetValue = 4 * 4 * ('-.019'.length + 1);
  return figure('keystrokes for five mains and four pins, sizes outright', '', [needle + pins, needle + overSetValue]);
}

export async function inspectFigures(): Promise<Figure[]> {
  const chance = chanceFor('grades', 0);
  const grades = Array.from({ length: 6 }, (_, i): ShellGrade => ({ name: String(i), wallMm: 1.98 + i / 400, stock: 4 }));
  const gaps = Array.from({ length: 10 }, (_, i) => ({ id: String(i), gapMm: chance.between(4, 4.06) }));
  return [
    ...runOut(true),
    ...runOut(false),
    journals(),
    undersizes(),
    await timed('grades of ten journals, exact', 50, () => bestGrades(gaps, grades, 0.042)),
    keystrokes(),
  ];
}
