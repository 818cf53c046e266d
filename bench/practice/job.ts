import { inGrams } from '@tare/core/testing';
import {
  addPlanes,
  BALANCED,
  fromPolar,
  furtherCut,
  hungUnbalance,
  isPast,
  meantBy,
  metalNow,
  missingCuts,
  normaliseAngleDeg,
  oddReading,
  readShown,
  summariseTurns,
  toPlanes,
  toPolar,
  USUAL_DRILL,
  type Crank,
  type Cut,
  type EstimateFacts,
  type HungPiece,
  type KnownCut,
  type MetalNow,
  type PlaneUnbalance,
  type ShownBy,
  type ShownSpin,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { BITS, isInside, practiceBench, RADIUS_MM, type Errors, type PracticeBench } from './made.js';
import type { Phase, SlipName } from './slips.js';

type Spin = EstimateFacts['spins'][number];
type Hole = EstimateFacts['holes'][number];

/** Minutes of what is done (docs/practice.md). */
const MINUTES = { spin: 5, reading: 0.5, hole: 5, check: 2 };
const BOB_G = 20;
const PULLEY = { massG: 10, radiusMm: RADIUS_MM, aheadMm: 60 };
const WELD_G = 16;
const TOO_HEAVY = 1.2;
const DEEPER_MM = 2;
/** Grams for ounces, inches for millimetres, newtons for kilograms, and the other way. */
const UNITS = [28.35, 25.4, 9.81].flatMap((ratio) => [ratio, 1 / ratio]);

/** A cut that went wrong by itself, and what later plans took past nothing, g in the worse plane. */
export interface PastNothing {
  readonly bySlippedCutG: number;
  readonly byLaterPlanG: number;
}

/** One person with one crank, one machine and one record, in which one thing goes wrong that nobody says. */
export class PracticeJob {
  readonly #bench: PracticeBench;
  readonly #chance: ReturnType<typeof chanceFor>;
  readonly #by: ShownBy;
  readonly #unit: number;
  #now: PlaneUnbalance;
  #metal: MetalNow;
  #spins: readonly Spin[] = [];
  #holes: readonly Hole[] = [];
  #spinsThatAreSo: readonly string[] = [];
  /** Logged after the next spin. */
  #late: KnownCut | null = null;
  /** What each spin showed, each cut really is as far as somebody who measures it can tell, and which spins had something wrong on them. */
  readonly #shown = new Map<string, readonly ShownSpin[]>();
  readonly #cuts = new Map<string, KnownCut | null>();
  readonly #wrongOn = new Set<string>();
  /** Metal that went or came unlogged, and after which spin; a weld of an old hole cannot be told from where it lies. */
  #unlogged: { readonly cut: KnownCut | null; readonly afterSpinId: string } | null = null;
  #made = 0;
  #rounds = 0;
  #slipped = false;
  #past = { bySlippedCutG: 0, byLaterPlanG: 0 };
  spun = 0;
  minutes = 0;
  questions = 0;
  /** Whether the person knows by now what went wrong. */
  isFound = false;

  constructor(
    readonly crank: Crank,
    readonly toleranceGmm: number,
    readonly slip: SlipName | null,
    seed: number,
    readonly errors: Errors,
    readonly gainDeviation: number,
  ) {
    this.#bench = practiceBench(seed, crank, errors);
    this.#chance = chanceFor('slips', seed);
    this.#now = this.#bench.unbalance;
    this.#metal = metalNow(crank, []);
    this.#by = inGrams(crank.planes);
    this.#unit = this.#oneOf(UNITS);
  }

  get isTrulyInside(): boolean {
    return isInside(this.#now, this.toleranceGmm);
  }

  get past(): PastNothing {
    return this.#past;
  }

  get existing(): readonly KnownCut[] {
    return this.#holes.map(({ afterSpinId: _, ...cut }) => cut);
  }

  facts(): EstimateFacts {
    return {
      spec: { crank: this.crank } as unknown as EstimateFacts['spec'],
      spins: this.#spins,
      holes: this.#holes,
      drill: USUAL_DRILL,
      spinsThatAreSo: this.#spinsThatAreSo,
      weightsRefused: null,
    };
  }

  #oneOf<T>(items: readonly T[]): T {
    return items[Math.floor(this.#chance.between(0, items.length - 1e-9))]!;
  }

  /** Whether the slip is this one and was not made before. */
  #slips(name: SlipName): boolean {
    if (this.slip !== name || this.#slipped) return false;
    this.#slipped = true;
    return true;
  }

  /** Mounts, spins and types three readings; known weights hang on it. */
  spin(asked: readonly HungPiece[] = []): void {
    const phase = this.#phase(asked);
    const { hung, said } = this.#weighed(asked);
    const id = `spin ${(this.spun += 1)}`;
    this.minutes += MINUTES.spin + 2 * MINUTES.reading;
    const wrong = this.#wronglyMounted(phase);
    if (wrong) this.#wrongOn.add(id);
    const turns = [this.#now, wrong ?? BALANCED, hungUnbalance(hung, this.crank.planes)].reduce(addPlanes);
    const really = [0, 1, 2].map(() => this.#display(this.#bench.read(turns)));
    const seen = this.#seen(phase, really);
    this.#shown.set(id, this.slip === 'angles mirrored in all' || this.slip === 'another unit always' ? seen : really);
    const typed = this.#typed(phase, seen);
    this.#spins = [...this.#spins, this.#spinOf(id, this.#readAgain(typed, seen), said)];
    if (this.#late) {
      this.#holes = [...this.#holes, { ...this.#late, afterSpinId: id }];
      this.#late = null;
    }
  }

  #phase(hung: readonly HungPiece[]): Phase {
    if (hung.length > 0) return 'weights';
    if (this.#spins.length === 0) return 'first';
    if (this.#rounds === 0 || this.#spunSinceCut) return 'later';
    this.#spunSinceCut = true;
    return 'afterCut';
  }
  #spunSinceCut = false;

  #display(read: PlaneUnbalance): ShownSpin {
    const of = (plane: keyof PlaneUnbalance): ShownSpin['a'] => {
      const { amount, angleDeg } = toPolar(read[plane]);
      return { amount: Math.round((10 * amount) / RADIUS_MM) / 10, angleDeg: Math.round(angleDeg) % 360 };
    };
    return { a: of('aGmm'), b: of('bGmm') };
  }

  /** What is on the crank in a spin that should not be, or is missing: its moment in the planes. */
  #wronglyMounted(phase: Phase): PlaneUnbalance | null {
    const { planes } = this.crank;
    const bob = (): PlaneUnbalance => {
      const zMm = this.#chance.between(planes.zAMm, planes.zBMm);
      return toPlanes(fromPolar(BOB_G * 0.52 * RADIUS_MM, this.#chance.between(0, 360)), zMm, planes);
    };
    if (phase === 'first' && this.#slips('bob 20 g wrong in spin 1')) return bob();
    if (phase === 'afterCut' && this.#slips('bob 20 g wrong in spin 2')) return bob();
    if (phase === 'weights' && (this.#weightSpins > 0 || this.#chance.between(0, 1) < 0.5) && this.#slips('bob 20 g wrong in a weight spin'))
      return bob();
    if (phase === 'afterCut' && this.#slips('pulley on in spin 2'))
      return toPlanes(fromPolar(PULLEY.massG * PULLEY.radiusMm, this.#chance.between(0, 360)), planes.zAMm - PULLEY.aheadMm, planes);
    return null;
  }
  get #weightSpins(): number {
    return this.#spins.filter(({ hung }) => hung != null).length;
  }

  /** What is taken for the machine's reading: all three numbers of it alike. */
  #seen(phase: Phase, really: readonly ShownSpin[]): readonly ShownSpin[] {
    const both = (spin: ShownSpin, change: (one: ShownSpin['a']) => ShownSpin['a']): ShownSpin => ({ a: change(spin.a), b: change(spin.b) });
    const mirrored = (one: ShownSpin['a']): ShownSpin['a'] => ({ ...one, angleDeg: (360 - one.angleDeg) % 360 });
    const otherUnit = (one: ShownSpin['a']): ShownSpin['a'] => ({ ...one, amount: Math.round(10 * one.amount * this.#unit) / 10 });
    if (this.slip === 'angles mirrored in all' && !this.isFound) return really.map((spin) => both(spin, mirrored));
    if (this.slip === 'another unit always' && !this.isFound) return really.map((spin) => both(spin, otherUnit));
    if (phase === 'afterCut' && this.#slips('planes exchanged in spin 2')) return really.map(({ a, b }) => ({ a: b, b: a }));
    if (phase === 'afterCut' && this.#slips('angles mirrored in spin 2')) return really.map((spin) => both(spin, mirrored));
    const once = phase === 'afterCut' || (phase === 'first' && this.#chance.between(0, 1) < 0.5);
    if (this.slip === 'another unit once' && once && this.#slips('another unit once')) return really.map((spin) => both(spin, otherUnit));
    return really;
  }

  /** As they are typed: one number of one of them wrong. */
  #typed(phase: Phase, seen: readonly ShownSpin[]): readonly ShownSpin[] {
    const at = Math.floor(this.#chance.between(0, 3 - 1e-9));
    const plane = this.#oneOf(['a', 'b'] as const);
    const put = (change: (one: ShownSpin['a']) => ShownSpin['a']): readonly ShownSpin[] =>
      seen.map((spin, i) => (i === at ? { ...spin, [plane]: change(spin[plane]) } : spin));
    if (phase === 'first' && this.#slips('tenfold in spin 1')) return put((one) => ({ ...one, amount: 10 * one.amount }));
    if (phase === 'afterCut' && this.#slips('a digit in spin 2'))
      return put((one) => {
        const field = this.#oneOf(['amount', 'angleDeg'] as const);
        const variants = meantBy(one[field], field === 'amount' ? 'amount' : 'angle', field === 'amount' ? 0.1 : 1).filter(
          ({ slip }) => slip === 'digit',
        );
        return variants.length === 0 ? one : { ...one, [field]: this.#oneOf(variants).value % (field === 'amount' ? Infinity : 360) };
      });
    return seen;
  }

  /** The odd one of three is named, and read again. */
  #readAgain(typed: readonly ShownSpin[], seen: readonly ShownSpin[]): readonly ShownSpin[] {
    const { spins, display } = readShown(typed, this.#by);
    const step = (plane: 'a' | 'b'): number => {
      const amountGmm = Math.max(...typed.map((one) => one[plane].amount)) * RADIUS_MM;
      return Math.hypot(display[plane].amountGmm, amountGmm * display[plane].angleRad);
    };
    const odd = oddReading(spins, { stepGmm: { a: step('a'), b: step('b') }, deviationGmm: null });
    if (odd === null) return typed;
    this.questions += 1;
    this.minutes += MINUTES.reading;
    return typed.map((spin, i) => (i === odd ? seen[i]! : spin));
  }

  /** What really hangs, and what is typed of it: of one of the two the figure is a fifth too large, from the first spin on. */
  #weighed(asked: readonly HungPiece[]): { readonly hung: readonly HungPiece[]; readonly said: readonly HungPiece[] } {
    if (this.slip !== 'known weight typed a fifth too heavy' || this.isFound) return { hung: asked, said: asked };
    const [first] = asked;
    if (first && this.#tooHeavyG === null) {
      this.#tooHeavyG = TOO_HEAVY * first.massG;
      this.#slipped = true;
      return { hung: asked, said: [{ ...first, massG: this.#tooHeavyG }, ...asked.slice(1)] };
    }
    // Asked for again by what it was said to weigh, it is the same piece.
    return { hung: asked.map((piece) => (piece.massG === this.#tooHeavyG ? { ...piece, massG: piece.massG / TOO_HEAVY } : piece)), said: asked };
  }
  #tooHeavyG: number | null = null;

  #spinOf(id: string, shown: readonly ShownSpin[], hung: readonly HungPiece[]): Spin {
    const { spins, display } = readShown(shown, this.#by);
    return {
      id,
      speedRpm: 600,
      planes: this.crank.planes,
      turns: summariseTurns(spins),
      source: 'typed',
      machineId: 'machine',
      gainDeviation: this.gainDeviation,
      display,
      shown,
      shownBy: this.#by,
      mounted: { crank: 0 },
      ...(hung.length > 0 ? { hung: hungUnbalance(hung, this.crank.planes), hungPieces: hung } : {}),
    };
  }

  /** Drills a round and logs it, each hole with the depth that was measured. */
  drill(cuts: readonly Cut[]): void {
    this.#rounds += 1;
    const before = this.#now;
    const slippedBefore = this.#slipped;
    const first = this.#rounds === 1;
    const drilled = cuts.findIndex((cut) => cut.kind === 'radial' || cut.kind === 'face');
    cuts.forEach((planned, i) => {
      this.minutes += MINUTES.hole;
      const id = `cut ${(this.#made += 1)}`;
      const logged = { ...planned, id } as KnownCut;
      const really = first && i === Math.max(0, drilled) ? this.#wrongly(logged) : this.#mirrored(logged);
      if (really) {
        this.#now = addPlanes(this.#now, this.#bench.drill(this.#metal, really));
        this.#metal = furtherCut(this.#metal, [really]);
      }
      this.#cuts.set(id, really);
      if (first && i === 0 && this.#slips('cut logged a spin late')) this.#late = logged;
      else this.#holes = [...this.#holes, { ...logged, afterSpinId: this.#spins.at(-1)!.id }];
    });
    this.#notePast(before, !slippedBefore && this.#slipped);
    if (first) this.#somebodyElse();
  }

  /** What goes past nothing is the slipped cut's own, or of a plan that was made after the slip. */
  #notePast(before: PlaneUnbalance, ownCut: boolean): void {
    const pastG = (plane: keyof PlaneUnbalance): number => {
      if (!isPast(before[plane], this.#now[plane], this.toleranceGmm)) return 0;
      const { re, im } = before[plane];
      return -(re * this.#now[plane].re + im * this.#now[plane].im) / Math.hypot(re, im) / RADIUS_MM;
    };
    const worst = Math.max(pastG('aGmm'), pastG('bGmm'));
    if (ownCut) this.#past = { ...this.#past, bySlippedCutG: Math.max(worst, this.#past.bySlippedCutG) };
    else this.#past = { ...this.#past, byLaterPlanG: Math.max(worst, this.#past.byLaterPlanG) };
  }

  /** How the first drilled hole of the first round really went; null for one that was never made. */
  #wrongly(cut: KnownCut): KnownCut | null {
    if (this.#slips('cut never made')) return null;
    if (!('bitMm' in cut)) return this.#mirrored(cut);
    if (this.#slips('depth 2 mm off')) {
      const by = this.#chance.between(0, 1) < 0.5 ? DEEPER_MM : -DEEPER_MM;
      return { ...cut, depthMm: Math.max(0.5, cut.depthMm + by) };
    }
    if (this.slip === 'wrong bit') {
      const others = BITS.filter(({ bitMm }) => bitMm !== cut.bitMm).sort((x, y) => Math.abs(x.bitMm - cut.bitMm) - Math.abs(y.bitMm - cut.bitMm));
      this.#slipped = true;
      return { ...cut, bitMm: this.#oneOf(others.slice(0, 2)).bitMm };
    }
    if (this.slip === 'wrong counterweight') {
      const own = this.crank.counterweights.find(({ id }) => id === cut.counterweightId)!;
      const other = this.#oneOf(this.crank.counterweights.filter(({ id }) => id !== own.id));
      this.#slipped = true;
      return { ...cut, counterweightId: other.id, angleDeg: normaliseAngleDeg(other.arcCentreDeg + cut.angleDeg - own.arcCentreDeg) };
    }
    return this.#mirrored(cut);
  }

  /** Left for right of its counterweight's middle. */
  #mirrored(cut: KnownCut): KnownCut {
    if (this.slip !== 'every hole mirrored' || this.isFound) return cut;
    this.#slipped = true;
    const { arcCentreDeg } = this.crank.counterweights.find(({ id }) => id === cut.counterweightId)!;
    return { ...cut, angleDeg: normaliseAngleDeg(2 * arcCentreDeg - cut.angleDeg) };
  }

  /** Between the first round and the spin after it. */
  #somebodyElse(): void {
    const afterSpinId = this.#spins.at(-1)!.id;
    const { planes, counterweights } = this.crank;
    if (this.#slips('unlogged 16 g weld')) {
      const weld = fromPolar(WELD_G * RADIUS_MM, this.#chance.between(0, 360));
      const atA = this.#chance.between(0, 1) < 0.5;
      this.#now = addPlanes(this.#now, toPlanes(weld, atA ? planes.zAMm : planes.zBMm, planes));
      this.#unlogged = { cut: null, afterSpinId };
    }
    if (this.slip !== 'unlogged hole' || this.#slipped) return;
    for (let tries = 0; tries < 50; tries += 1) {
      const rim = this.#oneOf(counterweights);
      const angleDeg = normaliseAngleDeg(rim.arcCentreDeg + this.#chance.between(-0.7, 0.7) * rim.arcHalfWidthDeg);
      const cut: KnownCut = { id: 'unlogged', kind: 'radial', counterweightId: rim.id, angleDeg, bitMm: 12, pointAngleDeg: 118, depthMm: 20 };
      try {
        this.#now = addPlanes(this.#now, missingCuts(this.#metal, [cut])[0]!({ depthMm: 0, angleDeg: 0, densityRatio: 0 }));
      } catch {
        continue;
      }
      this.#metal = furtherCut(this.#metal, [cut]);
      this.#slipped = true;
      this.#unlogged = { cut, afterSpinId };
      return;
    }
  }

  /* What somebody finds who looks where a story says. Each look is a question and its minutes. */

  #look(): void {
    this.questions += 1;
    this.minutes += MINUTES.check;
  }

  /** Reads a spin's numbers again, from the paper or the machine's page. */
  readPaper(spinId: string): boolean {
    this.#look();
    const spin = this.#spins.find(({ id }) => id === spinId)!;
    const really = this.#shown.get(spinId)!;
    if (really.every((one, i) => isShown(one, spin.shown![i]!))) return false;
    this.#spins = this.#spins.map((one) => (one.id === spinId ? { ...this.#spinOf(spinId, really, spin.hungPieces ?? []) } : one));
    return true;
  }

  /** Measures a hole where it is said to be. */
  measureHole(holeId: string): boolean {
    this.#look();
    const really = this.#cuts.get(holeId);
    const logged = this.#holes.find(({ id }) => id === holeId)!;
    if (really === undefined || (really !== null && isCut(really, logged))) return false;
    this.#holes = really
      ? this.#holes.map((hole) => (hole.id === holeId ? { ...really, afterSpinId: hole.afterSpinId } : hole))
      : this.#holes.filter(({ id }) => id !== holeId);
    // Somebody who finds one hole left for right looks at all of them.
    if (this.slip === 'every hole mirrored') {
      this.isFound = true;
      this.#holes = this.#holes.map((hole) => ({ ...(this.#cuts.get(hole.id) ?? hole), afterSpinId: hole.afterSpinId }));
    }
    return true;
  }

  /** Looks the crank over for metal that nobody logged. @returns 'weld' where it is there and cannot be logged: it is so */
  lookAtCrank(): boolean | 'weld' {
    this.#look();
    if (this.#late) {
      this.#holes = [...this.#holes, { ...this.#late, afterSpinId: this.#spins.at(-2)!.id }];
      this.#late = null;
      return true;
    }
    const unlogged = this.#unlogged;
    if (!unlogged) return false;
    this.#unlogged = null;
    if (!unlogged.cut) return 'weld';
    this.#holes = [...this.#holes, { ...unlogged.cut, afterSpinId: unlogged.afterSpinId }];
    return true;
  }

  /** Weighs the known weights again. */
  weighAgain(): boolean {
    this.#look();
    if (this.slip !== 'known weight typed a fifth too heavy' || this.isFound || this.#tooHeavyG === null) return false;
    this.isFound = true;
    const isWrong = ({ massG }: HungPiece): boolean => massG === this.#tooHeavyG;
    this.#spins = this.#spins.map((spin) => {
      const pieces = spin.hungPieces?.map((piece) => (isWrong(piece) ? { ...piece, massG: piece.massG / TOO_HEAVY } : piece));
      return pieces ? { ...spin, hungPieces: pieces, hung: hungUnbalance(pieces, this.crank.planes) } : spin;
    });
    return true;
  }

  /** Looks at what is mounted, which only tells of the last spin. */
  lookAtMounting(spinId: string): boolean {
    this.#look();
    if (this.#spins.at(-1)!.id !== spinId || !this.#wrongOn.has(spinId)) return false;
    this.voidSpin(spinId);
    return true;
  }

  voidSpin(spinId: string): void {
    const at = this.#spins.findIndex(({ id }) => id === spinId);
    const before = this.#spins[at - 1]?.id ?? null;
    this.#spins = this.#spins.filter(({ id }) => id !== spinId);
    this.#holes = this.#holes.map((hole) => (hole.afterSpinId === spinId ? { ...hole, afterSpinId: before } : hole));
  }

  /** Nobody knows why, and another spin says the same. */
  isSo(spinId: string): void {
    this.#spinsThatAreSo = [...this.#spinsThatAreSo, spinId];
  }
}

const isShown = (x: ShownSpin, y: ShownSpin): boolean =>
  (['a', 'b'] as const).every(
    (plane) => Math.abs(x[plane].amount - y[plane].amount) < 0.05 && Math.abs(x[plane].angleDeg - y[plane].angleDeg) % 360 < 0.5,
  );
const isCut = (x: Cut, y: Cut): boolean =>
  x.counterweightId === y.counterweightId &&
  Math.abs(x.angleDeg - y.angleDeg) < 0.5 &&
  (x.kind === 'bar' || y.kind === 'bar' || Math.abs(x.depthMm - y.depthMm) < 0.15) &&
  ('bitMm' in x && 'bitMm' in y ? x.bitMm === y.bitMm : true);
