import { buildBobs, type BobBox, type BobPiece } from '@tare/core';
import { highsSolver } from '@tare/solver';
import { randomLcg } from 'd3-random';
import { figure, timed, type Figure } from './figures.js';

const even = randomLcg(0.27);
const KINDS = 40;

/** Forty kinds of piece from shims of 0.3 g to discs of 450, each a little off its round weight, 4 to 10 of each. */
function boxOf40(): BobBox {
  const roundG = (i: number): number => (i < 5 ? 0.3 + 0.4 * i : i < 15 ? 2 + 1.7 * (i - 5) : i < 30 ? 22 + 7.3 * (i - 15) : 140 + 33 * (i - 30));
  const pieces = Array.from({ length: KINDS }, (_, i): BobPiece => ({
    id: `p${i}`,
    name: `p${i}`,
    massG: Math.round(roundG(i) * (1 + 0.03 * even()) * 100) / 100,
    thicknessMm: i < 15 ? 1.5 : i < 30 ? 4 : 10,
    count: 4 + 2 * Math.floor(4 * even()),
  }));
  return { clamps: [{ id: 'c', name: 'Clamp', fromMm: 45, toMm: 60, halfG: 412.3, studMm: 70, count: 8 }], pieces };
}

/** All bobs of a crank from forty kinds of piece, every other crank with figures of their own a pin; how often the fewest are proven. */
export async function buildTimes(): Promise<Figure[]> {
  const solve = await highsSolver();
  const figures: Figure[] = [];
  for (const bobs of [4, 6, 8]) {
    let [built, proven] = [0, 0];
    const goes = 20;
    const time = await timed(`${bobs} bobs from 40 kinds of piece`, goes - 1, async (i) => {
      const baseG = 1850 + 200 * even();
      const figuresG = Array.from({ length: bobs }, () => baseG + (i % 2 === 0 ? 0 : 10 * (even() - 0.5)));
      const result = await buildBobs(boxOf40(), { figuresG, pinDiameterMm: 54, limitG: 0.5 }, solve);
      if (result.kind !== 'built') return;
      built += 1;
      proven += result.fewestProven ? 1 : 0;
    });
    figures.push(time, figure(`${bobs} bobs: built of ${goes}`, '', [built]), figure(`${bobs} bobs: fewest pieces proven of ${goes}`, '', [proven]));
  }
  return figures;
}
