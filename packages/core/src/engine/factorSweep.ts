import { addPlanes, BALANCED, toPlanes, type Planes } from '../rotor/planes.js';
import { fromPolar, toPolar } from '../units/vector.js';
import {
  addShaking,
  orderOf,
  reciprocatingOfPins,
  reciprocatingShaking,
  rotatingShaking,
  sizeOf,
  type Shaking,
  type ShakingEngine,
} from './shaking.js';

/** Sizes of one factor, per ω²: N·s² for force, N·m·s² for couple; of all orders, and of the first alone. */
export interface FactorSizes {
  readonly factorRatio: number;
  readonly force: Sizes;
  readonly couple: Sizes;
}

export interface Sizes {
  readonly peak: number;
  readonly rms: number;
  readonly primaryPeak: number;
  readonly primaryRms: number;
}

/** Where a size is least; null where the factor does not change it. */
export interface BestFactor {
  readonly peak: number;
  readonly rms: number;
  readonly primaryPeak: number;
  readonly primaryRms: number;
}

export interface FactorSweep {
  readonly sizes: readonly FactorSizes[];
  readonly best: { readonly force: BestFactor | null; readonly couple: BestFactor | null };
}

/** Share of all the masses, were they on one pin at the far end, below which a change is rounding. */
const NOTHING = 1e-9;

/** The shaking of an engine for every factor: linear in it, so two turns hold them all. */
export interface FactorShaking {
  readonly engine: ShakingEngine;
  /** What the whole of the reciprocating mass would do, were it turning with the pins. */
  readonly turning: Shaking;
  readonly at: (factorRatio: number) => Shaking;
}

/** @throws CoreError for an engine that cannot turn */
export function factorShaking(engine: ShakingEngine, steps: number): FactorShaking {
  const up = reciprocatingShaking(engine, steps);
  const turning = rotatingShaking(engine.layout, engine.crankRadiusMm, reciprocatingOfPins(engine), steps);
  return { engine, turning, at: (factorRatio) => addShaking(up, turning, -factorRatio) };
}

/**
 * Shaking force and couple over a range of factors, counterweights ideal for bobs made with each (handbook section 8), and
 * where each is least. The first order alone is least at 50 % wherever the factor matters: only its forward half is reached.
 */
export function factorSweep({ engine, turning, at }: FactorShaking, factorRatios: readonly number[]): FactorSweep {
  const sizes = factorRatios.map((factorRatio): FactorSizes => {
    const shaking = at(factorRatio);
    return { factorRatio, force: sizesOf(shaking.force, engine), couple: sizesOf(shaking.couple, engine) };
  });
  const allKgM = engine.reciprocatingG.reduce((sum, g) => sum + g, 0) * engine.crankRadiusMm * 1e-6;
  const zs = engine.layout.pins.map(({ zMm }) => zMm);
  const spanM = (Math.max(...zs) - Math.min(...zs) + engine.crankRadiusMm) / 1000;
  const best = (which: 'force' | 'couple'): BestFactor | null => {
    if (sizeOf(turning[which]).peak < NOTHING * (which === 'force' ? allKgM : allKgM * spanM)) return null;
    const least = (key: keyof Sizes): number => sizes.reduce((a, b) => (b[which][key] < a[which][key] ? b : a)).factorRatio;
    return { peak: least('peak'), rms: least('rms'), primaryPeak: least('primaryPeak'), primaryRms: least('primaryRms') };
  };
  return { sizes, best: { force: best('force'), couple: best('couple') } };
}

function sizesOf(turn: Shaking['force'], { layout }: ShakingEngine): Sizes {
  const { forward, backward } = orderOf(turn, layout, 1);
  const [with_, against] = [toPolar(forward).amount, toPolar(backward).amount];
  // Two vectors that turn against each other meet twice a turn.
  return { ...sizeOf(turn), primaryPeak: with_ + against, primaryRms: Math.hypot(with_, against) };
}

/** What one per cent of factor moves. */
export interface OnePercent {
  /** On each pin's bob, g. */
  readonly bobG: readonly number[];
  /** In the end planes, g·mm. */
  readonly planesGmm: { readonly a: number; readonly b: number };
  /** Force and couple per ω²: N·s², N·m·s². */
  readonly force: number;
  readonly couple: number;
}

/**
 * What one per cent of factor is: on the bobs, as unbalance in the planes of the spin, and as force and couple.
 * @throws CoreError from the planes
 */
export function onePercent(engine: ShakingEngine, planes: Planes): OnePercent {
  const bobG = reciprocatingOfPins(engine).map((g) => g / 100);
  const moved = engine.layout.pins.reduce(
    (sum, pin, p) => addPlanes(sum, toPlanes(fromPolar(bobG[p]! * engine.crankRadiusMm, pin.angleDeg), pin.zMm, planes)),
    BALANCED,
  );
  const turning = rotatingShaking(engine.layout, engine.crankRadiusMm, bobG, 1);
  return {
    bobG,
    planesGmm: { a: toPolar(moved.aGmm).amount, b: toPolar(moved.bGmm).amount },
    force: sizeOf(turning.force).peak,
    couple: sizeOf(turning.couple).peak,
  };
}
