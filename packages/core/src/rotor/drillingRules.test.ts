import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { checkCrank, type Counterweight, type Crank } from './crank.js';
import type { CrankHole } from './crankHole.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { ruleBreaches } from './drillingRules.js';

const plain = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const bits = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
const withFirst = (change: Partial<Counterweight>): Crank => ({
  ...plain,
  counterweights: plain.counterweights.map((c, i) => (i === 0 ? { ...c, ...change } : c)),
});
const hole = (more: Partial<CrankHole> = {}): CrankHole => ({
  counterweightId: 'cw1',
  angleDeg: 180,
  bitMm: 12,
  pointAngleDeg: 118,
  depthMm: 12,
  ...more,
});
const saysOf = (crank: Crank, one: CrankHole, others: readonly CrankHole[] = [], faces = false): string =>
  ruleBreaches(crank, one, others, { bits, faces }).join(' ');

describe('a no-drill arc', () => {
  const crank = withFirst({ noDrill: [{ fromDeg: 170, toDeg: 182, why: 'oil drilling' }] });
  it('keeps holes off itself by their margin', () => {
    expect(saysOf(crank, hole({ angleDeg: 176 }))).toContain('“oil drilling”, 170° to 182°: nothing is drilled there');
    // (6 + 2) mm from the arc's end at the hole's inner end, 73 mm: asin(8/73) = 6.3°.
    expect(saysOf(crank, hole({ angleDeg: 188.2 }))).toContain('oil drilling');
    expect(saysOf(crank, hole({ angleDeg: 188.4 }))).toBe('');
    expect(
      saysOf(crank, hole({ angleDeg: 176, bitMm: 16, pointAngleDeg: 180, depthMm: 20, slug: { radiusMm: 74, densityGPerCm3: 17.5 } })),
    ).toContain('oil drilling');
  });
  it('may lie across 0°', () => {
    const across = withFirst({ arcCentreDeg: 0, noDrill: [{ fromDeg: 350, toDeg: 5, why: 'plug' }] });
    expect(saysOf(across, hole({ angleDeg: 358 }))).toContain('plug');
    expect(saysOf(across, hole({ angleDeg: 20 }))).toBe('');
  });
});

describe('the rules of a rim of its own', () => {
  const flywheel = withFirst({ kind: 'flywheel', drillFrom: 'face', edgeMarginMm: 5, largestBitMm: 12, arcHalfWidthDeg: 180 });
  const side = (more: Partial<CrankHole> = {}): CrankHole => hole({ axialRadiusMm: 70, depthMm: 10, ...more });
  it('are its side, its margin, its largest bit; there is no flank all the way round', () => {
    expect(saysOf(flywheel, side({ angleDeg: 3 }))).toBe('');
    expect(saysOf(flywheel, hole())).toContain('is not drilled from its rim');
    expect(saysOf(flywheel, side({ axialRadiusMm: 76 }))).toContain('comes through the rim');
    expect(saysOf(flywheel, side({ bitMm: 16 }))).toContain('bits up to 12 mm');
    expect(saysOf(flywheel, side({ depthMm: 18 }))).toContain('too near its other face');
    expect(saysOf(flywheel, side({ axialRadiusMm: 52 }))).toContain('goes deeper into CW 1');
  });
  it('let a counterweight’s face be drilled only where the shop does so', () => {
    expect(saysOf(plain, side())).toContain('is not drilled from its side face');
    expect(saysOf(plain, side(), [], true)).toBe('');
    expect(saysOf(plain, side(), [hole({ angleDeg: 184 })], true)).toContain('too near what is at 184°');
    expect(saysOf(plain, hole({ angleDeg: 184 }), [side()], true)).toContain('too near the hole at 180°');
  });
  it('say how far a rim may go down, with what went before', () => {
    const turned = hole({ depthMm: 20, bitMm: 24, rim: { halfArcDeg: 55, holes: [] } });
    expect(saysOf(plain, turned)).toBe('');
    expect(saysOf(plain, turned, [turned])).toContain('may go down 34 mm, not 40 mm');
  });
});

describe('a bar in an old hole', () => {
  const was = { bitMm: 12, pointAngleDeg: 118, depthMm: 12 };
  const bar = (more: Partial<CrankHole> = {}): CrankHole => hole({ pointAngleDeg: 118, slug: { radiusMm: 79, densityGPerCm3: 17.5 }, was, ...more });
  it.each([
    ['loose', bar({ bitMm: 10 }), 'is loose in the hole at 180°'],
    ['too wide', bar({ bitMm: 16 }), 'does not go into the hole'],
    ['too long', bar({ depthMm: 14 }), 'stands out of the hole'],
  ])('is refused %s', (_name, one, words) => {
    expect(saysOf(plain, one, [hole()])).toContain(words);
    expect(saysOf(plain, bar(), [hole()])).toBe('');
  });
});

describe('checkCrank with its metal', () => {
  it.each<[string, Crank, string]>([
    ['a hole found in no counterweight', { ...plain, found: [hole({ counterweightId: 'cw9' })] }, 'in no counterweight of this crank'],
    ['a hole found deeper than its rim', { ...plain, found: [hole({ depthMm: 80 })] }, 'depth of the hole found in CW 1 is 80 mm'],
    ['one in the face outside the rim', { ...plain, found: [hole({ axialRadiusMm: 90 })] }, 'radius of the hole found in CW 1 is 90 mm'],
    ['a no-drill arc without an end', withFirst({ noDrill: [{ fromDeg: 10, toDeg: Number.NaN, why: 'plug' }] }), 'The end of “plug” in CW 1'],
    ['a margin below nothing', withFirst({ edgeMarginMm: -1 }), 'edge margin of CW 1 is -1 mm'],
  ])('refuses %s', (_name, crank, words) => {
    expect(() => checkCrank(crank)).toThrow(words);
  });
  it('believes a found hole that breaks the rules of a good one', () => {
    expect(() => checkCrank({ ...plain, found: [hole({ angleDeg: 350, depthMm: 60 })] })).not.toThrow();
  });
});
