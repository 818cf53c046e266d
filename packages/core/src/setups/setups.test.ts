import fc from 'fast-check';
import { USUAL_DRILL } from '../cuts/drillErrors.js';
import { effectOfCuts, metalNow } from '../cuts/metalNow.js';
import { known } from '../cuts/testing/cuts.js';
import { jobEstimate } from '../job/jobEstimate.js';
import type { HoleFact, InSetUp, SpinFact } from '../job/jobFacts.js';
import { boltedSpins, type EstimateFacts } from '../job/recordEvents.js';
import { madeUpSpec } from '../job/testing/madeUpSpec.js';
import type { Mounted } from '../estimate/events.js';
import type { Counterweight, Crank } from '../rotor/crank.js';
import { addPlanes, BALANCED, movePlanes, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { degToRad } from '../units/angle.js';
import { absolute, times } from '../units/complex.js';
import { fromPolar, subtract, type Vector } from '../units/vector.js';
import { inSetUp, massOf, ownRecord } from './inSetUp.js';
import { mountingScatter } from './mountingScatter.js';
import { checkSetUps, removedWithSpins, turnedTo, type SetUp, type SetUps } from './setUp.js';
import { earlierOutside, partsTold, setUpSteps } from './steps.js';
import { setUpLike, setUpsFrom } from './templates.js';

const rim = (kind: 'damper' | 'flywheel' | 'clutchCover', zMm: number): Counterweight => ({
  id: kind,
  name: kind,
  zMm,
  widthMm: 24,
  rimRadiusMm: 110,
  arcCentreDeg: 0,
  arcHalfWidthDeg: 180,
  depthLimitMm: 20,
  kind,
});
const bare = madeUpSpec('inline4');
const spec = {
  ...bare,
  crank: { ...bare.crank, counterweights: [...bare.crank.counterweights, rim('damper', -240), rim('flywheel', 260), rim('clutchCover', 290)] },
};
const { planes } = spec.crank;
const PARTS = ['crank', 'damper', 'flywheel', 'clutchCover'];
let ids = 0;
const stages = setUpsFrom('stages', false, PARTS.slice(1), () => `set-up ${(ids += 1)}`);
const SET_UPS: SetUps = { list: stages, positionsDeg: {} };

const turn = (vector: Vector, deg: number): Vector => times(vector, { re: Math.cos(degToRad(deg)), im: Math.sin(degToRad(deg)) });
const turnPlanes = ({ aGmm, bGmm }: PlaneUnbalance, deg: number): PlaneUnbalance => ({ aGmm: turn(aGmm, deg), bGmm: turn(bGmm, deg) });
const OWN: Readonly<Record<string, PlaneUnbalance>> = {
  crank: { aGmm: fromPolar(400, 20), bGmm: fromPolar(250, 200) },
  damper: toPlanes(fromPolar(500, 120), -240, planes),
  flywheel: toPlanes(fromPolar(700, 300), 260, planes),
  clutchCover: toPlanes(fromPolar(620, 75), 290, planes),
};
const totalOf = (mounted: Mounted, own = OWN): PlaneUnbalance =>
  Object.entries(mounted)
    .map(([part, deg]) => turnPlanes(own[part]!, deg))
    .reduce(addPlanes, BALANCED);
const spinOf = (id: string, setUp: SetUp, total: PlaneUnbalance, more: Partial<SpinFact> = {}): SpinFact => ({
  id,
  speedRpm: 600,
  planes: setUp.planes ?? planes,
  turns: summariseTurns([movePlanes(total, planes, setUp.planes ?? planes)]),
  source: 'typed',
  knownDeviationGmm: 4,
  gainDeviation: 0.001,
  mounted: setUp.mounted,
  setUpId: setUp.id,
  ...more,
});
function factsIn(current: SetUp, spins: readonly SpinFact[], holes: readonly HoleFact[] = [], setUps = SET_UPS): EstimateFacts {
  const kept = { spec, spins, holes };
  const setUp: InSetUp = {
    current,
    setUps,
    mounted: current.mounted,
    masses: {},
    kept,
    whole: ownRecord(kept, current),
    rotor: massOf(spec.crank, current, {}),
  };
  return { ...inSetUp(kept, current, setUps.list), drill: USUAL_DRILL, spinsThatAreSo: [], setUp };
}

/** Solves a system by Gauss's elimination with the largest pivot. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): number[] {
  const rows = matrix.map((row, i) => [...row, right[i]!]);
  const n = rows.length;
  for (let i = 0; i < n; i += 1) {
    const best = rows.slice(i).reduce((at, row, k) => (Math.abs(row[i]!) > Math.abs(rows[at]![i]!) ? i + k : at), i);
    [rows[i], rows[best]] = [rows[best]!, rows[i]!];
    for (let k = 0; k < n; k += 1) {
      if (k === i) continue;
      const factor = rows[k]![i]! / rows[i]![i]!;
      rows[k] = rows[k]!.map((value, c) => value - factor * rows[i]![c]!);
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!);
}

interface Reading {
  readonly mounted: Mounted;
  readonly read: PlaneUnbalance;
  /** 4 × 4 of its four numbers. */
  readonly covariance: readonly (readonly number[])[];
}

/** Weighted least squares over all four numbers of every reading, by the normal equations: nothing of the estimate's. */
function leastSquares(readings: readonly Reading[]): PlaneUnbalance[] {
  const n = 4 * PARTS.length;
  const normal = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  const right = new Array<number>(n).fill(0);
  for (const { mounted, read, covariance } of readings) {
    const numbers = [read.aGmm.re, read.aGmm.im, read.bGmm.re, read.bGmm.im];
    // Four rows of the design: R(φ) of each part in each plane.
    const design = numbers.map((_, row) =>
      PARTS.flatMap((part) =>
        [0, 1, 2, 3].map((column) => {
          if (!(part in mounted) || Math.floor(row / 2) !== Math.floor(column / 2)) return 0;
          const [cos, sin] = [Math.cos(degToRad(mounted[part]!)), Math.sin(degToRad(mounted[part]!))];
          return row % 2 === column % 2 ? cos : row % 2 === 0 ? -sin : sin;
        }),
      ),
    );
    const weighted = PARTS.flatMap((_, p) =>
      [0, 1, 2, 3].map((c) =>
        solve(
          covariance,
          design.map((row) => row[4 * p + c]!),
        ),
      ),
    );
    for (let i = 0; i < n; i += 1) {
      right[i]! += weighted[i]!.reduce((sum, value, row) => sum + value * numbers[row]!, 0);
      for (let k = 0; k < n; k += 1) normal[i]![k]! += weighted[i]!.reduce((sum, value, row) => sum + value * design[row]![k]!, 0);
    }
  }
  const found = solve(normal, right);
  return PARTS.map((_, p) => ({ aGmm: { re: found[4 * p]!, im: found[4 * p + 1]! }, bGmm: { re: found[4 * p + 2]!, im: found[4 * p + 3]! } }));
}

describe('each part by itself', () => {
  // Five spins: every stage, and the whole with the cover turned; noise that a least squares has to share out by its weights.
  const noise = [3, -5, 2, 4, -3].map((amount, i) => ({ aGmm: fromPolar(amount, 70 * i), bGmm: fromPolar(2 * amount, 40 * i) }));
  const turnedAll = { ...turnedTo(stages[3]!, 'clutchCover', 120), id: 'turned' };
  const spun = [...stages, turnedAll].map((setUp, i) =>
    spinOf(`s${i}`, setUp, addPlanes(totalOf(setUp.mounted), noise[i]!), { gainDeviation: 1e-5 }),
  );
  const setUps = { ...SET_UPS, list: [...stages, turnedAll] };

  it('agrees with a least squares worked by another route', () => {
    const told = partsTold(factsIn(stages[3]!, spun, [], setUps), 3000);
    expect(told.map(({ parts }) => parts)).toEqual(PARTS.map((part) => [part]));
    // As it sits now, turned: the reading before it is of one that sat otherwise by its play, 17 g·mm at its place and 4 in each plane.
    const play = (zMm: number): number[][] => {
      const shareB = (zMm - planes.zAMm) / (planes.zBMm - planes.zAMm);
      const shares = [1 - shareB, 1 - shareB, shareB, shareB];
      return shares.map((x, row) => shares.map((y, column) => ((row - column) % 2 === 0 ? x * y * 17 ** 2 : 0) + (row === column ? 16 : 0)));
    };
    const own = Array.from({ length: 4 }, (_, row) => Array.from({ length: 4 }, (__, column) => (row === column ? 16 : 0)));
    const more = own.map((row, i) => row.map((value, k) => value + play(290)[i]![k]!));
    const by = leastSquares(spun.map(({ mounted, turns }, i) => ({ mounted: mounted!, read: turns.mean, covariance: i === 3 ? more : own })));
    // The gain is known to a hair.
    for (const plane of ['aGmm', 'bGmm'] as const)
      told.forEach(({ known }, i) => expect(absolute(subtract(known.unbalance[plane], by[i]![plane]))).toBeLessThan(0.05));
  });

  it('narrows the crank’s own region by a later set-up’s spin, and tells parts never spun apart together', () => {
    const radius = (spins: readonly SpinFact[]): number => partsTold(factsIn(stages[0]!, spins), 3000)[0]!.known.radius95Gmm!.aGmm;
    const twice = [spun[0]!, spun[1]!, spinOf('again', stages[1]!, totalOf(stages[1]!.mounted))];
    const known1 = partsTold(factsIn(stages[0]!, [spun[0]!, spun[3]!]), 3000);
    expect(known1.map(({ parts, isApart }) => [parts.length, isApart])).toEqual([
      [1, true],
      [3, false],
    ]);
    // With the damper known from elsewhere (off and on again) the crank is read once more through it.
    const off = [...twice, spinOf('off', stages[0]!, totalOf(stages[0]!.mounted))];
    expect(radius(off)).toBeLessThan(radius(twice));
  });

  it('is the same whatever planes a set-up is read in, and whichever way the zero is turned', () => {
    const outward = { ...stages[2]!, planes: { ...planes, zBMm: planes.zBMm + 70 } };
    const list = [stages[0]!, stages[1]!, outward, stages[3]!];
    const spins = list.map((setUp, i) => spinOf(`s${i}`, setUp, totalOf(setUp.mounted)));
    const told = partsTold(factsIn(stages[0]!, spins, [], { ...SET_UPS, list }), 3000);
    told.forEach(({ parts, known }) => {
      expect(absolute(subtract(known.unbalance.aGmm, OWN[parts[0]!]!.aGmm))).toBeLessThan(1);
      expect(absolute(subtract(known.unbalance.bGmm, OWN[parts[0]!]!.bGmm))).toBeLessThan(1);
    });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (deg) => {
        const turned = list.map((setUp, i) => spinOf(`s${i}`, setUp, turnPlanes(totalOf(setUp.mounted), deg)));
        const again = partsTold(factsIn(stages[0]!, turned, [], { ...SET_UPS, list }), 3000);
        again.forEach(({ known }, i) =>
          expect(absolute(subtract(known.unbalance.aGmm, turn(told[i]!.known.unbalance.aGmm, deg)))).toBeLessThan(1e-3),
        );
      }),
      { numRuns: 20 },
    );
  });
});

describe('a job in one of its set-ups', () => {
  it('has what is mounted and nothing else, each rim turned as its part is, each cut with it', () => {
    const stage = turnedTo(stages[2]!, 'flywheel', 120);
    const hole: HoleFact = {
      ...known('h', { kind: 'radial', counterweightId: 'flywheel', angleDeg: 40, bitMm: 10, pointAngleDeg: 118, depthMm: 12 }),
      afterSpinId: null,
      turnedDeg: 30,
    };
    const arcs = [{ fromDeg: 350, toDeg: 20, why: 'the key' }];
    const withArc: Crank = {
      ...spec.crank,
      counterweights: spec.crank.counterweights.map((one) => (one.id === 'flywheel' ? { ...one, noDrill: arcs } : one)),
    };
    const at = inSetUp({ spec: { ...spec, crank: withArc }, spins: [], holes: [hole] }, stage, [stage]);
    expect(at.spec.crank.counterweights.map(({ id }) => id)).not.toContain('clutchCover');
    const flywheel = at.spec.crank.counterweights.find(({ id }) => id === 'flywheel')!;
    expect([flywheel.arcCentreDeg, flywheel.noDrill![0]!.fromDeg, flywheel.noDrill![0]!.toDeg]).toEqual([120, 110, 140]);
    // Drilled at 40° while the part was turned by 30°: at 10° of its own, now at 130°.
    expect(at.holes[0]!.angleDeg).toBeCloseTo(130, 9);
    expect(ownRecord({ spec, spins: [], holes: [hole] }, stage).holes[0]!.angleDeg).toBeCloseTo(10, 9);
    // Taken off, its holes go with it.
    expect(inSetUp({ spec, spins: [], holes: [hole] }, stages[0]!, stages).holes).toEqual([]);
  });

  it('takes what was cut from a part with that part, whichever way it is turned later', () => {
    const [one, other] = [stages[2]!, { ...turnedTo(stages[2]!, 'flywheel', 90), id: 'turned', name: 'Turned' }];
    const setUps = { ...SET_UPS, list: [...stages, other] };
    const hole: HoleFact = {
      ...known('h', { kind: 'radial', counterweightId: 'flywheel', angleDeg: 200, bitMm: 14, pointAngleDeg: 118, depthMm: 15 }),
      afterSpinId: 's2',
    };
    const change = effectOfCuts(metalNow(spec.crank, []), [hole]);
    const own = { ...OWN, flywheel: addPlanes(OWN['flywheel']!, change) };
    const spins = [stages[0]!, stages[1]!, one].map((setUp, i) => spinOf(`s${i}`, setUp, totalOf(setUp.mounted)));
    const facts = factsIn(other, [...spins, spinOf('s3', other, totalOf(other.mounted, own))], [hole], setUps);
    const told = jobEstimate(facts, { aGmm: 100, bGmm: 100 });
    expect(told.surprise).toBeNull();
    expect(absolute(subtract(told.now!.unbalance.bGmm, totalOf(other.mounted, own).bGmm))).toBeLessThan(6);
  });

  it('says how far each is, and that an earlier one is outside', () => {
    const inside = { crank: BALANCED, damper: OWN['damper']!, flywheel: BALANCED, clutchCover: BALANCED };
    const spins = stages.slice(0, 2).map((setUp, i) => spinOf(`s${i}`, setUp, totalOf(setUp.mounted, inside)));
    const facts = factsIn(stages[2]!, spins);
    const steps = setUpSteps(facts, facts.setUp!);
    expect(steps.map(({ verdict, isDone, spinIds }) => [verdict, isDone, spinIds.length])).toEqual([
      // It came inside, in one spin by a machine that nobody has checked on it.
      ['cannotYetTell', false, 1],
      ['outside', false, 1],
      ['cannotYetTell', false, 0],
      ['cannotYetTell', false, 0],
    ]);
    expect(steps.map(({ acceptWaits }) => acceptWaits.map(({ kind }) => kind))).toEqual([['readings', 'unlikelySuccess', 'knownWeight'], [], [], []]);
    expect(earlierOutside(steps, stages[2]!.id).map(({ name }) => name)).toEqual(['With the damper']);
    expect(earlierOutside(steps, stages[1]!.id)).toEqual([]);
    const turned = { ...SET_UPS, list: stages.map((setUp) => (setUp.id === stages[1]!.id ? turnedTo(setUp, 'damper', 90) : setUp)) };
    expect(setUpSteps(facts, { ...facts.setUp!, setUps: turned })[1]).toMatchObject({ changedSince: true, isDone: false });
  });
});

describe('the mounting’s own scatter', () => {
  it('is what two readings differ by beyond the machine’s own scatter, and none while nothing was bolted on again', () => {
    const total = totalOf(stages[3]!.mounted);
    const moved = { aGmm: { re: total.aGmm.re + 30, im: total.aGmm.im }, bGmm: { re: total.bGmm.re, im: total.bGmm.im + 50 } };
    const pair = [spinOf('s0', stages[3]!, total), spinOf('s1', stages[3]!, moved, { rebolted: ['clutchCover'] })];
    const [told] = mountingScatter(boltedSpins(factsIn(stages[3]!, pair)));
    // |d|²/2 less twice 4².
    expect(told).toEqual({ part: 'clutchCover', aGmm: Math.sqrt(900 / 2 - 32), bGmm: Math.sqrt(2500 / 2 - 32), repeats: 1 });
    expect(mountingScatter(boltedSpins(factsIn(stages[3]!, [pair[0]!, { ...pair[1]!, rebolted: [] }])))).toEqual([]);
    // It is no surprise: nobody knows where to the part sits when it is bolted on again.
    expect(jobEstimate(factsIn(stages[3]!, pair), { aGmm: 90, bGmm: 90 }).surprise).toBeNull();
    expect(jobEstimate(factsIn(stages[3]!, [pair[0]!, { ...pair[1]!, rebolted: [] }]), { aGmm: 90, bGmm: 90 }).surprise).not.toBeNull();
  });

  it('changes nothing where a part that was off and on again reads as it did', () => {
    const spins = [stages[3]!, stages[2]!, stages[3]!].map((setUp, i) => spinOf(`s${i}`, setUp, totalOf(setUp.mounted)));
    const told = jobEstimate(factsIn(stages[3]!, spins), { aGmm: 90, bGmm: 90 });
    expect(told.surprise).toBeNull();
    expect(absolute(subtract(told.now!.unbalance.aGmm, totalOf(stages[3]!.mounted).aGmm))).toBeLessThan(0.1);
  });
});

describe('a dummy damper of the shop’s own', () => {
  const dummy = { name: 'Dummy ring', heavyG: 5, radiusMm: 80, angleDeg: 120, deviationG: 0.05, beyondMm: -40 };
  const setUp: SetUp = { ...stages[0]!, id: 'dummy', name: 'With the dummy', mounted: { crank: 0, 'Dummy ring': 0 } };
  const z = Math.min(...bare.crank.counterweights.map(({ zMm }) => zMm)) - 40;
  const total = addPlanes(OWN['crank']!, toPlanes(fromPolar(400, 120), z, planes));
  const spins = [spinOf('s0', setUp, total)];

  it('is taken off by what was measured of it by itself: one spin tells the crank', () => {
    const facts = factsIn(setUp, spins, [], { list: [setUp], positionsDeg: {}, known: { 'Dummy ring': dummy } });
    const told = partsTold(facts, 3000);
    expect(told.map(({ parts }) => parts[0]).sort()).toEqual(['Dummy ring', 'crank']);
    const crank = told.find(({ parts }) => parts[0] === 'crank')!;
    expect(absolute(subtract(crank.known.unbalance.aGmm, OWN['crank']!.aGmm))).toBeLessThan(1);
    expect(absolute(subtract(crank.known.unbalance.bGmm, OWN['crank']!.bGmm))).toBeLessThan(1);
    // The reading's own 4 g·mm and the ring's 0.05 g at 80: a 95 % circle is 2.448 of their root sum.
    const share = (planes.zBMm - z) / (planes.zBMm - planes.zAMm);
    expect(crank.known.radius95Gmm!.aGmm).toBeGreaterThan(2.448 * 4);
    expect(crank.known.radius95Gmm!.aGmm).toBeLessThan(2.448 * Math.hypot(4, 4 * share) * 1.1);
    const estimate = jobEstimate(facts, { aGmm: 900, bGmm: 900 });
    expect([estimate.spins.map(({ spinId }) => spinId), estimate.gains.length, estimate.counted]).toEqual([['s0'], 1, 1]);
  });
  it('is told together with the crank where nobody measured it', () => {
    expect(partsTold(factsIn(setUp, spins, [], { list: [setUp], positionsDeg: {} }), 3000)).toHaveLength(1);
  });
});

describe('set-ups that cannot be', () => {
  const refused =
    (list: readonly SetUp[], positionsDeg: SetUps['positionsDeg'] = {}): (() => void) =>
    () =>
      checkSetUps({ list, positionsDeg }, spec.crank);
  it.each<readonly [string, () => void, string]>([
    ['no crank', refused([{ ...stages[0]!, mounted: { damper: 0 } }]), 'Bare crank has no crank'],
    ['a part twice', refused([{ ...stages[0]!, mounted: { crank: 0, damper: 0, Damper: 0 } }]), 'has the Damper twice'],
    ['planes at one place', refused([{ ...stages[0]!, planes: { ...planes, zBMm: planes.zAMm } }]), 'are both at'],
    [
      'a position that its holes do not allow',
      refused([turnedTo(stages[1]!, 'damper', 45)], { damper: [0, 120, 240] }),
      'turned by 45°, which its holes do not allow: 0°, 120°, 240°',
    ],
    [
      'a part corrected twice',
      refused([stages[0]!, { ...stages[1]!, corrects: ['damper', 'crank'] }]),
      'The crank is corrected in Bare crank and left alone from then on',
    ],
    ['a part that is not on it', refused([{ ...stages[0]!, corrects: ['flywheel'] }]), 'corrects a part that is not mounted in it: flywheel'],
    ['one name twice', refused([stages[0]!, { ...stages[1]!, name: 'bare crank ' }]), 'are both called'],
    ['too fast for itself', refused([{ ...stages[0]!, speedRpm: 900, limitRpm: 700 }]), 'above its own limit of 700'],
    ['mounted and missing', refused([{ ...stages[1]!, missing: [{ part: 'damper', why: 'at the maker' }] }]), 'both mounted and missing'],
  ])('%s is refused by name', (_, work, words) => expect(work).toThrow(words));

  it('lets a part be opened again with a reason, and one be taken off the list only while it has no spins', () => {
    const reopened = { ...stages[1]!, corrects: ['damper', 'crank'], reopened: [{ part: 'crank', why: 'a later spin shows it outside' }] };
    expect(refused([stages[0]!, reopened])).not.toThrow();
    expect(removedWithSpins(stages, stages.slice(1), [stages[0]!.id])).toContain('Bare crank has spins on record');
    expect(removedWithSpins(stages, stages.slice(1), [stages[1]!.id])).toBeNull();
    expect(() => turnedTo(stages[0]!, 'damper', 30)).toThrow('cannot be turned in Bare crank');
  });

  it('begins by stages, all together, as a survey, or like the one before', () => {
    expect(stages.map(({ name, corrects }) => [name, corrects])).toEqual([
      ['Bare crank', ['crank']],
      ['With the damper', ['damper']],
      ['With the flywheel', ['flywheel']],
      ['With the clutch cover', ['clutchCover']],
    ]);
    const of = (template: 'together' | 'survey', parts: string[]): (readonly [string, number])[] =>
      setUpsFrom(template, true, parts, () => 'x').map(({ mounted, corrects }) => [Object.keys(mounted).join(' '), corrects.length]);
    expect(of('together', ['flywheel', 'damper'])).toEqual([['crank damper flywheel', 3]]);
    expect(of('survey', ['damper'])).toEqual([
      ['crank', 0],
      ['crank damper', 0],
    ]);
    expect(of('survey', [])).toEqual([['crank', 0]]);
    expect(setUpsFrom('toInternal', true, ['damper', 'flywheel'], () => 'x').map(({ name, corrects }) => [name, corrects])).toEqual([
      ['As it came, all together', []],
      ['Crank with bobs', ['crank']],
      ['With the damper', ['damper']],
      ['With the flywheel', ['flywheel']],
    ]);
    expect(setUpLike(stages[3], 'new', 'Once more')).toMatchObject({ mounted: stages[3]!.mounted, corrects: [], name: 'Once more' });
    expect(setUpLike(undefined, 'new', 'First')).toMatchObject({ mounted: { crank: 0 }, corrects: ['crank'] });
  });
});
