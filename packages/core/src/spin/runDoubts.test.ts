import { fromPolar } from '../units/vector.js';
import { BALANCED, addPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { fourthRunDistance } from './fourthRun.js';
import { readingOf, type Influence, type TrialRun } from './influence.js';
import { runDoubts } from './runDoubts.js';

const H: Influence = {
  leftOfA: fromPolar(0.012, 31),
  leftOfB: fromPolar(0.004, 22),
  rightOfA: fromPolar(0.0035, 50),
  rightOfB: fromPolar(0.011, 44),
};
const OWN: PlaneUnbalance = { aGmm: fromPolar(2800, 160), bGmm: fromPolar(1900, 20) };
const A: PlaneUnbalance = { ...BALANCED, aGmm: fromPolar(1700, 90) };
const B: PlaneUnbalance = { ...BALANCED, bGmm: fromPolar(1500, 270) };
/** Ends changed, a quarter turn on, on the same radius. */
const BOTH: PlaneUnbalance = { aGmm: fromPolar(1500, 180), bGmm: fromPolar(1700, 0) };
const run = (trial: PlaneUnbalance, h = H): TrialRun => ({ trial, reading: readingOf(addPlanes(OWN, trial), h) });
const four = (): TrialRun[] => [BALANCED, A, B, BOTH].map((trial) => run(trial));

it('honest runs are asked nothing', () => {
  expect(runDoubts(four(), [])).toEqual([]);
  expect(runDoubts(four().slice(0, 3), [])).toEqual([]);
});

it.each([0, 1, 2, 3])('266° for 166° in run %i contradicts the others; three runs could not', (at) => {
  const runs = four().map((one, i) =>
    i === at ? { ...one, reading: { ...one.reading, left: fromPolar(Math.hypot(one.reading.left.re, one.reading.left.im), 266) } } : one,
  );
  expect(runDoubts(runs, []).map(({ kind }) => kind)).toContain('contradiction');
  expect(fourthRunDistance(runs.slice(0, 3))).toBeNull();
});

it('weights at the wrong ends are heard farther off', () => {
  const crossed = four().map(({ trial, reading }) => ({ trial, reading: { left: reading.right, right: reading.left } }));
  expect(runDoubts(crossed, []).filter(({ kind }) => kind === 'farther')).toHaveLength(2);
});

it('a run that needs ten times another is asked about', () => {
  const dull: Influence = { ...H, rightOfB: fromPolar(0.001, 44), rightOfA: fromPolar(0.0003, 50), leftOfB: fromPolar(0.0004, 22) };
  const runs = [BALANCED, A, B, BOTH].map((trial) => run(trial, dull));
  expect(runDoubts(runs, [])).toMatchObject([{ kind: 'unlike', which: 'own' }]);
  const lopsided: Influence = { ...H, leftOfB: fromPolar(0.009, 22) };
  expect(
    runDoubts(
      [BALANCED, A, B, BOTH].map((trial) => run(trial, lopsided)),
      [],
    ),
  ).toMatchObject([{ kind: 'unlike', which: 'across' }]);
});

it('a phase away from the machine’s median is asked about, once there is one', () => {
  const turned = [355, 5, 2].map((deg): Influence => ({ ...H, leftOfA: fromPolar(0.012, deg + 100) }));
  expect(runDoubts(four(), turned)).toMatchObject([{ kind: 'phase', plane: 'A' }]);
  expect(runDoubts(four(), turned.slice(0, 2))).toEqual([]);
  expect(runDoubts(four(), [H, H, H])).toEqual([]);
});
