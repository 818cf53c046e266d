import { randomLcg, randomNormal } from 'd3-random';
import fc from 'fast-check';
import { fromPolar, subtract, sumOf, scale, toPolar } from '../../units/vector.js';
import { processSpin, type SpinSignal } from './processSpin.js';
import { tachEdges } from './tach.js';

interface Synthetic {
  readonly rateHz?: number;
  readonly turns?: number;
  readonly rpm?: number;
  readonly left?: { readonly amount: number; readonly angleDeg: number };
  readonly second?: number;
  readonly offset?: number;
  readonly humV?: number;
  readonly noise?: number;
  /** Speed swings by this share over ten turns. */
  readonly swing?: number;
  readonly clipAt?: number;
  readonly lostPulse?: number;
}

/** A spin whose once-per-turn parts are known exactly: s = A·cos(φ + α) has c = A·e^{iα}. */
function synthetic({
  rateHz = 5000,
  turns = 40,
  rpm = 600,
  left = { amount: 2, angleDeg: 50 },
  second = 0,
  offset = 0,
  humV = 0,
  noise = 0,
  swing = 0,
  clipAt = Infinity,
  lostPulse = -1,
}: Synthetic): SpinSignal {
  const normal = randomNormal.source(randomLcg(0.7))(0, 1);
  const n = Math.ceil((turns + 2) * (60 / rpm) * rateHz);
  const [leftS, rightS, tach] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const perTurn = (60 / rpm) * rateHz;
  const angleAt = (i: number): number => {
    const plain = i / perTurn;
    return 2 * Math.PI * (plain + ((swing * 10) / (2 * Math.PI)) * Math.sin((2 * Math.PI * plain) / 10)) - 1;
  };
  for (let i = 0; i < n; i += 1) {
    const phi = angleAt(i);
    const clip = (v: number): number => Math.max(-clipAt, Math.min(clipAt, v));
    const hum = humV * Math.sin((2 * Math.PI * 50 * i) / rateHz);
    leftS[i] = clip(offset + left.amount * Math.cos(phi + (left.angleDeg * Math.PI) / 180) + second * Math.cos(2 * phi + 1) + hum + noise * normal());
    rightS[i] = 1.5 * Math.cos(phi - 1.2) + noise * normal();
    const turn = Math.floor(phi / (2 * Math.PI));
    const within = phi - 2 * Math.PI * turn;
    tach[i] = turn === lostPulse ? 0 : Math.max(0, Math.min(1, within * 40)) * (within < 0.4 ? 1 : 0);
  }
  return { sampleRateHz: rateHz, left: leftS, right: rightS, tach };
}
const meanLeft = (spin: ReturnType<typeof processSpin>) => toPolar(scale(sumOf(spin.turns.map((t) => t.left)), 1 / spin.turns.length));
/** The tach mark of these signals passes the middle of its rise this far into the turn, radians. */
const MARK_RAD = 0.5 / 40;

describe('processSpin', () => {
  it('reads amount and angle of a clean signal, whatever else is in time with the crank', () => {
    for (const more of [{}, { offset: 3 }, { second: 1.4 }, { rpm: 437.3 }, { left: { amount: 0.03, angleDeg: 300 } }]) {
      const spin = processSpin(synthetic(more));
      const wanted = more.left ?? { amount: 2, angleDeg: 50 };
      const found = meanLeft(spin);
      expect(found.amount).toBeCloseTo(wanted.amount, 2);
      expect(Math.abs(found.angleDeg - (wanted.angleDeg + (MARK_RAD * 180) / Math.PI))).toBeLessThan(0.2);
      expect(spin.speedRpm).toBeCloseTo(more.rpm ?? 600, 1);
    }
  });
  it('turns with the mark: a signal later by an angle reads that angle', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 359, noNaN: true }), fc.double({ min: 0.1, max: 50, noNaN: true }), (angleDeg, amount) => {
        const a = meanLeft(processSpin(synthetic({ turns: 12, left: { amount, angleDeg } })));
        const b = meanLeft(processSpin(synthetic({ turns: 12, left: { amount: 2 * amount, angleDeg: angleDeg + 90 } })));
        expect(b.amount / a.amount).toBeCloseTo(2, 6);
        expect((((b.angleDeg - a.angleDeg) % 360) + 360) % 360).toBeCloseTo(90, 6);
      }),
      { seed: 4, numRuns: 12 },
    );
  });
  it('follows a speed that swings by 2 %, and says that it does', () => {
    const steady = meanLeft(processSpin(synthetic({})));
    const swung = processSpin(synthetic({ swing: 0.02 }));
    expect(
      toPolar(subtract(fromPolar(steady.amount, steady.angleDeg), fromPolar(meanLeft(swung).amount, meanLeft(swung).angleDeg))).amount,
    ).toBeLessThan(0.01);
    expect(swung.warnings.map(({ kind }) => kind)).toEqual(['speedWanders']);
  });
  it('scatters by noise as it should: √(2/N)·s a turn and component', () => {
    const spin = processSpin(synthetic({ turns: 400, noise: 0.2, rateHz: 2000 }));
    const re = spin.turns.map((t) => t.right.re);
    const mean = re.reduce((a, b) => a + b, 0) / re.length;
    const s = Math.sqrt(re.reduce((a, b) => a + (b - mean) ** 2, 0) / (re.length - 1));
    // Of 200 samples a turn 128 places are read, each between two samples: a little less noise, a little less of it independent.
    expect(s).toBeGreaterThan(0.2 * Math.sqrt(2 / 200) * 0.8);
    expect(s).toBeLessThan(0.2 * Math.sqrt(2 / 128) * 1.1);
  });
  it('is not misled by hum: over many turns it falls out', () => {
    const found = meanLeft(processSpin(synthetic({ rpm: 613, turns: 300, humV: 1, rateHz: 2000 })));
    expect(found.amount).toBeCloseTo(2, 1);
  });
  it.each([
    ['fewTurns', { turns: 5 }, 'whole turns'],
    ['clipped', { clipAt: 1.7 }, 'cut off'],
    ['missingPulses', { lostPulse: 12 }, '1 tach pulse is missing'],
    ['secondOrder', { second: 2.5 }, 'The left support hears twice per turn more than once'],
  ] as const)('warns: %s', (kind, more, words) => {
    const { warnings } = processSpin(synthetic(more));
    expect(warnings).toEqual([{ kind, sentence: expect.stringContaining(words) as string }]);
  });
  it('leaves out the turns that lost their pulse, and reads the rest as if nothing had been', () => {
    const whole = processSpin(synthetic({}));
    const lost = processSpin(synthetic({ lostPulse: 12 }));
    expect(whole.turns.length - lost.turns.length).toBe(2);
    expect(meanLeft(lost).amount).toBeCloseTo(meanLeft(whole).amount, 4);
  });
  it('refuses what cannot be read, by name', () => {
    const good = synthetic({});
    expect(() => processSpin({ ...good, left: good.left.slice(1) })).toThrow('not equally long');
    expect(() => processSpin({ ...good, tach: new Float64Array(good.tach.length) })).toThrow('The tach channel has no pulse');
    expect(() => processSpin({ ...good, sampleRateHz: 0 })).toThrow('The sample rate');
    expect(() => processSpin(synthetic({ turns: 0 }))).toThrow('fewer than two whole turns');
  });
  it('does not take a scratch for a mark', () => {
    const spin = synthetic({});
    const edges = tachEdges(spin.tach).atSamples;
    const scratched = Float64Array.from(spin.tach);
    scratched[Math.round(edges[5]!) + 120] = 1;
    expect(tachEdges(scratched).atSamples).toHaveLength(edges.length);
  });
});
