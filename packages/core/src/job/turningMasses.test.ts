import { crankTemplate } from '../engine/crankTemplate.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { BALANCED } from '../rotor/planes.js';
import { supportLoads } from '../rotor/supports.js';
import { jobFigures } from './jobFigures.js';
import { weighedJob } from './testing/weighedJob.js';
import { hangingBobsG } from './hangingBobs.js';
import { turningMasses } from './turningMasses.js';

const layout = layOut(LAYOUTS.v8Cross90, 110);
const crank = crankTemplate(LAYOUTS.v8Cross90, layout, 88);
const bobs = layout.pins.map(() => 1900);
const supports = { zLeftMm: -220, zRightMm: 220 };

describe('what turns with the crank', () => {
  it('is a bob on each pin, and each part whose mass is known', () => {
    const { known, missing } = turningMasses(layout, bobs, { crank: 0, flywheel: 0, damper: 0 }, { flywheel: { massKg: 12, zMm: 330 } });
    expect(missing).toEqual(['damper']);
    expect(known.map(({ massKg }) => massKg)).toEqual([1.9, 1.9, 1.9, 1.9, 12]);
  });

  it('loads the supports by its levers, by hand; overhung, it lifts the far one', () => {
    const { known } = turningMasses(layout, bobs, { crank: 0, flywheel: 0 }, { flywheel: { massKg: 12, zMm: 330 } });
    const { left, right } = supportLoads(supports, crank, BALANCED, 600, known);
    const bare = supportLoads(supports, crank, BALANCED, 600);
    // Bobs are symmetric about the middle; the flywheel acts 110 mm beyond the right support of 440 mm span.
    expect(left.weightN - bare.left.weightN).toBeCloseTo(9.81 * (4 * 1.9 * 0.5 - 12 * 0.25), 6);
    expect(right.weightN - bare.right.weightN).toBeCloseTo(9.81 * (4 * 1.9 * 0.5 + 12 * 1.25), 6);
  });

  it('lacks the bobs while their parts are not weighed', () => {
    expect(turningMasses(layout, 'unknown', { crank: 0 }, {}).missing).toEqual(['bobs']);
    expect(turningMasses(layout, null, { crank: 0 }, {})).toEqual({ known: [], missing: [] });
  });

  it('hangs what was accepted, else what is worked out', () => {
    const facts = weighedJob('v8Cross90');
    const figures = jobFigures(facts);
    const worked = hangingBobsG(figures, { acceptedG: null }) as number[];
    expect(worked).toHaveLength(4);
    expect(hangingBobsG(figures, { acceptedG: [1, 2, 3, 4] })).toEqual([1, 2, 3, 4]);
    expect(hangingBobsG(jobFigures({ ...facts, readings: [] }), { acceptedG: null })).toBe('unknown');
    expect(hangingBobsG(jobFigures(weighedJob('inline4')), { acceptedG: null })).toBeNull();
  });
});
