import { benchStatuses } from '../../job/benches.js';
import { jobFigures } from '../../job/jobFigures.js';
import { weighedJob } from '../../job/testing/weighedJob.js';
import type { MadeReady, MeasurementFact, Quantity, WorkFact } from '../inspectFacts.js';
import { NOTHING_MADE_READY } from '../madeReady.js';
import type { PinLimits, PinWork } from './pinFacts.js';
import { pinRows, pressGate } from './pinFigures.js';

const LIMITS: PinLimits = { way: 'pressed', rule: 'twoSided95', inRod: { lowMm: 0.02, highMm: 0.045 }, inPiston: { lowMm: 0.006, highMm: 0.014 } };
let n = 0;
const read = (feature: string, quantity: Quantity, indicationMm: number): MeasurementFact => ({
  id: `m${(n += 1)}`,
  ...{ feature, quantity, indicationMm, angleDeg: null, depth: null, settingId: null, afterWorkId: null, voided: false },
});
const PIN = [read('piston.1', 'pinSize', 24), read('rod.1', 'smallEnd', 23.967), read('piston.1', 'pinBore', 24.01)];
const made = (measurements: MeasurementFact[], pinLimits: PinLimits | null = LIMITS, works: WorkFact[] = []): MadeReady => ({
  ...NOTHING_MADE_READY,
  measurements,
  works,
  pinLimits,
});
const work = (id: string, one: PinWork): WorkFact => ({ id, work: one, afterSpinId: null });

describe('piston pins', () => {
  it('grip where they are pressed, and have room where they float: the same sizes, the other way round', () => {
    const [pressed] = pinRows(made(PIN), 2);
    expect(pressed).toMatchObject({
      inRod: { mm: expect.closeTo(0.033, 9), verdict: { kind: 'inside' } },
      inPiston: { mm: expect.closeTo(0.01, 9), verdict: { kind: 'inside' } },
    });
    const [floating] = pinRows(made(PIN, { ...LIMITS, way: 'floating' }), 2);
    expect(floating!.inRod).toMatchObject({ mm: expect.closeTo(-0.033, 9), verdict: { kind: 'outside', side: 'low' } });
    expect(pinRows(made(PIN), 2)[1]).toMatchObject({ inRod: null, inPiston: null, isPressed: false });
    expect(pinRows(made(PIN, null), 1)[0]!.inRod).toBeNull();
  });
  it('are in their rods from the pressing on, until they are pressed off', () => {
    const on = work('on', { kind: 'pressPin', cylinder: 1, crayonC: 230, overruled: '' });
    const off = work('off', {
      kind: 'pressOff',
      cylinder: 1,
      support: 'a cradle',
      boreBeforeMm: 24.01,
      boreAfterMm: 24.01,
      skirtBeforeMm: null,
      skirtAfterMm: null,
    });
    expect(pinRows(made(PIN, LIMITS, [on]), 1)[0]!.isPressed).toBe(true);
    expect(pinRows(made(PIN, LIMITS, [on, off]), 1)[0]!.isPressed).toBe(false);
  });
  it('are not pressed before everything is weighed and matched', () => {
    const gate = (facts: ReturnType<typeof weighedJob>) => pressGate(benchStatuses(facts, jobFigures(facts)));
    const job = weighedJob('inline4', {}, {});
    expect(gate({ ...job, readings: job.readings.slice(1) })).toMatch(
      /^Pins are not pressed before piston, pin and both ends of the rod are weighed and matched \(weigh: 31 of 32 weighed; match: /,
    );
    expect(gate(job)).toBeNull();
  });
});
