import fc from 'fast-check';
import { readAddress, writeAddress } from './calculatorAddress.js';

describe('the calculator’s address', () => {
  it('starts with nothing typed and the usual figures', () => {
    expect(readAddress(new URLSearchParams())).toMatchObject({
      rods: '2',
      oil: '4',
      factor: '50',
      layoutId: 'v8Cross90',
      extras: [],
      lines: { pistonG: '' },
    });
    expect(writeAddress(readAddress(new URLSearchParams())).toString()).toBe('');
  });
  it('carries everything that was typed, however it was typed', () => {
    const typed = fc.string({ maxLength: 8 });
    fc.assert(
      fc.property(typed, typed, typed, fc.double({ min: 0, max: 90, noNaN: true }), (piston, factor, name, eachG) => {
        const start = readAddress(new URLSearchParams());
        const state = {
          ...start,
          factor,
          layoutId: 'v6Split60' as const,
          lines: { ...start.lines, pistonG: piston },
          extras: name.replaceAll('~', ' ') === '' ? [] : [{ name: name.replaceAll('~', ' '), group: 'rotating' as const, eachG }],
        };
        expect(readAddress(new URLSearchParams(writeAddress(state).toString()))).toEqual(state);
      }),
      { seed: 2 },
    );
  });
  it('leaves aside what it does not understand', () => {
    const state = readAddress(new URLSearchParams('layout=w99&x=rails~moves~heavy&x=~moves~2&x=rails~moves~3.2&rods=1'));
    expect(state).toMatchObject({ layoutId: 'v8Cross90', rods: '1', extras: [{ name: 'rails', group: 'reciprocating', eachG: 3.2 }] });
  });
});
