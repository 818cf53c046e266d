import { leakRatio, suggestion, type Witness } from './evidence.js';

const witness = (cylinder: number, leakHeld: number | null, more: Partial<Witness> = {}): Witness => ({
  ...{ cylinder, leakHeld, leakIn: leakHeld === null ? null : 7, heardAt: 'nowhere', seen: '', outOfRoundMm: null },
  ...more,
});

describe('the evidence of a cylinder', () => {
  it('is the share of the pressure that leaks away', () => {
    expect(leakRatio({ leakIn: 7, leakHeld: 6.3 })).toBeCloseTo(0.1, 12);
    expect(leakRatio({ leakIn: null, leakHeld: 6.3 })).toBeNull();
    expect(leakRatio({ leakIn: 0, leakHeld: 0 })).toBeNull();
  });
  it('is held against the others, and says what it suggests, not what it is', () => {
    const all = [
      witness(1, 6.4),
      witness(2, 6.3),
      witness(3, 4.2, { heardAt: 'breather', outOfRoundMm: 0.08 }),
      witness(4, 6.4, { outOfRoundMm: 0.01 }),
    ];
    expect(suggestion(all[2]!, all)).toBe(
      'It leaks 40 % where the others leak about 9 %. That suggests air past the rings: rings, ring lands or the bore; its bore is the furthest from round, too. Look before you decide.',
    );
    expect(suggestion(all[1]!, all)).toBe('It leaks 10 %, much as the others do.');
    expect(suggestion({ ...all[2]!, heardAt: 'exhaust' }, all)).toContain('an exhaust valve that does not seal. Look');
    expect(suggestion(witness(5, null), all)).toBeNull();
    expect(suggestion(all[0]!, [all[0]!])).toContain('nobody tested another cylinder');
  });
});
