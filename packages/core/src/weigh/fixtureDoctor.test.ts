import { randomLcg, randomNormal } from 'd3-random';
import { diagnoseFixture, DOCTOR_PLACEMENTS, FIXTURE_CAUSES, type FixtureCause } from './fixtureDoctor.js';

const normal = randomNormal.source(randomLcg(0.37))(0, 1);
/** Sixteen readings of a fixture in which these causes move a reading by so much either way. */
const fixture = (planted: Readonly<Partial<Record<FixtureCause, number>>>, placementG: number, driftG = 0): number[] =>
  DOCTOR_PLACEMENTS.map(
    (x, i) => 448 + placementG * normal() + (driftG * i) / 15 + FIXTURE_CAUSES.reduce((sum, cause) => sum + (planted[cause] ?? 0) * x[cause], 0),
  );

describe('the sixteen placements', () => {
  it('mix no cause up with another, nor with the clock', () => {
    const dot = (of: (i: number) => number, other: (i: number) => number): number =>
      DOCTOR_PLACEMENTS.reduce((sum, _, i) => sum + of(i) * other(i), 0);
    for (const a of FIXTURE_CAUSES) {
      expect(
        dot(
          (i) => DOCTOR_PLACEMENTS[i]![a],
          () => 1,
        ),
      ).toBe(0);
      expect(
        dot(
          (i) => DOCTOR_PLACEMENTS[i]![a],
          (i) => i,
        ),
      ).toBe(0);
      for (const b of FIXTURE_CAUSES)
        expect(
          dot(
            (i) => DOCTOR_PLACEMENTS[i]![a],
            (i) => DOCTOR_PLACEMENTS[i]![b],
          ),
        ).toBe(a === b ? 16 : 0);
    }
  });
});

describe('what scatters in a fixture', () => {
  it('is told exactly where nothing else does, drift apart', () => {
    const { shares, driftG, levelErrorG } = diagnoseFixture(fixture({ turned: 0.3, swing: 0.1 }, 0, 0.6));
    expect(shares[0]).toMatchObject({ cause: 'turned', verdict: 'matters' });
    expect(shares.find(({ cause }) => cause === 'turned')!.share).toBeCloseTo(0.9, 6);
    expect(shares.find(({ cause }) => cause === 'swing')!.deviationG).toBeCloseTo(0.1, 6);
    expect(driftG).toBeCloseTo(0.6, 6);
    expect(levelErrorG).toBeCloseTo(0.3, 6);
  });
  it('is named rightly where one cause was planted, and no other is', () => {
    let [named, falsely] = [0, 0];
    for (let t = 0; t < 60; t += 1) {
      const cause = FIXTURE_CAUSES[t % 4]!;
      const matter = diagnoseFixture(fixture({ [cause]: 0.15 }, 0.05)).shares.filter(
        ({ verdict, cause: one }) => verdict === 'matters' && one !== 'placement',
      );
      if (matter[0]?.cause === cause) named += 1;
      if (matter.some((one) => one.cause !== cause)) falsely += 1;
    }
    expect(named).toBeGreaterThanOrEqual(57);
    expect(falsely).toBeLessThanOrEqual(2);
  });
  it('is the placing itself where nothing was planted; “cannot tell” is an answer', () => {
    const found = Array.from({ length: 60 }, () => diagnoseFixture(fixture({}, 0.05)).shares);
    expect(found.filter((shares) => shares.some(({ cause, verdict }) => cause !== 'placement' && verdict === 'matters')).length).toBeLessThanOrEqual(
      2,
    );
    expect(found.filter(([first]) => first!.cause === 'placement').length).toBeGreaterThanOrEqual(57);
    const faint = Array.from(
      { length: 60 },
      () => diagnoseFixture(fixture({ spot: 0.03 }, 0.05)).shares.find(({ cause }) => cause === 'spot')!.verdict,
    );
    expect(faint.filter((verdict) => verdict === 'cannotTell').length).toBeGreaterThan(36);
  });
  it('has intervals that hold the true share', () => {
    let held = 0;
    for (let t = 0; t < 120; t += 1) {
      const { low, high } = diagnoseFixture(fixture({ level: 0.08 }, 0.06)).shares.find(({ cause }) => cause === 'level')!;
      const truth = 0.08 ** 2 / (0.08 ** 2 + 0.06 ** 2);
      if (low <= truth && truth <= high) held += 1;
    }
    expect(held / 120).toBeGreaterThan(0.9);
  });
  it('needs all sixteen', () => {
    expect(() => diagnoseFixture([448, 448.1])).toThrow('The hunt needs 16 placements; 2 are in.');
    expect(diagnoseFixture(Array<number>(16).fill(448)).shares).toHaveLength(5);
  });
});
