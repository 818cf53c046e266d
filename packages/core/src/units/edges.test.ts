import { trackUnbalance } from '../estimate/testing/trackUnbalance.js';
import { planHoles } from '../correct/planHoles.js';
import { engineShaking } from '../engine/shaking.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { matchToLightest } from '../match/matchToLightest.js';
import { equalRods } from '../match/rodPads.js';
import { swapSets } from '../match/swap/swapSets.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { metalNow, metalsOf } from '../cuts/metalNow.js';
import { inFace, radial } from '../cuts/testing/cuts.js';
import type { Cut } from '../rotor/cut.js';
import { BALANCED, movePlanes, toPlanes } from '../rotor/planes.js';
import { rodEnds } from '../weigh/rodClosure.js';
import { CoreError } from './check.js';

const layout = layOut(LAYOUTS.inline3, 110);
const crank = crankTemplate(LAYOUTS.inline3, layout, 88);
const { planes } = crank;
const bits = [{ bitMm: 12, pointAngleDeg: 118, usableDepthMm: 50 }];
const plan = { crank, unbalance: BALANCED, toleranceAGmm: 85, toleranceBGmm: 85, bits, existing: [], maxHoles: 6, share: { a: 1, b: 1 } };
const metalOfCut = (cut: Cut): unknown => metalsOf(metalNow(crank, []), [cut]);
const rod = (bigEndG: number, smallEndG: number) => ({ id: 'r', bigEndG, smallEndG, damaged: false });
const read = { kind: 'read', readGmm: { re: 100, im: 0 }, hungGmm: { re: 0, im: 0 }, deviationGmm: 5 } as const;
const swap = { fixedG: [600, 601], lists: [{ kind: 'pin', weightsG: [148, 149] }], kept: [], lockedG: [], toleranceG: 1, noiseG: 0 };
const noSolver = () => Promise.resolve({ status: 'none', objective: 0, columns: {}, duals: {} } as const);
const weighing = (meanG: number) => ({ meanG, varianceG2: 0.01 });

/** A number put where it cannot be: every one has to be refused by name, and none may come out as a figure. */
describe.each([Number.NaN, Infinity])('%d', (bad) => {
  it.each<[string, () => unknown]>([
    ['an unbalance', () => toPlanes({ re: bad, im: 0 }, 10, planes)],
    ['a place along the crank', () => toPlanes({ re: 1, im: 0 }, bad, planes)],
    ['an unbalance that is moved', () => movePlanes({ aGmm: { re: 0, im: bad }, bGmm: { re: 0, im: 0 } }, planes, planes)],
    ['a rod’s total', () => rodEnds({ total: weighing(bad), bigEnd: null, smallEnd: weighing(180) })],
    ['a rod’s variance', () => rodEnds({ total: { meanG: 600, varianceG2: bad }, bigEnd: null, smallEnd: weighing(180) })],
    ['a hole’s depth', () => metalOfCut(radial({ depthMm: bad }))],
    ['a hole’s bit in the side face', () => metalOfCut(inFace({ bitMm: bad }))],
    ['a hole’s radius in the side face', () => metalOfCut(inFace({ radiusMm: bad }))],
    ['a hole’s angle', () => metalOfCut(radial({ angleDeg: bad }))],
    ['a reading', () => trackUnbalance([{ ...read, readGmm: { re: bad, im: 0 } }], 0.05)],
    ['a known weight', () => trackUnbalance([{ ...read, hungGmm: { re: 0, im: bad } }], 0.05)],
    ['a cut', () => trackUnbalance([read, { kind: 'cut', changeGmm: { re: bad, im: 0 }, deviationGmm: 1 }], 0.05)],
    ['what the drill missed', () => trackUnbalance([read, { kind: 'cut', changeGmm: { re: 1, im: 0 }, deviationGmm: bad }], 0.05)],
    ['a bob', () => engineShaking({ layout, crankRadiusMm: 44, rodLengthMm: 150, reciprocatingG: [600, 600, 600] }, [500, bad, 500], 36)],
    [
      'what turns',
      () =>
        engineShaking({ layout, crankRadiusMm: 44, rodLengthMm: 150, reciprocatingG: [600, 600, 600], rotatingG: [bad, 0, 0] }, [500, 500, 500], 36),
    ],
    ['a rod’s end', () => equalRods([rod(448, 182), rod(bad, 182)], { bigRatio: 1.15, smallRatio: -0.12 })],
    ['what is to be cut', () => planHoles({ ...plan, unbalance: { aGmm: { re: bad, im: 0 }, bGmm: { re: 0, im: 0 } } })],
    ['a weight to match', () => matchToLightest([{ id: 'a', weightG: bad, damaged: false }], 1)],
  ])('as %s is refused', (_name, work) => {
    expect(work).toThrow(CoreError);
  });

  it.each([
    ['what stays', { ...swap, fixedG: [600, bad] }],
    ['a part', { ...swap, lists: [{ kind: 'pin', weightsG: [148, bad] }] }],
    ['a locked set', { ...swap, lockedG: [bad] }],
  ])('as %s is refused before any solver sees it', async (_name, problem) => {
    await expect(swapSets(problem, noSolver, () => 0.5, { timeLimitS: 1 })).rejects.toThrow(CoreError);
  });
});

it('keeps what was found when the solver gives up, and does not call it proven', async () => {
  const three = {
    ...swap,
    fixedG: [600, 604, 609],
    lists: [
      { kind: 'pin', weightsG: [148, 152, 155] },
      { kind: 'ring', weightsG: [46, 47, 49] },
    ],
  };
  const result = await swapSets(
    three,
    () => Promise.reject(new Error('Unable to read LP model')),
    () => 0.5,
    { timeLimitS: 1 },
  );
  expect(result.after.spreadG).toBeLessThan(result.before.spreadG);
  expect([result.spreadProven, result.workProven]).toEqual([false, false]);
});

it('refuses two parts of one id', () => {
  const part = { id: 'a', weightG: 612, damaged: false };
  expect(() => matchToLightest([part, { ...part, weightG: 613 }], 1)).toThrow('“a” is in this set twice.');
});
