import { nextCell, sameCell, type Cell } from './nextCell.js';

const cells: Cell[] = [1, 2, 3].map((cylinder) => ({ partId: `p${cylinder}`, cylinder, measure: 'mass' }));

describe('nextCell', () => {
  it.each([
    [[0, 0, 0], 'byPart', 1],
    [[2, 0, 0], 'byPart', 1],
    [[3, 1, 0], 'byPart', 2],
    [[0, 0, 0], 'byRound', 1],
    [[1, 0, 0], 'byRound', 2],
    [[1, 1, 1], 'byRound', 1],
    [[2, 1, 2], 'byRound', 2],
    [[3, 3, 2], 'byRound', 3],
  ] as const)('with %p captured, %s, waits for cylinder %p', (have, order, cylinder) => {
    expect(nextCell(cells, have, () => 3, order)?.cylinder).toBe(cylinder);
  });
  it('has nothing left when all have enough', () => {
    expect(nextCell(cells, [3, 4, 3], () => 3, 'byPart')).toBeNull();
    expect(nextCell([], [], () => 3, 'byRound')).toBeNull();
  });
});

it('tells cells apart by part and measure', () => {
  expect(sameCell(cells[0]!, { ...cells[0]! })).toBe(true);
  expect(sameCell(cells[0]!, { ...cells[0]!, measure: 'total' })).toBe(false);
  expect(sameCell(null, null)).toBe(false);
});
