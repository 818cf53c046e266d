import { randomUUID } from 'node:crypto';
import type { Machine, ShownPair } from '@tare/contract';
import { add, addPlanes, fromHeavyDeg, fromPolar, hungUnbalance, times, toPolar, type HungPiece, type PlaneUnbalance, type Vector } from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import type { Bench } from './bench.js';

/** What the demo's machine on the floor shows of 1 g·mm in either plane: nobody in the shop has ever been told. */
const GAIN = { aGmm: fromPolar(0.97, 1.2), bGmm: fromPolar(1.02, -0.8) };
/** It is no other crank's gain to a hair. */
const GAIN_SCATTER = 0.004;
const READINGS = 3;

/** Reads a crank off the machine on the floor, as often and with such weights as is asked for. */
export async function readOff(
  bench: Bench,
  personId: string,
  jobId: string,
  { id: machineId, spec }: Machine,
  unbalance: PlaneUnbalance,
): Promise<void> {
  const { number, spec: job } = await bench.sheet(jobId);
  const { planes } = job.crank;
  const chance = chanceFor('floor machine', number);
  const near = (gain: Vector): Vector => add(gain, { re: chance.normal(GAIN_SCATTER), im: chance.normal(GAIN_SCATTER) });
  const [gainA, gainB] = [near(GAIN.aGmm), near(GAIN.bGmm)];
  const scatterGmm = spec.scatterGmm ?? 0;
  const shown = (vector: Vector, radiusMm: number): ShownPair['a'] => {
    const { amount, angleDeg } = toPolar(add(vector, { re: chance.normal(scatterGmm), im: chance.normal(scatterGmm) }));
    return { amount: Math.round((10 * amount) / radiusMm) / 10, angleDeg: Math.round(fromHeavyDeg(angleDeg, spec.convention)) % 360 };
  };
  const spin = async (hungPieces: readonly HungPiece[]): Promise<void> => {
    const turns = addPlanes(unbalance, hungUnbalance(hungPieces, planes));
    const repeats = Array.from({ length: READINGS }, () => ({
      a: shown(times(gainA, turns.aGmm), planes.radiusAMm),
      b: shown(times(gainB, turns.bGmm), planes.radiusBMm),
    }));
    const entry = { id: randomUUID(), personId, machineId, calibrationId: null, speedRpm: 600, repeats, hungPieces, cautionsConfirmed: true };
    await bench.send(`jobs/${jobId}/spins/typed`, entry);
  };
  await spin([]);
  await bench.spinWhatIsAsked(personId, jobId, spin);
}
