import fc from 'fast-check';
import { randomLcg, randomNormal } from 'd3-random';
import { cutRate, cutTime, type CutRate, type CutSample } from './cutRate.js';
import { cutTicket, cuttingOf } from './cutTicket.js';
import { USUAL_MATCH_CHOICES } from './matchChoices.js';
import { matchToLightest } from './matchToLightest.js';
import { matchRecords, type MeantCut } from './matchRecord.js';
import { waysOut } from './overshoot.js';
import type { Measure, PartFact, ReadingFact } from '../parts/facts.js';
import { readingOf } from '../job/testing/weighedJob.js';
import { weighParts } from '../parts/weighParts.js';

/** A rate that is known without error. */
const known = (gramsPerS: number): CutRate => ({ gramsPerS, halfWidth95GPerS: 0, scatterG2PerS: 0, n: 3 });

describe('cutTicket', () => {
  it('shares a removal, stops first at 70 %, and keeps to the limit, by hand', () => {
    // 1.2 g off a 612 g piston that came in at 612.8: limit 1.5 % = 9.192 g, 0.8 taken.
    const ticket = cutTicket(1.2, 612, 612.8, 4, 0.015, known(0.02));
    expect(ticket).toMatchObject({ pads: 4, time: { seconds: 60, halfWidth95S: 0 }, limit: { past: false } });
    expect(ticket.firstStopG).toBeCloseTo(0.84, 12);
    expect(ticket.expectedAfterG).toBeCloseTo(610.8, 12);
    expect(ticket.limit.allowedG).toBeCloseTo(9.192, 9);
    expect(ticket.limit.takenG).toBeCloseTo(0.8, 9);
  });
  it('says when a removal goes past what may come off', () => {
    expect(cutTicket(9, 612, 613, 2, 0.015, null).limit.past).toBe(true);
    expect(cutTicket(0.5, 148, 148, 2, 0.01, null).limit.past).toBe(false);
  });
  it('never cuts below the target, in equal shares', () => {
    const weights = fc.array(fc.double({ min: 600, max: 620, noNaN: true }), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(weights, fc.constantFrom(2, 4), (all, pads) => {
        const set = matchToLightest(
          all.map((weightG, i) => ({ id: String(i), weightG, damaged: false })),
          0.5,
        );
        for (const item of set.items.filter((one) => one.removalG > 0)) {
          const ticket = cutTicket(item.removalG, item.weightG, item.weightG, pads, 0.015, null);
          expect(ticket.expectedAfterG).toBeGreaterThanOrEqual(set.targetG - 1e-9);
          expect(ticket.firstStopG).toBeLessThan(item.removalG);
        }
      }),
      { seed: 7 },
    );
  });
  it('knows the limits and pads of each kind', () => {
    expect(cuttingOf('cylinderSet', USUAL_MATCH_CHOICES)).toEqual({ limitRatio: 0.015, pads: 2, metal: 'aluminium' });
    expect(cuttingOf('pin', USUAL_MATCH_CHOICES)).toEqual({ limitRatio: 0.01, pads: 2, metal: 'steel' });
    expect(cuttingOf('rod', USUAL_MATCH_CHOICES)).toEqual({ limitRatio: 0.01, pads: 1, metal: 'steel' });
    expect(cuttingOf('rod', { ...USUAL_MATCH_CHOICES, rodMetal: 'titanium' }).metal).toBe('titanium');
    expect(cuttingOf('pressedAssembly', { ...USUAL_MATCH_CHOICES, pistonMetal: 'castIron' }).metal).toBe('castIron');
  });
});

describe('cutRate', () => {
  const cut = (grams: number, seconds: number, metal: CutSample['metal'] = 'aluminium'): CutSample => ({ grams, seconds, metal });
  const rate = (...samples: CutSample[]): CutRate | null => cutRate(samples, 'aluminium');
  it('is all grams over all seconds of the newest cuts', () => {
    expect(rate()).toBeNull();
    expect(rate(cut(0, 10), cut(-0.1, 10))).toBeNull();
    expect(rate(cut(1, 50))).toEqual({ gramsPerS: 0.02, halfWidth95GPerS: null, scatterG2PerS: null, n: 1 });
    // Σg/Σt = 1.5/100; σ² = (0.25² + 0.25²)/50 = 0.0025; var R = σ²/100; t at one degree of freedom 12.706.
    const two = rate(cut(1, 50), cut(0.5, 50))!;
    expect(two).toMatchObject({ gramsPerS: 0.015, n: 2 });
    expect(two.scatterG2PerS).toBeCloseTo(0.0025, 12);
    expect(two.halfWidth95GPerS).toBeCloseTo(12.7062 * 0.005, 6);
  });
  it('belongs to a metal: one does not teach another, and a cut in none that was named teaches nothing', () => {
    const mixed = [cut(1, 50), cut(0.2, 50, 'steel'), cut(9, 50, null)];
    expect(cutRate(mixed, 'aluminium')?.gramsPerS).toBe(0.02);
    expect(cutRate(mixed, 'steel')?.gramsPerS).toBe(0.004);
    expect(cutRate(mixed, 'titanium')).toBeNull();
  });
  it('forgets a bit that was sharp long ago', () => {
    const sharp = Array.from({ length: 5 }, () => cut(5, 10));
    const worn = Array.from({ length: 8 }, () => cut(0.1, 10));
    expect(rate(...sharp, ...worn)!.gramsPerS).toBeCloseTo(0.01, 12);
  });
  it('holds the true rate, and the time of the next cut, in 95 of 100 simulated drawers', () => {
    const chance = randomNormal.source(randomLcg(0.19))(0, 1);
    const [trueRate, sigma, tries] = [0.02, 0.02, 2000];
    let [rates, times] = [0, 0];
    for (let i = 0; i < tries; i += 1) {
      const samples = [20, 35, 50, 30].map((t) => cut(trueRate * t + sigma * Math.sqrt(t) * chance(), t));
      const learned = rate(...samples)!;
      if (Math.abs(learned.gramsPerS - trueRate) <= learned.halfWidth95GPerS!) rates += 1;
      const { seconds, halfWidth95S } = cutTime(learned, 0.8);
      const taken = trueRate * seconds + sigma * Math.sqrt(seconds) * chance();
      if (Math.abs(0.8 - taken) <= halfWidth95S! * learned.gramsPerS) times += 1;
    }
    expect(rates / tries).toBeGreaterThan(0.935);
    expect(rates / tries).toBeLessThan(0.965);
    expect(times / tries).toBeGreaterThan(0.935);
    expect(times / tries).toBeLessThan(0.965);
  });
});

describe('waysOut', () => {
  // Target 806; set 2 was cut to 805.4, set 3 is still to cut, set 4 lies inside.
  const items = (weights: readonly number[]) =>
    matchToLightest(
      weights.map((weightG, i) => ({ id: String(i + 1), weightG, damaged: false })),
      1,
      806,
    ).items;
  const pins = {
    kind: 'pin',
    partOf: Object.fromEntries([148, 147.5, 148.3, 148.2].map((weightG, i) => [String(i + 1), { partId: `pin${i + 1}`, weightG }])),
  };
  const ways = (weights: readonly number[], toleranceG = 1) => {
    const [accept, swap, retarget, replace] = waysOut(items(weights), '2', 806, toleranceG, [pins], known(0.01));
    return { accept, swap, retarget, replace };
  };

  it('puts the ways side by side with grams, cuts and minutes, by hand', () => {
    const { accept, swap, retarget, replace } = ways([806, 805.4, 808, 806.3]);
    // Accepted: sets may lie up to 806.4; only set 3 is above, 2 g down to the target.
    expect(accept).toMatchObject({ possible: true, cuts: 1 });
    expect(accept!.gramsG).toBeCloseTo(2, 9);
    expect(accept!.minutes).toBeCloseTo(2 / 0.01 / 60, 9);
    expect(accept).toHaveProperty('spreadG', expect.closeTo(0.9, 9));
    // Pin 3 for pin 2: set 2 gains 0.8, to 806.2; set 3 falls to 807.2, 1.2 g to come off.
    expect(swap).toMatchObject({ exchange: { kind: 'pin', lightPartId: 'pin2', otherPartId: 'pin3' }, cuts: 1 });
    expect(swap!.gramsG).toBeCloseTo(1.2, 9);
    // Down to 805.4: set 3 by 2.6 g; sets 1 and 4 lie within 1 g of it.
    expect(retarget).toMatchObject({ targetG: 805.4, cuts: 1 });
    expect(retarget!.gramsG).toBeCloseTo(2.6, 9);
    expect(replace!.gramsG).toBeCloseTo(2, 9);
  });
  it('says that it cannot be accepted when it lies farther below than the tolerance', () => {
    expect(ways([806, 804.9, 808, 806.3]).accept).toMatchObject({ possible: false });
  });
  it('finds no exchange where none lifts the set without sinking another', () => {
    expect(ways([806, 803, 806.1, 806.2]).swap).toMatchObject({ exchange: null });
  });
});

describe('what a part should weigh after its last pass', () => {
  const piston: PartFact = { id: 'p', kind: 'piston', cylinder: 1, damaged: false };
  const reading = (valueG: number, cutId: string | null): ReadingFact => ({
    id: `${valueG} ${cutId}`,
    partId: 'p',
    measure: 'mass',
    valueG,
    cutId,
    referencePartId: null,
    voided: false,
  });
  const recordOf = (readings: readonly ReadingFact[], cuts: readonly MeantCut[]) =>
    matchRecords(weighParts({ parts: [piston], readings, partCuts: cuts }), ['piston'], cuts)[0]!;
  it('counts the metal of one pass, not of every ticket again', () => {
    // 318.6 down to 318.4 in three passes, each asked for all that was left then.
    const cuts = [0.2, 0.15, 0.05].map((mass, i) => ({ id: `c${i}`, partId: 'p', removal: { mass } }));
    const weighed = [reading(318.6, null), reading(318.55, 'c0'), reading(318.45, 'c1')];
    expect(recordOf([...weighed, reading(318.4, 'c2')], cuts).predictedG).toBeCloseTo(318.4, 9);
    expect(recordOf(weighed, cuts).predictedG).toBeCloseTo(318.4, 9);
    expect(recordOf(weighed, cuts.slice(0, 2)).predictedG).toBeCloseTo(318.4, 9);
  });
  it('adds up what came off between two weighings', () => {
    const cuts = [0.2, 0.1].map((mass, i) => ({ id: `c${i}`, partId: 'p', removal: { mass } }));
    expect(recordOf([reading(318.6, null)], cuts)).toMatchObject({ beforeG: 318.6, afterG: null, cuts: 2 });
    expect(recordOf([reading(318.6, null)], cuts).predictedG).toBeCloseTo(318.3, 9);
  });
  it('foretells nothing of a part that was never cut, or of which nobody said what comes off', () => {
    expect(recordOf([reading(318.6, null)], []).predictedG).toBeNull();
    expect(recordOf([reading(318.6, null), reading(318.1, 'c0')], [{ id: 'c0', partId: 'p', removal: null }]).predictedG).toBeNull();
  });
});

describe('what is told of rods before and after', () => {
  const rod = { id: 'rod1', kind: 'rod' as const, cylinder: 1, damaged: false };
  const told = (grams: Readonly<Partial<Record<Measure, number>>>): Record<string, number> => {
    const readings = Object.entries(grams).map(([measure, valueG]) => readingOf('rod1', valueG, { measure: measure as Measure }));
    const records = matchRecords(weighParts({ parts: [rod], readings, partCuts: [] }), ['rod'], []);
    return Object.fromEntries(records.map(({ measure, beforeG }) => [measure, beforeG]));
  };
  it('is the end that follows from the other, too', () => {
    expect(told({ total: 630, bigEnd: 448 })).toEqual({ bigEnd: 448, smallEnd: 182, total: 630 });
    expect(told({ total: 630, smallEnd: 182 })).toEqual({ bigEnd: 448, smallEnd: 182, total: 630 });
  });
  it('is the total alone where no end is known', () => {
    expect(told({ total: 630 })).toEqual({ total: 630 });
  });
});
