import {
  addPlanes,
  BALANCED,
  chanceInside,
  estimate,
  fromPolar,
  jobIndex,
  scalePlanes,
  subtractPlanes,
  summariseTurns,
  times,
  toPlanes,
  toPolar,
  USUAL_DRILL,
  verdictBy,
  type EstimateFacts,
  type EstimateInput,
  type Mounted,
  type PlaneUnbalance,
  type RecordEvent,
  type Vector,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { figure, type Figure } from './figures.js';

const ROTORS = Number(process.env['TARE_ROTORS'] ?? 1000);
const PLANES = { zAMm: 0, zBMm: 400, radiusAMm: 85, radiusBMm: 85 };
const RADIUS_MM = 85;
const TOLERANCE = { aGmm: RADIUS_MM, bGmm: RADIUS_MM };
/** What a shop's machine does: its own scatter from spin to spin, a gain that is a few per cent off, the same for every spin. */
const SCATTER_GMM = 12;
const GAIN = 0.03;
/** What is taken is that much off what was meant, as drills go. */
const CUT_RATIO = 0.04;
const CUT_DEG = 1;
const PARTS = ['crank', 'damper', 'flywheel', 'clutchCover'] as const;
/** Where each acts; the crank has both planes to itself. */
const PLACES_MM = { damper: -50, flywheel: 460, clutchCover: 500 } as const;
const SIX = [0, 60, 120, 180, 240, 300];
/** A stage that is not inside by then is given up. */
const MOST_SPINS = 12;

type Chance = ReturnType<typeof chanceFor>;
type Own = Record<(typeof PARTS)[number], PlaneUnbalance>;

/** A rotor of four parts with a machine of its own, seeded. */
class Rotor {
  readonly own: Own;
  readonly #gain: PlaneUnbalance;

  constructor(readonly chance: Chance) {
    const any = (least: number, most: number): Vector => fromPolar(RADIUS_MM * chance.between(least, most), chance.between(0, 360));
    const bolted = (part: keyof typeof PLACES_MM): PlaneUnbalance => toPlanes(any(2, 12), PLACES_MM[part], PLANES);
    this.own = {
      crank: { aGmm: any(5, 40), bGmm: any(5, 40) },
      damper: bolted('damper'),
      flywheel: bolted('flywheel'),
      clutchCover: bolted('clutchCover'),
    };
    const gain = (): Vector => ({ re: 1 + chance.normal(GAIN), im: chance.normal(GAIN) });
    this.#gain = { aGmm: gain(), bGmm: gain() };
  }

  truth(mounted: Mounted): PlaneUnbalance {
    return Object.entries(mounted)
      .map(([part, deg]) => turned(this.own[part as keyof Own], deg))
      .reduce(addPlanes, BALANCED);
  }

  read(mounted: Mounted): PlaneUnbalance {
    const { aGmm, bGmm } = this.truth(mounted);
    const off = (vector: Vector, gain: Vector): Vector => {
      const { re, im } = times(gain, vector);
      return { re: re + this.chance.normal(SCATTER_GMM), im: im + this.chance.normal(SCATTER_GMM) };
    };
    return { aGmm: off(aGmm, this.#gain.aGmm), bGmm: off(bGmm, this.#gain.bGmm) };
  }

  /** Takes what is meant to be taken from a part, as well as a drill does. */
  cut(part: keyof Own, meant: PlaneUnbalance): void {
    const really = (vector: Vector): Vector => times(vector, fromPolar(1 + this.chance.normal(CUT_RATIO), this.chance.normal(CUT_DEG)));
    this.own[part] = subtractPlanes(this.own[part], { aGmm: really(meant.aGmm), bGmm: really(meant.bGmm) });
  }
}

const turned = ({ aGmm, bGmm }: PlaneUnbalance, deg: number): PlaneUnbalance => {
  const by = fromPolar(1, deg);
  return { aGmm: times(aGmm, by), bGmm: times(bGmm, by) };
};
const worst = ({ aGmm, bGmm }: PlaneUnbalance): number => Math.max(toPolar(aGmm).amount, toPolar(bGmm).amount) / RADIUS_MM;
const stage = (i: number): Mounted => Object.fromEntries(PARTS.slice(0, i + 1).map((part) => [part, 0]));

const spinEvent = (id: number, mounted: Mounted, mean: PlaneUnbalance): RecordEvent => ({
  kind: 'spin',
  id: `spin ${id}`,
  calibration: 'machine',
  planes: PLANES,
  mounted,
  hung: BALANCED,
  hungCovariance: null,
  scatterGmm: { a: SCATTER_GMM, b: SCATTER_GMM },
  reading: { turns: summariseTurns([mean]), of: 'spins', display: null },
});
/** How far a cut may be off: its amount and its direction, in each plane. */
function cutEvent(id: number, part: string, meant: PlaneUnbalance): RecordEvent {
  const error = (vector: Vector): number => toPolar(vector).amount * Math.hypot(CUT_RATIO, (CUT_DEG * Math.PI) / 180);
  const [a, b] = [error(meant.aGmm) ** 2 / 2, error(meant.bGmm) ** 2 / 2];
  const covariance = Array.from({ length: 16 }, (_, i) => (i % 5 === 0 ? (i < 10 ? a : b) + 1 : 0));
  return { kind: 'cut', id: `cut ${id}`, part, change: scalePlanes(meant, -1), perDensity: BALANCED, covariance };
}
const inputOf = (events: readonly RecordEvent[]): EstimateInput => ({
  planes: PLANES,
  gainDeviation: { machine: GAIN },
  densityDeviation: 0.005,
  events,
});

/** Each part's own unbalance after every stage was spun once. */
function ownUnbalance(): Figure[] {
  const errors: number[] = [];
  let [held, asked] = [0, 0];
  for (let i = 0; i < ROTORS; i += 1) {
    const rotor = new Rotor(chanceFor('set-ups', i));
    const told = estimate(inputOf(PARTS.map((_, s) => spinEvent(s, stage(s), rotor.read(stage(s))))));
    for (const { parts, known } of told.parts) {
      const truth = rotor.own[parts[0] as keyof Own];
      const off = subtractPlanes(known.unbalance, truth);
      errors.push(worst(off));
      for (const plane of ['aGmm', 'bGmm'] as const) {
        asked += 1;
        if (toPolar(off[plane]).amount <= known.radius95Gmm![plane]) held += 1;
      }
    }
  }
  return [
    figure('each part’s own unbalance, four stages spun once: error', 'g', errors),
    figure('its 95 % region holds the truth (93 to 97 wanted)', '%', [(100 * held) / asked]),
  ];
}

/** The cover's best position of six, from the stages and no turning at all, and after it was read in two. */
function bestPosition(name: string, degs: readonly number[]): Figure[] {
  const regrets: number[] = [];
  let best = 0;
  for (let i = 0; i < ROTORS; i += 1) {
    const rotor = new Rotor(chanceFor('positions', i));
    const mountings = [stage(2), ...degs.map((deg) => ({ ...stage(3), clutchCover: deg }))];
    const facts = factsOf(mountings.map((mounted) => [mounted, rotor.read(mounted)]));
    const answer = jobIndex(facts, stage(3), 'clutchCover', SIX, TOLERANCE);
    if (answer.kind !== 'predicted') throw new Error('The cover is not known apart.');
    const is = (deg: number): number => worst(rotor.truth({ ...stage(3), clutchCover: deg }));
    const truly = SIX.reduce((x, y) => (is(y) < is(x) ? y : x));
    if (answer.best.deg === truly) best += 1;
    regrets.push(is(answer.best.deg) - is(truly));
  }
  return [
    figure(`${name}: the position found is truly the best`, '%', [(100 * best) / ROTORS]),
    figure(`${name}: worse than the best by`, 'g', regrets),
  ];
}

function factsOf(spins: readonly (readonly [Mounted, PlaneUnbalance])[]): EstimateFacts {
  return {
    spec: { crank: { planes: PLANES, counterweights: [] } } as unknown as EstimateFacts['spec'],
    spins: spins.map(([mounted, mean], i) => ({
      id: `spin ${i}`,
      speedRpm: 600,
      planes: PLANES,
      turns: summariseTurns([mean]),
      source: 'typed',
      knownDeviationGmm: SCATTER_GMM,
      gainDeviation: GAIN,
      mounted,
    })),
    holes: [],
    drill: USUAL_DRILL,
    spinsThatAreSo: [],
  };
}

interface Brought {
  readonly spins: number;
  readonly isInside: boolean;
}

/** All four stages, each corrected until the estimate says that it is inside. */
function byEstimate(rotor: Rotor): Brought {
  const events: RecordEvent[] = [];
  let spins = 0;
  for (const [s, part] of PARTS.entries()) {
    for (let n = 0; n < MOST_SPINS; n += 1) {
      events.push(spinEvent((spins += 1), stage(s), rotor.read(stage(s))));
      const { now } = estimate(inputOf(events));
      const verdict = verdictBy(chanceInside(now!, TOLERANCE));
      if (verdict === 'inside') break;
      // What is not settled is spun once more; a reading narrows it.
      if (verdict === 'cannotYetTell' && worst(now!.unbalance) < 0.8) continue;
      rotor.cut(part, now!.unbalance);
      events.push(cutEvent(spins, part, now!.unbalance));
    }
  }
  return { spins, isInside: worst(rotor.truth(stage(3))) <= 1 };
}

/** One stage at a time by hand: the display is believed, and what it shows below a gram is done. */
function byHand(rotor: Rotor): Brought {
  let spins = 0;
  for (const [s, part] of PARTS.entries()) {
    for (let n = 0; n < MOST_SPINS; n += 1) {
      spins += 1;
      const shown = rotor.read(stage(s));
      if (worst(shown) <= 1) break;
      rotor.cut(part, shown);
    }
  }
  return { spins, isInside: worst(rotor.truth(stage(3))) <= 1 };
}

function fourStages(name: string, bring: (rotor: Rotor) => Brought): Figure[] {
  const brought = Array.from({ length: ROTORS }, (_, i) => bring(new Rotor(chanceFor('four stages', i))));
  return [
    figure(
      `four stages to 1 g ${name}: spins`,
      '',
      brought.map(({ spins }) => spins),
    ),
    figure(`four stages to 1 g ${name}: truly inside in the end`, '%', [(100 * brought.filter(({ isInside }) => isInside).length) / ROTORS]),
  ];
}

/** Rotors that grow: what is known of each part, where a cover sits best, how many spins four stages take. */
export const setUpFigures = (): Figure[] => [
  ...ownUnbalance(),
  ...bestPosition('a cover read once and without it', [0]),
  ...bestPosition('a cover read in two positions and without it', [0, 180]),
  ...fourStages('by the estimate', byEstimate),
  ...fourStages('one at a time by hand', byHand),
];
