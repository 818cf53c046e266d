import fc from 'fast-check';
import { crankTemplate } from '../engine/crankTemplate.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { normaliseAngleDeg } from '../units/angle.js';
import { fromPolar, toPolar, type Vector } from '../units/vector.js';
import type { HoleFact, JobFacts, SpinFact } from './jobFacts.js';
import { trackJob } from './trackJob.js';

const layout = layOut(LAYOUTS.v8Cross90, 110);
const crank = crankTemplate(LAYOUTS.v8Cross90, layout, 88);

interface Story {
  readonly reads: readonly { readonly a: number; readonly aDeg: number; readonly b: number; readonly bDeg: number }[];
  readonly holes: readonly { readonly rim: number; readonly offDeg: number; readonly depthMm: number; readonly after: number }[];
}
const degrees = fc.integer({ min: 0, max: 359 });
const story: fc.Arbitrary<Story> = fc.record({
  reads: fc.array(fc.record({ a: fc.integer({ min: 100, max: 3000 }), aDeg: degrees, b: fc.integer({ min: 100, max: 3000 }), bDeg: degrees }), {
    minLength: 2,
    maxLength: 4,
  }),
  holes: fc.array(
    fc.record({
      rim: fc.nat(crank.counterweights.length - 1),
      offDeg: fc.integer({ min: -30, max: 30 }),
      depthMm: fc.integer({ min: 4, max: 20 }),
      after: fc.nat(2),
    }),
    { maxLength: 5 },
  ),
});

/** The job of a story, everything on it turned by an angle and, mirrored, seen from the other end. */
function jobOf({ reads, holes }: Story, turnDeg = 0, mirrored = false): Pick<JobFacts, 'spec' | 'spins' | 'holes'> {
  const seen = (angleDeg: number): number => normaliseAngleDeg((mirrored ? -angleDeg : angleDeg) + turnDeg);
  const turned = {
    ...crank,
    counterweights: crank.counterweights.map((c) => ({ ...c, arcCentreDeg: seen(c.arcCentreDeg) })),
  };
  const spins = reads.map(({ a, aDeg, b, bDeg }, i): SpinFact => {
    const turn = (more: number): PlaneUnbalance => ({ aGmm: fromPolar(a + more, seen(aDeg)), bGmm: fromPolar(b - more, seen(bDeg)) });
    return { id: `s${i}`, speedRpm: 600, planes: crank.planes, turns: summariseTurns([-4, 0, 4, 1].map(turn)), spread: null };
  });
  const drilled = holes.map(({ rim, offDeg, depthMm, after }, i): HoleFact => {
    const { id: counterweightId, arcCentreDeg } = crank.counterweights[rim]!;
    const afterSpinId = `s${Math.min(after, reads.length - 1)}`;
    return {
      kind: 'radial',
      id: `h${i}`,
      afterSpinId,
      counterweightId,
      angleDeg: seen(arcCentreDeg + offDeg),
      bitMm: 12,
      pointAngleDeg: 118,
      depthMm,
    };
  });
  return { spec: { crank: turned } as unknown as JobFacts['spec'], spins, holes: drilled };
}

/** How far one is from the other, as a share of what is wanted. */
const offBy = (found: Vector, wanted: Vector): number =>
  Math.hypot(found.re - wanted.re, found.im - wanted.im) / (1 + Math.hypot(wanted.re, wanted.im));

describe('what is known of a crank', () => {
  it('turns with it, and is mirrored with it', () => {
    fc.assert(
      fc.property(story, degrees, fc.boolean(), (told, turnDeg, mirrored) => {
        const [plain, turned] = [trackJob(jobOf(told))!, trackJob(jobOf(told, turnDeg, mirrored))!];
        for (const plane of ['a', 'b'] as const) {
          const { amount, angleDeg } = toPolar(plain[plane].unbalanceGmm);
          expect(offBy(turned[plane].unbalanceGmm, fromPolar(amount, (mirrored ? -angleDeg : angleDeg) + turnDeg))).toBeLessThan(1e-6);
          expect(turned[plane].deviationGmm).toBeCloseTo(plain[plane].deviationGmm, 6);
        }
      }),
      { seed: 31, numRuns: 150 },
    );
  });
  it('does not depend on which of two holes between the same spins was drilled first', () => {
    fc.assert(
      fc.property(story, (told) => {
        // Each in a counterweight of its own: of two that cross, the second takes what the first left.
        const holes = told.holes.map((hole, k) => ({ ...hole, rim: k % crank.counterweights.length }));
        const [one, other] = [trackJob(jobOf({ ...told, holes }))!, trackJob(jobOf({ ...told, holes: [...holes].reverse() }))!];
        expect(offBy(other.a.unbalanceGmm, one.a.unbalanceGmm)).toBeLessThan(1e-6);
        expect(offBy(other.b.gain, one.b.gain)).toBeLessThan(1e-6);
      }),
      { seed: 32, numRuns: 100 },
    );
  });
});
