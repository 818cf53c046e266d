import type { JobCard } from '@tare/contract';
import { cardIn } from './cardIn.js';
import { figure, line, textOf } from './cardDocument.js';

const CARD = {
  sections: [
    {
      id: 'unbalance',
      title: 'Unbalance',
      lines: [line`It pulls with ${figure(1079, 0, 'N')} at ${figure(5200, 0, 'rpm')}.`],
      table: {
        columns: [{ title: 'Too heavy by', isFigure: true }],
        rows: [[line`${figure(42.8, 2, 'g')} at ${figure(85, 0, 'mm')}`]],
      },
    },
  ],
} as unknown as JobCard;

const textsOf = ({ sections: [section] }: JobCard): string[] => [textOf(section!.lines[0]!), textOf(section!.table!.rows[0]![0]!)];

describe('a card as its customer reads it', () => {
  it('is as it was made where it is metric, to the letter', () => {
    expect(cardIn(CARD)).toBe(CARD);
  });
  it('has lengths in inches and forces in pounds, weights in grams, and keeps every value', () => {
    const inch = cardIn(CARD, 'inch');
    expect(textsOf(inch)).toEqual(['It pulls with 242.6 lbf at 5200 rpm.', '42.80 g at 3.35 in']);
    expect(inch.sections[0]!.lines[0]!.filter((part) => typeof part !== 'string').map(({ value }) => value)).toEqual([1079, 5200]);
  });
  it('has both where both are wanted', () => {
    expect(textsOf(cardIn(CARD, 'both'))).toEqual(['It pulls with 1079 N (242.6 lbf) at 5200 rpm.', '42.80 g at 85 mm (3.35 in)']);
  });
});
