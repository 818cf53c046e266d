import { cylinderOf, type PartFact } from '@tare/core';
import fc from 'fast-check';
import { exchangeByHand, exchangeRings, takeRings } from './exchanges.js';

const pins: PartFact[] = [1, 2, 3, 4, 5].map((cylinder) => ({ id: `pin${cylinder}`, kind: 'pin', cylinder, damaged: false }));
const place = (parts: readonly PartFact[], runsIn: Readonly<Record<string, number>>): PartFact[] =>
  parts.map((part) => (runsIn[part.id] === undefined ? { ...part } : { ...part, runsIn: runsIn[part.id]! }));

describe('exchanges', () => {
  it('fall into rings that can be taken one by one', () => {
    const rings = exchangeRings(pins, { pin1: 2, pin2: 1, pin3: 4, pin4: 5, pin5: 3 });
    expect(rings.map(({ moves }) => moves.map(({ part, to }) => `${part.cylinder}>${to}`))).toEqual([
      ['1>2', '2>1'],
      ['3>4', '4>5', '5>3'],
    ]);
    expect(takeRings(pins, [rings[0]!])).toEqual({ pin1: 2, pin2: 1 });
  });
  it('leaves everybody a place of their own, whichever rings are taken', () => {
    const order = fc.shuffledSubarray([1, 2, 3, 4, 5], { minLength: 5 });
    fc.assert(
      fc.property(order, fc.infiniteStream(fc.boolean()), (to, coin) => {
        const rings = exchangeRings(pins, Object.fromEntries(pins.map((pin, i) => [pin.id, to[i]!])));
        const taken = rings.filter(() => coin.next().value);
        const after = place(pins, takeRings(pins, taken));
        expect(after.map(cylinderOf).sort()).toEqual([1, 2, 3, 4, 5]);
      }),
      { seed: 9 },
    );
  });
  it('there and back by hand is where it was', () => {
    const there = exchangeByHand(pins, 'pin2', 5);
    expect(there.map(cylinderOf)).toEqual([1, 5, 3, 4, 2]);
    expect(exchangeByHand(there, 'pin2', 2).map(cylinderOf)).toEqual([1, 2, 3, 4, 5]);
    expect(exchangeByHand(pins, 'pin2', 2)).toBe(pins);
    expect(exchangeByHand(pins, 'pin2', 9)).toBe(pins);
  });
  it('starts from where the parts lie now', () => {
    const now = place(pins, { pin1: 2, pin2: 1 });
    expect(exchangeRings(now, { pin1: 2, pin2: 1 })).toEqual([]);
    const [ring] = exchangeRings(now, { pin1: 1, pin2: 2 });
    expect(takeRings(now, [ring!])).toEqual({});
  });
});
