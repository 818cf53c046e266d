import {
  BALANCED,
  calibrationFactor,
  crankTemplate,
  fromPolar,
  influenceOf,
  layOut,
  LAYOUTS,
  meanReading,
  estimate,
  radius95Of,
  summariseTurns,
  turnsInPlane,
  processSpin,
  sensorSpread,
  subtract,
  toPolar,
  unbalanceOf,
  type PlaneSpread,
  type PlaneUnbalance,
  type SpinSignal,
  type SupportReading,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { dataSheet, spinSignals } from '@tare/standins/physics';
import { trueUnbalance } from '@tare/standins/truth';
import { figure, type Figure } from './figures.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const SPINS = 1000;
const RADIUS_MM = 85;
const TURNS = 40;
const PLANES = ['aGmm', 'bGmm'] as const;

/** The mean of a plane's turns, and the region that their scatter alone gives it. */
function byTurnsAlone(
  turns: readonly PlaneUnbalance[],
  plane: keyof PlaneUnbalance,
): { readonly meanGmm: PlaneUnbalance['aGmm']; readonly radius95Gmm: number } {
  const { n, meanGmm, xx, xy, yy } = turnsInPlane(summariseTurns(turns), plane);
  const spread = { xx: xx / n, xy: xy / n, yy: yy / n };
  return { meanGmm, radius95Gmm: radius95Of(spread, [{ covariance: spread, freedom: n - 1 }]) };
}

/** How often the 95 % region of so many turns holds the truth, the turns' scatter normal, over 1,000 seeded spins; %. */
function held(turns: number): Figure {
  let inside = 0;
  for (let i = 0; i < SPINS; i += 1) {
    const chance = chanceFor('held', turns, i);
    const truth = fromPolar(1000, chance.between(0, 360));
    const seen = Array.from({ length: turns }, () => ({ aGmm: { re: truth.re + chance.normal(30), im: truth.im + chance.normal(30) }, bGmm: truth }));
    const { meanGmm, radius95Gmm } = byTurnsAlone(seen, 'aGmm');
    if (toPolar(subtract(meanGmm, truth)).amount <= radius95Gmm) inside += 1;
  }
  return figure(`95 % region holds the truth, ${turns} turns of plain scatter`, '%', [(100 * inside) / SPINS]);
}

const meanOf = (signal: SpinSignal): SupportReading => meanReading(processSpin(signal).turns);

interface Tally {
  readonly errorsG: number[];
  held: number;
  heldByTurnsAlone: number;
}
const newTally = (): Tally => ({ errorsG: [], held: 0, heldByTurnsAlone: 0 });

/** One spin against the truth, judged as the application does. */
function count(
  tally: Tally,
  turns: readonly PlaneUnbalance[],
  spreads: Readonly<Record<keyof PlaneUnbalance, PlaneSpread>>,
  truth: PlaneUnbalance,
): void {
  const read = summariseTurns(turns);
  const gains = PLANES.map((plane) => spreads[plane].commonGmm / toPolar(read.mean[plane]).amount);
  const { now } = estimate({
    planes: crank.planes,
    gainDeviation: { machine: Math.max(...gains) },
    densityDeviation: 1e-3,
    events: [
      {
        kind: 'spin',
        id: 'spin',
        calibration: 'machine',
        planes: crank.planes,
        mounted: { crank: 0 },
        hung: BALANCED,
        hungCovariance: null,
        reading: { turns: read, of: 'turns', display: null },
        scatterGmm: { a: spreads.aGmm.runGmm ?? 0, b: spreads.bGmm.runGmm ?? 0 },
      },
    ],
  });
  for (const plane of PLANES) {
    const alone = byTurnsAlone(turns, plane);
    const off = toPolar(subtract(now!.unbalance[plane], truth[plane])).amount;
    tally.errorsG.push(off / RADIUS_MM);
    if (off <= alone.radius95Gmm) tally.heldByTurnsAlone += 1;
    if (off <= now!.radius95Gmm![plane]) tally.held += 1;
  }
}

const share = ({ errorsG }: Tally, hits: number): number => (100 * hits) / errorsG.length;

/** 1,000 seeded cranks, each on a bench of its own: error of the unbalance against the truth by the maker's calibration and by three trial runs, and how often the region holds it. */
function onStandinBenches(turns: number): Figure[] {
  const [own, trials] = [newTally(), newTally()];
  for (let i = 0; i < SPINS; i += 1) {
    const mount = { rotor: `accuracy-${i}`, crank, holes: [] };
    const order = (hung: PlaneUnbalance, run: number, n = TURNS) =>
      ({ speedRpm: 600, turns: n, run, hung, supports: 'hard', looseBob: false, endStopForgotten: false }) as const;
    const spin = (hung: PlaneUnbalance, run: number): SpinSignal => spinSignals(mount, order(hung, run), `bench-${i}`);
    const truth = trueUnbalance(mount);
    const read = processSpin(spinSignals(mount, order(BALANCED, 4, turns), `bench-${i}`)).turns.slice(0, turns);
    const sheet = dataSheet(mount, order(BALANCED, 4));
    const mean = meanReading(read);
    const [run, gain] = [sensorSpread(mean, sheet.influence, sheet.runRatio), sensorSpread(mean, sheet.influence, sheet.gainRatio)];
    const spread = (plane: keyof PlaneUnbalance): PlaneSpread => ({ runGmm: Math.hypot(sheet.driftGmm, run[plane]), commonGmm: gain[plane] });
    count(
      own,
      read.map((turn) => unbalanceOf(turn, sheet.influence)),
      { aGmm: spread('aGmm'), bGmm: spread('bGmm') },
      truth,
    );
    const runs = [BALANCED, { ...BALANCED, aGmm: fromPolar(2500, 0) }, { ...BALANCED, bGmm: fromPolar(2500, 90) }].map((trial, k) => ({
      trial,
      reading: meanOf(spin(trial, k + 1)),
    }));
    const { influence } = influenceOf(runs);
    const runGmm = Math.hypot(
      sheet.driftGmm,
      sheet.runRatio * Math.max(...PLANES.map((plane) => toPolar(unbalanceOf(mean, influence)[plane]).amount)),
    );
    const known = { runGmm, commonGmm: runGmm * calibrationFactor(runs, unbalanceOf(mean, influence)) };
    count(
      trials,
      read.map((turn) => unbalanceOf(turn, influence)),
      { aGmm: known, bGmm: known },
      truth,
    );
  }
  return [
    figure(`stand-in, maker’s calibration, ${turns} turns: error of U at 85 mm`, 'g', own.errorsG),
    figure(`stand-in, maker’s calibration, ${turns} turns: region holds the truth`, '%', [share(own, own.held)]),
    figure(`stand-in, three trial runs, ${turns} turns: error of U at 85 mm`, 'g', trials.errorsG),
    figure(`stand-in, three trial runs, ${turns} turns: region holds the truth`, '%', [share(trials, trials.held)]),
    figure(`stand-in, three trial runs, ${turns} turns: region of the turns alone holds it`, '%', [share(trials, trials.heldByTurnsAlone)]),
  ];
}

export function accuracy(): Figure[] {
  return [...[3, 10, 60, 500].map(held), ...[3, 60, 500].flatMap(onStandinBenches)];
}
