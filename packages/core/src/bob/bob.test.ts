import fc from 'fast-check';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { SINGLE_KINDS, type PartFact, type ReadingFact } from '../parts/facts.js';
import { weighParts } from '../parts/weighParts.js';
import { bobCard } from './bobCard.js';
import { bobWeight, type RodSet } from './bobWeight.js';
import { mountingOrder } from './build/mounting.js';

const set = (cylinder: number, extraG = 0): Required<Omit<RodSet, 'pressedEndG' | 'cylinderSetG'>> => ({
  cylinder,
  bigEndG: 448,
  bearingPairG: 42,
  smallEndG: 186,
  pistonG: 612 + extraG,
  pinG: 148,
  lockPairG: 2.4,
  ringSetG: 46,
});

describe('bobWeight', () => {
  it('agrees with the card worked by hand: two rods on a pin', () => {
    // Rotating 2·(448 + 42) + 4 = 984; reciprocating 2·(186 + 612 + 148 + 2.4 + 46) = 1988.8; half of it 994.4.
    const card = bobWeight({ rodSets: [set(1), set(2)], oilG: 4, factorRatio: 0.5 });
    expect(card.rotatingG).toBeCloseTo(984, 9);
    expect(card.reciprocatingG).toBeCloseTo(1988.8, 9);
    expect(card.counteredG).toBeCloseTo(994.4, 9);
    expect(card.bobWeightG).toBeCloseTo(1978.4, 9);
    expect(card.lines).toHaveLength(8);
  });
  it('has one rod on a split pin', () => {
    expect(bobWeight({ rodSets: [set(1)], oilG: 2, factorRatio: 0.45 }).bobWeightG).toBeCloseTo(492 + 0.45 * 994.4, 9);
  });
  it('is linear in the factor, and 1 % of it is 1 % of the reciprocating mass', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.98, noNaN: true }), (factorRatio) => {
        const at = (f: number): number => bobWeight({ rodSets: [set(1), set(2)], oilG: 4, factorRatio: f }).bobWeightG;
        expect(at(factorRatio + 0.01) - at(factorRatio)).toBeCloseTo(19.888, 6);
      }),
      { seed: 6 },
    );
  });
  it('has subtotals that are the sums of its lines', () => {
    const card = bobWeight({ rodSets: [set(1), set(2, 3)], oilG: 4, factorRatio: 0.5 });
    const sum = (group: string): number => card.lines.filter((l) => l.group === group).reduce((g, l) => g + l.sumG, 0);
    expect(card.rotatingG).toBeCloseTo(sum('rotating'), 9);
    expect(card.reciprocatingG).toBeCloseTo(sum('reciprocating'), 9);
  });
  it('refuses by the name of the line', () => {
    expect(() => bobWeight({ rodSets: [{ ...set(3), pinG: -1 }], oilG: 4, factorRatio: 0.5 })).toThrow('The pin of cylinder 3');
    expect(() => bobWeight({ rodSets: [{ ...set(3), bigEndG: Number.NaN }], oilG: 4, factorRatio: 0.5 })).toThrow('The big end of cylinder 3');
    expect(() => bobWeight({ rodSets: [set(1)], oilG: 4, factorRatio: 50 })).toThrow('balance factor');
    expect(() => bobWeight({ rodSets: [], oilG: 4, factorRatio: 0.5 })).toThrow('No rod');
  });
});

describe('bobWeight of what was weighed together', () => {
  const { pistonG, pinG, lockPairG, ringSetG, smallEndG, ...rotating } = set(1);
  const apart = bobWeight({ rodSets: [set(1), set(2)], oilG: 4, factorRatio: 0.47 }).bobWeightG;
  it('is the same with whole sets, and with the piston pressed on its rod', () => {
    const together: RodSet = { ...rotating, smallEndG, cylinderSetG: pistonG + pinG + lockPairG + ringSetG };
    // Pressed pins have no locks; here they stand for what hangs on the small end.
    const pressed: RodSet = { ...rotating, pressedEndG: smallEndG + pistonG + pinG + lockPairG, ringSetG };
    for (const one of [together, pressed])
      expect(bobWeight({ rodSets: [one, { ...one, cylinder: 2 }], oilG: 4, factorRatio: 0.47 }).bobWeightG).toBeCloseTo(apart, 9);
  });
  it('refuses lines that leave something out or count it twice', () => {
    const twice: RodSet = { ...set(1), cylinderSetG: 808 };
    const without: RodSet = { ...rotating, smallEndG, pistonG, pinG };
    for (const wrong of [twice, without]) expect(() => bobWeight({ rodSets: [wrong], oilG: 4, factorRatio: 0.5 })).toThrow('leaves something out');
    const mixed: RodSet[] = [set(1), { ...rotating, smallEndG, cylinderSetG: 808 }];
    expect(() => bobWeight({ rodSets: mixed, oilG: 4, factorRatio: 0.5 })).toThrow('counts it twice');
  });
});

/** A V8's parts, cylinder 5's piston heavier by `extraG`. */
function weighedV8(extraG: number, without?: string) {
  const layout = layOut(LAYOUTS.v8Cross90, 110);
  const parts: PartFact[] = [];
  const readings: ReadingFact[] = [];
  for (const { number } of layout.cylinders) {
    const g = set(number, number === 5 ? extraG : 0);
    const weights: [PartFact['kind'], ReadingFact['measure'], number][] = [
      ['piston', 'mass', g.pistonG],
      ['pin', 'mass', g.pinG],
      ['lockPair', 'mass', g.lockPairG],
      ['ringSet', 'mass', g.ringSetG],
      ['bearingPair', 'mass', g.bearingPairG],
      ['rod', 'total', g.bigEndG + g.smallEndG],
      ['rod', 'smallEnd', g.smallEndG],
    ];
    for (const [kind, measure, valueG] of weights) {
      const id = `${kind}${number}`;
      if (!parts.some((p) => p.id === id)) parts.push({ id, kind, cylinder: number, damaged: false });
      if (id !== without) readings.push({ id: `${id}${measure}`, partId: id, measure, valueG, cutId: null, referencePartId: null, voided: false });
    }
  }
  return { layout, weighed: weighParts({ parts, readings, partCuts: [] }) };
}

describe('bobCard', () => {
  it('has one figure for all pins when the parts agree', () => {
    const { layout, weighed } = weighedV8(0.6);
    const card = bobCard(layout, weighed, { factorRatio: 0.5, oilG: 4 }, 1);
    if (card.kind !== 'ready') throw new Error('waiting');
    // Three pins at 1978.4 and pin 3 at 1978.7: the mean is 1978.475.
    expect(card.commonG).toBeCloseTo(1978.475, 6);
    expect(card.pins.map((p) => p.cylinders)).toEqual([
      [1, 2],
      [3, 4],
      [5, 6],
      [7, 8],
    ]);
  });
  it('has one figure a pin when they do not', () => {
    const { layout, weighed } = weighedV8(8);
    const card = bobCard(layout, weighed, { factorRatio: 0.5, oilG: 4 }, 1);
    expect(card).toMatchObject({ kind: 'ready', commonG: null });
    if (card.kind !== 'ready') throw new Error('waiting');
    expect(card.pins[2]!.card.bobWeightG).toBeCloseTo(1978.4 + 4, 6);
    expect(card.spreadG).toBeCloseTo(4, 6);
  });
  it('waits by name for what is not weighed', () => {
    const { layout, weighed } = weighedV8(0, 'ringSet4');
    expect(bobCard(layout, weighed, { factorRatio: 0.5, oilG: 4 }, 1)).toEqual({
      kind: 'waiting',
      missing: [{ kind: 'ringSet', cylinder: 4, why: 'notWeighed' }],
    });
  });
});

const layOutV8 = () => {
  const layout = layOut(LAYOUTS.v8Cross90, 110);
  return { layout, cylinders: layout.cylinders.map(({ number }) => number) };
};

describe('extra lines and uncertainty', () => {
  it('puts a line that this engine has on its side, once a rod', () => {
    const bare = bobWeight({ rodSets: [set(1), set(2)], oilG: 4, factorRatio: 0.5 });
    const extras = [
      { name: 'support rails', group: 'reciprocating' as const, eachG: 3.2 },
      { name: 'bolt washers', group: 'rotating' as const, eachG: 1.1 },
    ];
    const card = bobWeight({ rodSets: [set(1), set(2)], extras, oilG: 4, factorRatio: 0.5 });
    expect(card.bobWeightG - bare.bobWeightG).toBeCloseTo(2 * 1.1 + 0.5 * 2 * 3.2, 9);
    expect(card.lines.map((line) => line.name)).toContain('support rails');
    expect(() => bobWeight({ rodSets: [set(1)], extras: [{ ...extras[0]!, eachG: -1 }], oilG: 4, factorRatio: 0.5 })).toThrow(
      'The line “support rails”',
    );
  });
  it('carries the scatter of the readings into the figure, as trials with that scatter do', () => {
    const { layout, weighed } = weighedV8(0);
    const card = bobCard(layout, weighed, { factorRatio: 0.5, oilG: 4 }, 1);
    if (card.kind !== 'ready') throw new Error('waiting');
    // One placement each of nothing placed twice: 0.1 g is assumed of all. Big end follows from total and small end, so a rod
    // gives v(1 + (1 − f)²), bearings v, four other kinds f²v: 1.25 + 1 + 1 of v for each of two rods.
    // The common figure is the mean of four.
    expect(card.halfWidth95G).toBeCloseTo((1.959964 * 0.1 * Math.sqrt(2 * (1.25 + 1 + 1))) / 2, 6);
    expect(card.assumedKinds).toEqual(SINGLE_KINDS);
  });
  it('adds up what all parts of a kind share with the one that the scale was tared on', () => {
    const { layout, cylinders } = layOutV8();
    const parts: PartFact[] = cylinders.flatMap((cylinder) =>
      SINGLE_KINDS.map((kind) => ({ id: `${kind}${cylinder}`, kind, cylinder, damaged: false })),
    );
    // Three placements that scatter by exactly 0.1 g.
    const offs = [-0.1, 0, 0.1];
    const card = (byDifference: boolean) => {
      const readings = parts.flatMap(({ id, kind, cylinder }) =>
        (kind === 'rod' ? (['total', 'bigEnd', 'smallEnd'] as const) : (['mass'] as const)).flatMap((measure) => {
          const isDifference = byDifference && cylinder !== 1;
          const g = isDifference ? 0 : { total: 634, bigEnd: 448, smallEnd: 186, mass: 50 }[measure];
          return offs.map((off, n): ReadingFact => ({
            id: `${id}${measure}${n}`,
            partId: id,
            measure,
            valueG: g + off,
            cutId: null,
            referencePartId: isDifference ? `${kind}1` : null,
            instrumentId: 'fine',
            voided: false,
          }));
        }),
      );
      const weighed = weighParts({ parts, readings, partCuts: [], scales: { fine: { divisionG: 0.01, deviationG: null } } });
      return bobCard(layout, weighed, { factorRatio: 0.5, oilG: 4 }, 1);
    };
    const [outright, byDifference] = [card(false), card(true)];
    if (outright.kind !== 'ready' || byDifference.kind !== 'ready') throw new Error('waiting');
    // By hand, v = 0.01/3. A rod's total and big end count half each; bearings once, four other kinds by a half: 2.5 v a rod, two a pin,
    // the mean of four pins.
    const v = 0.01 / 3;
    const t = outright.halfWidth95G / Math.sqrt((2 * 2.5 * v) / 4);
    expect(t).toBeGreaterThan(1.959);
    expect(t).toBeLessThan(2.02);
    // Shared: 2·½ of each of the four kinds and of the rod's total and big end, and twice the bearings; own: seven rods of eight.
    const wanted = 10 * v + (7 / 8) * ((2 * 2.5 * v) / 4);
    expect(byDifference.halfWidth95G / Math.sqrt(wanted)).toBeGreaterThan(1.959);
    expect(byDifference.halfWidth95G / Math.sqrt(wanted)).toBeLessThan(2.05);
  });
  it('weighs both ends and the total no worse than any two of them', () => {
    const parts: PartFact[] = (['rod', 'piston', 'pin', 'lockPair', 'ringSet', 'bearingPair'] as const).map((kind) => ({
      id: kind,
      kind,
      cylinder: 1,
      damaged: false,
    }));
    const layout = layOut(LAYOUTS.single, 110);
    const errorWith = (measures: readonly ReadingFact['measure'][]): number => {
      const grams = { total: 634, bigEnd: 448, smallEnd: 186, mass: 50 };
      const readings = parts.flatMap(({ id, kind }) =>
        (kind === 'rod' ? measures : (['mass'] as const)).map((measure): ReadingFact => ({
          id: `${id}${measure}`,
          partId: id,
          measure,
          valueG: grams[measure],
          cutId: null,
          referencePartId: null,
          voided: false,
        })),
      );
      const card = bobCard(layout, weighParts({ parts, readings, partCuts: [] }), { factorRatio: 0.4, oilG: 4 }, 1);
      if (card.kind !== 'ready') throw new Error('waiting');
      return card.halfWidth95G;
    };
    const all = errorWith(['total', 'bigEnd', 'smallEnd']);
    for (const two of [
      ['total', 'bigEnd'],
      ['total', 'smallEnd'],
      ['bigEnd', 'smallEnd'],
    ] as const)
      expect(all).toBeLessThan(errorWith(two) + 1e-12);
  });
});

describe('mountingOrder', () => {
  it('answers each bob with the one opposite, and says where pin 1 then points', () => {
    expect(mountingOrder(layOut(LAYOUTS.v8Cross90, 110))).toEqual([
      { index: 0, pinOneAtDeg: 0 },
      { index: 3, pinOneAtDeg: 180 },
      { index: 1, pinOneAtDeg: 270 },
      { index: 2, pinOneAtDeg: 90 },
    ]);
    expect(
      mountingOrder(layOut(LAYOUTS.v6Split60, 110, 24))
        .map(({ index }) => index)
        .sort(),
    ).toEqual([0, 1, 2, 3, 4, 5]);
  });
});
