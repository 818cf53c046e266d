import { processSpin, type SpinSignal } from '@tare/core';
import { randomLcg, randomNormal } from 'd3-random';
import { timed, type Figure } from './figures.js';

const SECONDS = 60;
const RATE_HZ = 10_000;
const RPM = 600;

/** A minute of two sensors and a tach, with noise, mains hum and a second order. */
function aMinute(): SpinSignal {
  const normal = randomNormal.source(randomLcg(0.6))(0, 0.1);
  const n = SECONDS * RATE_HZ;
  const turn = (i: number): number => (2 * Math.PI * i * RPM) / 60 / RATE_HZ;
  const wave = (amount: number, at: number) => (_: unknown, i: number) =>
    amount * Math.cos(turn(i) + at) + 0.3 * Math.cos(2 * turn(i)) + 0.2 * Math.sin((2 * Math.PI * 50 * i) / RATE_HZ) + normal();
  return {
    sampleRateHz: RATE_HZ,
    left: Float64Array.from({ length: n }, wave(2, 0.7)),
    right: Float64Array.from({ length: n }, wave(1.4, 3)),
    tach: Float64Array.from({ length: n }, (_, i) => (turn(i) % (2 * Math.PI) < 0.3 ? 1 : 0)),
  };
}

/** Two channels and the tach, 60 s at 10 kHz, into a vector a turn. */
export function signalTime(): Promise<Figure> {
  const signal = aMinute();
  return timed('60 s of two channels and tach at 10 kHz', 20, () => processSpin(signal));
}
