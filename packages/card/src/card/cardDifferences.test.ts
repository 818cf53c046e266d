import type { JobCard } from '@tare/contract';
import { cardDifferences } from './cardDifferences.js';
import { figure, line } from './cardDocument.js';

const card = (grams: ReturnType<typeof figure>, words = 'left'): JobCard =>
  ({ sections: [{ id: 'unbalance', title: 'Unbalance', lines: [line`${grams} are ${words}.`], table: null }] }) as unknown as JobCard;

describe('what a signed card says otherwise', () => {
  it('is nothing where a figure is only written to fewer places', () => {
    expect(cardDifferences(card(figure(42.796, 2, 'g')), card(figure(42.796, 1, 'g')))).toEqual([]);
    expect(cardDifferences(card(figure(42.796, 0, 'g')), card(figure(42.796, 2, 'g')))).toEqual([]);
  });
  it('is a figure that is another, its unit, or its words', () => {
    expect(cardDifferences(card(figure(42.7, 2, 'g')), card(figure(42.8, 1, 'g')))).toEqual([
      { section: 'Unbalance', was: '42.70 g are left.', is: '42.8 g are left.' },
    ]);
    expect(cardDifferences(card(figure(3, 1, 'g')), card(figure(3, 1, 'oz')))).toHaveLength(1);
    expect(cardDifferences(card(figure(3, 1, 'g')), card(figure(3, 1, 'g'), 'right'))).toHaveLength(1);
  });
});
