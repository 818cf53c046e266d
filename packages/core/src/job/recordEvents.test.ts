import { USUAL_DRILL } from '../cuts/drillErrors.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { fromPolar } from '../units/vector.js';
import type { SpinFact } from './jobFacts.js';
import { recordEvents, type EstimateFacts } from './recordEvents.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const spin = (id: string, more: Partial<SpinFact> = {}): SpinFact => ({
  id,
  speedRpm: 600,
  planes: crank.planes,
  turns: summariseTurns([{ aGmm: fromPolar(2000, 10), bGmm: fromPolar(900, 200) }]),
  source: 'typed',
  knownDeviationGmm: 20,
  machineId: 'floor',
  gainDeviation: 0.03,
  ...more,
});
const gainsOf = (spins: readonly SpinFact[]): string[] => {
  const facts: EstimateFacts = { spec: { crank } as unknown as EstimateFacts['spec'], spins, holes: [], drill: USUAL_DRILL, spinsThatAreSo: [] };
  const names = recordEvents(facts).events.flatMap((event) => (event.kind === 'spin' ? [event.calibration] : []));
  const first = [...new Set(names)];
  return names.map((name) => String.fromCharCode(97 + first.indexOf(name)));
};
const at = (zLeftMm: number, zRightMm: number): Partial<SpinFact> => ({ supports: { zLeftMm, zRightMm } });

describe('the gain that a spin is read by', () => {
  it('is another where the machine, its calibration or its epoch is', () => {
    expect(
      gainsOf([spin('1'), spin('2', { machineId: 'other' }), spin('3', { gainEpoch: 1 }), spin('4', { calibrationId: 'c' }), spin('5')]),
    ).toEqual(['a', 'b', 'c', 'd', 'a']);
  });
  it('is another from where the supports were moved; where nobody had measured they stood as they stand', () => {
    expect(gainsOf([spin('1'), spin('2', at(-200, 200)), spin('3', at(-203, 200)), spin('4', at(-240, 200)), spin('5')])).toEqual([
      'a',
      'a',
      'a',
      'b',
      'b',
    ]);
  });
});

describe('a known weight', () => {
  it('brings its scale’s error with it, in the planes of its spin', () => {
    const piece = { name: '', massG: 20, deviationG: 0.5, at: 'A', zMm: crank.planes.zAMm, radiusMm: 80, angleDeg: 0 };
    const hung = { aGmm: fromPolar(1600, 0), bGmm: { re: 0, im: 0 } };
    const facts: EstimateFacts = {
      spec: { crank } as unknown as EstimateFacts['spec'],
      spins: [spin('1', { hung, hungPieces: [piece] }), spin('2', { hung })],
      holes: [],
      drill: USUAL_DRILL,
      spinsThatAreSo: [],
    };
    const [first, second] = recordEvents(facts).events.map((event) => (event.kind === 'spin' ? event.hungCovariance : null));
    expect(first![0]).toBeCloseTo(40 ** 2, 6);
    expect(Math.max(...first!.slice(1).map(Math.abs))).toBeLessThan(1e-6);
    expect(second).toBeNull();
  });
});
