import { randomLcg } from 'd3-random';
import fc from 'fast-check';
import type { Counterweight } from '../rotor/crank.js';
import { isRimCut, type Cut, type KnownCut } from '../rotor/cut.js';
import { dot, fromPolar, toPolar } from '../units/vector.js';
import { alongCut, effectOf, effectOfCuts, metalNow, metalsOf } from './metalNow.js';
import { NO_METAL, plusMetal, type Metal } from './metal.js';
import { rawPiece, type Piece } from './piece.js';
import { cutInto, metalOf } from './taken.js';
import { countCells } from './testing/cellCount.js';
import { bar, inFace, radial, turn, V8 } from './testing/cuts.js';
import { randomCuts, TRIED } from './testing/randomCuts.js';

const STEEL = { densityGPerCm3: 7.85 };
const raw = (counterweight: Counterweight = TRIED): Piece => rawPiece(STEEL, counterweight);
/** What each of these takes, one after the other. */
function takenInTurn(cuts: readonly (Cut | KnownCut)[], counterweight = TRIED): Metal[] {
  let piece = raw(counterweight);
  return cuts.map((cut) => {
    const metal = metalOf(piece, cut);
    piece = cutInto(piece, cut);
    return metal;
  });
}
const at0 = { angleDeg: 0 };
const amount = (metal: Metal): number => toPolar(metal.momentGmm).amount;
const lastGmm = (...cuts: readonly Cut[]): number => takenInTurn(cuts).at(-1)!.momentGmm.re;
const gross = (cuts: readonly Cut[]): number => cuts.reduce((sum, cut) => sum + amount(metalOf(raw(), cut)), 0);

describe('cuts in sequence, by figures that were worked out independently', () => {
  const face = (bitMm: number, depthMm: number): Cut => inFace({ ...at0, radiusMm: 60, bitMm, depthMm });
  const pressed = (diameterMm: number, lengthMm: number): Cut =>
    bar({ ...at0, seat: { from: 'face', face: 'front', radiusMm: 60 }, diameterMm, lengthMm });
  it.each([
    [20, 10, 20, 20, -5414.0],
    [16, 12, 20, 25, -5835.6],
    [12, 15, 16, 20, -3191.3],
  ])('a bar longer than its old hole: %i × %i, then %i × %i', (bitMm, depthMm, barMm, lengthMm, gmm) => {
    expect(lastGmm(face(bitMm, depthMm), pressed(barMm, lengthMm))).toBeCloseTo(gmm, 0);
  });
  const drilled = (bitMm: number, depthMm: number, pointAngleDeg: number): Cut => radial({ ...at0, bitMm, depthMm, pointAngleDeg });
  it.each([
    ['10 × 20 (118°) to 12 × 20 flat', drilled(10, 20, 118), drilled(12, 20, 180), 404.8],
    ['12 × 12 (118°) to 16 × 12 flat', drilled(12, 12, 118), drilled(16, 12, 180), 646.0],
    ['12 × 12 (118°) to 13 × 12 (135°)', drilled(12, 12, 118), drilled(13, 12, 135), 148.1],
    ['18 × 20 (118°) to 20 × 20.2 (135°)', drilled(18, 20, 118), drilled(20, 20.2, 135), 729.8],
    ['12 × 12 (90°) to 13 × 12 (135°)', drilled(12, 12, 90), drilled(13, 12, 135), 146.5],
  ])('an old hole opened with another point: %s', (_name, old, next, gmm) => {
    expect(lastGmm(old, next)).toBeCloseTo(gmm, 0);
  });
  it('a rim turned down over a hole that ends within what is turned', () => {
    const [hole, rim] = takenInTurn([drilled(12, 2, 118), turn({ ...at0, halfArcDeg: 60, depthMm: 2 })]) as [Metal, Metal];
    expect(rim.momentGmm.re).toBeCloseTo(5607.7, 0);
    expect(hole.momentGmm.re + rim.momentGmm.re).toBeCloseTo(5840.4, 0);
  });
  it('a bar acts at its own depth from its face: 110 g at r 60, 20 long in a web of 30, planes 400 apart, 1.0 g at 85', () => {
    const hole = inFace({ ...at0, radiusMm: 60, bitMm: 20, depthMm: 20, pointAngleDeg: 180 });
    const [, brought] = takenInTurn([hole, pressed(20, 20)]) as [Metal, Metal];
    expect(brought.massG).toBeCloseTo(-110, 0);
    const planes = { zAMm: -200, zBMm: 200, radiusAMm: 85, radiusBMm: 85 };
    const asOnce = { ...brought, leverGmm2: { re: brought.momentGmm.re * TRIED.zMm, im: 0 } };
    const movedG = Math.abs(effectOf(brought, planes).aGmm.re - effectOf(asOnce, planes).aGmm.re) / 85;
    expect(movedG).toBeCloseTo(1.0, 1);
  });
});

it('agrees with cells counted one by one, over random sequences of up to six cuts that cross and break out', () => {
  const random = randomLcg(0.37);
  const off: string[] = [];
  for (let sequence = 0; sequence < 30; sequence += 1) {
    const cuts = randomCuts(random);
    const whole = gross(cuts.filter(({ kind }) => kind !== 'weld'));
    const taken = takenInTurn(cuts);
    const furthest = (perEdge: number): number =>
      Math.max(
        ...countCells(TRIED, 7.85, cuts, { perEdge, random }).map(({ xGmm, yGmm, zGmm }, i) => {
          const { momentGmm, alongGmm } = taken[i]!;
          return Math.max(Math.hypot(momentGmm.re - xGmm, momentGmm.im - yGmm), Math.abs(alongGmm - zGmm) * (TRIED.rimRadiusMm / TRIED.zMm)) / whole;
        }),
      );
    // Coarse cells are themselves off by some thousandths of a single hole: where they are, finer ones are asked.
    if ([24, 48, 96].every((perEdge) => furthest(perEdge) > 0.003)) off.push(JSON.stringify(cuts));
  }
  expect(off).toEqual([]);
});

const seeds = fc.double({ min: 0.001, max: 0.999, noNaN: true });
const sequence = seeds.map((seed) => randomCuts(randomLcg(seed), 4));
const few = { seed: 7, numRuns: 8 };

describe('whatever was cut before', () => {
  it('turning the crank turns the moment', () => {
    fc.assert(
      fc.property(sequence, fc.double({ min: 0, max: 359, noNaN: true }), (cuts, byDeg) => {
        const turned = cuts.map((cut) => ({ ...cut, angleDeg: cut.angleDeg + byDeg }));
        const there = takenInTurn(turned, { ...TRIED, arcCentreDeg: byDeg });
        takenInTurn(cuts).forEach(({ massG, momentGmm }, i) => {
          const away = fromPolar(toPolar(momentGmm).amount, toPolar(momentGmm).angleDeg + byDeg);
          expect(there[i]!.massG).toBeCloseTo(massG, 4);
          expect(there[i]!.momentGmm.re).toBeCloseTo(away.re, 2);
          expect(there[i]!.momentGmm.im).toBeCloseTo(away.im, 2);
        });
      }),
      few,
    );
  });
  it('mirrored faces mirror z', () => {
    const other = { front: 'rear', rear: 'front' } as const;
    const mirrored = (cut: KnownCut): KnownCut => {
      if (cut.kind === 'radial') return { ...cut, zMm: 2 * TRIED.zMm - cut.zMm! };
      if (cut.kind === 'face') return { ...cut, face: other[cut.face!] };
      if (isRimCut(cut)) return cut;
      return {
        ...cut,
        seat: cut.seat.from === 'rim' ? { from: 'rim', zMm: 2 * TRIED.zMm - cut.seat.zMm! } : { ...cut.seat, face: other[cut.seat.face!] },
      };
    };
    fc.assert(
      fc.property(sequence, (cuts) => {
        const there = takenInTurn(cuts.map(mirrored));
        takenInTurn(cuts).forEach(({ massG, momentGmm, alongGmm }, i) => {
          expect(there[i]!.momentGmm.re).toBeCloseTo(momentGmm.re, 3);
          expect(there[i]!.alongGmm).toBeCloseTo(2 * TRIED.zMm * massG - alongGmm, 2);
        });
      }),
      few,
    );
  });
  it('nothing takes more than was there: the whole counterweight’s mass stays above nothing', () => {
    const wholeG = metalOf(raw(), turn({ ...at0, halfArcDeg: 180, depthMm: 84.999 })).massG;
    fc.assert(
      fc.property(sequence, (cuts) => {
        const takenG = takenInTurn(cuts).reduce((sum, { massG }) => sum + massG, 0);
        expect(wholeG - takenG).toBeGreaterThan(0);
      }),
      few,
    );
  });
  it('a cut and its exact refill are nothing, turned rims let be', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(radial(at0), inFace({ ...at0, face: 'rear' }), radial({ angleDeg: 68, bitMm: 20, depthMm: 20 })),
        fc.boolean(),
        (hole, turned) => {
          const known: KnownCut = { ...hole, id: 'hole' };
          const seat =
            hole.kind === 'radial' ? ({ from: 'rim', zMm: null } as const) : ({ from: 'face', face: hole.face, radiusMm: hole.radiusMm } as const);
          const weld: Cut = {
            kind: 'weld',
            counterweightId: 'cw1',
            angleDeg: hole.angleDeg,
            seat,
            replacesId: 'hole',
            bitMm: hole.bitMm,
            depthMm: hole.depthMm,
          };
          const before = turned ? [turn({ ...at0, halfArcDeg: 70 })] : [];
          const [taken, given, again] = takenInTurn([...before, known, weld, hole]).slice(-3) as [Metal, Metal, Metal];
          const { massG, momentGmm, alongGmm } = plusMetal(taken, given);
          expect(massG).toBeCloseTo(0, 2);
          expect(momentGmm.re).toBeCloseTo(0, 0);
          expect(alongGmm).toBeCloseTo(0, 0);
          // Drilled over, it takes the weld as it took the metal.
          expect(again.momentGmm.re).toBeCloseTo(taken.momentGmm.re, 1);
        },
      ),
      { seed: 8, numRuns: 8 },
    );
  });
  it('the order of cuts that do not touch does not matter', () => {
    const apart: readonly Cut[] = [radial({ angleDeg: -40 }), inFace({ angleDeg: 0 }), bar({ angleDeg: 45, lengthMm: 12 })];
    const sum = (cuts: readonly Cut[]): Metal => takenInTurn(cuts).reduce((all, metal) => plusMetal(all, metal), NO_METAL);
    const once = sum(apart);
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2], { minLength: 3 }), (order) => {
        expect(sum(order.map((i) => apart[i]!))).toEqual({ ...once, ...sum(order.map((i) => apart[i]!)) });
        expect(amount(plusMetal(sum(order.map((i) => apart[i]!)), once, -1))).toBeLessThan(1e-9);
      }),
      { seed: 9 },
    );
  });
});

describe('a weld', () => {
  const hole = (id: string, more: object = {}): KnownCut => ({ ...radial(at0), ...more, id });
  const weldOf = (id: string): Cut => ({
    kind: 'weld',
    counterweightId: 'cw1',
    ...at0,
    seat: { from: 'rim', zMm: null },
    replacesId: id,
    bitMm: 12,
    depthMm: 12,
  });
  it('fills the hole that its own runs into, not one beside it', () => {
    const crossing: KnownCut = { ...inFace({ ...at0, radiusMm: 78, bitMm: 10, depthMm: 20 }), id: 'b' };
    const beside: KnownCut = { ...inFace({ angleDeg: 40, radiusMm: 70 }), id: 'c' };
    const [a, b, , given] = takenInTurn([hole('a'), crossing, beside, weldOf('a')]) as [Metal, Metal, Metal, Metal];
    expect(-given.massG).toBeCloseTo(a.massG + b.massG, 1);
  });
  it('brings nothing into a hole that holds a bar, and fills above a shorter one', () => {
    const seat = { from: 'rim', zMm: null } as const;
    const pressed = (lengthMm: number): KnownCut => ({ ...bar({ ...at0, seat, diameterMm: 12, lengthMm, depthMm: 12, replacesId: 'a' }), id: 'bar' });
    const given = (lengthMm: number): number => -takenInTurn([hole('a'), pressed(lengthMm), weldOf('a')]).at(-1)!.massG;
    const tip = metalOf(raw(), hole('a')).massG - metalOf(raw(), { ...radial(at0), pointAngleDeg: 180 }).massG;
    // The point below a seated bar is empty, and open to nothing: the hole's own all the same.
    expect(given(8)).toBeCloseTo((7.85 / 1000) * Math.PI * 36 * 4 + tip, 0);
    expect(given(8)).toBeGreaterThan(given(11));
  });
  it('does not go through a bar that stands, though both holes were drilled into it, into the hole on its other side', () => {
    const across: KnownCut = { ...bar({ angleDeg: at0.angleDeg + 7, seat: { from: 'face', face: 'front', radiusMm: 78 }, lengthMm: 20 }), id: 'bar' };
    const beyond = hole('b', { angleDeg: at0.angleDeg + 14 });
    const [alone, beside] = [[], [beyond]].map((more) => takenInTurn([across, hole('a'), ...more, weldOf('a')]).at(-1)!.massG);
    expect(alone!).toBeLessThan(-3);
    expect(beside!).toBeCloseTo(alone!, 6);
  });
  it('of a hole that is in no record any more is nothing, and no error', () => {
    expect(takenInTurn([weldOf('gone')])[0]).toEqual(NO_METAL);
  });
});

describe('in a crank', () => {
  it('a bar adds its moment at its own angle: cw1 stands in plane A', () => {
    const { amount: gmm, angleDeg } = toPolar(effectOfCuts(metalNow(V8, []), [bar()]).aGmm);
    expect(gmm).toBeCloseTo(38.81 * 74, -2);
    expect(angleDeg).toBeCloseTo(180, 9);
  });
  it('each rim is weighed by its own metal', () => {
    const iron = { ...V8, counterweights: V8.counterweights.map((c) => (c.id === 'cw1' ? { ...c, densityGPerCm3: 7.1 } : c)) };
    const [inIron, inSteel] = [iron, V8].map((crank) => metalsOf(metalNow(crank, []), [radial()])[0]!) as [Metal, Metal];
    expect(inIron.massG / inSteel.massG).toBeCloseTo(7.1 / 7.85, 12);
  });
  it('a hole first or the turning first, the same is left', () => {
    const old = radial({ angleDeg: 150, bitMm: 16, depthMm: 12 });
    const holeFirst = effectOfCuts(metalNow(V8, []), [old, turn()]);
    const rimFirst = effectOfCuts(metalNow(V8, []), [turn(), { ...old, depthMm: 10.5 }]);
    expect(Math.hypot(holeFirst.aGmm.re - rimFirst.aGmm.re, holeFirst.aGmm.im - rimFirst.aGmm.im)).toBeLessThan(0.5);
  });
  it('a face that nobody named acts in the middle of the width', () => {
    const [metal] = metalsOf(metalNow(V8, []), [inFace({ face: null })]) as [Metal];
    const { zMm } = V8.counterweights[0]!;
    expect(metal.leverGmm2.re).toBeCloseTo(zMm * metal.momentGmm.re, 9);
    expect(alongCut(metal, { angleDeg: 180 }).centroidRadiusMm).toBeCloseTo(70, 9);
    expect(dot(metal.momentGmm, fromPolar(1, 180))).toBeGreaterThan(0);
  });
});

it.each<[string, Cut, string]>([
  ['depth', radial({ depthMm: Number.NaN }), 'The depth is missing'],
  ['bit', radial({ bitMm: 0 }), 'The bit is 0 mm'],
  ['angle', radial({ angleDeg: Number.POSITIVE_INFINITY }), 'The angle is missing'],
  ['radius', inFace({ radiusMm: -1 }), 'The radius of a hole in the side face is -1 mm'],
  ['length', bar({ lengthMm: 0, depthMm: 5 }), 'The bar’s length is 0 mm'],
  ['density', bar({ densityGPerCm3: Number.NaN }), 'The bar’s density is missing'],
  ['arc', turn({ halfArcDeg: 200 }), 'Half the stretch of rim is 200 °'],
  ['rim', turn({ depthMm: 90 }), 'What is left of the rim’s radius'],
])('refuses a %s that makes no sense', (_name, cut, words) => {
  expect(() => metalOf(raw(), cut)).toThrow(words);
  expect(() => cutInto(raw(), cut)).toThrow(words);
});
