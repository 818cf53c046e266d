import {
  times,
  addPlanes,
  crankTemplate,
  effectOfCuts,
  fromPolar,
  jobEstimate,
  LAYOUTS,
  layOut,
  metalNow,
  readShown,
  summariseTurns,
  surpriseStories,
  toPlanes,
  toPolar,
  USUAL_DRILL,
  type EstimateFacts,
  type PlaneUnbalance,
  type RadialCut,
  type ShownBy,
  type StoryEntry,
  type Vector,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

const CRANK = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const RADIUS_MM = CRANK.planes.radiusAMm;
const BY: ShownBy = {
  unit: 'gAtRadius',
  convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
  planes: CRANK.planes,
  influence: null,
  amountStep: 0.1,
  angleStepDeg: 1,
};
const SCATTER_GMM = 15;
const GAIN = 0.03;
const STORIES = Number(process.env['TARE_STORIES'] ?? 40);

type Chance = ReturnType<typeof chanceFor>;
type Spin = EstimateFacts['spins'][number];
type Hole = EstimateFacts['holes'][number];
type Shown = NonNullable<Spin['shown']>[number];

/** A crank on a machine with a gain of its own, spun, drilled and spun, as a record that can be told wrongly. */
class Told {
  readonly spins: Spin[] = [];
  readonly holes: Hole[] = [];
  readonly #gain: PlaneUnbalance;
  #real: RadialCut[] = [];
  #hangs: PlaneUnbalance = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };
  readonly #own: PlaneUnbalance;

  constructor(readonly chance: Chance) {
    const gain = (): Vector => ({ re: 1 + chance.normal(GAIN), im: chance.normal(GAIN) });
    this.#gain = { aGmm: gain(), bGmm: gain() };
    const own = (): Vector => fromPolar(RADIUS_MM * chance.between(15, 60), chance.between(0, 360));
    this.#own = { aGmm: own(), bGmm: own() };
  }

  bolts(more: PlaneUnbalance): void {
    this.#hangs = addPlanes(this.#hangs, more);
  }

  /** @param mistyped changes what was shown into what was written down */
  spin(mistyped: (shown: Shown) => Shown = (shown) => shown, mounted: readonly string[] = ['crank']): void {
    const truth = addPlanes(addPlanes(this.#own, effectOfCuts(metalNow(CRANK, []), this.#real)), this.#hangs);
    const shownOf = (plane: 'aGmm' | 'bGmm'): Shown['a'] => {
      const off = { re: this.chance.normal(SCATTER_GMM), im: this.chance.normal(SCATTER_GMM) };
      const read = times(this.#gain[plane], truth[plane]);
      const { amount, angleDeg } = toPolar({ re: read.re + off.re, im: read.im + off.im });
      return { amount: Math.round((10 * amount) / RADIUS_MM) / 10, angleDeg: Math.round(angleDeg) % 360 };
    };
    const shown = mistyped({ a: shownOf('aGmm'), b: shownOf('bGmm') });
    const { spins, display } = readShown([shown], BY);
    this.spins.push({
      id: `spin ${this.spins.length}`,
      speedRpm: 600,
      planes: CRANK.planes,
      turns: summariseTurns(spins),
      source: 'typed',
      knownDeviationGmm: SCATTER_GMM,
      gainDeviation: GAIN,
      display,
      shown: [shown],
      shownBy: BY,
      mounted: Object.fromEntries(mounted.map((part) => [part, 0])),
    });
  }

  /**
   * A hole a little off what was measured of it.
   * @param mistyped what was written down; null for nothing
   * @param really whether it was drilled at all
   */
  drill(at: number, depthMm: number, mistyped: (cut: RadialCut) => RadialCut | null = (cut) => cut, really = true): void {
    const { id, arcCentreDeg } = CRANK.counterweights[at]!;
    const meant: RadialCut = {
      kind: 'radial',
      counterweightId: id,
      angleDeg: Math.round(arcCentreDeg + this.chance.between(-20, 20)),
      bitMm: 14,
      pointAngleDeg: 118,
      depthMm: Math.round(10 * depthMm) / 10,
    };
    const { chance } = this;
    if (really)
      this.#real.push({
        ...meant,
        angleDeg: meant.angleDeg + chance.normal(USUAL_DRILL.angleDeg),
        depthMm: meant.depthMm + chance.normal(USUAL_DRILL.depthMm),
      });
    const logged = mistyped(meant);
    if (logged) this.holes.push({ ...logged, id: `hole ${this.holes.length + 1}`, afterSpinId: this.spins.at(-1)!.id });
  }

  facts(): EstimateFacts {
    return {
      spec: { crank: CRANK } as unknown as EstimateFacts['spec'],
      spins: this.spins,
      holes: this.holes,
      drill: USUAL_DRILL,
      spinsThatAreSo: [],
    };
  }
}

interface Happening {
  readonly name: string;
  /** Makes the last part of a record, in which it happens. */
  readonly happens: (told: Told) => void;
  /** Whether a story is what really happened. */
  readonly isIt: (entry: StoryEntry) => boolean;
}

const ofA = (change: (amount: number, chance: Chance) => number) => (told: Told) => {
  told.spin((shown) => ({ ...shown, a: { ...shown.a, amount: change(shown.a.amount, told.chance) } }));
};
const pick = (chance: Chance, of: number): number => Math.floor(chance.between(0, of - 1e-9));
/** Any digit but a leading zero, which nobody types. */
const digitOf = (value: number, chance: Chance): number => {
  const text = value.toFixed(1);
  const places = Array.from(text).flatMap((sign, i) => (/\d/.test(sign) ? [i] : []));
  const i = places[pick(chance, places.length)]!;
  const others = Array.from('0123456789').filter((digit) => digit !== text[i] && (i > 0 || digit !== '0'));
  return Number(text.slice(0, i) + others[pick(chance, others.length)]! + text.slice(i + 1));
};
/** The last two digits, round the point. */
const exchangedOf = (value: number): number => {
  const text = value.toFixed(1);
  return Number(`${text.slice(0, -3)}${text.at(-1)!}.${text.at(-3)!}`);
};
const spinSlip =
  (slip: string) =>
  (entry: StoryEntry): boolean =>
    entry.kind === 'spinMistyped' && entry.slip === slip;
const COVER = toPlanes(fromPolar(RADIUS_MM * 12, 70), CRANK.planes.zBMm + 60, CRANK.planes);

const HAPPENINGS: readonly Happening[] = [
  { name: 'amount ten times too large', happens: ofA((amount) => Math.round(amount * 100) / 10), isIt: spinSlip('tenfold') },
  { name: 'one digit of an amount wrong', happens: ofA(digitOf), isIt: spinSlip('digit') },
  { name: 'two digits exchanged', happens: ofA(exchangedOf), isIt: spinSlip('exchanged') },
  {
    name: 'the opposite side',
    happens: (told) => told.spin((shown) => ({ ...shown, a: { ...shown.a, angleDeg: (shown.a.angleDeg + 180) % 360 } })),
    isIt: spinSlip('opposite'),
  },
  {
    name: 'counted the other way',
    happens: (told) => told.spin((shown) => ({ ...shown, b: { ...shown.b, angleDeg: (360 - shown.b.angleDeg) % 360 } })),
    isIt: spinSlip('mirrored'),
  },
  { name: 'planes exchanged', happens: (told) => told.spin(({ a, b }) => ({ a: b, b: a })), isIt: spinSlip('planes') },
  {
    name: 'a depth logged ten times too small',
    happens: (told) => {
      told.drill(1, told.chance.between(10, 20), (cut) => ({ ...cut, depthMm: Math.round(cut.depthMm * 10) / 100 }));
      told.spin();
    },
    isIt: (entry) => entry.kind === 'cutMistyped' && entry.what === 'depth',
  },
  {
    name: 'a hole logged and never made',
    happens: (told) => {
      told.drill(1, told.chance.between(10, 20), undefined, false);
      told.spin();
    },
    isIt: (entry) => entry.kind === 'cutNotMade',
  },
  {
    name: 'a hole not logged',
    happens: (told) => {
      told.drill(2, told.chance.between(10, 25), () => null);
      told.spin();
    },
    isIt: (entry) => entry.kind === 'unlogged' && entry.cut.counterweightId === CRANK.counterweights[2]!.id,
  },
  {
    name: 'a cover that was on before, still on',
    happens: (told) => {
      told.bolts(COVER);
      told.spin(undefined, ['crank', 'clutchCover']);
      told.spin();
    },
    isIt: (entry) => entry.kind === 'mounted' && entry.part === 'clutchCover' && entry.on,
  },
  {
    name: 'something mounted that nobody said',
    happens: (told) => {
      told.bolts(COVER);
      told.spin();
    },
    isIt: (entry) => entry.kind === 'somethingMounted',
  },
];

/** How often each slip is noticed, and then how often what really happened is among the stories, and first. */
export function storyFigures(): Figure[] {
  return HAPPENINGS.flatMap(({ name, happens, isIt }) => {
    let [noticed, shown, first] = [0, 0, 0];
    for (let i = 0; i < STORIES; i += 1) {
      const told = new Told(chanceFor('stories', name, i));
      told.spin();
      told.drill(0, told.chance.between(10, 22));
      told.drill(5, told.chance.between(10, 22));
      told.spin();
      happens(told);
      const record = told.facts();
      const { surprise } = jobEstimate(record, { aGmm: RADIUS_MM, bGmm: RADIUS_MM });
      if (!surprise) continue;
      noticed += 1;
      const stories = surpriseStories(record, surprise);
      const at = stories.findIndex(({ entry }) => isIt(entry));
      if (at >= 0) shown += 1;
      if (at === 0) first += 1;
    }
    const share = (of: number, all: number): number => (all === 0 ? Number.NaN : (100 * of) / all);
    return [
      figure(`${name}: noticed`, '%', [share(noticed, STORIES)]),
      figure(`${name}: the true story shown`, '%', [share(shown, noticed)]),
      figure(`${name}: the true story first`, '%', [share(first, noticed)]),
    ];
  });
}
