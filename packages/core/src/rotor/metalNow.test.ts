import fc from 'fast-check';
import { crankTemplate } from '../engine/crankTemplate.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { standingHoles, type CrankHole } from './crankHole.js';
import { metalNow } from './metalNow.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const rims = crank.counterweights.map(({ id, arcCentreDeg }) => ({ id, arcCentreDeg }));

/** Cuts of every kind in some order: drilled, deepened where something stands, filled, welded, turned. */
const cuts: fc.Arbitrary<CrankHole[]> = fc
  .array(
    fc.record({
      rim: fc.nat(rims.length - 1),
      kind: fc.constantFrom('drill', 'side', 'deepen', 'weld', 'bar', 'turn'),
      mm: fc.integer({ min: 3, max: 12 }),
    }),
    { maxLength: 8 },
  )
  .map((steps) => {
    const made: CrankHole[] = [];
    for (const { rim, kind, mm } of steps) {
      const { id: counterweightId, arcCentreDeg: angleDeg } = rims[rim]!;
      const hole: CrankHole = { counterweightId, angleDeg: angleDeg + mm, bitMm: 10, pointAngleDeg: 118, depthMm: mm };
      const old = standingHoles(made).find((one) => one.counterweightId === counterweightId && !one.slug && !one.rim);
      if (kind === 'drill') made.push(hole);
      else if (kind === 'side') made.push({ ...hole, axialRadiusMm: 60 });
      else if (kind === 'turn') made.push({ ...hole, angleDeg, depthMm: 0.5, rim: { halfArcDeg: 55, holes: [] } });
      else if (old) {
        const same = { ...hole, angleDeg: old.angleDeg, was: old, axialRadiusMm: old.axialRadiusMm ?? null };
        if (kind === 'deepen') made.push({ ...same, depthMm: old.depthMm + mm });
        else made.push({ ...same, depthMm: old.depthMm, slug: { radiusMm: 60, densityGPerCm3: 17.5, ...(kind === 'weld' ? { welded: true } : {}) } });
      }
    }
    return made;
  });

describe('the metal as it stands', () => {
  it('is what stands of what stands', () => {
    fc.assert(
      fc.property(cuts, (made) => {
        const standing = standingHoles(made).filter(({ rim }) => !rim);
        expect(standingHoles(standing.map((hole) => ({ ...hole, was: null })))).toEqual(standing.map((hole) => ({ ...hole, was: null })));
      }),
      { seed: 21, numRuns: 300 },
    );
  });
  it('is the same told at once or in two goes', () => {
    fc.assert(
      fc.property(cuts, fc.nat(8), (made, at) => {
        const [first, rest] = [made.slice(0, at), made.slice(at)];
        const { counterweights } = metalNow(crank, made).crank;
        expect(metalNow(metalNow(crank, first).crank, rest).crank.counterweights).toEqual(counterweights);
      }),
      { seed: 22, numRuns: 200 },
    );
  });
  it('is the crank itself while nothing was cut', () => {
    expect(metalNow(crank, [])).toEqual({ crank, holes: [] });
  });
});
