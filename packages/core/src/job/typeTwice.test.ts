import { inGrams } from './testing/inGrams.js';
import { USUAL_DRILL } from '../cuts/drillErrors.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { readShown, type ShownSpin } from '../spin/shownSpin.js';
import { summariseTurns } from '../spin/turnSummary.js';
import type { SpinFact } from './jobFacts.js';
import type { EstimateFacts } from './recordEvents.js';
import { whyTypeTwice } from './typeTwice.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const SCATTER_G = 0.3;
const by = inGrams(crank.planes);
const show = (a: number, aDeg: number, b: number, bDeg: number): ShownSpin => ({
  a: { amount: a, angleDeg: aDeg },
  b: { amount: b, angleDeg: bDeg },
});
const kept = (id: string, shown: ShownSpin): SpinFact => {
  const { spins, display } = readShown([shown], by);
  return {
    id,
    speedRpm: 600,
    planes: crank.planes,
    turns: summariseTurns(spins),
    source: 'typed',
    knownDeviationGmm: SCATTER_G * crank.planes.radiusAMm,
    machineId: 'floor',
    gainDeviation: 0.05,
    display,
    shown: [shown],
    shownBy: by,
    mounted: { crank: 0 },
  };
};
const facts = (spins: readonly SpinFact[], holes: EstimateFacts['holes'] = []): EstimateFacts => ({
  spec: { crank } as unknown as EstimateFacts['spec'],
  spins,
  holes,
  drill: USUAL_DRILL,
  spinsThatAreSo: [],
});
const now = (shown: ShownSpin, more: object = {}): Parameters<typeof whyTypeTwice>[1] => ({
  shown: [shown],
  machineId: 'floor',
  calibrationId: null,
  mounted: { crank: 0 },
  hung: null,
  ...more,
});

describe('typing twice', () => {
  const first = kept('1', show(40, 100, 25, 280));

  it('is asked where nothing can contradict: the first, another machine, another state', () => {
    expect(whyTypeTwice(facts([]), now(show(40, 100, 25, 280)))).toBe('nothingBefore');
    expect(whyTypeTwice(facts([first]), now(show(40.1, 100, 25, 280), { machineId: 'other' }))).toBe('nothingBefore');
    expect(whyTypeTwice(facts([first]), now(show(40.1, 100, 25, 280), { mounted: { crank: 0, flywheel: 0 } }))).toBe('nothingBefore');
  });
  it('is not asked of a reading that repeats what is there', () => {
    expect(whyTypeTwice(facts([first]), now(show(40.2, 100, 24.9, 281)))).toBeNull();
  });
  it('is asked of one that lies oddly far off, well before the alarm', () => {
    // 1.2 g off where two readings scatter by 0.42 g in a component: 8.2 on four degrees, one honest reading in twelve.
    expect(whyTypeTwice(facts([first]), now(show(41.2, 100, 25, 280)))).toBe('seldomSoFar');
    // 0.9 g off: 4.6 on four degrees, one in three.
    expect(whyTypeTwice(facts([first]), now(show(40.9, 100, 25, 280)))).toBeNull();
  });
  it('is asked after the first cuts, which the gain makes so wide that a wrong digit may fit', () => {
    const [counterweight] = crank.counterweights;
    const hole = {
      kind: 'radial',
      id: 'h',
      counterweightId: counterweight!.id,
      angleDeg: counterweight!.arcCentreDeg,
      bitMm: 20,
      pointAngleDeg: 118,
      depthMm: 30,
      afterSpinId: '1',
    } as const;
    expect(whyTypeTwice(facts([first], [hole]), now(show(20, 100, 25, 280)))).toBe('aSlipWouldHide');
  });
  it('is not asked of what is off the scale: at least so much is told by anybody', () => {
    expect(whyTypeTwice(facts([first]), now({ a: { amount: 100, angleDeg: 0, offScale: true }, b: { amount: 25, angleDeg: 280 } }))).toBeNull();
  });
});
