import { weighParts } from '@tare/core';
import { readingOf, sheetOf } from '../../testing.js';
import { kindFigures } from './kindFigures.js';

/** Three pistons, three placements each, a tenth up and down. */
function weighed(weights: readonly number[], damaged: readonly string[] = []) {
  const sheet = sheetOf('inline3');
  const readings = weights.flatMap((g, i) => [0, 0.1, -0.1].map((off) => readingOf(`piston${i + 1}`, g + off)));
  return weighParts({ ...sheet, readings, parts: sheet.parts.map((part) => ({ ...part, damaged: damaged.includes(part.id) })) });
}

describe('a kind on the ladder', () => {
  it('has the lightest undamaged part as its target', () => {
    const figures = kindFigures(weighed([612, 610, 605], ['piston3']), 'piston', 'mass', 1, 0.1)!;
    expect(figures.targetG).toBeCloseTo(610, 9);
    expect(figures.rungs.map((r) => [r.name, r.damaged])).toEqual([
      ['1', false],
      ['2', false],
      ['3', true],
    ]);
  });
  it('has whiskers of 1.96·s/√n: s 0.1, n 3', () => {
    const [rung] = kindFigures(weighed([612, 610, 611]), 'piston', 'mass', 1, 0.1)!.rungs;
    expect(rung!.whiskerG).toBeCloseTo((1.959964 * 0.1) / Math.sqrt(3), 6);
  });
  it('names what is still open, and not what is settled', () => {
    const { open } = kindFigures(weighed([610, 610.95, 613]), 'piston', 'mass', 1, 0.1)!;
    expect(open.map((o) => o.cylinder)).toEqual([2]);
  });
  it('does not believe a scatter below the scale’s rounding', () => {
    const sheet = sheetOf('inline3');
    const readings = [610, 610.98].flatMap((g, i) => [g, g, g].map((v) => readingOf(`piston${i + 1}`, v)));
    const { open } = kindFigures(weighParts({ ...sheet, readings }), 'piston', 'mass', 1, 0.1)!;
    expect(open).toHaveLength(1);
  });
  it('has nothing to show before an undamaged part is weighed', () => {
    expect(kindFigures(weighed([]), 'piston', 'mass', 1, 0.1)).toBeNull();
    expect(kindFigures(weighed([612], ['piston1']), 'piston', 'mass', 1, 0.1)).toBeNull();
  });
});
