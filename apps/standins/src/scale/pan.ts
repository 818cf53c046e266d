import { chanceFor, type Chance } from '../chance.js';
import { trueWeightG, type Placed } from './trueWeights.js';

/** How good the stand-in scale is. */
export interface ScaleCharacter {
  readonly divisionG: number;
  /** Scatter of a settled display, g. */
  readonly noiseG: number;
  /** Wander of the zero, g a minute. */
  readonly driftGPerMin: number;
  /** Time for a swing to die down by a factor e, s. */
  readonly settlingS: number;
  /** Scatter from where on the pan the part stands, g. */
  readonly placeG: number;
  /** What a rod that is not quite level shifts from one end to the other, g (W·h·tan θ / L). */
  readonly levelErrorG: number;
}

export const USUAL_CHARACTER: ScaleCharacter = { divisionG: 0.1, noiseG: 0.02, driftGPerMin: 0.02, settlingS: 0.25, placeG: 0.05, levelErrorG: 0.06 };

export interface Shown {
  readonly valueG: number;
  readonly stable: boolean;
}

/** How far a swing may still go for the display to call itself settled, in divisions. */
const SETTLED_DIVISIONS = 0.4;
const TAP_SWING_G = 8;

/** The pan of the stand-in scale: what stands on it, how it swings, and where its zero has wandered. Time comes in. */
export class Pan {
  private loadG = 0;
  private placements = 0;
  private zeroG = 0;
  private swing: { readonly fromS: number; readonly sizeG: number } = { fromS: -1e9, sizeG: 0 };
  private readonly chance: Chance = chanceFor('scale');

  constructor(private character: ScaleCharacter) {}

  /** Another scale under the same part: what stands on it stays. */
  become(character: ScaleCharacter): void {
    this.character = character;
  }

  get is(): ScaleCharacter {
    return this.character;
  }

  put(placed: Placed, nowS: number): void {
    this.placements += 1;
    const place = chanceFor('place', this.placements).normal(this.character.placeG);
    const level = placed.measure === 'bigEnd' ? this.character.levelErrorG : placed.measure === 'smallEnd' ? -this.character.levelErrorG : 0;
    this.load(trueWeightG(placed) + place + level, nowS);
  }

  lift(nowS: number): void {
    this.load(0, nowS);
  }

  tap(nowS: number): void {
    this.swing = { fromS: nowS, sizeG: TAP_SWING_G };
  }

  zero(nowS: number): void {
    this.zeroG = this.loadG + this.driftG(nowS);
  }

  show(nowS: number): Shown {
    const { divisionG, noiseG, settlingS } = this.character;
    const left = this.swing.sizeG * Math.exp(-(nowS - this.swing.fromS) / settlingS);
    const raw = this.loadG + this.driftG(nowS) - this.zeroG + left * Math.cos((nowS - this.swing.fromS) * 9) + this.chance.normal(noiseG);
    return { valueG: inDivisions(raw, divisionG), stable: Math.abs(left) < SETTLED_DIVISIONS * divisionG };
  }

  private load(toG: number, nowS: number): void {
    this.swing = { fromS: nowS, sizeG: toG - this.loadG };
    this.loadG = toG;
  }

  private driftG(nowS: number): number {
    return (this.character.driftGPerMin * nowS) / 60;
  }
}

/** A number of whole divisions, without the dust that 0.1 leaves in binary. */
const inDivisions = (g: number, divisionG: number): number => Number((Math.round(g / divisionG) * divisionG).toFixed(3));

/** A line as this scale writes it: settled or not, gross, sign, number with the places of its division, unit. */
export function scaleLine({ valueG, stable }: Shown, divisionG: number): string {
  const sign = valueG < 0 ? '-' : '+';
  return `${stable ? 'ST' : 'US'},GS,${sign}${Math.abs(valueG)
    .toFixed(divisionG < 0.1 ? 2 : 1)
    .padStart(8)} g`;
}
