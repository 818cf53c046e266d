import { inGrams } from '@tare/core/testing';
import {
  addPlanes,
  furtherCut,
  isPast,
  isWorthMeasuringAgain,
  jobEstimate,
  meantBy,
  metalNow,
  planChoices,
  readShown,
  summariseTurns,
  surpriseStories,
  toPolar,
  trackedPlane,
  USUAL_BARS,
  type Crank,
  type Cut,
  type EstimateFacts,
  type KnownCut,
  type MetalNow,
  type PlaneUnbalance,
  type ShownBy,
  type ShownSpin,
  type StoryEntry,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { BITS, gainDeviationOf, isInside, MOST_HOLES, MOST_SPINS, practiceBench, RADIUS_MM, USUAL, type PracticeBench } from './practiceBench.js';

/** What goes wrong with what people write down, as a share of events; a depth is misread by so much. */
export interface Slips {
  readonly mistyped: number;
  readonly unlogged: number;
  readonly misread: number;
}
export const NO_SLIPS: Slips = { mistyped: 0, unlogged: 0, misread: 0 };
export const USUAL_SLIPS: Slips = { mistyped: 0.05, unlogged: 0.05, misread: 0.05 };
const MISREAD_MM = 2;
const MOUNTED = { crank: 0 };

/** How a crank was brought inside, by somebody who slips. */
export interface PracticeStory {
  readonly spins: number;
  /** Times that the drill was taken up. */
  readonly drillings: number;
  readonly overshot: boolean;
  readonly accepted: boolean;
  readonly inside: boolean;
  /** Spins after the first until it was truly inside, known or not; null when it never was. */
  readonly trulyInsideAfter: number | null;
  /** Times that "what happened?" was asked. */
  readonly questions: number;
  /** Of those, where what really happened was among the answers. */
  readonly answered: number;
  /** Spins that were to be typed twice. */
  /** Slips that were made. */
  readonly slips: number;
}

type Spin = EstimateFacts['spins'][number];
type Hole = EstimateFacts['holes'][number];
type Chance = ReturnType<typeof chanceFor>;

/** One person, one crank, one record that may be told wrongly. */
class Job {
  readonly #bench: PracticeBench;
  readonly #chance: Chance;
  readonly #by: ShownBy;
  #now: PlaneUnbalance;
  #metal: MetalNow;
  #spins: Spin[] = [];
  #holes: Hole[] = [];
  #spinsThatAreSo: string[] = [];
  /** What each spin really showed, and each cut really was as far as its person knows. */
  readonly #shown = new Map<string, ShownSpin>();
  readonly #cuts = new Map<string, KnownCut>();
  #made = 0;
  spun = 0;
  drillings = 0;
  slips = 0;
  questions = 0;
  /** Planned cuts that were asked for because nobody had logged them. */
  asked = 0;
  answered = 0;
  overshot = false;
  trulyInsideAfter: number | null = null;

  constructor(
    readonly crank: Crank,
    readonly toleranceGmm: number,
    readonly rate: Slips,
    seed: number,
  ) {
    this.#bench = practiceBench(seed, crank, USUAL);
    this.#chance = chanceFor('slips', seed);
    this.#now = this.#bench.unbalance;
    this.#metal = metalNow(crank, []);
    this.#by = inGrams(crank.planes);
  }

  get isTrulyInside(): boolean {
    return isInside(this.#now, this.toleranceGmm);
  }

  facts(): EstimateFacts {
    return {
      spec: { crank: this.crank } as unknown as EstimateFacts['spec'],
      spins: this.#spins,
      holes: this.#holes,
      drill: USUAL.drill,
      spinsThatAreSo: this.#spinsThatAreSo,
    };
  }

  #happens(share: number): boolean {
    const does = share > 0 && this.#chance.between(0, 1) < share;
    if (does) this.slips += 1;
    return does;
  }

  /** A number as it is typed: as it is, or one slip away from it. */
  #typed(value: number, is: 'amount' | 'angle', step: number): number {
    if (!this.#happens(this.rate.mistyped)) return value;
    const variants = meantBy(value, is, step);
    return variants.length === 0 ? value : variants[Math.floor(this.#chance.between(0, variants.length - 1e-9))]!.value;
  }

  #typedSpin({ a, b }: ShownSpin): ShownSpin {
    const of = ({ amount, angleDeg }: ShownSpin['a']): ShownSpin['a'] => ({
      amount: this.#typed(amount, 'amount', 0.1),
      angleDeg: this.#typed(angleDeg, 'angle', 1) % 360,
    });
    return { a: of(a), b: of(b) };
  }

  spin(): void {
    const read = this.#bench.read(this.#now);
    const display = (plane: 'aGmm' | 'bGmm'): ShownSpin['a'] => {
      const { amount, angleDeg } = toPolar(read[plane]);
      return { amount: Math.round((10 * amount) / RADIUS_MM) / 10, angleDeg: Math.round(angleDeg) % 360 };
    };
    const really = { a: display('aGmm'), b: display('bGmm') };
    const written = this.#typedSpin(really);
    this.spun += 1;
    const id = `spin ${this.spun}`;
    this.#shown.set(id, really);
    this.#spins = [...this.#spins, this.#spinOf(id, written)];
    if (this.isTrulyInside) this.trulyInsideAfter ??= this.spun - 1;
  }

  #spinOf(id: string, shown: ShownSpin): Spin {
    const { spins, display } = readShown([shown], this.#by);
    return {
      id,
      speedRpm: 600,
      planes: this.crank.planes,
      turns: summariseTurns(spins),
      source: 'typed',
      knownDeviationGmm: USUAL.readingG * RADIUS_MM,
      gainDeviation: gainDeviationOf(USUAL),
      display,
      shown: [shown],
      shownBy: this.#by,
      mounted: MOUNTED,
    };
  }

  drill(cuts: readonly Cut[]): void {
    this.drillings += 1;
    for (const planned of cuts) {
      this.#now = addPlanes(this.#now, this.#bench.drill(this.#metal, planned));
      const id = `cut ${(this.#made += 1)}`;
      const cut = { ...planned, id } as KnownCut;
      this.#metal = furtherCut(this.#metal, [cut]);
      const misreadMm = this.#happens(this.rate.misread) ? (this.#chance.between(0, 1) < 0.5 ? MISREAD_MM : -MISREAD_MM) : 0;
      const measured = withDepth(cut, Math.max(0.5, Math.round(10 * (cut.depthMm + misreadMm)) / 10));
      this.#cuts.set(id, measured);
      // What was planned and is not in the log is asked for before the next spin.
      if (this.#happens(this.rate.unlogged)) this.asked += 1;
      this.#log(this.#typedCut(measured, planned.depthMm));
    }
    const { aGmm, bGmm } = this.#bench.unbalance;
    if (isPast(aGmm, this.#now.aGmm, this.toleranceGmm) || isPast(bGmm, this.#now.bGmm, this.toleranceGmm)) this.overshot = true;
  }

  /** A depth as it is typed; what lies far from its plan is measured and typed once more. */
  #typedCut(measured: KnownCut, plannedMm: number): KnownCut {
    const typedMm = this.#typed(measured.depthMm, 'amount', 0.1);
    return withDepth(measured, typedMm <= 0 || isWorthMeasuringAgain(plannedMm, typedMm, USUAL.drill) ? measured.depthMm : typedMm);
  }

  #log(cut: KnownCut): void {
    const afterSpinId = this.#spins.at(-1)!.id;
    this.#holes = [...this.#holes, { ...cut, afterSpinId }];
  }

  /** What is asked of a spin that does not fit; true where the person could answer. */
  answer(surprise: NonNullable<ReturnType<typeof jobEstimate>['surprise']>): boolean {
    this.questions += 1;
    const knows = surpriseStories(this.facts(), surprise).some(({ entry }) => this.#putRight(entry));
    if (knows) this.answered += 1;
    return knows;
  }

  /** Whether it is what really happened, as far as the person knows; then it is put right. */
  #putRight(entry: StoryEntry): boolean {
    if (entry.kind === 'spinMistyped') {
      const really = this.#shown.get(entry.spinId)!;
      if (!isShown(entry.repeats[0]!, really)) return false;
      this.#spins = this.#spins.map((spin) => (spin.id === entry.spinId ? this.#spinOf(spin.id, really) : spin));
      return true;
    }
    if (entry.kind === 'cutMistyped') {
      const really = this.#cuts.get(entry.holeId)!;
      if (entry.what !== 'depth' || Math.abs(entry.cut.depthMm - really.depthMm) > 0.05) return false;
      this.#holes = this.#holes.map((hole) => (hole.id === entry.holeId ? { ...really, afterSpinId: hole.afterSpinId } : hole));
      return true;
    }
    return false;
  }

  /** Nobody knows why: what two spins say alike is so. */
  isSo(spinId: string): void {
    this.#spinsThatAreSo = [...this.#spinsThatAreSo, spinId];
  }

  /** The metal as the record has it. */
  existing(): readonly KnownCut[] {
    return this.#holes.map(({ afterSpinId: _, ...cut }) => cut);
  }
}

const isShown = (x: ShownSpin, y: ShownSpin): boolean =>
  (['a', 'b'] as const).every(
    (plane) => Math.abs(x[plane].amount - y[plane].amount) < 0.05 && Math.abs(x[plane].angleDeg - y[plane].angleDeg) % 360 < 0.5,
  );

const withDepth = (cut: KnownCut, depthMm: number): KnownCut => (cut.kind === 'bar' ? cut : { ...cut, depthMm });

/** Corrects one crank by what Tare says, as somebody would who slips so often. */
export function practiseWithSlips(crank: Crank, toleranceGmm: number, rate: Slips, seed: number): PracticeStory {
  const job = new Job(crank, toleranceGmm, rate, seed);
  const allowed = { aGmm: toleranceGmm, bGmm: toleranceGmm };
  job.spin();
  let accepted = false;
  let doubted: string | null = null;
  while (job.spun < MOST_SPINS) {
    const known = jobEstimate(job.facts(), allowed);
    if (known.surprise) {
      if (job.answer(known.surprise)) continue;
      // Spun once more: if that says the same, both are so.
      if (doubted !== null) job.isSo(doubted);
      doubted = doubted === null ? known.surprise.spinId : null;
      if (doubted !== null) job.spin();
      continue;
    }
    doubted = null;
    if (known.verdict === 'inside') {
      accepted = true;
      break;
    }
    const plans = planChoices({
      crank,
      bits: BITS,
      bars: USUAL_BARS,
      existing: job.existing(),
      maxHoles: MOST_HOLES,
      known: {
        a: trackedPlane(known, 'a')!,
        b: trackedPlane(known, 'b')!,
        toleranceAGmm: toleranceGmm,
        toleranceBGmm: toleranceGmm,
        drill: USUAL.drill,
        received: known.received!,
        covariance: known.now!.covariance,
      },
    });
    const cuts = plans.kind === 'nothingToDo' ? [] : plans.kind === 'notFound' ? plans.best.holes : plans.choices[0]!.plan.holes;
    if (cuts.length > 0) job.drill(cuts);
    job.spin();
  }
  return {
    spins: job.spun - 1,
    drillings: job.drillings,
    overshot: job.overshot,
    accepted,
    inside: job.isTrulyInside,
    trulyInsideAfter: job.trulyInsideAfter,
    questions: job.questions + job.asked,
    answered: job.answered + job.asked,
    slips: job.slips,
  };
}
