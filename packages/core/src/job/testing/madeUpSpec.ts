import { crankTemplate } from '../../engine/crankTemplate.js';
import { layOut } from '../../engine/layout.js';
import { LAYOUTS, type LayoutId } from '../../engine/library.js';
import type { JobSpec } from '../jobFacts.js';

/** The figures of a job of the made-up boatyard, of this layout: throws 110 mm apart, what else is not said as its template has it. */
export function madeUpSpec(layoutId: LayoutId, change: Partial<JobSpec> = {}, splitOffsetMm = 20): JobSpec {
  const template = LAYOUTS[layoutId];
  const layout = layOut(template, 110, splitOffsetMm);
  return {
    customer: 'Marit Dunlavy',
    vessel: 'launch Saltwren',
    engineName: 'Dorvell marine',
    layoutId,
    layout,
    strokeMm: 88,
    rodLengthMm: 150,
    redlineRpm: 5200,
    balance: 'internal',
    tolerance: { school: 'gramsAtRadius', value: 1 },
    matchToleranceG: 1,
    crank: crankTemplate(template, layout, 88),
    ...change,
  };
}
