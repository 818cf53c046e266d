import fc from 'fast-check';
import { layOut, LAYOUTS } from '../engine/layout.js';
import type { PartFact, ReadingFact } from '../job/facts.js';
import { weighParts } from '../job/weighParts.js';
import { bobCard } from './bobCard.js';
import { bobWeight, type RodSet } from './bobWeight.js';

const set = (cylinder: number, extraG = 0): RodSet => ({
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
    const card = bobCard(layout, weighed, 0.5, 4, 1);
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
    const card = bobCard(layout, weighed, 0.5, 4, 1);
    expect(card).toMatchObject({ kind: 'ready', commonG: null });
    if (card.kind !== 'ready') throw new Error('waiting');
    expect(card.pins[2]!.card.bobWeightG).toBeCloseTo(1978.4 + 4, 6);
    expect(card.spreadG).toBeCloseTo(4, 6);
  });
  it('waits by name for what is not weighed', () => {
    const { layout, weighed } = weighedV8(0, 'ringSet4');
    expect(bobCard(layout, weighed, 0.5, 4, 1)).toEqual({ kind: 'waiting', missing: [{ kind: 'ringSet', cylinder: 4, why: 'notWeighed' }] });
  });
});
