import {
  add,
  times,
  chanceInside,
  estimate,
  fromPolar,
  influenceOf,
  readShown,
  summariseTurns,
  toPolar,
  verdictBy,
  type Influence,
  type PlaneUnbalance,
  type ShownBy,
  type SpinEvent,
  type Vector,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

const PLANES = { zAMm: 0, zBMm: 400, radiusAMm: 85, radiusBMm: 85 };
const NOTHING: PlaneUnbalance = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };
const STORIES = 1200;
const PLANE_NAMES = ['aGmm', 'bGmm'] as const;

type Chance = ReturnType<typeof chanceFor>;
const both = (of: (plane: 'aGmm' | 'bGmm') => Vector): PlaneUnbalance => ({ aGmm: of('aGmm'), bGmm: of('bGmm') });
const gainOf = (chance: Chance, deviation: number): PlaneUnbalance =>
  both(() => ({ re: 1 + chance.normal(deviation), im: chance.normal(deviation) }));

const spinOf = (id: string, reading: SpinEvent['reading'], scatterGmm: number): SpinEvent => ({
  kind: 'spin',
  id,
  calibration: 'machine',
  planes: PLANES,
  mounted: { crank: 0 },
  hung: NOTHING,
  hungCovariance: null,
  reading,
  scatterGmm: { a: scatterGmm, b: scatterGmm },
});

/** A recorded spin: turns that scatter more one way, about a mean that scatters from spin to spin. */
function recorded(chance: Chance, truth: PlaneUnbalance, turns: number, ratio: number, spinGmm: number, wide = 90): SpinEvent['reading'] {
  const narrow = wide / ratio;
  const of = (vector: Vector): (() => Vector) => {
    const middle = add(vector, { re: chance.normal(spinGmm), im: chance.normal(spinGmm) });
    const along = chance.between(0, 360);
    return () => add(middle, times(fromPolar(1, along), { re: chance.normal(wide), im: chance.normal(narrow) }));
  };
  const [a, b] = [of(truth.aGmm), of(truth.bGmm)];
  return { turns: summariseTurns(Array.from({ length: turns }, () => ({ aGmm: a(), bGmm: b() }))), of: 'turns', display: null };
}

/** Regions of recorded spins by the number of turns and by how far their scatter is from round. */
function recordedCoverage(): Figure[] {
  return [3, 6, 20, 100, 500].flatMap((turns) =>
    [1, 2, 5].map((ratio) => {
      let [held, asked] = [0, 0];
      for (let i = 0; i < STORIES; i += 1) {
        const chance = chanceFor('recorded', turns, ratio, i);
        const gain = gainOf(chance, 0.02);
        const truth = both(() => fromPolar(85 * chance.between(2, 20), chance.between(0, 360)));
        const read = both((plane) => times(gain[plane], truth[plane]));
        const { now } = estimate({
          planes: PLANES,
          gainDeviation: { machine: 0.02 },
          densityDeviation: 0.005,
          events: [spinOf('one', recorded(chance, read, turns, ratio, 5), 5)],
        });
        for (const plane of PLANE_NAMES) {
          asked += 1;
          const off = Math.hypot(now!.unbalance[plane].re - truth[plane].re, now!.unbalance[plane].im - truth[plane].im);
          if (off <= now!.radius95Gmm![plane]) held += 1;
        }
      }
      return figure(`region holds the truth, recorded, ${turns} turns, ${ratio}:1`, '%', [(100 * held) / asked]);
    }),
  );
}

/** Where both supports hear both planes. */
const HEARS: Influence = (() => {
  const run = (trial: PlaneUnbalance): { readonly trial: PlaneUnbalance; readonly reading: { readonly left: Vector; readonly right: Vector } } => ({
    trial,
    reading: {
      left: add(times(trial.aGmm, fromPolar(0.02, 20)), times(trial.bGmm, fromPolar(0.006, 12))),
      right: add(times(trial.aGmm, fromPolar(0.006, 27)), times(trial.bGmm, fromPolar(0.02, 35))),
    },
  });
  const weight = fromPolar(2550, 0);
  return influenceOf([run(NOTHING), run({ ...NOTHING, aGmm: weight }), run({ ...NOTHING, bGmm: weight })]).influence;
})();
const NEEDLE: ShownBy = {
  unit: 'none',
  convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
  planes: PLANES,
  influence: HEARS,
  amountStep: 0.5,
  angleStepDeg: 2,
};

/** Regions of a needle with a vernier, its trial weights on this rotor. */
function needleCoverage(): Figure[] {
  return [1, 4].map((repeats) => {
    let [held, asked] = [0, 0];
    for (let i = 0; i < STORIES; i += 1) {
      const chance = chanceFor('needle', repeats, i);
      const gain = gainOf(chance, 0.02);
      const truth = both(() => fromPolar(85 * chance.between(2, 20), chance.between(0, 360)));
      const events = Array.from({ length: repeats }, (_, k) => {
        const heard = both((plane) => add(times(gain[plane], truth[plane]), { re: chance.normal(20), im: chance.normal(20) }));
        const left = add(times(heard.aGmm, fromPolar(0.02, 20)), times(heard.bGmm, fromPolar(0.006, 12)));
        const right = add(times(heard.aGmm, fromPolar(0.006, 27)), times(heard.bGmm, fromPolar(0.02, 35)));
        const shown = (v: Vector): { amount: number; angleDeg: number } => {
          const { amount, angleDeg } = toPolar(v);
          return { amount: Math.round(2 * amount) / 2, angleDeg: (2 * Math.round(angleDeg / 2)) % 360 };
        };
        const { spins, display } = readShown([{ a: shown(left), b: shown(right) }], NEEDLE);
        return spinOf(`spin ${k}`, { turns: summariseTurns(spins), of: 'spins', display }, 20);
      });
      const { now, surprise } = estimate({ planes: PLANES, gainDeviation: { machine: 0.02 }, densityDeviation: 0.005, events });
      if (surprise) continue;
      for (const plane of PLANE_NAMES) {
        asked += 1;
        const off = Math.hypot(now!.unbalance[plane].re - truth[plane].re, now!.unbalance[plane].im - truth[plane].im);
        if (off <= now!.radius95Gmm![plane]) held += 1;
      }
    }
    return figure(`region holds the truth, needle, ${repeats} times`, '%', [(100 * held) / asked]);
  });
}

/** Cranks near the limit, spun until they are called inside or ten times: how many of those accepted truly are. */
function acceptedOf(name: string, scatterGmm: number, readingOf: (chance: Chance, read: PlaneUnbalance) => SpinEvent['reading']): Figure {
  const tolerance = { aGmm: 85, bGmm: 85 };
  let [taken, truly] = [0, 0];
  for (let i = 0; i < STORIES; i += 1) {
    const chance = chanceFor('accepted', name, i);
    const gain = gainOf(chance, 0.03);
    const truth = both(() => fromPolar(85 * chance.between(0, 1.6), chance.between(0, 360)));
    const read = both((plane) => times(gain[plane], truth[plane]));
    const events: SpinEvent[] = [];
    for (let k = 0; k < 10; k += 1) {
      events.push(spinOf(`spin ${k}`, readingOf(chance, read), scatterGmm));
      const { now } = estimate({ planes: PLANES, gainDeviation: { machine: 0.03 }, densityDeviation: 0.005, events });
      if (verdictBy(now && chanceInside(now, tolerance)) !== 'inside') continue;
      taken += 1;
      if (PLANE_NAMES.every((plane) => toPolar(truth[plane]).amount <= tolerance[plane])) truly += 1;
      break;
    }
  }
  return figure(`accepted and truly inside, ${name}, of ${taken} accepted`, '%', [(100 * truly) / taken]);
}

const typed =
  (scatterGmm: number) =>
  (chance: Chance, read: PlaneUnbalance): SpinEvent['reading'] => {
    const mean = both((plane) => add(read[plane], { re: chance.normal(scatterGmm), im: chance.normal(scatterGmm) }));
    return { turns: { n: 1, mean, covariance: Array.from({ length: 10 }, () => 0) }, of: 'spins', display: null };
  };

const accepted = (): Figure[] => [
  acceptedOf('typed, scatter 10 g·mm', 10, typed(10)),
  acceptedOf('typed, scatter 25 g·mm', 25, typed(25)),
  acceptedOf('recorded, 4 turns of 60 g·mm, 5:1', 5, (chance, read) => recorded(chance, read, 4, 5, 5, 60)),
  acceptedOf('recorded, 20 turns of 60 g·mm, 2:1', 5, (chance, read) => recorded(chance, read, 20, 2, 5, 60)),
];

/** What a region is worth for each way of reading, and a verdict. */
export const readingFigures = (): Figure[] => [...recordedCoverage(), ...needleCoverage(), ...accepted()];
