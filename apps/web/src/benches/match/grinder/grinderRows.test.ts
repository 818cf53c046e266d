import { factsOf, type JobSheet } from '@tare/contract';
import { jobFigures } from '@tare/core';
import { readingOf, sheetOf } from '../../../testing.js';
import { grinderRows } from './grinderRows.js';

const G: Readonly<Record<string, readonly number[]>> = {
  piston: [612, 613.6, 612.4],
  pin: [148, 148, 149.2],
  lockPair: [2.4, 2.4, 2.4],
  ringSet: [46, 46, 46],
};
const weighed = (more: Partial<JobSheet> = {}): JobSheet => {
  const sheet = sheetOf('inline3');
  const readings = sheet.parts.flatMap(({ id, kind, cylinder }) => (G[kind] ? [readingOf(id, G[kind][cylinder - 1]!)] : []));
  return { ...sheet, readings, ...more };
};
const rowsOf = (sheet: JobSheet) =>
  grinderRows(jobFigures(factsOf(sheet))).map(({ weighed: { part }, measure, startG, targetG, nowG, offG }) => [
    `${part.id}.${measure}`,
    startG,
    Math.round(100 * targetG) / 100,
    nowG,
    Math.round(100 * offG) / 100,
  ]);

it('has start, target and now of each bare piston of a set, by hand', () => {
  // Sets 808.4, 810 and 810: the target is the first.
  expect(rowsOf(weighed())).toEqual([
    ['piston1.mass', 612, 612, 612, 0],
    ['piston2.mass', 613.6, 612, 613.6, 1.6],
    ['piston3.mass', 612.4, 610.8, 612.4, 1.6],
  ]);
});

it('keeps the start after a cut, and follows the scale', () => {
  const sheet = weighed();
  const cut = {
    id: 'cut',
    partId: 'piston2',
    removal: { mass: 1.6 },
    toolId: null,
    seconds: null,
    metal: null,
    personId: 'ottoline',
    at: '2026-11-25T01:00:00.000Z',
  };
  const fixedTargets = { set: { targetG: 808.4, reason: 'the lightest when cutting began' } };
  const after = { ...sheet, fixedTargets, partCuts: [cut], readings: [...sheet.readings, readingOf('piston2', 612.3, { cutId: 'cut' })] };
  expect(rowsOf(after)[1]).toEqual(['piston2.mass', 613.6, 612, 612.3, 0]);
});

it('has both ends of each rod, or its total where only that was weighed', () => {
  const rods = [1, 2, 3].flatMap((i) => [
    readingOf(`rod${i}`, 630 + i, { measure: 'total' }),
    readingOf(`rod${i}`, 448 + i, { measure: 'bigEnd' }),
    readingOf(`rod${i}`, 182, { measure: 'smallEnd' }),
  ]);
  const ends = rowsOf(weighed({ readings: rods }));
  expect(ends.map(([name]) => name)).toEqual(['bigEnd', 'smallEnd'].flatMap((end) => [1, 2, 3].map((i) => `rod${i}.${end}`)));
  expect(ends[2]).toEqual(['rod3.bigEnd', 451, 449, 451, 2]);
  const totals = rowsOf(weighed({ readings: rods, weighChoices: { rodSchool: 'totalOnly', partSchool: 'eachPart', references: {} } }));
  expect(totals).toEqual([
    ['rod1.total', 631, 631, 631, 0],
    ['rod2.total', 632, 631, 632, 0],
    ['rod3.total', 633, 631, 633, 2],
  ]);
});
