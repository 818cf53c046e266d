import {
  add,
  times,
  estimate,
  fromPolar,
  toPolar,
  type CutEvent,
  type EstimateInput,
  type PlaneUnbalance,
  type RecordEvent,
  type SpinEvent,
  type Vector,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { readingFigures } from './estimateReadings.js';
import { storyFigures } from './estimateStories.js';
import { figure, timed, type Figure } from './figures.js';

const PLANES = { zAMm: 0, zBMm: 400, radiusAMm: 85, radiusBMm: 85 };
const NOTHING: PlaneUnbalance = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };
const ALONE = Array.from({ length: 10 }, () => 0);
const SCATTER_GMM = 25;
const DISPLAY_G = 0.1;
const GAIN = 0.03;
const HONEST = Number(process.env['TARE_HONEST_SPINS'] ?? 20_000);
const STORIES = 400;

type Chance = ReturnType<typeof chanceFor>;
const both = (of: (plane: 'aGmm' | 'bGmm') => Vector): PlaneUnbalance => ({ aGmm: of('aGmm'), bGmm: of('bGmm') });
const round = (v: Vector, stepG: number): Vector => {
  const { amount, angleDeg } = toPolar(v);
  const step = stepG * 85;
  return fromPolar(Math.round(amount / step) * step, Math.round(angleDeg));
};

/** A made-up crank on a machine with a gain of its own, spun and cut as one does. */
class Story {
  readonly events: RecordEvent[] = [];
  #truth: Record<string, PlaneUnbalance> = {};
  readonly #gain: { readonly aGmm: Vector; readonly bGmm: Vector };

  constructor(
    readonly chance: Chance,
    readonly stepG = DISPLAY_G,
  ) {
    const gain = (): Vector => ({ re: 1 + chance.normal(GAIN), im: chance.normal(GAIN) });
    this.#gain = { aGmm: gain(), bGmm: gain() };
    this.add('crank', 40);
  }

  add(part: string, grams: number): void {
    this.#truth[part] = both(() => fromPolar(85 * this.chance.between(grams / 4, grams), this.chance.between(0, 360)));
  }

  total(mounted: readonly string[]): PlaneUnbalance {
    return mounted.reduce<PlaneUnbalance>((sum, part) => both((plane) => add(sum[plane], this.#truth[part]![plane])), NOTHING);
  }

  spin(mounted: readonly string[] = ['crank'], said: readonly string[] = mounted): void {
    const truth = this.total(mounted);
    const mean = both((plane) => {
      const read = add(times(this.#gain[plane], truth[plane]), { re: this.chance.normal(SCATTER_GMM), im: this.chance.normal(SCATTER_GMM) });
      return round(read, this.stepG);
    });
    const step = { amountGmm: this.stepG * 85, angleRad: Math.PI / 180 };
    const event: SpinEvent = {
      kind: 'spin',
      id: `spin ${this.events.length}`,
      calibration: 'machine',
      planes: PLANES,
      mounted: Object.fromEntries(said.map((part) => [part, 0])),
      hung: NOTHING,
      hungCovariance: null,
      reading: { turns: { n: 1, mean, covariance: ALONE }, of: 'spins', display: { a: step, b: step } },
      scatterGmm: { a: SCATTER_GMM, b: SCATTER_GMM },
    };
    this.events.push(event);
  }

  /** Takes a share of what is there, and misses by the drill. */
  cut(share = 0.8, part = 'crank'): void {
    const change = both((plane) => ({ re: -share * this.#truth[part]![plane].re, im: -share * this.#truth[part]![plane].im }));
    const four = [change.aGmm.re, change.aGmm.im, change.bGmm.re, change.bGmm.im];
    const variance = four.map((value) => (0.03 * value) ** 2 + 100);
    const covariance = Array.from({ length: 16 }, (_, i) => (i % 5 === 0 ? variance[i / 5]! : 0));
    const missed = variance.map((one) => this.chance.normal(Math.sqrt(one)));
    this.#truth[part] = both((plane) => {
      const at = plane === 'aGmm' ? 0 : 2;
      return add(add(this.#truth[part]![plane], change[plane]), { re: missed[at]!, im: missed[at + 1]! });
    });
    const event: CutEvent = { kind: 'cut', id: `cut ${this.events.length}`, part, change, perDensity: change, covariance };
    this.events.push(event);
  }

  /** Metal that nobody logs, at plane A. */
  secretly(grams: number): void {
    const gone = fromPolar(85 * grams, this.chance.between(0, 360));
    const crank = this.#truth['crank']!;
    this.#truth['crank'] = { ...crank, aGmm: add(crank.aGmm, gone) };
  }

  input(): EstimateInput {
    return { planes: PLANES, gainDeviation: { machine: GAIN }, densityDeviation: 0.005, events: this.events };
  }
}

/** How often the region of each plane holds the truth: typed on fine and coarse displays, repeated, in one to three set-ups. */
function coverage(): Figure[] {
  return [0.1, 0.5, 1].flatMap((stepG) =>
    [1, 4, 10].map((repeats) => {
      let [held, asked] = [0, 0];
      for (let i = 0; i < STORIES; i += 1) {
        const story = new Story(chanceFor('coverage', stepG, repeats, i), stepG);
        const setUps = 1 + (i % 3);
        const mounted = ['crank'];
        for (let k = 0; k < setUps; k += 1) {
          if (k > 0) {
            const part = `part ${k}`;
            story.add(part, 10);
            mounted.push(part);
          }
          for (let n = 0; n < repeats; n += 1) story.spin(mounted);
          story.cut(0.8, mounted.at(-1));
          for (let n = 0; n < repeats; n += 1) story.spin(mounted);
        }
        const { now, surprise } = estimate(story.input());
        if (surprise) continue;
        const truth = story.total(mounted);
        for (const plane of ['aGmm', 'bGmm'] as const) {
          asked += 1;
          const off = Math.hypot(now!.unbalance[plane].re - truth[plane].re, now!.unbalance[plane].im - truth[plane].im);
          if (off <= now!.radius95Gmm![plane]) held += 1;
        }
      }
      return figure(`region holds the truth, display ${stepG} g, ${repeats} times`, '%', [(100 * held) / asked]);
    }),
  );
}

/** Honest spins that are set aside. */
function falseAlarms(): Figure {
  let [alarms, tested] = [0, 0];
  for (let i = 0; tested < HONEST; i += 1) {
    const story = new Story(chanceFor('honest', i));
    for (let k = 0; k < 4; k += 1) {
      story.spin();
      story.cut(0.7);
    }
    story.spin();
    for (const { distance, setAside } of estimate(story.input()).spins) {
      if (distance === null) continue;
      tested += 1;
      if (setAside) alarms += 1;
      // What comes after a spin that was set aside is no honest test.
      if (setAside) break;
    }
  }
  return figure(`false alarms among ${tested} honest spins`, 'of 1,000', [(1000 * alarms) / tested]);
}

/** How often metal that nobody logged is noticed at the next spin. */
function power(): Figure[] {
  return [1, 2, 3, 5, 10, 20].map((grams) => {
    let found = 0;
    for (let i = 0; i < STORIES; i += 1) {
      const story = new Story(chanceFor('power', grams, i));
      story.spin();
      story.cut(0.8);
      story.spin();
      story.secretly(grams);
      story.spin();
      if (estimate(story.input()).spins.at(-1)!.setAside) found += 1;
    }
    return figure(`${grams} g at 85 mm cut and not logged: noticed`, '%', [(100 * found) / STORIES]);
  });
}

/** 200 events of four parts. */
async function speed(): Promise<Figure> {
  const story = new Story(chanceFor('speed', 0));
  const mounted = ['crank'];
  for (let i = 0; i < 100; i += 1) {
    if (i > 0 && i % 25 === 0) {
      story.add(`part ${i}`, 20);
      mounted.push(`part ${i}`);
    }
    story.spin(mounted);
    story.cut(0.5, mounted.at(-1));
  }
  const input = story.input();
  return timed('the estimate of 200 events of 4 parts', 60, () => Promise.resolve(estimate(input)));
}

export async function estimateFigures(): Promise<Figure[]> {
  return [await speed(), ...coverage(), ...readingFigures(), falseAlarms(), ...power(), ...storyFigures()];
}
