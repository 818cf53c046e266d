import {
  crankTemplate,
  fromPolar,
  influenceOf,
  layOut,
  meanReading,
  LAYOUTS,
  planeReading,
  processSpin,
  subtract,
  toPolar,
  unbalanceOf,
  withSpinScatter,
  type PlaneReading,
  type PlaneUnbalance,
  type SpinSignal,
  type SupportReading,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { recordSignals } from '@tare/standins/physics';
import { trueUnbalance } from '@tare/standins/truth';
import { figure, type Figure } from './figures.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const SPINS = 1000;
const RADIUS_MM = 85;
/** So many of the cranks tell the spin scatter that a shop would write down; the rest are judged with it. */
const LEARNED_FROM = 200;
const NOTHING: PlaneUnbalance = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };

/** How often the 95 % region of so many turns holds the truth, the turns' scatter normal, over 1,000 seeded spins; %. */
function held(turns: number): Figure {
  let inside = 0;
  for (let i = 0; i < SPINS; i += 1) {
    const chance = chanceFor('held', turns, i);
    const truth = fromPolar(1000, chance.between(0, 360));
    const { meanGmm, radius95Gmm } = planeReading(
      Array.from({ length: turns }, () => ({ re: truth.re + chance.normal(30), im: truth.im + chance.normal(30) })),
    );
    if (toPolar(subtract(meanGmm, truth)).amount <= radius95Gmm) inside += 1;
  }
  return figure(`95 % region holds the truth, ${turns} turns`, '%', [(100 * inside) / SPINS]);
}

const meanOf = (signal: SpinSignal): SupportReading => meanReading(processSpin(signal).turns);

/** 1,000 seeded cranks on the stand-in bench: error of the unbalance against its truth after three trial runs, and how often the region of the turns alone holds it. */
export function accuracy(): Figure[] {
  const errors: number[] = [];
  const shares: number[] = [];
  let inside = 0;
  const read: { readonly reading: PlaneReading; readonly off: number }[] = [];
  for (let i = 0; i < SPINS; i += 1) {
    const mount = { rotor: `accuracy-${i}`, crank, holes: [] };
    const record = (trial: PlaneUnbalance, run: number): SpinSignal =>
      recordSignals(mount, { speedRpm: 600, turns: 40, run, trial, supports: 'hard', looseBob: false, endStopForgotten: false });
    const runs = [NOTHING, { ...NOTHING, aGmm: fromPolar(1500, 0) }, { ...NOTHING, bGmm: fromPolar(1500, 90) }];
    const { influence } = influenceOf(runs.map((trial, k) => ({ trial, reading: meanOf(record(trial, k + 1)) })));
    const turns = processSpin(record(NOTHING, 4)).turns.map((turn) => unbalanceOf(turn, influence));
    const truth = trueUnbalance(mount);
    for (const plane of ['aGmm', 'bGmm'] as const) {
      const reading = planeReading(turns.map((turn) => turn[plane]));
      const off = toPolar(subtract(reading.meanGmm, truth[plane])).amount;
      read.push({ reading, off });
      errors.push(off / RADIUS_MM);
      shares.push((100 * off) / Math.max(toPolar(truth.aGmm).amount, toPolar(truth.bGmm).amount));
      if (off <= reading.radius95Gmm) inside += 1;
    }
  }
  const [known, judged] = [read.slice(0, 2 * LEARNED_FROM), read.slice(2 * LEARNED_FROM)];
  // An error of two components, each of deviation s, has the mean square 2s².
  const spinDeviationGmm = Math.sqrt(known.reduce((sum, { off }) => sum + off ** 2, 0) / known.length / 2);
  const holds = judged.filter(({ reading, off }) => off <= withSpinScatter(reading, spinDeviationGmm).radius95Gmm).length;
  return [
    ...[3, 10, 60, 500].map(held),
    figure('stand-in bench, error of U, g at 85 mm', 'g', errors),
    figure('stand-in bench, error of U, of the worse plane', '%', shares),
    figure('stand-in bench, region of the turns alone holds the truth', '%', [(100 * inside) / (2 * SPINS)]),
    figure('stand-in bench, spin scatter learned from 200 cranks', 'g·mm', [spinDeviationGmm]),
    figure('stand-in bench, region with that scatter holds the truth', '%', [(100 * holds) / judged.length]),
  ];
}
