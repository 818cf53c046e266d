import { randomLcg, randomNormal } from 'd3-random';
import { PLANES, spinRead } from './testing/spinRead.js';
import { trackUnbalance, type PlaneEvent } from './testing/trackUnbalance.js';
import { BALANCED, movePlanes, type PlaneUnbalance, type Planes } from '../rotor/planes.js';
import { times } from '../units/complex.js';
import { add, fromPolar, scale, subtract, toPolar, type Vector } from '../units/vector.js';
import { estimate } from './estimate.js';
import type { CutEvent, EstimateInput, RecordEvent, SpinEvent } from './events.js';
import { roundFour, toFour } from './fourNumbers.js';

const NONE = Array.from({ length: 10 }, () => 0);
let ids = 0;

/** A spin that one number was read of. */
const spin = (a: Vector, b: Vector = { re: 0, im: 0 }, more: Partial<SpinEvent> = {}): SpinEvent =>
  spinRead({ n: 1, mean: { aGmm: a, bGmm: b }, covariance: NONE }, { scatterGmm: { a: 8, b: 8 }, ...more });
const cut = (change: PlaneUnbalance, deviation = 0, part = 'crank'): CutEvent => ({
  kind: 'cut',
  id: `cut ${(ids += 1)}`,
  part,
  change,
  perDensity: BALANCED,
  covariance: roundFour(deviation ** 2),
});
const inA = (a: Vector): PlaneUnbalance => ({ aGmm: a, bGmm: { re: 0, im: 0 } });
const input = (events: readonly RecordEvent[], more: Partial<EstimateInput> = {}): EstimateInput => ({
  planes: PLANES,
  gainDeviation: { machine: 0.03, second: 0.06 },
  densityDeviation: 0.005,
  events,
  ...more,
});
const four = (known: { readonly unbalance: PlaneUnbalance } | null): number[] => toFour(known!.unbalance);
const near = (y: readonly number[], digits: number): number[] => y.map((value): number => expect.closeTo(value, digits) as number);

describe('the estimate', () => {
  it('agrees with the filter in (g·U, g) of one plane: the same unbalance, gain and deviations', () => {
    const random = randomNormal.source(randomLcg(0.2))(0, 1);
    for (let round = 0; round < 20; round += 1) {
      const gain = { re: 1 + 0.01 * random(), im: 0.01 * random() };
      let truth: Vector = fromPolar(3000, 18 * round);
      const [events, planeEvents]: [RecordEvent[], PlaneEvent[]] = [[], []];
      for (let i = 0; i < 5; i += 1) {
        const hung = i === 2 ? fromPolar(500, 70) : { re: 0, im: 0 };
        const read = add(times(gain, add(truth, hung)), { re: 8 * random(), im: 8 * random() });
        events.push(spin(read, { re: 0, im: 0 }, { hung: inA(hung) }));
        planeEvents.push({ kind: 'read', readGmm: read, hungGmm: hung, deviationGmm: 8 });
        const change = scale(truth, -0.7);
        truth = add(add(truth, change), { re: 10 * random(), im: 10 * random() });
        events.push(cut(inA(change), 10));
        planeEvents.push({ kind: 'cut', changeGmm: change, deviationGmm: 10 });
      }
      const tracked = trackUnbalance(planeEvents, 0.05);
      const told = estimate(input(events, { gainDeviation: { machine: 0.05 } }));
      expect(told.surprise).toBeNull();
      const apart = subtract(told.now!.unbalance.aGmm, tracked.unbalanceGmm);
      // Two in a hundred of the region.
      expect(toPolar(apart).amount).toBeLessThan(0.05 * tracked.deviationGmm);
      const [xx, , , , , yy] = told.now!.covariance;
      expect(Math.sqrt((xx! + yy!) / 2) / tracked.deviationGmm).toBeCloseTo(1, 1);
      expect(told.gains[0]!.a.gain.re).toBeCloseTo(tracked.gain.re, 2);
      expect(told.gains[0]!.a.deviation / tracked.gainDeviation).toBeCloseTo(1, 1);
    }
  });

  it('finds a surprise as an independent computation does: distance 2.887, then 39.07', () => {
    const events = [
      spin(fromPolar(500, 30)),
      cut(inA(fromPolar(-200, 30)), 10),
      spin(fromPolar(290, 35)),
      cut(inA(fromPolar(-150, 40)), 7.5),
      spin(fromPolar(230, 25)),
    ];
    const told = estimate(input(events, { densityDeviation: 1e-6 }));
    expect(told.spins.map(({ setAside }) => setAside)).toEqual([false, false, true]);
    expect(told.spins[0]!.distance).toBeNull();
    expect(told.spins[1]!.distance).toBeCloseTo(2.887, 2);
    expect(told.spins[2]!.distance).toBeCloseTo(39.07, 0);
    expect(told.surprise!.spinId).toBe(told.spins[2]!.spinId);
  });

  it('holds two set-ups apart: what was added is their difference in common planes (independent computation)', () => {
    const radius = Math.sqrt(-2 * Math.log(0.05));
    const later: Planes = { zAMm: -30, zBMm: 440, radiusAMm: 85, radiusBMm: 85 };
    const scatter = (a: number, b: number): Partial<SpinEvent> => ({ scatterGmm: { a: a / radius, b: b / radius } });
    const first = spin(fromPolar(320, 40), fromPolar(210, 250), scatter(24, 30));
    const second = spin(fromPolar(410, 65), fromPolar(280, 210), {
      planes: later,
      mounted: { crank: 0, cover: 0 },
      calibration: 'second',
      ...scatter(20, 26),
    });
    const gainDeviation = { machine: 1e-6, second: 1e-6 };
    const told = estimate(input([first, second], { gainDeviation }));
    const cover = told.parts.find(({ parts }) => parts.includes('cover'))!.known;
    // Errors that are independent: radii add as squares, moved to common planes.
    expect(cover.radius95Gmm!.aGmm).toBeCloseTo(32.33, 1);
    expect(cover.radius95Gmm!.bGmm).toBeCloseTo(41.48, 1);
    expect(toPolar(cover.unbalance.aGmm).amount).toBeCloseTo(210.627, 2);
    expect(toPolar(cover.unbalance.aGmm).angleDeg).toBeCloseTo(99.459, 2);
    expect(toPolar(cover.unbalance.bGmm).amount).toBeCloseTo(208.482, 2);
    expect(toPolar(cover.unbalance.bGmm).angleDeg).toBeCloseTo(175.746, 2);
    // What was read is what is there, in the planes of each.
    expect(four(told.now)).toEqual(near(toFour(movePlanes(second.reading.turns.mean, later, PLANES)), 3));
  });

  it('holds a part apart by two positions of it (independent computation)', () => {
    const of12 = { scatterGmm: { a: 12, b: 12 } };
    const events = [
      spin(fromPolar(300, 20), undefined, { mounted: { crank: 0, cover: 0 }, ...of12 }),
      spin(fromPolar(180, 75), undefined, { mounted: { crank: 0, cover: 180 }, ...of12 }),
    ];
    const told = estimate(input(events, { gainDeviation: { machine: 1e-6 } }));
    const of = (part: string) => told.parts.find(({ parts }) => parts.includes(part))!.known;
    expect(toPolar(of('crank').unbalance.aGmm)).toMatchObject({ amount: expect.closeTo(214.678, 2), angleDeg: expect.closeTo(40.085, 2) });
    expect(toPolar(of('cover').unbalance.aGmm)).toMatchObject({ amount: expect.closeTo(122.937, 2), angleDeg: expect.closeTo(343.152, 2) });
    expect(of('crank').radius95Gmm!.aGmm).toBeCloseTo(20.77, 1);
    expect(of('cover').radius95Gmm!.aGmm).toBeCloseTo(20.77, 1);
  });

  it('learns a gain of 0.65 from the first cut, and takes readings by it from there', () => {
    const gain = 0.65;
    const events = [spin(fromPolar(gain * 7650, 30)), cut(inA(fromPolar(-6000, 30)), 60), spin(fromPolar(gain * 1650, 30))];
    const told = estimate(input(events, { gainDeviation: { machine: 0.15 } }));
    expect(told.gains[0]!.a.gain.re).toBeCloseTo(0.65, 1);
    expect(toPolar(told.now!.unbalance.aGmm).amount).toBeCloseTo(1650, -2);
  });

  it('knows nothing, and tests nothing, where nobody knows the scatter; two readings give it four degrees', () => {
    const unknown = { scatterGmm: null };
    const first = spin(fromPolar(500, 30), undefined, unknown);
    const once = estimate(input([first]));
    expect(once.now).toMatchObject({ radius95Gmm: null });
    const twice = estimate(input([first, spin(fromPolar(520, 31), undefined, unknown)]));
    expect(twice.now!.radius95Gmm!.aGmm).toBeGreaterThan(0);
  });

  it('says what a needle beyond its scale says: at least so much, and nothing of where', () => {
    const off = spin({ re: 0, im: 0 }, fromPolar(100, 20));
    const told = estimate(input([{ ...off, reading: { ...off.reading, atLeastGmm: { a: 5000, b: null } } }]));
    expect(told.now!.atLeastGmm).toEqual({ a: 5000, b: null });
    expect(told.now!.radius95Gmm!.aGmm).toBeGreaterThan(1e6);
    expect(told.now!.radius95Gmm!.bGmm).toBeLessThan(25);
  });

  it('takes “it really is so”: the part starts anew, the gain keeps what it learned', () => {
    const events = [spin(fromPolar(5000, 30)), cut(inA(fromPolar(-4000, 30)), 40), spin(fromPolar(1000, 30)), spin(fromPolar(3000, 100))];
    const before = estimate(input(events));
    expect(before.surprise).not.toBeNull();
    const so = events.map((event, i) => (i === 3 && event.kind === 'spin' ? { ...event, isSo: true } : event));
    const told = estimate(input(so));
    expect(told.surprise).toBeNull();
    expect(toPolar(told.now!.unbalance.aGmm).amount).toBeCloseTo(3000, -2);
    expect(told.gains[0]!.a.deviation).toBeLessThan(0.02);
  });
});

describe('the estimate does not change', () => {
  const random = randomNormal.source(randomLcg(0.7))(0, 1);
  const events = (): RecordEvent[] => {
    const near = (v: Vector): Vector => add(v, { re: 8 * random(), im: 8 * random() });
    const [a, b] = [fromPolar(4000, 50), fromPolar(2500, 200)];
    const change = { aGmm: scale(a, -0.8), bGmm: scale(b, -0.8) };
    return [spin(near(a), near(b)), spin(near(a), near(b)), cut(change, 20), spin(near(scale(a, 0.2)), near(scale(b, 0.2)))];
  };
  it('with the order of spins of one state, and of cuts between two spins', () => {
    const [first, second, third, fourth] = events();
    const more = cut(inA(fromPolar(-50, 10)), 5);
    expect(four(estimate(input([first!, second!, third!, more, fourth!])).now)).toEqual(
      near(four(estimate(input([second!, first!, more, third!, fourth!])).now), 6),
    );
  });
  it('when everything is turned: it turns with it', () => {
    const record = events();
    const turn = (v: Vector): Vector => times(v, fromPolar(1, 73));
    const turned = (u: PlaneUnbalance): PlaneUnbalance => ({ aGmm: turn(u.aGmm), bGmm: turn(u.bGmm) });
    const after = record.map((event): RecordEvent =>
      event.kind === 'cut'
        ? { ...event, change: turned(event.change) }
        : { ...event, reading: { ...event.reading, turns: { ...event.reading.turns, mean: turned(event.reading.turns.mean) } } },
    );
    expect(four(estimate(input(after)).now)).toEqual(near(toFour(turned(estimate(input(record)).now!.unbalance)), 5));
  });
  it('when everything is mirrored: it is mirrored', () => {
    const record = events();
    const mirrored = ({ aGmm, bGmm }: PlaneUnbalance): PlaneUnbalance => ({
      aGmm: { re: aGmm.re, im: -aGmm.im },
      bGmm: { re: bGmm.re, im: -bGmm.im },
    });
    const after = record.map((event): RecordEvent =>
      event.kind === 'cut'
        ? { ...event, change: mirrored(event.change) }
        : { ...event, reading: { ...event.reading, turns: { ...event.reading.turns, mean: mirrored(event.reading.turns.mean) } } },
    );
    expect(four(estimate(input(after)).now)).toEqual(near(toFour(mirrored(estimate(input(record)).now!.unbalance)), 5));
  });
  it('with the planes it is kept in: it is moved', () => {
    const record = events();
    const elsewhere: Planes = { zAMm: 60, zBMm: 520, radiusAMm: 70, radiusBMm: 90 };
    const moved = record.map((event) =>
      event.kind === 'cut'
        ? { ...event, change: movePlanes(event.change, PLANES, elsewhere), covariance: movedCovariance(event.covariance, elsewhere) }
        : event,
    );
    const there = estimate(input(moved, { planes: elsewhere })).now!;
    expect(toFour(movePlanes(there.unbalance, elsewhere, PLANES))).toEqual(near(four(estimate(input(record)).now), 4));
  });
  it('by a part that is taken off and put on again', () => {
    const [first, second] = [spin(fromPolar(900, 30)), spin(fromPolar(905, 31))];
    const with_ = { mounted: { crank: 0, cover: 0 } };
    const cover = [spin(fromPolar(1500, 60), undefined, with_), spin(fromPolar(902, 30)), spin(fromPolar(1498, 60), undefined, with_)];
    const alone = estimate(input([first, second])).now!;
    const told = estimate(input([first, second, ...cover], { mounted: { crank: 0 } }));
    expect(told.surprise).toBeNull();
    expect(toPolar(subtract(told.now!.unbalance.aGmm, alone.unbalance.aGmm)).amount).toBeLessThan(8);
    expect(told.now!.radius95Gmm!.aGmm).toBeLessThan(alone.radius95Gmm!.aGmm);
  });
});

/** Moves a covariance as movePlanes moves what it is of. */
function movedCovariance(covariance: readonly number[], to: Planes): number[] {
  const columns = [0, 1, 2, 3].map((j) =>
    toFour(movePlanes({ aGmm: { re: j === 0 ? 1 : 0, im: j === 1 ? 1 : 0 }, bGmm: { re: j === 2 ? 1 : 0, im: j === 3 ? 1 : 0 } }, PLANES, to)),
  );
  return [0, 1, 2, 3].flatMap((i) =>
    [0, 1, 2, 3].map((j) => {
      let sum = 0;
      for (let k = 0; k < 4; k += 1) for (let l = 0; l < 4; l += 1) sum += columns[k]![i]! * covariance[4 * k + l]! * columns[l]![j]!;
      return sum;
    }),
  );
}
