import fc from 'fast-check';
import { counterweightOf } from '../rotor/crank.js';
import { seatOf, type KnownCut, type StandingCut } from '../rotor/cut.js';
import { metalNow } from './metalNow.js';
import { bar, inFace, known, radial, turn, V8 } from './testing/cuts.js';

const rims = V8.counterweights.map(({ id, arcCentreDeg }) => ({ id, arcCentreDeg }));

/** Cuts of every kind in some order: drilled, deepened where something stands, filled, welded, turned. */
const cuts: fc.Arbitrary<KnownCut[]> = fc
  .array(
    fc.record({
      rim: fc.nat(rims.length - 1),
      kind: fc.constantFrom('drill', 'side', 'deepen', 'weld', 'bar', 'turn'),
      mm: fc.integer({ min: 3, max: 12 }),
    }),
    { maxLength: 8 },
  )
  .map((steps) => {
    const made: KnownCut[] = [];
    steps.forEach(({ rim, kind, mm }, i) => {
      const { id: counterweightId, arcCentreDeg } = rims[rim]!;
      const place = { id: `c${i}`, counterweightId, angleDeg: arcCentreDeg + mm };
      const old = metalNow(V8, made).standing.find(
        (one): one is Exclude<StandingCut, { kind: 'bar' }> => one.counterweightId === counterweightId && one.kind !== 'bar',
      );
      if (kind === 'drill') made.push({ ...radial({ bitMm: 10, depthMm: mm }), ...place });
      else if (kind === 'side') made.push({ ...inFace({ bitMm: 10, depthMm: mm, radiusMm: 60 }), ...place });
      else if (kind === 'turn') made.push({ ...turn({ depthMm: 0.5 }), ...place, angleDeg: arcCentreDeg });
      else if (old) {
        const same = { ...place, angleDeg: old.angleDeg, seat: seatOf(old), replacesId: old.id };
        if (kind === 'deepen') made.push({ kind: 'redrill', ...same, bitMm: old.bitMm, pointAngleDeg: 118, depthMm: old.depthMm + mm });
        else if (kind === 'weld') made.push({ kind: 'weld', ...same, bitMm: old.bitMm, depthMm: old.depthMm });
        else made.push(bar({ ...same, diameterMm: old.bitMm, lengthMm: old.depthMm }) as KnownCut);
      }
    });
    return made;
  });

describe('the metal as it stands', () => {
  it('is the same told at once or in two goes', () => {
    fc.assert(
      fc.property(cuts, (made) => {
        const { standing, crank } = metalNow(V8, made);
        const found = metalNow({ ...V8, found: made }, []);
        expect(found.standing).toEqual(standing);
        expect(found.crank.counterweights).toEqual(crank.counterweights);
      }),
      { seed: 21, numRuns: 200 },
    );
  });
  it('is what stands of what stands: told only what stands in rims as they are, the same stands', () => {
    fc.assert(
      fc.property(cuts, (made) => {
        const { standing, crank } = metalNow(V8, made);
        expect(metalNow({ ...crank, found: [] }, standing).standing).toEqual(standing);
      }),
      { seed: 22, numRuns: 200 },
    );
  });
  it('is the crank itself while nothing was cut', () => {
    expect(metalNow(V8, [])).toMatchObject({ crank: V8, standing: [] });
  });
  it('leaves holes as deep as they are from a turned rim, and those turned away gone', () => {
    const old = known('old', radial({ angleDeg: 150, bitMm: 16 }));
    const shallow = known('shallow', radial({ angleDeg: 200, bitMm: 6, depthMm: 1.2 }));
    const elsewhere = known('elsewhere', radial({ counterweightId: 'cw2', depthMm: 9 }));
    const now = metalNow(V8, [old, shallow, elsewhere, turn()]);
    expect(counterweightOf(now.crank, 'cw1')).toMatchObject({ rimRadiusMm: 83.5, depthLimitMm: 32.5 });
    expect(counterweightOf(now.crank, 'cw2')).toMatchObject({ rimRadiusMm: 85 });
    expect(now.standing.map(({ id, depthMm }) => [id, depthMm])).toEqual([
      ['old', 10.5],
      ['elsewhere', 9],
    ]);
  });
  it('leaves no hole where one was welded, and a bar where one was pressed in', () => {
    const hole = known('hole', inFace());
    const seat = seatOf(hole);
    const filled = known('filled', bar({ seat, diameterMm: 12, replacesId: 'hole' }));
    expect(metalNow(V8, [hole, filled]).standing).toEqual([filled]);
    const weld = known('weld', { kind: 'weld', counterweightId: 'cw1', angleDeg: 180, seat, replacesId: 'hole', bitMm: 12, depthMm: 10 } as const);
    expect(metalNow(V8, [hole, weld]).standing).toEqual([]);
  });
});
