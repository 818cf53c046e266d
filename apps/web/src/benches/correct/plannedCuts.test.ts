import { metalAfter } from '@tare/card';
import { loggedCut, type HoleEntry, type JobSheet, type PlanEntry } from '@tare/contract';
import { addPlanes, effectOfCuts, subtractPlanes, type Cut, type PlaneUnbalance } from '@tare/core';
import { sheetOf } from '../../testing.js';
import { stillLeaves } from './plannedCuts.js';

const hole = (counterweightId: string, angleDeg: number, depthMm: number): Cut => ({
  kind: 'radial',
  counterweightId,
  angleDeg,
  bitMm: 16,
  pointAngleDeg: 118,
  depthMm,
});
const bare = sheetOf('v6Shared90');
const effect = (...cuts: readonly Cut[]): PlaneUnbalance => effectOfCuts(metalAfter(bare, []), cuts);
const [first, second] = [hole('cw1', 203.5, 21.4), hole('cw6', 12.5, 3.3)];
const received: PlaneUnbalance = { aGmm: { re: -2553, im: -1468 }, bGmm: { re: 747, im: -535 } };
const plan: PlanEntry = {
  id: 'plan',
  spinId: 'spin',
  holes: [first, second],
  predicted: addPlanes(received, effect(first, second)),
  personId: '',
  at: '',
};
const logged = (cut: Cut, planIndex: number | null): HoleEntry => ({
  ...cut,
  id: `hole-${planIndex}`,
  afterSpinId: 'spin',
  turnedDeg: 0,
  planId: planIndex === null ? null : 'plan',
  planIndex,
  chipsG: null,
  note: '',
  personId: '',
  at: '',
});
const after = (...holes: readonly HoleEntry[]): PlaneUnbalance => {
  const sheet: JobSheet = { ...bare, plans: [plan], holes };
  const unbalance = addPlanes(received, effectOfCuts(metalAfter(bare, []), holes.map(loggedCut)));
  return stillLeaves(sheet, { estimate: { now: { unbalance } }, holesSinceLastSpin: holes.length }, plan);
};
/** To a millionth of a g·mm. */
const figures = ({ aGmm, bGmm }: PlaneUnbalance): number[] => [aGmm.re, aGmm.im, bGmm.re, bGmm.im].map((gmm) => Math.round(1e6 * gmm) / 1e6);

describe('what a taken plan still leaves', () => {
  it('is what was planned, before anything is cut and while all comes out as planned', () => {
    expect(after()).toBe(plan.predicted);
    expect(figures(after(logged(first, 0)))).toEqual(figures(plan.predicted));
    expect(figures(after(logged(first, 0), logged(second, 1)))).toEqual(figures(plan.predicted));
  });
  it('is off by as much as a hole came out otherwise, or was drilled that no plan said', () => {
    const deeper = hole('cw1', 203.5, 24);
    expect(figures(after(logged(deeper, 0)))).toEqual(figures(addPlanes(plan.predicted, subtractPlanes(effect(deeper), effect(first)))));
    const stray = hole('cw5', 60, 5);
    expect(figures(after(logged(first, 0), logged(stray, null)))).toEqual(figures(addPlanes(plan.predicted, effect(stray))));
  });
});
