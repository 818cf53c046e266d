import { sheetGroups } from './sheets.js';

describe('the sheets of a job', () => {
  const titles = (...of: Parameters<typeof sheetGroups>): string[] => sheetGroups(...of).map(({ title, isHere }) => (isHere ? title : `(${title})`));
  it('are those that its kind has a use for', () => {
    expect(titles({}, {})).toEqual(['Crank', 'Rods', 'Bores and pistons', 'Decks and crowns', 'Done']);
    expect(titles({ jobKind: 'match' }, {})).toEqual(['Rods', 'Bores and pistons', 'Done']);
    const gone = { why: 'notInEngine', by: '', massG: null, bigEndG: null, smallEndG: null } as const;
    expect(titles({ elsewhere: { rod: gone, piston: gone } }, {})).toEqual(['Crank', 'Done']);
  });
  it('wait for what check in counted as none', () => {
    const counted = (count: number) => ({ count, condition: '', marks: '' });
    expect(titles({}, { crank: counted(0), rod: counted(8) })).toEqual(['(Crank)', 'Rods', 'Bores and pistons', 'Decks and crowns', 'Done']);
    expect(titles({}, { crank: counted(1), rod: counted(0) })).toEqual(['Crank', '(Rods)', 'Bores and pistons', 'Decks and crowns', 'Done']);
    expect(titles({}, { crank: counted(1), block: counted(0) })).toEqual(['Crank', 'Rods', '(Bores and pistons)', '(Decks and crowns)', 'Done']);
  });
});
