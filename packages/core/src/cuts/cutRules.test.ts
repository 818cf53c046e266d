import { randomLcg } from 'd3-random';
import { checkCrank, type Counterweight, type Crank } from '../rotor/crank.js';
import { besideRadiusMm, diameterOf, isRimCut, replacedId, seatOf, type Cut, type KnownCut, type RoundCut } from '../rotor/cut.js';
import { breachesInTurn, fitsAt, ruleBreaches, siteOf } from './cutRules.js';
import { loggedBreaches } from './loggedBreaches.js';
import { furtherCut, metalNow, type MetalNow } from './metalNow.js';
import { webMm } from './webs.js';
import { bar, BITS, inFace, known, radial, turn, V8 } from './testing/cuts.js';
import { randomCuts, TRIED } from './testing/randomCuts.js';

const withFirst = (change: Partial<Counterweight>): Crank => ({
  ...V8,
  counterweights: V8.counterweights.map((c, i) => (i === 0 ? { ...c, ...change } : c)),
});
const saysOf = (crank: Crank, one: Cut, before: readonly Cut[] = [], faces = false): string =>
  ruleBreaches(metalNow(crank, before), one, { bits: BITS, faces }).join(' ');

describe('a no-drill arc', () => {
  const crank = withFirst({ noDrill: [{ fromDeg: 170, toDeg: 182, why: 'oil drilling' }] });
  it('keeps holes off itself by their margin', () => {
    expect(saysOf(crank, radial({ angleDeg: 176 }))).toContain('“oil drilling”, 170° to 182°: nothing is drilled there');
    // (6 + 2) mm from the arc's end at the hole's inner end, 73 mm: asin(8/73) = 6.3°.
    expect(saysOf(crank, radial({ angleDeg: 188.2 }))).toContain('oil drilling');
    expect(saysOf(crank, radial({ angleDeg: 188.4 }))).toBe('');
    expect(saysOf(crank, bar({ angleDeg: 176 }))).toContain('oil drilling');
  });
  it('may lie across 0°', () => {
    const across = withFirst({ arcCentreDeg: 0, noDrill: [{ fromDeg: 350, toDeg: 5, why: 'plug' }] });
    expect(saysOf(across, radial({ angleDeg: 358 }))).toContain('plug');
    expect(saysOf(across, radial({ angleDeg: 20 }))).toBe('');
  });
});

describe('the rules of a rim of its own', () => {
  const flywheel = withFirst({ kind: 'flywheel', drillFrom: 'face', edgeMarginMm: 5, largestBitMm: 12, arcHalfWidthDeg: 180 });
  it('are its side, its margin, its largest bit; there is no flank all the way round', () => {
    expect(saysOf(flywheel, inFace({ angleDeg: 3 }))).toBe('');
    expect(saysOf(flywheel, radial())).toContain('is not drilled from its rim');
    expect(saysOf(flywheel, inFace({ radiusMm: 76 }))).toContain('comes through the rim');
    expect(saysOf(flywheel, inFace({ bitMm: 16 }))).toContain('bits up to 12 mm');
    expect(saysOf(flywheel, inFace({ depthMm: 18 }))).toContain('too near its other face');
    expect(saysOf(flywheel, inFace({ radiusMm: 52 }))).toContain('goes deeper into CW 1');
  });
  it('let a counterweight’s face be drilled only where the shop does so', () => {
    expect(saysOf(V8, inFace())).toContain('is not drilled from its side face');
    expect(saysOf(V8, inFace(), [], true)).toBe('');
    expect(saysOf(V8, inFace(), [radial({ angleDeg: 184 })], true)).toContain('too near what is at 184°');
    expect(saysOf(V8, radial({ angleDeg: 184 }), [inFace()], true)).toContain('too near the hole at 180°');
  });
  it('say how far a rim may go down, with what went before', () => {
    expect(saysOf(V8, turn({ depthMm: 20 }))).toBe('');
    expect(saysOf(V8, turn({ depthMm: 20 }), [turn({ depthMm: 20 })])).toContain('may go down 34.0 mm, not 40.0 mm');
  });
  it('keep a hole off the middle of the width clear of the faces', () => {
    const { zMm } = V8.counterweights[0]!;
    expect(saysOf(V8, radial({ bitMm: 6, zMm: zMm + 6 }))).toBe('');
    expect(saysOf(V8, radial({ bitMm: 6, zMm: zMm - 8 }))).toContain('8.0 mm off the middle of its width');
  });
});

describe('walls after any later cut', () => {
  it('a rim is not turned until a bar has no wall: 20 mm bar at r 73, 2 mm off', () => {
    const pressed = known('b', bar({ diameterMm: 20, seat: { from: 'face', face: 'front', radiusMm: 73 } }));
    expect(saysOf(V8, turn({ depthMm: 2 }), [pressed])).toContain('would leave 0.0 mm beside the bar at 180°, less than 2 mm');
    expect(saysOf(V8, turn({ depthMm: 0.5 }), [pressed])).toContain('1.5 mm');
    expect(saysOf(V8, turn({ depthMm: 2, angleDeg: 140, halfArcDeg: 10 }), [pressed])).toBe('');
    expect(saysOf(V8, { ...turn({ depthMm: 2, angleDeg: 172, halfArcDeg: 8 }), kind: 'grind' }, [pressed])).toContain('0.0 mm beside the bar');
  });
  it('nor a hole in the face; nor into a bar that stands in the rim', () => {
    expect(saysOf(V8, turn({ depthMm: 8 }), [inFace({ radiusMm: 70 })])).toContain('1.0 mm beside the hole at 180°');
    expect(saysOf(V8, turn({ depthMm: 6 }), [inFace({ radiusMm: 70 })])).toBe('');
    const hole = known('h', radial());
    const inRim = bar({ seat: { from: 'rim', zMm: null }, diameterMm: 12, lengthMm: 10, depthMm: 12, replacesId: 'h' });
    expect(saysOf(V8, turn({ depthMm: 3 }), [hole, inRim])).toContain('holds a bar');
    expect(saysOf(V8, turn({ depthMm: 2 }), [hole, inRim])).toBe('');
  });
  it('keeps a web to radial holes, and they to it; from the other face only where both reach', () => {
    const hole = radial({ angleDeg: 186, depthMm: 20 });
    expect(saysOf(V8, bar(), [hole])).not.toBe('');
    expect(saysOf(V8, hole, [bar()])).not.toBe('');
    expect(saysOf(V8, { ...hole, angleDeg: 205 }, [bar()])).toBe('');
    // 74·sin 25° across, less both half diameters.
    expect(webMm(V8.counterweights[0]!, bar(), known('h', { ...hole, angleDeg: 205 }))).toBeCloseTo(74 * Math.sin((25 * Math.PI) / 180) - 14, 9);
    // Two from either face of a width of 24, 4 + 3.6 deep each: 8.8 mm lie between their tips.
    const rear = known('r', inFace({ face: 'rear', depthMm: 4 }));
    expect(webMm(V8.counterweights[0]!, inFace({ depthMm: 4 }), rear)).toBeCloseTo(24 - 2 * (4 + 6 / Math.tan((59 * Math.PI) / 180)), 6);
  });
  it.each([
    ['longer than the counterweight is wide', bar({ lengthMm: 30 }), 'stands out'],
    ['through the rim', bar({ seat: { from: 'face', face: 'front', radiusMm: 79 } }), 'comes through the rim'],
    ['too deep in', bar({ seat: { from: 'face', face: 'rear', radiusMm: 50 } }), 'goes deeper into CW 1'],
    ['outside the arc', bar({ angleDeg: 238 }), 'outside the arc'],
  ])('a bar is refused %s', (_name, one, words) => {
    expect(saysOf(V8, one)).toContain(words);
    expect(saysOf(V8, bar())).toBe('');
  });
});

describe('a bar in an old hole', () => {
  const hole = known('h', radial());
  const filled = (more: Parameters<typeof bar>[0] = {}): Cut =>
    bar({ seat: { from: 'rim', zMm: null }, diameterMm: 12, lengthMm: 12, depthMm: 12, replacesId: 'h', ...more });
  it.each([
    ['loose', filled({ diameterMm: 10 }), 'is loose in the hole at 180°'],
    ['too wide', filled({ diameterMm: 16 }), 'does not go into the hole'],
    ['too long', filled({ lengthMm: 14, depthMm: 14 }), 'stands out of the hole'],
  ])('is refused %s', (_name, one, words) => {
    expect(saysOf(V8, one, [hole])).toContain(words);
    expect(saysOf(V8, filled(), [hole])).toBe('');
  });
});

/** The rules written down a second time, by coordinates of walls: only whether a cut is good, no words. */
function isGood(metal: MetalNow, cut: Cut): boolean {
  const piece = metal.pieces.get(cut.counterweightId)!;
  const now = metal.crank.counterweights.find(({ id }) => id === cut.counterweightId)!;
  const rims = piece.ops.flatMap((op) => (op.does === 'removeRim' ? [op.solid] : []));
  const turnTo = (from: number, to: number): number => Math.abs(((((to - from) % 360) + 540) % 360) - 180);
  const rimAt = (deg: number): number =>
    Math.min(85, ...rims.filter(({ arc }) => turnTo(arc.middleDeg, deg) <= arc.halfDeg).map(({ innerMm }) => innerMm));
  const old = metal.standing.find(({ id }) => id === replacedId(cut));
  const others = metal.standing.filter((other) => other.counterweightId === cut.counterweightId && other !== old);
  const gone = 85 - rimAt(cut.angleDeg);
  if (isRimCut(cut)) {
    if (cut.depthMm + gone > 40 + 1e-9) return false;
    return others.every((other) => {
      const out = besideRadiusMm(other);
      const a = diameterOf(other) / 2;
      if (out === null)
        return other.kind !== 'bar' || turnTo(cut.angleDeg, other.angleDeg) > cut.halfArcDeg || cut.depthMm <= other.depthMm - other.lengthMm;
      const reach = (Math.asin(Math.min(1, (a + 2) / out)) * 180) / Math.PI;
      return turnTo(cut.angleDeg, other.angleDeg) >= cut.halfArcDeg + reach || rimAt(cut.angleDeg) - cut.depthMm - (out + a) >= 2 - 1e-6;
    });
  }
  if (cut.kind === 'weld') return true;
  const a = diameterOf(cut) / 2;
  const seat = seatOf(cut);
  const point = 'pointAngleDeg' in cut ? a / Math.tan((cut.pointAngleDeg * Math.PI) / 360) : 0;
  if ('pointAngleDeg' in cut) {
    if (!BITS.some(({ bitMm, pointAngleDeg }) => bitMm === cut.bitMm && pointAngleDeg === cut.pointAngleDeg) || cut.depthMm > 50) return false;
    if (old && (cut.bitMm < diameterOf(old) || cut.depthMm < old.depthMm - 1e-6)) return false;
  } else if (old) {
    if (2 * a < diameterOf(old)) return false;
    if (seat.from === 'rim' && 2 * a > diameterOf(old)) return false;
    if (cut.lengthMm > cut.depthMm || cut.depthMm > (seat.from === 'face' ? 30 : old.depthMm) + 1e-6) return false;
    if (2 * a <= diameterOf(old) && cut.depthMm <= old.depthMm) return true;
  }
  const flank = (out: number): number => out * Math.sin(((70 - turnTo(0, cut.angleDeg)) * Math.PI) / 180) - a;
  const surface = rimAt(cut.angleDeg);
  if (seat.from === 'rim') {
    if (cut.depthMm > 40 - gone + 1e-6 || cut.depthMm < surface - Math.sqrt(surface ** 2 - a ** 2)) return false;
    if (15 - Math.abs((seat.zMm ?? 100) - 100) - a < 2 - 1e-6 || flank(surface - cut.depthMm) < 2 - 1e-4) return false;
  } else {
    const end = cut.kind === 'bar' ? cut.depthMm : cut.depthMm + point + 2;
    if (
      end > 30 + 1e-6 ||
      surface - seat.radiusMm - a < 2 - 1e-6 ||
      seat.radiusMm - a < surface - (40 - gone) - 1e-6 ||
      flank(seat.radiusMm) < 2 - 1e-4
    )
      return false;
  }
  return others.every((other) => webMm({ ...now, rimRadiusMm: surface }, cut as RoundCut, other) >= Math.max(2 * a, diameterOf(other)) / 2 - 1e-6);
}

it('finds what an independent check finds, of every kind of cut, and fits exactly what breaks no rule', () => {
  const random = randomLcg(0.61);
  const crank: Crank = { ...V8, counterweights: [TRIED] };
  const counts = { good: 0, bad: 0 };
  for (let sequence = 0; sequence < 400; sequence += 1) {
    let metal = metalNow(crank, []);
    for (const made of randomCuts(random, 4)) {
      // Points that the shop has, and shallow ones, so that many a cut is good.
      const cut: KnownCut = 'pointAngleDeg' in made ? { ...made, pointAngleDeg: 118, depthMm: made.depthMm * 0.6 } : made;
      const workshop = { bits: BITS, faces: true };
      const breaches = ruleBreaches(metal, cut, workshop);
      expect({ cut, standing: metal.standing, isGood: breaches.length === 0 }).toEqual({ cut, standing: metal.standing, isGood: isGood(metal, cut) });
      expect(fitsAt(cut, siteOf(metal, cut, workshop))).toBe(breaches.length === 0);
      counts[breaches.length === 0 ? 'good' : 'bad'] += 1;
      metal = furtherCut(metal, [cut]);
    }
  }
  expect(counts.good).toBeGreaterThan(100);
  expect(counts.bad).toBeGreaterThan(100);
});

it('judges each cut of a plan in the metal that the ones before it leave', () => {
  const plan = [bar(), radial({ angleDeg: 184 }), radial({ angleDeg: 215 })];
  expect(breachesInTurn(metalNow(V8, []), plan, { bits: BITS }).map((one) => one.length)).toEqual([0, 1, 0]);
});

it('names what logged cuts broke, and does not ask which bits the shop has now', () => {
  const log = [
    known('odd', radial({ bitMm: 13, depthMm: 20 })),
    known('deep', radial({ angleDeg: 215, depthMm: 36 })),
    known('near', radial({ angleDeg: 188 })),
  ];
  const broken = loggedBreaches(V8, log);
  expect(broken.map(({ cut }) => cut.id)).toEqual(['deep', 'near']);
  expect(broken[0]!.words).toEqual(['CW 1 may be drilled 34 mm deep, not 36 mm.']);
  expect(broken[1]!.words.join(' ')).toContain('web would be too thin');
  // The wall that a later turning leaves is the turning's.
  const turned = [known('bar', bar({ diameterMm: 20, seat: { from: 'face', face: 'front', radiusMm: 73 } })), known('turn', turn({ depthMm: 2 }))];
  expect(loggedBreaches(V8, turned)).toEqual([{ cut: turned[1], words: [expect.stringContaining('0.0 mm beside the bar') as string] }]);
});

describe('checkCrank with its metal', () => {
  const found = (cut: Cut): Crank => ({ ...V8, found: [known('f', cut)] });
  it.each<[string, Crank, string]>([
    ['a hole found in no counterweight', found(radial({ counterweightId: 'cw9' })), 'in no counterweight of this crank'],
    ['a hole found deeper than its rim', found(radial({ depthMm: 80 })), 'depth of the hole found in CW 1 is 80 mm'],
    ['one in the face outside the rim', found(inFace({ radiusMm: 90 })), 'radius of the hole found in CW 1 is 90 mm'],
    ['one in the rim beside its counterweight', found(radial({ zMm: 900 })), 'place along the crank of the hole found in CW 1 is 900 mm'],
    ['a bar longer than it reaches', found(bar({ lengthMm: 20, depthMm: 12 })), 'length of the bar found in CW 1 is 20 mm'],
    ['a bar of no metal', found(bar({ densityGPerCm3: 0 })), 'density of the bar found in CW 1 is 0'],
    ['a rim that was turned', found(turn()), 'measure its radius as it is'],
    ['a no-drill arc without an end', withFirst({ noDrill: [{ fromDeg: 10, toDeg: Number.NaN, why: 'plug' }] }), 'The end of “plug” in CW 1'],
    ['a margin below nothing', withFirst({ edgeMarginMm: -1 }), 'edge margin of CW 1 is -1 mm'],
  ])('refuses %s', (_name, crank, words) => {
    expect(() => checkCrank(crank)).toThrow(words);
  });
  it('believes a found hole that breaks the rules of a good one', () => {
    expect(() => checkCrank(found(radial({ angleDeg: 350, depthMm: 60 })))).not.toThrow();
  });
});
