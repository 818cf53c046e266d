import { factsOf } from '@tare/contract';
import { everyPart, jobFigures, type Measure } from '@tare/core';
import { readingOf, sheetOf } from '../../testing.js';
import { doubtsOf } from './doubtsOf.js';

const rodsOf = (measure: Measure, ...valuesG: readonly number[]) =>
  valuesG.map((valueG, i) => ({ kind: 'rod', partId: `rod${i + 1}`, measure, valueG }) as const);
/** Three rods of 629 g whose total is read already. */
const weighed = everyPart(
  jobFigures(factsOf(sheetOf('inline3', { readings: [1, 2, 3].map((n) => readingOf(`rod${n}`, 629, { measure: 'total' })) }))),
);

describe('readings that come together', () => {
  it('are asked about where they are another measure of the same parts', () => {
    const doubts = doubtsOf(rodsOf('total', 445, 445.2, 444.8), weighed, 0.1);
    expect([...doubts.values()]).toEqual([445, 445.2, 444.8].map((g) => `${g} g, and its other placement reads 629 g.`));
  });
  it('are asked about where two of them are one part’s and differ, or a rod lay the wrong way round', () => {
    const twice = [...rodsOf('bigEnd', 445), ...rodsOf('bigEnd', 184)];
    expect([...doubtsOf(twice, weighed, 0.1).keys()]).toEqual(twice);
    expect([...doubtsOf(rodsOf('bigEnd', 445, 184, 445), weighed, 0.1).values()]).toEqual([
      expect.stringContaining('Did the rod lie the wrong way round?'),
    ]);
  });
  it('are not where they fit what is there', () => {
    expect(doubtsOf(rodsOf('total', 629.3, 628.8, 629), weighed, 0.1).size).toBe(0);
  });
});
