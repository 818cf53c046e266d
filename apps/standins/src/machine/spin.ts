import { add, normaliseAngleDeg, toPolar, type PlaneUnbalance, type Polar } from '@tare/core';
import { trueUnbalance } from './hiddenCrank.js';
import type { Mount, SpinOrder } from './mount.js';
import { chanceFor } from '../chance.js';

/** Scatter of one turn in each component, g·mm at 600 rpm; slower turns are heard less well. */
const TURN_SCATTER_GMM = 30;
const SCATTER_AT_RPM = 600;

/** One turn as this machine shows it. */
export interface ShownTurn {
  readonly a: Polar;
  readonly b: Polar;
}

/**
 * This machine's own convention: it shows where the crank is light (where weight would have to be added), its angles
 * count anticlockwise seen from the front. A driver has to turn that into Tare's.
 */
function show({ aGmm, bGmm }: PlaneUnbalance): ShownTurn {
  const shown = (heavy: PlaneUnbalance['aGmm']): Polar => {
    const { amount, angleDeg } = toPolar(heavy);
    return { amount, angleDeg: normaliseAngleDeg(360 - (angleDeg + 180)) };
  };
  return { a: shown(aGmm), b: shown(bGmm) };
}

/** The turns of one spin, each with its own scatter. */
export function* spinTurns(mount: Mount, order: SpinOrder): Generator<ShownTurn> {
  const truth = trueUnbalance(mount);
  const chance = chanceFor(mount.rotor, 'run', order.run);
  const deviation = TURN_SCATTER_GMM * Math.max(1, (SCATTER_AT_RPM / order.speedRpm) ** 2);
  const scatter = (): PlaneUnbalance['aGmm'] => ({ re: chance.normal(deviation), im: chance.normal(deviation) });
  for (let turn = 0; turn < order.turns; turn += 1) {
    yield show({ aGmm: add(truth.aGmm, scatter()), bGmm: add(truth.bGmm, scatter()) });
  }
}
