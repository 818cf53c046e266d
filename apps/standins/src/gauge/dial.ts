import type { StandinGauge } from '@tare/contract';
import { isRunOut, warmthMm } from '@tare/core';
import { chanceFor, type Chance } from '../chance.js';
import type { Held } from './held.js';
import { trueMm } from './trueSizes.js';

export const USUAL_CHARACTER: StandinGauge = {
  divisionMm: 0.001,
  playMm: 0.0006,
  noiseMm: 0.0002,
  driftMmPerMin: 0.0001,
  settlingS: 0.2,
  sign: 1,
  gaugeC: 20,
  partC: 20,
  partMetal: 'steel',
};

export interface Shown {
  readonly mm: number;
  readonly stable: boolean;
}

/** What is in the gauge: nothing, its setting piece, or a place of a part. */
type In = { readonly kind: 'nothing' } | { readonly kind: 'piece' } | { readonly kind: 'part'; readonly mm: number };

/** How far a swing may still go for the gauge to call itself settled, in divisions. */
const SETTLED_DIVISIONS = 0.4;

/** The stand-in gauge: what it is set at, what it touches, where its zero has wandered. Time comes in. */
export class Dial {
  private touches: In = { kind: 'nothing' };
  private setMm = 0;
  private offMm = 0;
  private placements = 0;
  private swing = { fromS: -1e9, sizeMm: 0 };
  private readonly chance: Chance = chanceFor('gauge');

  constructor(private character: StandinGauge) {}

  get is(): StandinGauge {
    return this.character;
  }

  /** Another gauge in the same hand: what it was set at stays. */
  become(character: StandinGauge): void {
    this.character = character;
  }

  /** On its ring, block or micrometer of this size. */
  set(setMm: number, nowS: number): void {
    this.setMm = setMm;
    this.touch({ kind: 'piece' }, nowS);
  }

  place(held: Held, nowS: number): void {
    this.placements += 1;
    const { partC, gaugeC, partMetal } = this.character;
    const trueAt20Mm = trueMm(held);
    // The gauge is steel, set on a piece as warm as itself.
    const warmMm = isRunOut(held.quantity) ? 0 : warmthMm(trueAt20Mm, { metal: partMetal, celsius: partC }, { metal: 'steel', celsius: gaugeC });
    this.touch({ kind: 'part', mm: trueAt20Mm + warmMm + chanceFor('hand', this.placements).normal(this.character.playMm) }, nowS);
  }

  lift(nowS: number): void {
    this.touch({ kind: 'nothing' }, nowS);
  }

  /** Turns the bezel so that the needle stands at nought. */
  zero(nowS: number): void {
    this.offMm = this.needleMm(nowS) + this.offMm;
  }

  show(nowS: number): Shown {
    const { divisionMm, noiseMm, settlingS } = this.character;
    const left = this.swing.sizeMm * Math.exp(-(nowS - this.swing.fromS) / settlingS);
    const raw = this.needleMm(nowS) + left + this.chance.normal(noiseMm);
    return { mm: inDivisions(raw, divisionMm), stable: this.touches.kind !== 'nothing' && Math.abs(left) < SETTLED_DIVISIONS * divisionMm };
  }

  private needleMm(nowS: number): number {
    const { sign, driftMmPerMin } = this.character;
    const sizeMm = this.touches.kind === 'part' ? this.touches.mm - this.setMm : 0;
    return sign * sizeMm + (driftMmPerMin * nowS) / 60 - this.offMm;
  }

  private touch(what: In, nowS: number): void {
    const before = this.needleMm(nowS);
    this.touches = what;
    this.swing = { fromS: nowS, sizeMm: before - this.needleMm(nowS) };
  }
}

/** A number of whole divisions, without the dust that 0.001 leaves in binary. */
const inDivisions = (mm: number, divisionMm: number): number => Number((Math.round(mm / divisionMm) * divisionMm).toFixed(5));

/** A line as this gauge writes it: settled or not, sign, number, unit. */
export const gaugeLine = ({ mm, stable }: Shown): string => `${stable ? 'ST' : 'US'},${mm < 0 ? '-' : '+'}${Math.abs(mm).toFixed(4).padStart(9)} mm`;
