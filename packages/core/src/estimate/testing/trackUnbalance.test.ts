import { randomLcg, randomNormal } from 'd3-random';
import { absolute, times } from '../../units/complex.js';
import { add, fromPolar, subtract, toPolar, ZERO, type Vector } from '../../units/vector.js';
import { trackUnbalance, type PlaneEvent } from './trackUnbalance.js';

const readAs = (readGmm: Vector, deviationGmm = 20, hungGmm: Vector = ZERO): PlaneEvent => ({ kind: 'read', readGmm, hungGmm, deviationGmm });
const cutBy = (changeGmm: Vector, deviationGmm = 0.001): PlaneEvent => ({ kind: 'cut', changeGmm, deviationGmm });

describe('trackUnbalance', () => {
  it('believes a single reading, with the gain’s error on top of its scatter', () => {
    const { unbalanceGmm, deviationGmm, gain } = trackUnbalance([readAs({ re: 3000, im: 0 })], 0.05);
    expect(unbalanceGmm.re).toBeCloseTo(3000, 0);
    expect(gain.re).toBeCloseTo(1, 6);
    expect(deviationGmm).toBeCloseTo(Math.hypot(20, 0.05 * 3000), 0);
  });
  it('learns the gain from a cut: 1.06∠3° reads 2400 g·mm of 3000 cut as 2544∠3°', () => {
    const gain = fromPolar(1.06, 3);
    const left = { re: 600, im: 100 };
    const before = add(left, { re: 2400, im: 0 });
    const found = trackUnbalance([readAs(times(gain, before)), cutBy({ re: -2400, im: 0 }), readAs(times(gain, left))], 0.06);
    expect(toPolar(found.gain).amount).toBeCloseTo(1.06, 2);
    expect(toPolar(found.gain).angleDeg).toBeCloseTo(3, 0);
    expect(found.gainDeviation).toBeLessThan(0.013);
    expect(toPolar(subtract(found.unbalanceGmm, left)).amount).toBeLessThan(12);
  });
  it('learns as much from a trial piece, before any metal is cut', () => {
    const gain = fromPolar(0.94, 356);
    const own = fromPolar(2500, 200);
    const piece = fromPolar(3000, 20);
    const found = trackUnbalance([readAs(times(gain, own)), readAs(times(gain, add(own, piece)), 20, piece)], 0.06);
    expect(toPolar(found.gain).amount).toBeCloseTo(0.94, 1);
    expect(absolute(subtract(found.gain, gain))).toBeLessThan(0.012);
    expect(toPolar(subtract(found.unbalanceGmm, own)).amount).toBeLessThan(30);
  });
  it('averages readings of the same metal: four of 20 are one of 10', () => {
    const own = { re: 100, im: -40 };
    expect(
      trackUnbalance(
        [1, 2, 3, 4].map(() => readAs(own)),
        0,
      ).deviationGmm,
    ).toBeCloseTo(10, 3);
  });
  it('doubts a cut that the drill may have missed, and a gain learned from it', () => {
    const story = (drill: number): PlaneEvent[] => [readAs({ re: 3000, im: 0 }), cutBy({ re: -2400, im: 0 }, drill), readAs({ re: 600, im: 0 })];
    expect(trackUnbalance(story(120), 0.06).gainDeviation).toBeGreaterThan(2 * trackUnbalance(story(1), 0.06).gainDeviation);
  });
  it('is as far off as it says: 4,000 made-up stories of reading, cutting most, reading, cutting the rest, reading', () => {
    const even = randomLcg(0.31);
    const normal = randomNormal.source(even)(0, 1);
    const near = (deviation: number): Vector => ({ re: deviation * normal(), im: deviation * normal() });
    let [square, said] = [0, 0];
    for (let i = 0; i < 4000; i += 1) {
      const gain = add({ re: 1, im: 0 }, near(0.05));
      let own = fromPolar(3000 + 3000 * even(), 360 * even());
      const events: PlaneEvent[] = [];
      const look = (): void => void events.push(readAs(add(times(gain, own), near(25)), 25));
      look();
      for (const [share, drill] of [
        [0.85, 60],
        [1, 15],
      ] as const) {
        const { unbalanceGmm } = trackUnbalance(events, 0.05);
        const wanted = { re: -share * unbalanceGmm.re, im: -share * unbalanceGmm.im };
        own = add(own, add(wanted, near(drill)));
        events.push({ kind: 'cut', changeGmm: wanted, deviationGmm: drill });
        look();
      }
      const found = trackUnbalance(events, 0.05);
      square += absolute(subtract(found.unbalanceGmm, own)) ** 2 / 2;
      said += found.deviationGmm ** 2;
    }
    expect(Math.sqrt(square / said)).toBeGreaterThan(0.95);
    expect(Math.sqrt(square / said)).toBeLessThan(1.05);
  });
  it('turns with the crank', () => {
    const turn = fromPolar(1, 73);
    const story = [readAs({ re: 3000, im: 50 }), cutBy({ re: -2500, im: 0 }, 40), readAs({ re: 560, im: 90 })];
    const turned = story.map((event): PlaneEvent =>
      event.kind === 'read' ? { ...event, readGmm: times(turn, event.readGmm) } : { ...event, changeGmm: times(turn, event.changeGmm) },
    );
    const [plain, round] = [trackUnbalance(story, 0.05), trackUnbalance(turned, 0.05)];
    expect(absolute(subtract(times(turn, plain.unbalanceGmm), round.unbalanceGmm))).toBeLessThan(1e-6);
    expect(round.deviationGmm).toBeCloseTo(plain.deviationGmm, 6);
  });
  it('refuses a story without a reading', () => {
    expect(() => trackUnbalance([cutBy(ZERO)], 0.05)).toThrow('no reading');
    expect(() => trackUnbalance([readAs(ZERO, 0)], 0.05)).toThrow('scatter');
  });
});
