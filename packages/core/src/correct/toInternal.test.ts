import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { addPlanes, toPlanes } from '../rotor/planes.js';
import { fromPolar, toPolar } from '../units/vector.js';
import { drillSequence } from './drillSequence.js';
import { planChoices, type ChoicesInput } from './planChoices.js';
import { USUAL_TOOLS } from './shopTools.js';
import { toInternal } from './toInternal.js';

const plain = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const flywheel = {
  ...plain.counterweights[5]!,
  id: 'fly',
  name: 'Flywheel',
  kind: 'flywheel' as const,
  zMm: 255,
  rimRadiusMm: 130,
  arcHalfWidthDeg: 180,
};
const bits = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));

describe('toInternal', () => {
  // All together in balance: what the flywheel carries, the crank lacks.
  const carried = { zMm: 255, unbalanceGmm: fromPolar(40 * 130, 180) };
  const plane = { unbalanceGmm: { re: 0, im: 0 }, deviationGmm: 20, gain: { re: 1, im: 0 }, gainDeviation: 0.02 };
  const input: ChoicesInput = {
    crank: { ...plain, counterweights: [...plain.counterweights, flywheel] },
    bits,
    bars: [],
    existing: [],
    maxHoles: 8,
    tools: USUAL_TOOLS,
    known: { a: plane, b: plane, toleranceAGmm: 85, toleranceBGmm: 85, drill: USUAL_TOOLS.drill },
  };
  it('leaves the crank with the opposite of what the parts carry, both planes exactly', () => {
    const { known, crank } = toInternal(input, [carried]);
    expect(crank.counterweights.some(({ id }) => id === 'fly')).toBe(false);
    const back = addPlanes({ aGmm: known.a.unbalanceGmm, bGmm: known.b.unbalanceGmm }, toPlanes(carried.unbalanceGmm, 255, plain.planes));
    expect(toPolar(back.aGmm).amount).toBeLessThan(1e-9);
    expect(toPolar(back.bGmm).amount).toBeLessThan(1e-9);
  });
  it('says what heavy metal it takes, though nobody asked for any before', () => {
    const result = planChoices(toInternal(input, [carried]));
    if (result.kind !== 'choices') throw new Error(result.kind);
    const [{ plan }] = result.choices as [(typeof result.choices)[0]];
    expect(plan.worstShare).toBeLessThan(1);
  });
});

describe('drillSequence', () => {
  it('goes up from a pilot in steel, each no more than half of the next, and straight in cast iron', () => {
    expect(drillSequence(USUAL_TOOLS, bits, 20, 7.85)).toEqual([10, 20]);
    expect(drillSequence(USUAL_TOOLS, bits, 10, 7.85)).toEqual([10]);
    // A pilot that is wide itself has its own: 16 by 8, and 8 where there is nothing of 4 alone.
    expect(drillSequence({ pilotAboveMm: { steel: 5, cast: null } }, bits, 16, 7.85)).toEqual([8, 16]);
    expect(
      drillSequence({ pilotAboveMm: { steel: 5, cast: null } }, [...bits, { bitMm: 4, pointAngleDeg: 118, usableDepthMm: 30 }], 16, 7.85),
    ).toEqual([4, 8, 16]);
    expect(drillSequence(USUAL_TOOLS, bits, 20, 7.1)).toEqual([20]);
    expect(drillSequence(USUAL_TOOLS, [{ bitMm: 12, pointAngleDeg: 118, usableDepthMm: 50 }], 12, 7.85)).toEqual([12]);
  });
});
