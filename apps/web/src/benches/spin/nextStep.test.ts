import { nextStep } from './nextStep.js';

type Told = Parameters<typeof nextStep>[0];
const NOTHING: Told['estimate'] = {
  surprise: null,
  verdict: 'cannotYetTell',
  inside: null,
  gainsToCheck: [],
  restsOn: {
    gainBy: 'history',
    gainDeviation: 0.02,
    history: null,
    scatterBy: 'machine',
    refused: null,
    planWaits: [],
    acceptWaits: [],
    mostShare: 1,
  },
};
const told = (
  more: Partial<Told['estimate']> = {},
  holesSinceLastSpin = 0,
  settled = { byTurns: null, bySpins: null } as Told['spins'][0]['settled'],
) =>
  nextStep(
    {
      spins: [{ settled }],
      holesSinceLastSpin,
      estimate: { ...NOTHING, ...more },
    },
    false,
  );

describe('what comes next at the spin', () => {
  it.each([
    [0, 'Outside the tolerance: plan the correction.'],
    [1, '1 cut since the last spin: spin again.'],
    [2, '2 cuts since the last spin: spin again.'],
  ])('with %i cuts since the last spin', (cuts, sentence) => {
    expect(told({ verdict: 'outside' }, cuts)).toBe(sentence);
  });

  it.each([
    [null, null, /too near the limit for more turns or spins/],
    [1, null, /: one more spin of about 1 turn will settle that\.$/],
    [120, 2, /: one more spin of about 120 turns, or 2 more spins, the crank taken out between will settle that\.$/],
    [null, 1, /: 1 more spin, the crank taken out between will settle that\.$/],
  ])('where %j turns or %j spins would settle it', (byTurns, bySpins, sentence) => {
    expect(told({}, 0, { byTurns, bySpins })).toMatch(sentence);
  });

  it('asks for a known weight where the machine shows another amount than is there', () => {
    expect(told({ verdict: 'inside', gainsToCheck: ['one'] })).toContain('Hang a known weight on');
    expect(told({ verdict: 'inside' })).toBe('Inside the tolerance in both planes: at least 98 times in 100.');
  });

  it('plans nothing on one typed reading, or on a record that contradicts itself', () => {
    const restsOn = { ...NOTHING.restsOn, planWaits: [{ kind: 'readings', spinId: 'a', have: 2 }] } as const;
    expect(told({ restsOn })).toContain('once more');
    expect(nextStep({ spins: [], holesSinceLastSpin: 0, estimate: NOTHING }, false)).toContain('as it came');
  });
});
