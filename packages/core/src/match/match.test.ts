import fc from 'fast-check';
import type { PartFact, ReadingFact } from '../parts/facts.js';
import { weighParts } from '../parts/weighParts.js';
import { matchCylinderSets } from './cylinderSets.js';
import { matchToLightest } from './matchToLightest.js';
import { matchRods } from './rodMatch.js';
import { sumHalfWidth95G } from './setUncertainty.js';

const item = (id: string, weightG: number, damaged = false) => ({ id, weightG, damaged });

describe('matchToLightest', () => {
  it('takes the lightest as the target, by hand', () => {
    const set = matchToLightest([item('1', 807.4), item('2', 806.1), item('3', 806.9)], 0.5);
    expect(set).toMatchObject({ targetG: 806.1, referenceId: '2', inTolerance: false });
    expect(set.spreadG).toBeCloseTo(1.3, 12);
    expect(set.items.map((i) => Number(i.removalG.toFixed(9)))).toEqual([1.3, 0, 0.8]);
  });
  it('never takes a damaged part as the reference', () => {
    const set = matchToLightest([item('cracked', 800, true), item('sound', 806), item('heavy', 807)], 1);
    expect(set).toMatchObject({ targetG: 806, referenceId: 'sound', inTolerance: false });
    expect(set.items[0]).toMatchObject({ removalG: 0, belowTarget: true, inTolerance: false });
  });
  it('lets exactly the tolerance pass, whatever the unit', () => {
    expect(matchToLightest([item('a', 0.1), item('b', 0.1 + 0.2)], 0.2).inTolerance).toBe(true);
    expect(matchToLightest([item('a', 612.3), item('b', 613.3)], 1).inTolerance).toBe(true);
    expect(matchToLightest([item('a', 612.3), item('b', 613.301)], 1).inTolerance).toBe(false);
  });
  it('refuses what cannot be matched, by name', () => {
    expect(() => matchToLightest([], 1)).toThrow('nothing to match to');
    expect(() => matchToLightest([item('a', 1, true)], 1)).toThrow('marked damaged');
    expect(() => matchToLightest([item('a', -1)], 1)).toThrow('weight to match');
    expect(() => matchToLightest([item('a', 1)], 0)).toThrow('tolerance');
  });
  it('leaves nothing to do once every removal is made', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 100, max: 900, noNaN: true }), { minLength: 1, maxLength: 16 }), (weights) => {
        const set = matchToLightest(
          weights.map((g, i) => item(String(i), g)),
          0.5,
        );
        const after = matchToLightest(
          set.items.map((i) => item(i.id, i.weightG - i.removalG)),
          0.5,
        );
        expect(after.inTolerance).toBe(true);
        expect(after.targetG).toBeCloseTo(set.targetG, 9);
        expect(set.items.every((i) => i.removalG >= 0)).toBe(true);
      }),
      { seed: 5 },
    );
  });
});

/** Two cylinders, each part weighed once. */
function twoCylinders(weights: Record<string, [number, number]>, damaged: string[] = []) {
  const parts: PartFact[] = [];
  const readings: ReadingFact[] = [];
  for (const [name, pair] of Object.entries(weights)) {
    const [kind, measure = 'mass'] = name.split('.') as [PartFact['kind'], ReadingFact['measure']?];
    pair.forEach((valueG, i) => {
      const id = `${kind}${i + 1}`;
      if (!parts.some((p) => p.id === id)) parts.push({ id, kind, cylinder: i + 1, damaged: damaged.includes(id) });
      if (Number.isFinite(valueG))
        readings.push({ id: `${name}${i}`, partId: id, measure, valueG, cutId: null, referencePartId: null, voided: false });
    });
  }
  return weighParts({ parts, readings, partCuts: [] });
}

const SETS = { piston: [612.8, 612], pin: [148, 147.5], lockPair: [2.4, 2.4], ringSet: [46, 46] } satisfies Record<string, [number, number]>;

describe('matchCylinderSets', () => {
  it('gives each piston a bare target, so that the rest stays in its bag', () => {
    const match = matchCylinderSets(twoCylinders(SETS), 0.5);
    if (match.kind !== 'matched') throw new Error('waiting');
    const [one, two] = match.cylinders;
    // Sets 809.2 and 807.9: 1.3 g come off piston 1.
    expect(one!.removalG).toBeCloseTo(1.3, 9);
    expect(one!.bareTargetG).toBeCloseTo(611.5, 9);
    expect(two!.bareTargetG).toBeCloseTo(612, 9);
    expect(match.set.referenceId).toBe('set-2');
  });
  it('counts a set as damaged when any of its parts is', () => {
    const match = matchCylinderSets(twoCylinders(SETS, ['pin2']), 0.5);
    expect(match).toMatchObject({ kind: 'matched', set: { referenceId: 'set-1' } });
  });
  it('names what is not weighed', () => {
    expect(matchCylinderSets(twoCylinders({ ...SETS, pin: [148, Number.NaN] }), 0.5)).toEqual({
      kind: 'waiting',
      missing: [{ kind: 'pin', cylinder: 2, why: 'notWeighed' }],
    });
  });
});

describe('matchRods', () => {
  const rods: Record<string, [number, number]> = { 'rod.total': [630, 631.5], 'rod.bigEnd': [450, 451], 'rod.smallEnd': [180, 180.5] };
  it('matches end by end', () => {
    const match = matchRods(twoCylinders(rods), 0.6);
    if (match.kind !== 'matched') throw new Error('waiting');
    expect(match.inTolerance).toBe(false);
    expect(match.bigEnd.items[1]!.removalG).toBeCloseTo(1, 9);
    expect(match.smallEnd.inTolerance).toBe(true);
  });
  it('lets a rod that does not add up steer nobody else’s cuts', () => {
    // The small end of rod 2 reads 2 g light; it would be the target.
    const match = matchRods(twoCylinders({ ...rods, 'rod.smallEnd': [180, 178.5] }), 0.6);
    if (match.kind !== 'matched') throw new Error('waiting');
    expect([match.bigEnd.referenceId, match.smallEnd.referenceId]).toEqual(['rod1', 'rod1']);
    expect(() => matchRods(twoCylinders({ ...rods, 'rod.smallEnd': [183, 178.5] }), 0.6)).toThrow('No rod adds up');
  });
  it('waits for ends by name when only the total was weighed', () => {
    expect(matchRods(twoCylinders({ 'rod.total': [630, 631.5], 'rod.bigEnd': [450, Number.NaN] }), 1)).toEqual({
      kind: 'waiting',
      missing: [{ kind: 'rod', cylinder: 2, why: 'noEnds' }],
    });
  });
});

describe('what is weighed together', () => {
  const SETS_TOGETHER = { cylinderSet: [809.2, 807.9] } satisfies Record<string, [number, number]>;
  it('matches whole sets, and cuts are weighed with the set', () => {
    const match = matchCylinderSets(twoCylinders(SETS_TOGETHER), 0.5, 'cylinderSets');
    if (match.kind !== 'matched') throw new Error('waiting');
    expect(match.cylinders[0]).toMatchObject({ cutPartId: 'cylinderSet1', parts: { cylinderSet: 809.2 } });
    expect(match.cylinders[0]!.removalG).toBeCloseTo(1.3, 9);
    expect(match.cylinders[0]!.bareTargetG).toBeCloseTo(807.9, 9);
  });
  it('gives the same set and rods for a piston on its rod as for its parts', () => {
    // Cylinder 1: small end 180 with piston 612.8 and pin 148; cylinder 2: 180.5, 612 and 147.5.
    const pressed = twoCylinders({
      'pressedAssembly.total': [1390.8, 1391],
      'pressedAssembly.bigEnd': [450, 451],
      'pressedAssembly.smallEnd': [940.8, 940],
      ringSet: [46, 46.1],
    });
    const sets = matchCylinderSets(pressed, 0.5, 'pressedAssemblies');
    if (sets.kind !== 'matched') throw new Error('waiting');
    expect(sets.cylinders.map((set) => Number(set.weightG.toFixed(9)))).toEqual([986.8, 986.1]);
    expect(sets.cylinders[0]!.bareTargetG).toBeCloseTo(940.1, 9);
    const rods = matchRods(pressed, 0.5, 'pressedAssemblies');
    if (rods.kind !== 'matched') throw new Error('waiting');
    expect(rods.smallEnd.items.map((item) => item.removalG)).toEqual(sets.cylinders.map((set) => set.removalG));
    expect(rods.bigEnd.items[1]!.removalG).toBeCloseTo(1, 9);
  });
  it('waits for the rings of a piston on its rod', () => {
    const half = twoCylinders({ 'pressedAssembly.total': [1, 1], 'pressedAssembly.smallEnd': [0.5, 0.5], ringSet: [46, Number.NaN] });
    for (const match of [matchCylinderSets(half, 1, 'pressedAssemblies'), matchRods(half, 1, 'pressedAssemblies')])
      expect(match).toEqual({ kind: 'waiting', missing: [{ kind: 'ringSet', cylinder: 2, why: 'notWeighed' }] });
  });
});

describe('sumHalfWidth95G', () => {
  it('adds variances of means: two parts of s 0.1 in 4 placements each', () => {
    const parts: PartFact[] = [1, 2].map((cylinder) => ({ id: `p${cylinder}`, kind: 'piston', cylinder, damaged: false }));
    const values = [0.1, -0.1, 0.1, -0.1].map((off) => 600 + off * Math.sqrt(3) * 0.5);
    const job = weighParts({
      parts,
      partCuts: [],
      readings: parts.flatMap((p) =>
        values.map((valueG, i) => ({
          id: `${p.id}${i}`,
          partId: p.id,
          measure: 'mass' as const,
          valueG,
          cutId: null,
          referencePartId: null,
          voided: false,
        })),
      ),
    });
    // s² = 4·(0.0866)²/3 = 0.01.
    expect(job.deviationG['piston.mass']).toBeCloseTo(0.1, 9);
    // Student's t at 97.5 % with six degrees of freedom is 2.446912.
    expect(sumHalfWidth95G(job.parts)).toBeCloseTo(2.446912 * Math.sqrt((2 * 0.01) / 4), 6);
  });
});
