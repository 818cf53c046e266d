import { randomLcg } from 'd3-random';
import { breachesInTurn } from '../cuts/cutRules.js';
import { effectOfCuts, metalNow } from '../cuts/metalNow.js';
import { weldOf } from '../cuts/rework/candidates.js';
import { BITS, known, radial, V8 as crank } from '../cuts/testing/cuts.js';
import type { KnownCut } from '../rotor/cut.js';
import { addPlanes, scalePlanes, toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { fromPolar, subtract, toPolar } from '../units/vector.js';
import { isSpunBefore } from './drillOrder.js';
import { planChoices, type ChoicesInput, type PlanChoice } from './planChoices.js';
import { USUAL_TOOLS, type ShopTools } from './shopTools.js';
import type { TrackedPlane } from './trackedPlane.js';

/** Few bits: a plan takes four times as long with twice as many. */
const bits = BITS.filter(({ bitMm }) => [10, 16, 20].includes(bitMm));

/** Holes that somebody drilled before, where it is too light now. */
const old: readonly KnownCut[] = [
  known('front', radial({ counterweightId: 'cw1', angleDeg: 172, bitMm: 16, depthMm: 22 })),
  known('middle', radial({ counterweightId: 'cw3', angleDeg: 285, bitMm: 12, depthMm: 10 })),
  known('rear', radial({ counterweightId: 'cw6', angleDeg: 8, bitMm: 16, depthMm: 22 })),
];
const metal = metalNow(crank, old);
const tools = (means: Partial<ShopTools['means']>): ShopTools => ({
  ...USUAL_TOOLS,
  means: { ...USUAL_TOOLS.means, faces: false, turning: false, ...means },
});

function chosen({ aGmm, bGmm }: PlaneUnbalance, more: Partial<ChoicesInput> = {}): ChoicesInput {
  const plane = (unbalanceGmm: TrackedPlane['unbalanceGmm']): TrackedPlane => ({
    unbalanceGmm,
    deviationGmm: 12,
    gain: { re: 1, im: 0 },
    gainDeviation: 0.01,
  });
  const drill = { depthMm: 0.2, angleDeg: 0.7, densityRatio: 0.01 };
  return {
    crank,
    bits,
    bars: [],
    existing: old,
    maxHoles: 8,
    tools: tools({ welding: true }),
    share: { a: 1, b: 1 },
    known: { a: plane(aGmm), b: plane(bGmm), toleranceAGmm: 85, toleranceBGmm: 85, drill },
    ...more,
  };
}

function choicesFor(input: ChoicesInput): readonly PlanChoice[] {
  const result = planChoices(input);
  if (result.kind !== 'choices') throw new Error(result.kind);
  for (const { plan } of result.choices) expect(breachesInTurn(metal, plan.holes, { bits }).flat()).toEqual([]);
  return result.choices;
}

describe('welding', () => {
  // Welds bring what the holes took, all of it: seven tenths are wanted, and a little off their directions.
  const ends = effectOfCuts(metal, metal.standing.filter(({ id }) => id !== 'middle').map(weldOf));
  const wanted = addPlanes(scalePlanes(ends, -0.7), toPlanes(fromPolar(160, 100), 0, crank.planes));

  it('two old holes and drilling back what is then too much is found, the welds first and a spin between', () => {
    const welded = choicesFor(chosen(wanted)).find(({ welds }) => welds === 2)!;
    const { holes, residual } = welded.plan;
    expect(holes.slice(0, 2).map(({ kind }) => kind)).toEqual(['weld', 'weld']);
    expect(holes.length).toBeGreaterThan(2);
    expect(holes.map((_, i) => isSpunBefore(holes, i)).indexOf(true)).toBe(2);
    expect(welded.plan.worstShare).toBeLessThan(1);
    const left = addPlanes(wanted, effectOfCuts(metal, holes));
    expect(toPolar(subtract(left.aGmm, residual.aGmm)).amount).toBeLessThan(1e-6);
    expect(planChoices(chosen(wanted, { tools: tools({}) })).kind).toBe('notFound');
  });
  it('stands beside bars, each at its price, time and risk, where the shop does both', () => {
    const both = choicesFor(chosen(wanted, { bars: USUAL_TOOLS.bars, tools: tools({ welding: true }) }));
    const dear = { ...tools({ welding: true }), bars: USUAL_TOOLS.bars.map((bar) => ({ ...bar, pricePerCm: 500 })) };
    const cheap = {
      ...tools({ welding: true }),
      bars: USUAL_TOOLS.bars.map((bar) => ({ ...bar, pricePerCm: 0 })),
      minutes: { ...USUAL_TOOLS.minutes, weld: 300 },
    };
    expect(both.every(({ welds, slugs }) => welds + slugs > 0)).toBe(true);
    // Where bars are dear the shop welds.
    expect(choicesFor(chosen(wanted, { bars: dear.bars, tools: dear }))[0]).toMatchObject({ slugs: 0, welds: 2 });
    // Where welding takes half a day, bars cost less; which is surer is said beside.
    const pressed = choicesFor(chosen(wanted, { bars: cheap.bars, tools: cheap })).find(({ slugs, welds }) => slugs > 0 && welds === 0)!;
    const welded = choicesFor(chosen(wanted, { tools: cheap })).find(({ welds }) => welds === 2)!;
    expect(pressed.price).toBeLessThan(welded.price);
  });
  it('is not offered where the shop does not weld', () => {
    for (const { welds } of choicesFor(chosen(wanted, { bars: USUAL_TOOLS.bars, tools: tools({}) }))) expect(welds).toBe(0);
  });
});

it('shows no plan that costs more and does less than another one, whatever share and means are asked for', () => {
  const random = randomLcg(0.43);
  const shown: { readonly choice: PlanChoice; readonly bars: boolean; readonly welding: boolean }[] = [];
  for (const [a, b] of [
    [26, 20],
    [31, 34],
  ] as const) {
    const light = { aGmm: fromPolar(85 * a, 25 * random()), bGmm: fromPolar(85 * b, 175 + 30 * random()) };
    shown.length = 0;
    for (const [bars, welding] of [
      [true, false],
      [true, true],
    ] as const)
      for (const share of [0.7, 1]) {
        const result = planChoices(chosen(light, { bars: bars ? USUAL_TOOLS.bars : [], tools: tools({ welding }), share: { a: share, b: share } }));
        if (result.kind === 'choices') shown.push(...result.choices.map((choice) => ({ choice, bars, welding })));
      }
    expect(shown.length).toBeGreaterThan(3);
    const worths = ({ price, overshot, inside, plan }: PlanChoice): number[] => [price, overshot, 1 - inside, plan.holes.length, plan.worstShare];
    for (const one of shown) {
      const beaten = shown.find(
        (other) =>
          (one.bars || !other.bars) &&
          (one.welding || !other.welding) &&
          worths(other.choice).every((worth, k) => worth <= worths(one.choice)[k]!) &&
          worths(other.choice).some((worth, k) => worth < worths(one.choice)[k]! - 1e-9),
      );
      expect(beaten && [worths(one.choice), worths(beaten.choice)]).toBeUndefined();
    }
  }
});
