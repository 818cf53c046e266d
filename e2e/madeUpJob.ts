import { crankTemplate, layOut, LAYOUTS, type JobSpec, type LayoutId } from '@tare/core';

/** A job of the made-up boatyard, of this layout. */
export function madeUpJob(layoutId: LayoutId, change: Partial<JobSpec>): JobSpec {
  const layout = layOut(LAYOUTS[layoutId], 110, 24);
  return {
    customer: 'Marit Dunlavy',
    vessel: 'launch Saltwren',
    engineName: `Saltwren ${layoutId}`,
    layoutId,
    layout,
    strokeMm: 88,
    rodLengthMm: 150,
    redlineRpm: 5200,
    balance: 'internal',
    tolerance: { school: 'gramsAtRadius', value: 1 },
    matchToleranceG: 1,
    crank: crankTemplate(LAYOUTS[layoutId], layout, 88),
    ...change,
  };
}
