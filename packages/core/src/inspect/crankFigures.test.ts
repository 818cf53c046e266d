import { jobFigures } from '../job/jobFigures.js';
import { benchStatuses } from '../job/benches.js';
import type { JobFacts, SpinFact } from '../job/jobFacts.js';
import { weighedJob } from '../job/testing/weighedJob.js';
import { addPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { exchangedDigits } from '../units/quantity/exchanged.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { add, fromPolar, subtract, toPolar } from '../units/vector.js';
import { crankFigures } from './crankFigures.js';
import { gaugeSizeMm } from './gaugeSize.js';
import type { WorkFact, GaugeSettingFact, MadeReady, MeasurementFact } from './inspectFacts.js';
import { madeReadyOf, NOTHING_MADE_READY } from './madeReady.js';
import { mainPlacesMm } from './mainPlaces.js';
import { placesRead, readMm } from './placesRead.js';
import { slipAt } from './slipAt.js';
import { madeUpLimits } from './testing/madeUpLimits.js';
import { workChange } from './workChange.js';

const LIMITS = madeUpLimits(4);
const SETTING: GaugeSettingFact = {
  name: 'Lever indicator',
  divisionMm: 0.001,
  deviationMm: 0.0006,
  setValueMm: 0,
  sign: 1,
  zeroMm: 0,
  gaugeMetal: 'steel',
  gaugeC: null,
  partC: null,
  zeroAfterMm: null,
  moved: null,
};
let n = 0;
const read = (feature: string, indicationMm: number, more: Partial<MeasurementFact> = {}): MeasurementFact => ({
  id: `m${(n += 1)}`,
  feature,
  quantity: 'diameter',
  angleDeg: 0,
  depth: 1,
  indicationMm,
  settingId: 'set',
  afterWorkId: null,
  voided: false,
  ...more,
});
const turn = (main: number, eccentricityMm: number, afterWorkId: string | null = null): MeasurementFact[] =>
  [0, 45, 90, 135, 180, 225, 270, 315].map((angleDeg) =>
    read(`main.${main}`, eccentricityMm * Math.cos(((angleDeg - 40) * Math.PI) / 180), { quantity: 'runOut', angleDeg, depth: null, afterWorkId }),
  );
const made = (more: Partial<MadeReady> = {}): MadeReady => ({
  ...NOTHING_MADE_READY,
  measurements: [],
  works: [],
  settings: { set: SETTING },
  limits: LIMITS,
  cracks: null,
  planned: {},
  marked: {},
  unwornMm: {},
  indexDeg: {},
  rods: NOTHING_MADE_READY.rods,
  bores: NOTHING_MADE_READY.bores,
  pinLimits: null,
  ...more,
});
const job = weighedJob('inline3');
const spec = job.spec;
const push: WorkFact = { id: 'push', work: { kind: 'push', main: 2, pressedMm: 1, highAtDeg: 40 }, afterSpinId: null };
const TESTED = { way: 'tested', by: 'the Upper Yard', method: 'dye', demagnetised: false, afterWorks: 0, cracks: [] } as const;

describe('what was measured of a crank', () => {
  it('counts while nothing changed it, is the mean of its placements, and turns with its gauge', () => {
    const twice = made({ measurements: [read('main.2', 0.01), read('main.2', 0.03), read('main.2', 9, { voided: true })] });
    const [place] = placesRead(twice);
    expect(place).toMatchObject({ mm: expect.closeTo(0.02, 9), n: 2, deviationMm: expect.closeTo(0.0006 / Math.SQRT2, 9) });
    const ground: WorkFact = { id: 'g', work: { kind: 'grindMains', underMm: 0.25, axisMovedMm: 0, axisMovedAtDeg: 0 }, afterSpinId: null };
    expect(placesRead({ ...twice, works: [ground] })).toEqual([]);
    expect(placesRead({ ...twice, works: [{ ...push }] })).toHaveLength(1);
    expect(placesRead({ ...twice, works: [ground], measurements: [read('main.2', 0.01, { afterWorkId: 'g' })] })).toHaveLength(1);
  });
  it('is corrected as a whole by a zero that was wrong all along, and doubted as a whole by one that nobody knows of', () => {
    const sheet = made({ measurements: [read('main.2', 0.012), read('main.3', 0.015)] });
    const sizesIf = (moved: GaugeSettingFact['moved']): number[] =>
      placesRead({ ...sheet, settings: { set: { ...SETTING, setValueMm: 54, zeroAfterMm: 0.004, moved } } }).map(({ mm }) => Number(mm.toFixed(4)));
    expect(sizesIf(null)).toEqual([54.012, 54.015]);
    expect(sizesIf('corrected')).toEqual([54.008, 54.011]);
    expect(sizesIf('doubted')).toEqual([]);
  });
  it('is brought to 20 °C where both temperatures are known', () => {
    const warm = { ...SETTING, setValueMm: 60, partC: 32, gaugeC: 20 };
    expect(readMm({ indicationMm: 0, quantity: 'diameter' }, warm)).toBeCloseTo(60 - 0.0083, 4);
    expect(readMm({ indicationMm: 0, quantity: 'diameter' }, { ...warm, gaugeC: 32 })).toBeCloseTo(60, 9);
    // Equal temperatures are enough only for like metals: facts of the handbook, 92 mm of aluminium and steel at 26°.
    const bore = { ...SETTING, setValueMm: 92, partMetal: 'aluminium' as const, partC: 26, gaugeC: 26 };
    expect(readMm({ indicationMm: 0, quantity: 'diameter' }, bore)).toBeCloseTo(92 - 0.00635, 4);
  });
  it('is asked about where it is ten bands away, with the slip that would fit', () => {
    expect(slipAt({ feature: 'main.2', quantity: 'diameter' }, 53.98, [], { limits: LIMITS, rods: NOTHING_MADE_READY.rods })).toBeNull();
    expect(slipAt({ feature: 'main.2', quantity: 'diameter' }, 2.1252, [], { limits: LIMITS, rods: NOTHING_MADE_READY.rods })).toBe(
      '2.1252 mm lies far from 53.98 mm. In inches it would be 53.98 mm.',
    );
    // Typed without its unit in a field that is in inches.
    expect(slipAt({ feature: 'main.2', quantity: 'diameter' }, 53.98 * 25.4, [], { limits: LIMITS, rods: NOTHING_MADE_READY.rods })).toMatch(
      'In millimetres it would be 53.98 mm.',
    );
    expect(slipAt({ feature: 'pin.2', quantity: 'diameter' }, 539.8, [], { limits: LIMITS, rods: NOTHING_MADE_READY.rods })).toContain(
      'point a place nearer',
    );
    // 2.2152 in, where 2.1252 was meant: of all ways to exchange two of its digits one comes near.
    const exchanged = exchangedDigits('2.2152 in', 'mm');
    expect(
      slipAt({ feature: 'pin.1', quantity: 'diameter' }, 2.2152 * 25.4, [], { limits: LIMITS, rods: NOTHING_MADE_READY.rods }, null, exchanged),
    ).toBe('56.266 mm lies far from 53.98 mm. With two digits exchanged it would be 53.98 mm.');
    // The size itself, typed where the needle of a gauge that was set at 54 is asked for.
    for (const [sign, needle] of [
      [1, '0.012'],
      [-1, '-0.012'],
    ] as const) {
      const setting = { setValueMm: 54, sign, zeroMm: 0 };
      const typedMm = 54.012;
      const said = slipAt(
        { feature: 'main.2', quantity: 'diameter' },
        gaugeSizeMm(typedMm, setting),
        [],
        { limits: LIMITS, rods: NOTHING_MADE_READY.rods },
        { typedMm, setting },
      );
      expect(said).toContain(`If 54.012 mm is the size itself, the needle shows ${needle} mm.`);
      expect(gaugeSizeMm(Number(needle), setting)).toBeCloseTo(typedMm, 9);
    }
    expect(slipAt({ feature: 'main.2', quantity: 'runOut' }, 12, [], NOTHING_MADE_READY)).toContain('so far a main does not run out');
    expect(
      slipAt({ feature: 'main.2', quantity: 'housing' }, 58, [{ feature: 'main.1', quantity: 'housing', mm: 57.9 }], NOTHING_MADE_READY),
    ).toBeNull();
  });
});

describe('the short way of a run-out', () => {
  const swing = (main: number, high: number, low: number, at: number): MeasurementFact[] => [
    read(`main.${main}`, high, { quantity: 'runOutHigh', angleDeg: at, depth: null }),
    read(`main.${main}`, low, { quantity: 'runOutLow', angleDeg: null, depth: null }),
  ];
  it('says the same of a bent main as the whole turn does, and takes an oval for a bend', () => {
    const whole = crankFigures(made({ measurements: [...turn(2, 0.02), ...turn(3, 0.01)] }), spec).runOut;
    const short = crankFigures(made({ measurements: [...swing(2, 0.02, -0.02, 40), ...turn(3, 0.01)] }), spec).runOut;
    if (whole.kind !== 'read' || short.kind !== 'read') throw new Error('It was read.');
    expect(short.mains[1]!.eccentricityMm.re).toBeCloseTo(whole.mains[1]!.eccentricityMm.re, 9);
    expect(short.mains[1]!.eccentricityMm.im).toBeCloseTo(whole.mains[1]!.eccentricityMm.im, 9);
    // Two readings tell less than eight: s/√2 for s·√(2/8).
    expect(short.mains[1]!.deviationMm! / whole.mains[1]!.deviationMm!).toBeCloseTo(Math.sqrt(2), 6);
    // Ovality of 0.03 round a straight axis: nothing by the turn, a swing of 0.06 the short way.
    const oval = [0, 45, 90, 135, 180, 225, 270, 315].map((angleDeg) =>
      read('main.2', 0.03 * Math.cos((angleDeg * Math.PI) / 90), { quantity: 'runOut', angleDeg, depth: null }),
    );
    const byTurn = crankFigures(made({ measurements: [...oval, ...turn(3, 0.01)] }), spec).runOut;
    const byShort = crankFigures(made({ measurements: [...swing(2, 0.03, -0.03, 0), ...turn(3, 0.01)] }), spec).runOut;
    expect(byTurn).toMatchObject({ kind: 'read', mains: [{}, { runOutMm: expect.closeTo(0, 9) }, {}, {}] });
    expect(byShort).toMatchObject({ kind: 'read', mains: [{}, { runOutMm: expect.closeTo(0.06, 9), verdict: { kind: 'outside' } }, {}, {}] });
  });
  it('waits for both, and asks about a lowest over the highest', () => {
    expect(crankFigures(made({ measurements: [swing(2, 0.02, -0.02, 40)[0]!, ...turn(3, 0.01)] }), spec).runOut).toMatchObject({
      kind: 'waiting',
      mains: [2],
    });
    const high = { feature: 'main.2', quantity: 'runOutHigh' as const, mm: 0.012 };
    expect(slipAt({ feature: 'main.2', quantity: 'runOutLow' }, 0.02, [high], { limits: LIMITS, rods: NOTHING_MADE_READY.rods })).toBe(
      'The lowest, 0.02 mm, lies over the highest, 0.012 mm.',
    );
    expect(slipAt({ feature: 'main.3', quantity: 'runOutLow' }, 0.02, [high], { limits: LIMITS, rods: NOTHING_MADE_READY.rods })).toBeNull();
    expect(crankFigures(made({ measurements: [...swing(2, -0.02, 0.02, 40), ...turn(3, 0.01)] }), spec).runOut).toMatchObject({
      kind: 'refused',
      reason: 'The lowest reading, 0.02 mm, lies over the highest, -0.02 mm.',
    });
  });
});

describe('what else a journal has', () => {
  const pins = [1, 2, 3].flatMap((number) => [0, 90].map((angleDeg) => read(`pin.${number}`, 53.98, { settingId: null, angleDeg })));
  it('a throw off its place is ground on another axis: it needs twice the chord at its radius more', () => {
    const need = (indexDeg: MadeReady['indexDeg']): number =>
      crankFigures(made({ measurements: pins, indexDeg }), spec).groups.pins.undersize!.needs.find(({ id }) => id === 'pin.2')!.needMm;
    const chordMm = 2 * (spec.strokeMm / 2) * Math.sin(((0.2 / 2) * Math.PI) / 180);
    expect(need({ 'pin.2': 0.2 }) - need({})).toBeCloseTo(2 * chordMm, 9);
    expect(need({ 'pin.2': -0.2 })).toBeCloseTo(need({ 'pin.2': 0.2 }), 12);
  });
  it('a fillet outside sends it to the grinder whatever its diameter is; nobody’s limits judge nothing', () => {
    const fillet = read('pin.2', 2.4, { quantity: 'fillet', settingId: null, angleDeg: null, depth: null });
    const rowWith = (limits: typeof LIMITS) => crankFigures(made({ measurements: [...pins, fillet], limits }), spec).groups.pins.journals[1]!;
    expect(rowWith(LIMITS)).toMatchObject({
      fillet: { mm: 2.4, verdict: { kind: 'inside' } },
      figures: { advice: expect.not.stringMatching('grind') },
    });
    const asked = { ...LIMITS, pins: { ...LIMITS.pins, fillet: { lowMm: 3, highMm: 4 } } };
    expect(rowWith(asked)).toMatchObject({ fillet: { verdict: { kind: 'outside' } }, figures: { advice: 'grind' } });
  });
});

describe('what somebody said of a crank', () => {
  it('is there before anything is measured: a gauge that was set, a mark that was felt; and nothing where nobody said anything', () => {
    expect(madeReadyOf([], [], {})).toBeNull();
    expect(madeReadyOf([], [], { 'bob.oilG': { value: 3 } })).toBeNull();
    expect(madeReadyOf([], [], { 'gauge.setting.set': { value: SETTING } })?.settings).toEqual({ set: SETTING });
    expect(madeReadyOf([], [], { 'inspect.marked.main.2': { value: true } })?.marked).toEqual({ 'main.2': true });
    expect(madeReadyOf([], [], { 'inspect.planned.pins': { value: null }, 'inspect.unworn.main.2': { value: null } })).toBeNull();
  });
});

describe('a crank', () => {
  it('has its mains before, between and behind its throws, where nobody measured them', () => {
    expect(mainPlacesMm({ pins: [{ angleDeg: 0, zMm: 0, cylinders: [1] }] }, undefined)).toEqual([-50, 50]);
    const mains = mainPlacesMm(spec.layout, undefined);
    expect(mains).toHaveLength(4);
    expect(mains[1]).toBeCloseTo((spec.layout.pins[0]!.zMm + spec.layout.pins[1]!.zMm) / 2, 9);
  });
  it('is not called straight where all its mains lie on blocks: nothing was read of it', () => {
    expect(crankFigures(made({ limits: madeUpLimits(2) }), weighedJob('v2At90').spec).runOut).toEqual({ kind: 'unseen' });
  });
  it('is bent, pushed and read again: the first push teaches the second', () => {
    const bent = made({ measurements: [...turn(2, 0.041), ...turn(3, 0.01)] });
    const { runOut } = crankFigures(bent, spec);
    expect(runOut).toMatchObject({ kind: 'read', next: { main: 2, pressMm: 1, learnedFrom: 0 } });
    const pushed = made({ works: [push], measurements: [...bent.measurements, ...turn(2, 0.031, 'push'), ...turn(3, 0.01, 'push')] });
    const after = crankFigures(pushed, spec);
    expect(after.runOut).toMatchObject({ kind: 'read', next: { main: 2, learnedFrom: 1 } });
    expect(crankFigures({ ...bent, works: [push] }, spec).runOut).toMatchObject({ kind: 'waiting', mains: [2, 3] });
    // A main that was read is told while others wait.
    expect(crankFigures(made({ measurements: turn(2, 0.041) }), spec).runOut).toMatchObject({
      kind: 'waiting',
      mains: [3],
      read: [{ main: 1 }, { main: 2, runOutMm: expect.closeTo(0.082, 6), verdict: { kind: 'outside' } }, { main: 4 }],
    });
    expect(crankFigures({ ...bent, limits: { ...LIMITS, isCast: true } }, spec).runOut).toMatchObject({ kind: 'read', next: null });
    expect(crankFigures({ ...bent, cracks: TESTED }, spec).cracksDue).toBeNull();
    expect(crankFigures({ ...pushed, cracks: TESTED }, spec).cracksDue).toBe('again');
  });
  it('is refused what contradicts itself, by name', () => {
    expect(
      crankFigures(made({ limits: { ...LIMITS, blocks: [2, 2] }, measurements: [1, 3, 4].flatMap((main) => turn(main, 0.01)) }), spec).runOut,
    ).toEqual({
      kind: 'refused',
      reason: 'The crank has to lie on two different mains.',
    });
  });
  it('adds how far its mains lie off to what they need', () => {
    const sizes = [1, 2, 3, 4].map((main) => read(`main.${main}`, 53.9, { settingId: null }));
    const straight = crankFigures(made({ measurements: [...sizes, ...turn(2, 0), ...turn(3, 0)] }), spec).groups.mains.undersize!;
    const bent = crankFigures(made({ measurements: [...sizes, ...turn(2, 0.08), ...turn(3, 0)] }), spec).groups.mains.undersize!;
    expect([straight.size?.underMm, straight.needs[1]!.needMm]).toEqual([0.25, expect.closeTo(0.11, 9)]);
    const oneSided = crankFigures(made({ unwornMm: { 'main.3': 53.98 }, measurements: [...sizes, ...turn(2, 0), ...turn(3, 0)] }), spec).groups.mains
      .undersize!;
    // 53.99 + 0.02 − (2·53.9 − 53.98).
    expect([oneSided.decidesId, oneSided.needs[2]!.needMm]).toEqual(['main.3', expect.closeTo(0.19, 9)]);
    expect([bent.size?.underMm, bent.decidesId, bent.needs[1]!.needMm]).toEqual([0.5, 'main.2', expect.closeTo(0.27, 6)]);
  });
  it('takes grades by its own gap, one wall for both counted twice, and says what to order', () => {
    const own = [
      read('main.1', 49.985, { settingId: null }),
      read('main.1', 54.012, { quantity: 'housing', angleDeg: null, depth: null, settingId: null }),
    ];
    const wall = read('main.1', 1.99, { quantity: 'upperWall', angleDeg: null, depth: null });
    const { bearings, grades, order } = crankFigures(made({ measurements: [...own, wall] }), spec).groups.mains;
    expect(bearings[0]!.clearanceMm).toBeCloseTo(0.047, 9);
    expect(bearings[0]).toMatchObject({ seenMm: null, disagrees: false });
    // Half the band is 0.015, a quarter 0.0075: a plastic thread that shows 0.06 says otherwise, one that shows 0.05 does not.
    const seen = (mm: number) => {
      const thread = read('main.1', mm, { quantity: 'clearanceSeen', angleDeg: null, depth: null });
      return crankFigures(made({ measurements: [...own, wall, thread] }), spec).groups.mains.bearings[0]!;
    };
    expect(seen(0.06)).toMatchObject({ seenMm: expect.closeTo(0.06, 9), disagrees: true });
    expect(seen(0.05).disagrees).toBe(false);
    expect(grades[0]).toMatchObject({ upper: { name: 'grade 2' }, lower: { name: 'grade 2' }, clearanceMm: expect.closeTo(0.047, 9) });
    expect(order).toMatchObject([{ grade: { name: 'grade 2' }, halves: 1 }]);
  });
});

describe('what was decided of a crank', () => {
  const stateOf = (facts: JobFacts, bench: string): string => {
    const { state, why } = benchStatuses(facts, jobFigures(facts)).find((one) => one.bench === bench)!;
    return `${state}: ${why}`;
  };
  it('holds up Spin while a grind is planned, and every later bench where it is cracked', () => {
    expect(stateOf({ ...job, madeReady: made({ planned: { pins: 0.25 } }) }, 'spin')).toBe('waiting: waits for the pins to be ground');
    expect(stateOf({ ...job, madeReady: made({ planned: { pins: 0.25 } }) }, 'makeReady')).toBe('underWay: pins to grind');
    const cracked = { ...job, madeReady: made({ cracks: { ...TESTED, cracks: [{ place: 'fillet of pin 2', zMm: null }] } }) };
    expect(['weigh', 'match', 'spin', 'signOff'].map((bench) => stateOf(cracked, bench))).toEqual(Array(4).fill('waiting: the crank is cracked'));
    expect(stateOf({ ...job, readings: [] }, 'makeReady')).toBe('ready: nothing measured yet');
    expect(stateOf(job, 'makeReady')).toBe('done: not used');
  });
  it('grinding after a spin opens it again, moves what is known by what was foretold, and asks about a spin that knows nothing of it', () => {
    const v8 = weighedJob('v8Cross90');
    const { planes } = v8.spec.crank;
    const spin = (id: string, at: PlaneUnbalance): SpinFact => ({
      id,
      speedRpm: 600,
      planes,
      turns: summariseTurns(
        Array.from({ length: 20 }, (_, i) => {
          const off = fromPolar(2, i * 90);
          return { aGmm: add(at.aGmm, off), bGmm: subtract(at.bGmm, off) };
        }),
      ),
      source: 'typed',
      knownDeviationGmm: 8,
      gainDeviation: 0.03,
    });
    const before: PlaneUnbalance = { aGmm: fromPolar(40, 100), bGmm: fromPolar(30, 250) };
    const spins = ['a', 'b', 'c'].map((id) => spin(id, before));
    const work = { kind: 'grindPins', underMm: 0.25, diameterMm: 53, widthMm: 48 } as const;
    const { change } = workChange(work, v8.spec, null)!;
    const works: WorkFact[] = [{ id: 'ground', work, afterSpinId: 'c' }];
    const { bobs } = jobFigures(v8);
    const acceptedG = bobs.kind === 'ready' ? bobs.pins.map(({ card }) => card.bobWeightG) : null;
    const facts: JobFacts = { ...v8, bobChoices: { ...v8.bobChoices, acceptedG }, spins, madeReady: made({ works }) };
    const figures = jobFigures(facts);
    expect(figures.holesSinceLastSpin).toBe(1);
    expect(stateOf(facts, 'spin')).toBe('reopened: spin again: ground since');
    expect(stateOf({ ...facts, signedOffSpinId: 'c' }, 'signOff')).toBe('reopened: ground since');
    const known = subtract(figures.estimate.now!.unbalance.aGmm, jobFigures({ ...facts, madeReady: made() }).estimate.now!.unbalance.aGmm);
    expect(toPolar(subtract(known, change.aGmm)).amount).toBeLessThan(1e-6);
    const then = (at: PlaneUnbalance): boolean => jobFigures({ ...facts, spins: [...spins, spin('d', at)] }).estimate.surprise === null;
    expect([then(addPlanes(before, change)), then(before)]).toEqual([true, false]);
    // Before the first spin it belongs to the crank as it was found.
    expect(jobFigures({ ...facts, madeReady: made({ works: [{ ...works[0]!, afterSpinId: null }] }) }).holesSinceLastSpin).toBe(0);
  });
});
