import { toPolar } from '../../units/vector.js';
import { meanReading } from '../influence.js';
import { liveSpin } from './liveSpin.js';
import { processSpin, type SpinSignal } from './processSpin.js';

/** 40 turns at 600 rpm, 2 kHz, 2∠50° left, 1∠200° right. */
function signal(): SpinSignal {
  const n = 8100;
  const at = (amount: number, deg: number): Float64Array =>
    Float64Array.from({ length: n }, (_, i) => amount * Math.cos((2 * Math.PI * i) / 200 - 1 + (deg * Math.PI) / 180));
  const tach = Float64Array.from({ length: n }, (_, i) => {
    const within = (((2 * Math.PI * i) / 200 - 1) % (2 * Math.PI)) + (i < 32 ? 2 * Math.PI : 0);
    return within < 0.25 ? Math.min(1, within * 30) : 0;
  });
  return { sampleRateHz: 2000, left: at(2, 50), right: at(1, 200), tach };
}

describe('liveSpin', () => {
  it.each([97, 500, 8100])('sees in pieces of %s samples what is seen of the whole', (piece) => {
    const whole = signal();
    const live = liveSpin(whole.sampleRateHz);
    let last = live.view();
    expect(last).toBeNull();
    for (let from = 0; from < whole.left.length; from += piece) {
      const cut = (channel: Float64Array): Float64Array => channel.subarray(from, from + piece);
      live.push({ left: cut(whole.left), right: cut(whole.right), tach: cut(whole.tach) });
      last = live.view();
    }
    const processed = processSpin(whole);
    expect(last!.turns).toBeGreaterThanOrEqual(processed.turns.length - 1);
    expect(last!.turns).toBeLessThanOrEqual(processed.turns.length);
    expect(toPolar(last!.mean.left).amount).toBeCloseTo(toPolar(meanReading(processed.turns).left).amount, 3);
    expect(toPolar(last!.mean.right).angleDeg).toBeCloseTo(toPolar(meanReading(processed.turns).right).angleDeg, 2);
    expect(last!.speedRpm).toBeCloseTo(600, 0);
    expect(live.signal()).toEqual(whole);
  });
  it('shows the last two turns: two swings of the sensor, two marks', () => {
    const live = liveSpin(2000);
    live.push(signal());
    const { wave } = live.view()!;
    const rises = wave.left.filter((value, i) => i > 0 && wave.left[i - 1]! < 0 && value >= 0).length;
    expect(rises).toBe(2);
    expect(Math.max(...wave.left)).toBeCloseTo(2, 1);
    expect(Math.max(...wave.tach)).toBe(1);
  });
});
