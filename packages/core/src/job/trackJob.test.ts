import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { effectOfCuts, metalNow } from '../cuts/metalNow.js';
import { known, radial } from '../cuts/testing/cuts.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { addPlanes, BALANCED, type PlaneUnbalance } from '../rotor/planes.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { times } from '../units/complex.js';
import { fromPolar, toPolar } from '../units/vector.js';
import type { HoleFact, JobFacts, SpinFact } from './jobFacts.js';
import { trackJob } from './trackJob.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const spec = { crank } as unknown as JobFacts['spec'];
const GAIN = fromPolar(1.05, 358);
const own: PlaneUnbalance = { aGmm: fromPolar(2600, 185), bGmm: fromPolar(900, 12) };

/** A spin that reads by a gain of 1.05 and 2° before. */
const spin = (id: string, on: PlaneUnbalance, more: Partial<SpinFact> = {}): SpinFact => {
  const read = { aGmm: times(GAIN, on.aGmm), bGmm: times(GAIN, on.bGmm) };
  const spread = (amount: number): { runGmm: number; commonGmm: number } => ({ runGmm: 10, commonGmm: 0.04 * amount });
  return {
    id,
    speedRpm: 600,
    planes: crank.planes,
    turns: summariseTurns(
      Array.from({ length: 20 }, (_, i) => ({
        aGmm: { re: read.aGmm.re + (i % 2 ? 5 : -5), im: read.aGmm.im },
        bGmm: { re: read.bGmm.re + (i % 2 ? 5 : -5), im: read.bGmm.im },
      })),
    ),
    spread: { aGmm: spread(toPolar(read.aGmm).amount), bGmm: spread(toPolar(read.bGmm).amount) },
    ...more,
  };
};
const hole: HoleFact = { ...known('h', radial({ angleDeg: 185, bitMm: 16, depthMm: 18 })), afterSpinId: 's1' };
const after = addPlanes(own, effectOfCuts(metalNow(crank, []), [hole]));

describe('trackJob', () => {
  it('knows nothing before the first spin', () => {
    expect(trackJob({ spec, spins: [], holes: [] })).toBeNull();
  });
  it('starts with the machine’s word of its own gain', () => {
    const { a, spins } = trackJob({ spec, spins: [spin('s1', own)], holes: [] })!;
    expect(spins).toBe(1);
    expect(a.gainDeviation).toBeCloseTo(0.04, 3);
    expect(toPolar(a.unbalanceGmm).amount).toBeCloseTo(1.05 * 2600, -1);
  });
  it('learns it from the hole between two spins, and states what is truly left', () => {
    const { a } = trackJob({ spec, spins: [spin('s1', own), spin('s2', after)], holes: [hole] })!;
    expect(toPolar(a.gain).amount).toBeCloseTo(1.05, 1);
    expect(a.gainDeviation).toBeLessThan(0.02);
    expect(toPolar({ re: a.unbalanceGmm.re - after.aGmm.re, im: a.unbalanceGmm.im - after.aGmm.im }).amount).toBeLessThan(30);
  });
  it('counts a hole that no spin has read yet, with the drill’s doubt', () => {
    const read = trackJob({ spec, spins: [spin('s1', own)], holes: [] })!.a;
    const drilled = trackJob({ spec, spins: [spin('s1', own)], holes: [hole] })!.a;
    expect(toPolar(drilled.unbalanceGmm).amount).toBeLessThan(toPolar(read.unbalanceGmm).amount - 1000);
  });
  it('takes a known weight off, and learns from it as from a cut', () => {
    const hung = { ...BALANCED, aGmm: fromPolar(2600, 20) };
    const { a } = trackJob({ spec, spins: [spin('s1', own), spin('s2', addPlanes(own, hung), { hung })], holes: [] })!;
    expect(a.gainDeviation).toBeLessThan(0.012);
    expect(toPolar(a.unbalanceGmm).amount / 2600).toBeCloseTo(1, 1);
  });
  it('remembers how the crank came, without what hung on it', () => {
    const hung = { ...BALANCED, aGmm: fromPolar(500, 20) };
    const { received } = trackJob({ spec, spins: [spin('s1', own, { hung }), spin('s2', after)], holes: [hole] })!;
    const came = { aGmm: times(GAIN, own.aGmm), bGmm: times(GAIN, own.bGmm) };
    expect(received.aGmm.re).toBeCloseTo(came.aGmm.re - hung.aGmm.re, 6);
    expect(received.bGmm.im).toBeCloseTo(came.bGmm.im, 6);
  });
  it('begins anew where the crank went to another machine', () => {
    const spins = [spin('s1', own, { machineId: 'one' }), spin('s2', after, { machineId: 'other' })];
    expect(trackJob({ spec, spins, holes: [hole] })).toMatchObject({ spins: 1 });
  });
});
