import { cholesky, halfOf, inverse, solveCholesky } from './cholesky.js';
import type { Vector } from '../units/vector.js';
import type { FourNumbers } from './fourNumbers.js';

/** How a part counts in a spin's planes: turned by R(φ), each of the spin's planes a real mixture of the two that its unbalance is kept in. */
export interface PartInSpin {
  readonly cos: number;
  readonly sin: number;
  /** Of spin plane A: shares of state planes A and B; then of spin plane B. */
  readonly shares: readonly [number, number, number, number];
}

/** A reading of one state of the crank, as a step of the filter. */
export interface ReadStep {
  readonly kind: 'read';
  /** Which gain it is read by. */
  readonly gain: number;
  /** How each part counts; null for one that is not mounted. */
  readonly parts: readonly (PartInSpin | null)[];
  /** What hung on the crank, in the spin's planes. */
  readonly hung: FourNumbers;
  readonly mean: FourNumbers;
  readonly covariance: readonly number[];
  /** Planes that gave a number, A and B. */
  readonly seen: readonly [boolean, boolean];
}

/** Metal that went from one part or came to it, in the planes of the state. */
export interface CutStep {
  readonly kind: 'cut';
  readonly part: number;
  readonly change: FourNumbers;
  /** What the change is out by for each unit of κ. */
  readonly perDensity: FourNumbers;
  readonly covariance: readonly number[];
}

export type Step = ReadStep | CutStep;

/** What is known before any of it. */
export interface Prior {
  readonly parts: number;
  /** What each gain is taken for in both planes, and how far it may be off in each component, as a share. */
  readonly gains: readonly { readonly mean: { readonly a: Vector; readonly b: Vector }; readonly deviation: number }[];
  readonly densityDeviation: number;
}

/** Mean and covariance of everything that is not known: four numbers a part, four a gain, κ. */
export interface Known {
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
}

interface Point {
  /** What turned in the spin, and the gain, where its reading was made linear. */
  total: Float64Array;
  gain: Float64Array;
}

/** A reading as J·x: what J is, and what J·x has to be. */
interface LinearForm {
  readonly slope: Float64Array;
  readonly left: Float64Array;
}

interface Taken<S extends Step = Step> {
  step: S;
  /** Of a reading. */
  point: Point | null;
  /** Of a reading: J, as Λ has it; R⁻¹; and its share of η. */
  slope: Float64Array | null;
  readonly weight: Float64Array | null;
  share: Float64Array | null;
  /** Of a cut: what gives its own error once what followed is known, and what it does to η. */
  back: Back | null;
}

/** The error of a cut is offset − rows·x, x after it; η goes through it as η − rowsᵀ·η_u + shift, less κ's share. */
interface Back {
  readonly rows: Float64Array;
  readonly gain: Float64Array;
  readonly shift: Float64Array;
  readonly offset: Float64Array;
}

/** Nothing of a rotor is further off than this, g·mm in each component. */
export const KNOWS_NOTHING_GMM = 1e6;
/** A reading's linear form leaves out no more than this of its own deviation; what it leaves out, the mean is freed of by its gradient. */
const LEFT_OUT_RATIO = 0.05;
const MOST_PASSES = 12;
/** The mean has settled once no gain moves by more of its own deviation; on the way from reading to reading a thousandth is enough. */
const SETTLED_RATIO = 1e-8;
const SETTLED_ON_THE_WAY = 1e-3;

/**
 * The most probable state by all readings and cuts (handbook section 6, definitions 1 to 6), in state form: information Λ and
 * η = Λ·x over x = (u of each part in two planes, a complex gain for each calibration and plane, κ), flat in u.
 *
 * A reading r_p = g_p·(Σ_c R(φ_c)·(T·u_c)_p + hung_p) + e adds Jᵀ·R⁻¹·J, linear about (v̄, ḡ): g·v ≈ ḡ·v + (g − ḡ)·v̄. A cut
 * takes u to u + d·(1 + κ) + ε, ε of covariance Q = L·Lᵀ: Λ − Λ_u·L·(1 + Lᵀ·Λ_uu·L)⁻¹·Lᵀ·Λ_uᵀ, which stands where Q or Λ_uu is
 * singular, then the shift. Going back from the last state gives every v, so that all is made linear anew where it moved
 * (Gauss–Newton over the whole record) until no reading leaves out more than a twentieth of its own deviation. From there the mean
 * goes on with Λ as it is and the gradient as it truly is, Jᵀ·R⁻¹·(r − g·v) at the point itself, until no gain moves by more than a
 * millionth of its deviation (handbook section 6, Surprise).
 */
export class States {
  readonly size: number;
  readonly #prior: Prior;
  #information: Float64Array;
  #eta: Float64Array;
  #taken: Taken[] = [];
  #before: { information: Float64Array; eta: Float64Array; known: Known | null } | null = null;
  #known: Known | null = null;

  constructor(prior: Prior) {
    this.#prior = prior;
    this.size = 4 * prior.parts + 4 * prior.gains.length + 1;
    this.#information = new Float64Array(this.size ** 2);
    this.#eta = new Float64Array(this.size);
    this.#start();
  }

  /** Where a gain's numbers begin in the state. */
  gainAt(gain: number): number {
    return 4 * this.#prior.parts + 4 * gain;
  }

  get known(): Known {
    this.#known ??= this.#solve();
    return this.#known;
  }

  /** What a reading should be by all before it, with the covariance of what it is apart from that: prediction and reading together. */
  predict(step: ReadStep): { readonly reading: Float64Array; readonly covariance: Float64Array; readonly slope: Float64Array } {
    const { mean, covariance } = this.known;
    const point = this.#pointAt(step, mean);
    const slope = this.#slope(step, point);
    const reading = new Float64Array(4);
    for (let p = 0; p < 2; p += 1) {
      const [gr, gi, vr, vi] = [point.gain[2 * p]!, point.gain[2 * p + 1]!, point.total[2 * p]!, point.total[2 * p + 1]!];
      reading[2 * p] = gr * vr - gi * vi;
      reading[2 * p + 1] = gr * vi + gi * vr;
    }
    return { reading, covariance: addInto(sandwich(slope, covariance, 4, this.size), step.covariance), slope };
  }

  /** How much of an error of a reading that was taken in goes into what these rows take out of the state: rows·P·Jᵀ·R⁻¹, 4 × 4. */
  weightsOf(step: ReadStep, rows: Float64Array): Float64Array {
    const n = this.size;
    const { mean, covariance } = this.known;
    const slope = this.#slope(step, this.#pointAt(step, mean));
    const weight = inverse(step.covariance, 4);
    const across = new Float64Array(16);
    for (let i = 0; i < 4; i += 1) {
      const row = new Float64Array(n);
      for (let k = 0; k < n; k += 1) {
        const value = rows[i * n + k]!;
        if (value !== 0) for (let j = 0; j < n; j += 1) row[j]! += value * covariance[k * n + j]!;
      }
      for (let a = 0; a < 4; a += 1) for (let j = 0; j < n; j += 1) across[4 * i + a]! += row[j]! * slope[a * n + j]!;
    }
    const out = new Float64Array(16);
    for (let i = 0; i < 4; i += 1)
      for (let j = 0; j < 4; j += 1) for (let k = 0; k < 4; k += 1) out[4 * i + j]! += across[4 * i + k]! * weight[4 * k + j]!;
    return out;
  }

  /** Takes a step in. */
  take(step: Step): void {
    const { known } = this;
    if (step.kind === 'cut') {
      this.#before = null;
      this.#taken.push({ step, point: null, slope: null, weight: null, share: null, back: this.#cut(step) });
      this.#known = afterCut(known, step, this.size);
      return;
    }
    this.#before = { information: this.#information.slice(), eta: this.#eta.slice(), known };
    const point = this.#firstPoint(step);
    const form = this.#read(step, point);
    this.#taken.push({ step, point, slope: form.slope, weight: once(weights, step, () => weightOf(step)), share: null, back: null });
    this.#known = this.#afterRead(step, form);
    this.#settle();
    this.#polish(SETTLED_ON_THE_WAY);
  }

  /** Takes the reading out again that was taken in last, for another to stand in its place. */
  dropLast(): void {
    this.#taken.pop();
    const { information, eta, known } = this.#before!;
    this.#information = information;
    this.#eta = eta;
    this.#known = known;
  }

  /** After the last reading: the mean settles for good. Cuts that nothing is read after change it by what they are, and by nothing else. */
  finish(): void {
    if (this.#taken.at(-1)?.step.kind === 'cut') this.#known = null;
    this.#polish(SETTLED_RATIO);
  }

  #start(): void {
    const { parts, gains, densityDeviation } = this.#prior;
    const n = this.size;
    this.#information.fill(0);
    const set = (i: number, deviation: number): void => {
      this.#information[i * n + i] = 1 / deviation ** 2;
    };
    for (let i = 0; i < 4 * parts; i += 1) set(i, KNOWS_NOTHING_GMM);
    gains.forEach(({ deviation }, gain) => {
      for (let i = 0; i < 4; i += 1) set(this.gainAt(gain) + i, deviation);
    });
    set(n - 1, densityDeviation);
    this.#eta = this.#firstEta();
  }

  /** η before any of it: the gains are taken for their means. */
  #firstEta(): Float64Array {
    const eta = new Float64Array(this.size);
    this.#prior.gains.forEach(({ mean: { a, b }, deviation }, gain) => {
      [a.re, a.im, b.re, b.im].forEach((mean, i) => (eta[this.gainAt(gain) + i] = mean / deviation ** 2));
    });
    return eta;
  }

  #solve(): Known {
    const n = this.size;
    const covariance = inverse(this.#information, n);
    return { mean: times(covariance, this.#eta, n), covariance };
  }

  #gainOf(step: ReadStep, mean: Float64Array): Float64Array {
    const at = this.gainAt(step.gain);
    return mean.slice(at, at + 4);
  }

  /** What turns in a spin, and its gain, by a state. */
  #pointAt(step: ReadStep, mean: Float64Array): Point {
    const total = Float64Array.from(step.hung);
    step.parts.forEach((part, c) => {
      if (!part) return;
      for (let p = 0; p < 2; p += 1) {
        for (let q = 0; q < 2; q += 1) {
          const share = part.shares[2 * p + q]!;
          const [re, im] = [mean[4 * c + 2 * q]!, mean[4 * c + 2 * q + 1]!];
          total[2 * p]! += share * (part.cos * re - part.sin * im);
          total[2 * p + 1]! += share * (part.cos * im + part.sin * re);
        }
      }
    });
    return { total, gain: this.#gainOf(step, mean) };
  }

  /** As it was read, by the gain as it is known. */
  #firstPoint(step: ReadStep): Point {
    const gain = this.#gainOf(step, this.known.mean);
    const total = new Float64Array(4);
    for (let p = 0; p < 2; p += 1) {
      const [gr, gi, rr, ri] = [gain[2 * p]!, gain[2 * p + 1]!, step.mean[2 * p]!, step.mean[2 * p + 1]!];
      const size = gr ** 2 + gi ** 2;
      total[2 * p] = (rr * gr + ri * gi) / size;
      total[2 * p + 1] = (ri * gr - rr * gi) / size;
    }
    return { total, gain };
  }

  /** J, four rows: of each part g_p·R(φ)·share, of the gain v̄_p. */
  #slope(step: ReadStep, { total, gain }: Point): Float64Array {
    const n = this.size;
    const slope = new Float64Array(4 * n);
    const put = (row: number, column: number, re: number, im: number): void => {
      slope[row * n + column] = re;
      slope[row * n + column + 1] = -im;
      slope[(row + 1) * n + column] = im;
      slope[(row + 1) * n + column + 1] = re;
    };
    for (let p = 0; p < 2; p += 1) {
      const [gr, gi] = [gain[2 * p]!, gain[2 * p + 1]!];
      step.parts.forEach((part, c) => {
        if (!part) return;
        const [re, im] = [gr * part.cos - gi * part.sin, gr * part.sin + gi * part.cos];
        for (let q = 0; q < 2; q += 1) put(2 * p, 4 * c + 2 * q, part.shares[2 * p + q]! * re, part.shares[2 * p + q]! * im);
      });
      put(2 * p, this.gainAt(step.gain) + 2 * p, total[2 * p]!, total[2 * p + 1]!);
    }
    return slope;
  }

  /** @returns the linear form: its slope, and what it has to explain */
  #read(step: ReadStep, point: Point): LinearForm {
    const n = this.size;
    const slope = this.#slope(step, point);
    const weight = once(weights, step, () => weightOf(step));
    // r − (ḡ·hung − ḡ·v̄): what the linear form has to explain.
    const left = new Float64Array(4);
    for (let p = 0; p < 2; p += 1) {
      const [gr, gi] = [point.gain[2 * p]!, point.gain[2 * p + 1]!];
      const [re, im] = [point.total[2 * p]! - step.hung[2 * p]!, point.total[2 * p + 1]! - step.hung[2 * p + 1]!];
      left[2 * p] = step.mean[2 * p]! + gr * re - gi * im;
      left[2 * p + 1] = step.mean[2 * p + 1]! + gr * im + gi * re;
    }
    const weighed = new Float64Array(4 * n);
    for (let a = 0; a < 4; a += 1)
      for (let b = 0; b < 4; b += 1) {
        const w = weight[4 * a + b]!;
        if (w !== 0) for (let j = 0; j < n; j += 1) weighed[a * n + j]! += w * slope[b * n + j]!;
      }
    for (let a = 0; a < 4; a += 1)
      for (let i = 0; i < n; i += 1) {
        const value = weighed[a * n + i]!;
        if (value === 0) continue;
        this.#eta[i]! += value * left[a]!;
        for (let j = 0; j < n; j += 1) this.#information[i * n + j]! += value * slope[a * n + j]!;
      }
    return { slope, left };
  }

  /** What is known with a reading, from what was known before it; null where that was too little for the short way. */
  #afterRead({ covariance, seen }: ReadStep, { slope, left }: LinearForm): Known | null {
    const before = this.#before!.known;
    if (!before || !seen[0] || !seen[1]) return null;
    return afterReading(before, slope, left, covariance, this.size);
  }

  #cut(step: CutStep): Back {
    const { part, change, perDensity, covariance } = step;
    const n = this.size;
    const [at, kappa] = [4 * part, n - 1];
    const info = this.#information;
    // Q·(1 + Λ_uu·Q)⁻¹ as L·M⁻¹·Lᵀ.
    const factor = once(halves, step, () => halfOf(covariance));
    const m = new Float64Array(16);
    for (let i = 0; i < 4; i += 1)
      for (let j = 0; j < 4; j += 1) {
        let sum = i === j ? 1 : 0;
        for (let k = 0; k < 4; k += 1) for (let l = 0; l < 4; l += 1) sum += factor[4 * k + i]! * info[(at + k) * n + at + l]! * factor[4 * l + j]!;
        m[4 * i + j] = sum;
      }
    const mid = inverse(m, 4);
    const gain = sandwich(factor, mid, 4, 4);
    const rows = new Float64Array(4 * n);
    const offset = new Float64Array(4);
    for (let i = 0; i < 4; i += 1)
      for (let k = 0; k < 4; k += 1) {
        const g = gain[4 * i + k]!;
        offset[i]! += g * this.#eta[at + k]!;
        for (let j = 0; j < n; j += 1) rows[i * n + j]! += g * info[(at + k) * n + j]!;
      }
    const coupled = new Float64Array(4 * n);
    for (let k = 0; k < 4; k += 1) for (let j = 0; j < n; j += 1) coupled[k * n + j] = info[(at + k) * n + j]!;
    for (let i = 0; i < n; i += 1) {
      const [c0, c1, c2, c3] = [coupled[i]!, coupled[n + i]!, coupled[2 * n + i]!, coupled[3 * n + i]!];
      this.#eta[i]! -= c0 * offset[0]! + c1 * offset[1]! + c2 * offset[2]! + c3 * offset[3]!;
      for (let j = 0; j <= i; j += 1) {
        const less = c0 * rows[j]! + c1 * rows[n + j]! + c2 * rows[2 * n + j]! + c3 * rows[3 * n + j]!;
        info[i * n + j]! -= less;
        if (i !== j) info[j * n + i]! -= less;
      }
    }
    // u′ = u + d·(1 + κ): first by d, then by κ's share of it.
    const shift = new Float64Array(n);
    for (let k = 0; k < 4; k += 1) for (let i = 0; i < n; i += 1) shift[i]! += info[i * n + at + k]! * change[k]!;
    for (let i = 0; i < n; i += 1) this.#eta[i]! += shift[i]!;
    for (let k = 0; k < 4; k += 1) for (let i = 0; i < n; i += 1) info[i * n + kappa]! -= info[i * n + at + k]! * perDensity[k]!;
    for (let k = 0; k < 4; k += 1) {
      this.#eta[kappa]! -= this.#eta[at + k]! * perDensity[k]!;
      for (let i = 0; i < n; i += 1) info[kappa * n + i]! -= info[(at + k) * n + i]! * perDensity[k]!;
    }
    return { rows, gain, shift, offset };
  }

  /** Makes linear anew what moved, until nothing does: the last reading alone where it is that, else all. */
  #settle(): void {
    for (let pass = 0; pass < MOST_PASSES; pass += 1) {
      const moved = this.#movePoints();
      if (moved === 'nothing') return;
      if (moved === 'last') {
        this.#information = this.#before!.information.slice();
        this.#eta = this.#before!.eta.slice();
        const taken = this.#taken.at(-1) as Taken<ReadStep>;
        const form = this.#read(taken.step, taken.point!);
        taken.slope = form.slope;
        this.#known = this.#afterRead(taken.step, form);
      } else this.#linearAnew();
    }
  }

  /** Goes through all of it again, each reading made linear at its point. */
  #linearAnew(): void {
    this.#start();
    for (const taken of this.#taken) {
      if (taken === this.#taken.at(-1)) this.#before = { information: this.#information.slice(), eta: this.#eta.slice(), known: null };
      if (taken.step.kind === 'cut') taken.back = this.#cut(taken.step);
      else taken.slope = this.#read(taken.step, taken.point!).slope;
    }
    this.#known = null;
  }

  /** Goes back from the last state; moves the points where the linear form leaves out too much, or all of them. */
  #movePoints(every = false): 'nothing' | 'last' | 'all' {
    const { covariance, mean } = this.known;
    const n = this.size;
    const state = mean.slice();
    const points: (Point | null)[] = [];
    let moved: 'nothing' | 'last' | 'all' = every ? 'all' : 'nothing';
    for (let t = this.#taken.length - 1; t >= 0; t -= 1) {
      const taken = this.#taken[t]!;
      if (taken.step.kind === 'cut') {
        undo(taken as Taken<CutStep>, state, n);
        points[t] = null;
        continue;
      }
      const { step, point } = taken as Taken<ReadStep>;
      const now = this.#pointAt(step, state);
      points[t] = now;
      if (moved !== 'all' && leavesOut(step, point!, now, covariance, this.gainAt(step.gain), n))
        moved = t === this.#taken.length - 1 ? 'last' : 'all';
    }
    if (moved === 'last') this.#taken.at(-1)!.point = points.at(-1)!;
    if (moved === 'all') this.#taken.forEach((taken, t) => (taken.point = points[t]!));
    return moved;
  }

  /**
   * Frees the mean of what the linear forms leave out: Λ stays, each reading's share of η is by its gradient where it truly lies. Where
   * that leads away instead, all is made linear anew at the mean as it was.
   */
  #polish(until: number): void {
    const n = this.size;
    const from = this.gainAt(0);
    let before = Infinity;
    for (let pass = 0; pass < MOST_PASSES; pass += 1) {
      const was = this.known;
      const { covariance } = was;
      this.#toGradients();
      const eta = this.#firstEta();
      for (const taken of this.#taken) {
        if (taken.step.kind === 'cut') etaThrough(taken as Taken<CutStep>, eta, n);
        else addInto(eta, taken.share!);
      }
      const mean = times(covariance, eta, n);
      let moved = 0;
      for (let i = from; i < n - 1; i += 1) moved = Math.max(moved, Math.abs(mean[i]! - was.mean[i]!) / Math.sqrt(covariance[i * n + i]!));
      if (!(moved <= before)) {
        this.#known = was;
        this.#movePoints(true);
        this.#linearAnew();
        before = Infinity;
        continue;
      }
      before = moved;
      this.#eta = eta;
      this.#known = { mean, covariance };
      if (moved <= until) return;
    }
  }

  /** Each reading's share becomes Λ_t·x + Jᵀ·R⁻¹·(r − g·v), x as everything has it then: with it in η, the gradient at x is the true one. */
  #toGradients(): void {
    const n = this.size;
    const state = this.known.mean.slice();
    for (let t = this.#taken.length - 1; t >= 0; t -= 1) {
      const taken = this.#taken[t]!;
      if (taken.step.kind === 'cut') undo(taken as Taken<CutStep>, state, n);
      else this.#toGradient(taken as Taken<ReadStep>, state);
    }
  }

  /** Written out without a matrix in between: this runs for every reading, several times a spin. */
  #toGradient(taken: Taken<ReadStep>, state: Float64Array): void {
    const { step, slope, weight } = taken;
    const n = this.size;
    const at = this.gainAt(step.gain);
    const share = (taken.share ??= new Float64Array(n));
    share.fill(0);
    // What turned, and by what it is off.
    const [total, off, linear] = [SCRATCH.total, SCRATCH.off, SCRATCH.linear];
    for (let k = 0; k < 4; k += 1) total[k] = step.hung[k]!;
    for (let c = 0; c < step.parts.length; c += 1) {
      const part = step.parts[c];
      if (!part) continue;
      const { cos, sin, shares } = part;
      for (let q = 0; q < 2; q += 1) {
        const [re, im] = [state[4 * c + 2 * q]!, state[4 * c + 2 * q + 1]!];
        const [x, y] = [cos * re - sin * im, cos * im + sin * re];
        total[0]! += shares[q]! * x;
        total[1]! += shares[q]! * y;
        total[2]! += shares[2 + q]! * x;
        total[3]! += shares[2 + q]! * y;
      }
    }
    for (let p = 0; p < 4; p += 2) {
      const [gr, gi, vr, vi] = [state[at + p]!, state[at + p + 1]!, total[p]!, total[p + 1]!];
      off[p] = step.mean[p]! - (gr * vr - gi * vi);
      off[p + 1] = step.mean[p + 1]! - (gr * vi + gi * vr);
    }
    for (let a = 0; a < 4; a += 1) {
      let sum = 0;
      for (let j = 0; j < n; j += 1) sum += slope![a * n + j]! * state[j]!;
      linear[a] = sum;
    }
    // J₀ᵀ·W·J₀·x, with J₀ as Λ has it.
    for (let a = 0; a < 4; a += 1) {
      let [ofLinear, ofOff] = [0, 0];
      for (let b = 0; b < 4; b += 1) {
        ofLinear += weight![4 * a + b]! * linear[b]!;
        ofOff += weight![4 * a + b]! * off[b]!;
      }
      SCRATCH.weighed[a] = ofOff;
      if (ofLinear !== 0) for (let j = 0; j < n; j += 1) share[j]! += slope![a * n + j]! * ofLinear;
    }
    // Jᵀ·W·(r − g·v), with J where it truly lies: of each part conj(g_p·R(φ))·share, of the gain conj(v_p).
    for (let p = 0; p < 2; p += 1) {
      const [wr, wi] = [SCRATCH.weighed[2 * p]!, SCRATCH.weighed[2 * p + 1]!];
      const [gr, gi, vr, vi] = [state[at + 2 * p]!, state[at + 2 * p + 1]!, total[2 * p]!, total[2 * p + 1]!];
      share[at + 2 * p]! += vr * wr + vi * wi;
      share[at + 2 * p + 1]! += vr * wi - vi * wr;
      const [x, y] = [gr * wr + gi * wi, gr * wi - gi * wr];
      for (let c = 0; c < step.parts.length; c += 1) {
        const part = step.parts[c];
        if (!part) continue;
        const { cos, sin, shares } = part;
        const [re, im] = [cos * x + sin * y, cos * y - sin * x];
        for (let q = 0; q < 2; q += 1) {
          share[4 * c + 2 * q]! += shares[2 * p + q]! * re;
          share[4 * c + 2 * q + 1]! += shares[2 * p + q]! * im;
        }
      }
    }
  }
}

const SCRATCH = {
  total: new Float64Array(4),
  off: new Float64Array(4),
  linear: new Float64Array(4),
  weighed: new Float64Array(4),
  own: new Float64Array(4),
};

/** M·v of n × n. */
function times(matrix: ArrayLike<number>, v: ArrayLike<number>, n: number): Float64Array {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    let sum = 0;
    for (let j = 0; j < n; j += 1) sum += matrix[i * n + j]! * v[j]!;
    out[i] = sum;
  }
  return out;
}

/** η past a cut, with Λ as it was. */
function etaThrough({ step: { part, perDensity }, back }: Taken<CutStep>, eta: Float64Array, n: number): void {
  const at = 4 * part;
  const { rows, gain, shift, offset } = back!;
  const { own } = SCRATCH;
  for (let k = 0; k < 4; k += 1) own[k] = eta[at + k]!;
  for (let k = 0; k < 4; k += 1) {
    let sum = 0;
    for (let l = 0; l < 4; l += 1) sum += gain[4 * k + l]! * own[l]!;
    offset[k] = sum;
    const value = own[k]!;
    for (let j = 0; j < n; j += 1) eta[j]! -= rows[k * n + j]! * value;
  }
  for (let j = 0; j < n; j += 1) eta[j]! += shift[j]!;
  for (let k = 0; k < 4; k += 1) eta[n - 1]! -= eta[at + k]! * perDensity[k]!;
}

/** Whether a reading's linear form leaves out more than a hair of its own deviation: what the gain moves, or may yet, times what turned moves. */
function leavesOut({ seen, covariance }: ReadStep, was: Point, now: Point, known: Float64Array, gainAt: number, n: number): boolean {
  for (let p = 0; p < 2; p += 1) {
    if (!seen[p]) continue;
    const at = gainAt + 2 * p;
    const gainOff = Math.hypot(now.gain[2 * p]! - was.gain[2 * p]!, now.gain[2 * p + 1]! - was.gain[2 * p + 1]!);
    const totalOff = Math.hypot(now.total[2 * p]! - was.total[2 * p]!, now.total[2 * p + 1]! - was.total[2 * p + 1]!);
    const deviation = Math.sqrt((covariance[10 * p]! + covariance[10 * p + 5]!) / 2);
    if (Math.max(gainOff, Math.sqrt(known[at * n + at]!)) * totalOff > LEFT_OUT_RATIO * deviation) return true;
  }
  return false;
}

/** u′ = u + d·(1 + κ) + ε: mean and covariance carried over. */
function afterCut({ mean, covariance }: Known, { part, change, perDensity, covariance: own }: CutStep, n: number): Known {
  const at = 4 * part;
  const [m, p] = [mean.slice(), covariance.slice()];
  for (let k = 0; k < 4; k += 1) m[at + k]! += change[k]! + mean[n - 1]! * perDensity[k]!;
  for (let k = 0; k < 4; k += 1) for (let l = 0; l < 4; l += 1) p[(at + k) * n + at + l]! += own[4 * k + l]!;
  for (let k = 0; k < 4; k += 1) for (let j = 0; j < n; j += 1) p[(at + k) * n + j]! += perDensity[k]! * p[(n - 1) * n + j]!;
  for (let k = 0; k < 4; k += 1) for (let i = 0; i < n; i += 1) p[i * n + at + k]! += perDensity[k]! * p[i * n + n - 1]!;
  return { mean: m, covariance: p };
}

/** Of a variance beyond this the short way would leave nothing but rounding: (g·mm)². */
const SHORT_WAY_GMM2 = 1e8;

/** P − P·Jᵀ·S⁻¹·J·P and x + P·Jᵀ·S⁻¹·(left − J·x): the same as from Λ, in a fraction of the time. */
function afterReading({ mean, covariance }: Known, slope: Float64Array, left: Float64Array, own: readonly number[], n: number): Known | null {
  const across = new Float64Array(4 * n);
  for (let a = 0; a < 4; a += 1)
    for (let k = 0; k < n; k += 1) {
      const value = slope[a * n + k]!;
      if (value !== 0) for (let j = 0; j < n; j += 1) across[a * n + j]! += value * covariance[k * n + j]!;
    }
  const s = Float64Array.from(own);
  const off = left.slice();
  for (let a = 0; a < 4; a += 1) {
    for (let k = 0; k < n; k += 1) off[a]! -= slope[a * n + k]! * mean[k]!;
    for (let b = 0; b < 4; b += 1) for (let k = 0; k < n; k += 1) s[4 * a + b]! += across[a * n + k]! * slope[b * n + k]!;
  }
  if ([0, 5, 10, 15].some((i) => s[i]! > SHORT_WAY_GMM2)) return null;
  const weight = inverse(s, 4);
  const gain = new Float64Array(4 * n);
  for (let a = 0; a < 4; a += 1)
    for (let b = 0; b < 4; b += 1) for (let j = 0; j < n; j += 1) gain[a * n + j]! += weight[4 * a + b]! * across[b * n + j]!;
  const [m, p] = [mean.slice(), covariance.slice()];
  for (let i = 0; i < n; i += 1) {
    const [g0, g1, g2, g3] = [gain[i]!, gain[n + i]!, gain[2 * n + i]!, gain[3 * n + i]!];
    m[i]! += g0 * off[0]! + g1 * off[1]! + g2 * off[2]! + g3 * off[3]!;
    for (let j = 0; j <= i; j += 1) {
      const less = g0 * across[j]! + g1 * across[n + j]! + g2 * across[2 * n + j]! + g3 * across[3 * n + j]!;
      p[i * n + j]! -= less;
      if (i !== j) p[j * n + i]! -= less;
    }
  }
  return { mean: m, covariance: p };
}

/** Takes a state back over a cut: its own error as what followed has it, then its change. */
function undo({ step: { part, change, perDensity }, back }: Taken<CutStep>, state: Float64Array, n: number): void {
  const at = 4 * part;
  const kappa = state[n - 1]!;
  for (let k = 0; k < 4; k += 1) state[at + k]! -= change[k]! + kappa * perDensity[k]!;
  const { rows, offset } = back!;
  const { own } = SCRATCH;
  for (let k = 0; k < 4; k += 1) {
    let error = -offset[k]!;
    for (let j = 0; j < n; j += 1) error += rows[k * n + j]! * state[j]!;
    own[k] = error;
  }
  for (let k = 0; k < 4; k += 1) state[at + k]! -= own[k]!;
}

/** What is asked of a step at every pass is worked out once. */
const halves = new WeakMap<Step, Float64Array>();
const weights = new WeakMap<Step, Float64Array>();
function once(kept: WeakMap<Step, Float64Array>, step: Step, work: () => Float64Array): Float64Array {
  const before = kept.get(step);
  if (before) return before;
  const made = work();
  kept.set(step, made);
  return made;
}

/** R⁻¹ over the planes that gave a number. */
function weightOf({ covariance, seen }: ReadStep): Float64Array {
  if (seen[0] && seen[1]) return inverse(covariance, 4);
  const weight = new Float64Array(16);
  seen.forEach((is, p) => {
    if (!is) return;
    const [at, [xx, xy, yy]] = [10 * p, [covariance[10 * p]!, covariance[10 * p + 1]!, covariance[10 * p + 5]!]];
    const determinant = xx * yy - xy ** 2;
    weight[at] = yy / determinant;
    weight[at + 5] = xx / determinant;
    weight[at + 1] = weight[at + 4] = -xy / determinant;
  });
  return weight;
}

/** M·P·Mᵀ of m × n and n × n. */
export function sandwich(matrix: ArrayLike<number>, inner: ArrayLike<number>, m: number, n: number): Float64Array {
  const half = new Float64Array(m * n);
  for (let i = 0; i < m; i += 1)
    for (let k = 0; k < n; k += 1) {
      const value = matrix[i * n + k]!;
      if (value !== 0) for (let j = 0; j < n; j += 1) half[i * n + j]! += value * inner[k * n + j]!;
    }
  const out = new Float64Array(m * m);
  for (let i = 0; i < m; i += 1)
    for (let j = 0; j < m; j += 1) {
      let sum = 0;
      for (let k = 0; k < n; k += 1) sum += half[i * n + k]! * matrix[j * n + k]!;
      out[i * m + j] = sum;
    }
  return out;
}

function addInto(matrix: Float64Array, more: ArrayLike<number>): Float64Array {
  for (let i = 0; i < matrix.length; i += 1) matrix[i]! += more[i]!;
  return matrix;
}

/** νᴴ·S⁻¹·ν over the planes that gave a number. */
export function squaredDistance(off: ArrayLike<number>, covariance: ArrayLike<number>, seen: readonly [boolean, boolean]): number {
  const rows = [0, 1, 2, 3].filter((i) => seen[i < 2 ? 0 : 1]);
  const n = rows.length;
  const small = rows.flatMap((i) => rows.map((j) => covariance[4 * i + j]!));
  const v = Float64Array.from(rows, (i) => off[i]!);
  const solved = solveCholesky(cholesky(small, n), n, v.slice());
  return v.reduce((sum, value, i) => sum + value * solved[i]!, 0);
}
