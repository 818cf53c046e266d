import { planChoices } from '../../correct/planChoices.js';
import type { TrackedPlane } from '../../correct/trackedPlane.js';
import { addPlanes } from '../../rotor/planes.js';
import { USUAL_BARS } from '../../rotor/slug.js';
import { fromPolar, toPolar } from '../../units/vector.js';
import { breachesInTurn } from '../cutRules.js';
import { effectOfCuts, metalNow } from '../metalNow.js';
import { BITS as bits, V8 as crank } from '../testing/cuts.js';

describe('planning with heavy metal', () => {
  const plane = (amountG: number, deg: number): TrackedPlane => ({
    unbalanceGmm: fromPolar(85 * amountG, deg),
    deviationGmm: 20,
    gain: { re: 1, im: 0 },
    gainDeviation: 0.01,
  });
  // Heavier pistons leave the counterweights too light: heavy opposite them, at the throws.
  const [a, b] = [plane(45, 350), plane(38, 185)];
  const known = { a, b, toleranceAGmm: 85, toleranceBGmm: 85, drill: { depthMm: 0.3, angleDeg: 1, densityRatio: 0.01 } };
  const input = { crank, bits, bars: USUAL_BARS, existing: [], maxHoles: 8, known };
  it('presses it in where no hole can mend it, inside every rule', () => {
    expect(planChoices({ ...input, bars: [] }).kind).toBe('notFound');
    const result = planChoices(input);
    if (result.kind !== 'choices') throw new Error(result.kind);
    const [{ plan, slugs }] = result.choices as [(typeof result.choices)[0]];
    expect(slugs).toBeGreaterThan(1);
    expect(breachesInTurn(metalNow(crank, []), plan.holes, { bits }).flat()).toEqual([]);
    const left = addPlanes({ aGmm: a.unbalanceGmm, bGmm: b.unbalanceGmm }, effectOfCuts(metalNow(crank, []), plan.holes));
    expect(toPolar(left.aGmm).amount).toBeCloseTo(toPolar(plan.residual.aGmm).amount, 6);
    expect(toPolar(left.aGmm).amount).toBeLessThan(0.2 * 85 * 45);
  });
});
