import { inGrams } from './testing/inGrams.js';
import { USUAL_DRILL } from '../cuts/drillErrors.js';
import { effectOfCuts, metalNow } from '../cuts/metalNow.js';
import { bar, known, radial } from '../cuts/testing/cuts.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { addPlanes, BALANCED, scalePlanes, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { readShown, type ShownSpin } from '../spin/shownSpin.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { turnBetweenDeg } from '../units/angle.js';
import { fromPolar, toPolar } from '../units/vector.js';
import type { SpinFact } from './jobFacts.js';
import { jobEstimate, type JobEstimate } from './jobEstimate.js';
import type { EstimateFacts } from './recordEvents.js';
import { surpriseStories, type Story } from './surpriseStories.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const R = crank.planes.radiusAMm;
const TOLERANCE = { aGmm: R, bGmm: R };
const BY = inGrams(crank.planes);

/** As the display shows an unbalance, to its own division. */
const shownOf = ({ aGmm, bGmm }: PlaneUnbalance): ShownSpin => {
  const of = (plane: PlaneUnbalance['aGmm']): ShownSpin['a'] => {
    const { amount, angleDeg } = toPolar(plane);
    return { amount: Math.round((10 * amount) / R) / 10, angleDeg: Math.round(angleDeg) % 360 };
  };
  return { a: of(aGmm), b: of(bGmm) };
};
const typed = (id: string, shown: ShownSpin, more: Partial<SpinFact> = {}): SpinFact => {
  const read = readShown([shown], BY);
  return {
    id,
    speedRpm: 600,
    planes: crank.planes,
    turns: summariseTurns(read.spins),
    source: 'typed',
    knownDeviationGmm: 8,
    gainDeviation: 0.03,
    display: read.display,
    shown: [shown],
    shownBy: BY,
    ...more,
  };
};
const facts = (spins: readonly SpinFact[], holes: EstimateFacts['holes'] = []): EstimateFacts => ({
  spec: { crank } as unknown as EstimateFacts['spec'],
  spins,
  holes,
  drill: USUAL_DRILL,
  spinsThatAreSo: [],
});
const storiesOf = (record: EstimateFacts): readonly [JobEstimate, Story[]] => {
  const told = jobEstimate(record, TOLERANCE);
  return [told, surpriseStories(record, told.surprise)];
};

const own: PlaneUnbalance = { aGmm: fromPolar(36.4 * R, 185), bGmm: fromPolar(22.7 * R, 12) };
const hole = {
  ...known('h', radial({ counterweightId: crank.counterweights[0]!.id, angleDeg: crank.counterweights[0]!.arcCentreDeg, bitMm: 16, depthMm: 18 })),
  afterSpinId: 's1',
};
const after = addPlanes(own, effectOfCuts(metalNow(crank, []), [hole]));

describe('stories of a surprise', () => {
  it('are none where every spin fits', () => {
    const record = facts([typed('s1', shownOf(own)), typed('s2', shownOf(after))], [hole]);
    expect(storiesOf(record)).toEqual([expect.objectContaining({ surprise: null }), []]);
  });
  it('tell a spin that was typed ten times too large, and what it was meant to be', () => {
    const shown = shownOf(after);
    const slip = { ...shown, a: { ...shown.a, amount: shown.a.amount * 10 } };
    const [told, stories] = storiesOf(facts([typed('s1', shownOf(own)), typed('s2', slip)], [hole]));
    expect(told).toMatchObject({ surprise: { spinId: 's2' }, verdict: 'cannotYetTell', inside: null });
    expect(stories[0]).toMatchObject({ entry: { kind: 'spinMistyped', spinId: 's2', slip: 'tenfold', what: 'amount in A', meant: shown.a.amount } });
  });
  it('tell a first spin whose planes were exchanged, though nothing contradicted it then', () => {
    const shown = shownOf(own);
    const [told, stories] = storiesOf(facts([typed('s1', { a: shown.b, b: shown.a }), typed('s2', shownOf(after))], [hole]));
    expect(told.surprise?.spinId).toBe('s2');
    expect(stories.slice(0, 3).map(({ entry }) => entry)).toContainEqual(
      expect.objectContaining({ kind: 'spinMistyped', spinId: 's1', slip: 'planes' }),
    );
  });
  it('tell a hole that nobody logged: which counterweight, where and how much', () => {
    const taken = 15 * R;
    const rim = crank.counterweights[2]!;
    const gone = addPlanes(after, scalePlanes(toPlanes(fromPolar(taken, rim.arcCentreDeg), rim.zMm, crank.planes), -1));
    const [told, stories] = storiesOf(facts([typed('s1', shownOf(own)), typed('s2', shownOf(gone))], [hole]));
    expect(told.surprise?.spinId).toBe('s2');
    const holes = stories.flatMap(({ entry }) => (entry.kind === 'unlogged' ? [entry.cut] : []));
    const found = holes.find(({ counterweightId }) => counterweightId === rim.id)!;
    expect(found.momentGmm / taken).toBeCloseTo(1, 1);
    expect(found.inItsArc).toBe(true);
    expect(Math.abs(found.angleDeg - rim.arcCentreDeg)).toBeLessThan(6);
    expect(stories.findIndex(({ entry }) => entry.kind === 'unlogged')).toBeLessThan(5);
  });
  it('tell a depth that was logged wrongly', () => {
    const logged = { ...hole, depthMm: 1.8 };
    const [told, stories] = storiesOf(facts([typed('s1', shownOf(own)), typed('s2', shownOf(after))], [logged]));
    expect(told.surprise?.spinId).toBe('s2');
    expect(stories.slice(0, 4).map(({ entry }) => entry)).toContainEqual(
      expect.objectContaining({ kind: 'cutMistyped', holeId: 'h', what: 'depth', slip: 'tenfold', meant: 18 }),
    );
  });
  it('tell a cut that was logged and never made, and no angle at which the counterweight has no metal', () => {
    const [told, stories] = storiesOf(facts([typed('s1', shownOf(own)), typed('s2', shownOf(own))], [hole]));
    expect(told.surprise?.spinId).toBe('s2');
    expect(stories[0]).toMatchObject({ entry: { kind: 'cutNotMade', holeId: 'h' } });
    const rim = crank.counterweights[0]!;
    for (const { entry } of stories)
      if (entry.kind === 'cutMistyped' && entry.what === 'angle')
        expect(Math.abs(turnBetweenDeg(entry.meant, rim.arcCentreDeg))).toBeLessThanOrEqual(rim.arcHalfWidthDeg);
  });
  it('tell a bar that was logged and never pressed in', () => {
    const rim = crank.counterweights[0]!;
    const pressed = { ...known('b', bar({ counterweightId: rim.id, angleDeg: rim.arcCentreDeg })), afterSpinId: 's1' };
    const [told, stories] = storiesOf(facts([typed('s1', shownOf(own)), typed('s2', shownOf(own))], [pressed]));
    expect(told.surprise?.spinId).toBe('s2');
    expect(stories[0]).toMatchObject({ entry: { kind: 'cutNotMade', holeId: 'b' } });
  });
  it('tell a known weight that hung still', () => {
    const hung = { ...BALANCED, aGmm: fromPolar(20 * R, 60) };
    const spins = [typed('s1', shownOf(own)), typed('s2', shownOf(addPlanes(own, hung)), { hung }), typed('s3', shownOf(addPlanes(own, hung)))];
    const [told, stories] = storiesOf(facts(spins));
    expect(told.surprise?.spinId).toBe('s3');
    expect(stories[0]).toMatchObject({ entry: { kind: 'hung', hung } });
  });
  it('tell a cover that was on, where its own unbalance is known', () => {
    const cover = { aGmm: fromPolar(4 * R, 100), bGmm: fromPolar(15 * R, 70) };
    const spins = [
      typed('s1', shownOf(own), { mounted: { crank: 0 } }),
      typed('s2', shownOf(addPlanes(own, cover)), { mounted: { crank: 0, cover: 0 } }),
      typed('s3', shownOf(addPlanes(own, cover)), { mounted: { crank: 0 } }),
    ];
    const [told, stories] = storiesOf(facts(spins));
    expect(told.surprise?.spinId).toBe('s3');
    expect(stories[0]).toMatchObject({ entry: { kind: 'mounted', part: 'cover', on: true } });
  });
  it('always leave room for what nobody thought of', () => {
    const [, stories] = storiesOf(facts([typed('s1', shownOf(own)), typed('s2', shownOf(scalePlanes(own, -1)))]));
    expect(stories.map(({ entry }) => entry.kind)).toEqual(expect.arrayContaining(['unloggedAtBothEnds', 'somethingMounted']));
  });
  it('put a hole that nobody logged before a machine that may be anything', () => {
    // A gain known to 15 % reaches far: that it would explain the reading too is no merit of it.
    const logged = { ...hole, afterSpinId: 's1' };
    const unlogged = radial({
      counterweightId: crank.counterweights[2]!.id,
      angleDeg: crank.counterweights[2]!.arcCentreDeg,
      bitMm: 14,
      depthMm: 15,
    });
    const left = addPlanes(own, effectOfCuts(metalNow(crank, []), [logged, unlogged]));
    const [, stories] = storiesOf(facts([typed('s1', shownOf(own)), typed('s2', shownOf(after)), typed('s3', shownOf(left))], [logged]));
    expect(stories[0]!.entry).toMatchObject({ kind: 'unlogged', cut: { counterweightId: crank.counterweights[2]!.id } });
  });
  it('know a number as the display showed it: 34.0 typed for 30.4 is two digits exchanged', () => {
    const shown = shownOf(own);
    const truly = { ...shown, a: { ...shown.a, amount: 30.4 } };
    const mistyped = { ...shown, a: { ...shown.a, amount: 34 } };
    const first = typed('s1', truly);
    const [, stories] = storiesOf(facts([first, typed('s2', truly), typed('s3', mistyped)]));
    expect(stories.map(({ entry }) => entry)).toContainEqual(
      expect.objectContaining({ kind: 'spinMistyped', slip: 'exchanged', was: 34, meant: 30.4 }),
    );
  });
});
