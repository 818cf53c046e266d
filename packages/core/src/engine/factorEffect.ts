import { unbalanceForceN } from '../rotor/force.js';
import type { Planes } from '../rotor/planes.js';
import { checkNumber } from '../units/check.js';
import { toPolar, type Polar } from '../units/vector.js';
import { factorShaking, factorSweep, onePercent, type BestFactor } from './factorSweep.js';
import { engineShaking, orderOf, sizeOf, type Shaking, type ShakingEngine, type Turn } from './shaking.js';

/** Parts as they are: what hangs on each pin, and the bobs that the counterweights were made for. */
export interface ActualParts {
  readonly name: string;
  readonly reciprocatingG: readonly number[];
  readonly rotatingG: readonly number[];
  readonly bobG: readonly number[];
}

export interface EffectInput {
  /** With equal parts in every cylinder. */
  readonly engine: ShakingEngine;
  readonly factorRatio: number;
  readonly speedRpm: number;
  /** Factors of the sweep. */
  readonly factorRatios: readonly number[];
  readonly planes: Planes;
  readonly actual: readonly ActualParts[];
}

/** One force or couple over a turn of the crank, N or N·m, thinned out to be drawn. */
export interface DrawnTurn {
  readonly size: readonly number[];
  readonly re: readonly number[];
  readonly im: readonly number[];
}

export interface ShakingFigures {
  readonly name: string;
  readonly force: DrawnTurn & { readonly peak: number; readonly rms: number };
  readonly couple: DrawnTurn & { readonly peak: number; readonly rms: number };
}

export interface OrderFigures {
  readonly order: number;
  readonly force: { readonly forward: Polar; readonly backward: Polar };
  readonly couple: { readonly forward: Polar; readonly backward: Polar };
}

export interface SweepPoint {
  readonly factorRatio: number;
  readonly force: { readonly peak: number; readonly rms: number; readonly primaryPeak: number };
  readonly couple: { readonly peak: number; readonly rms: number; readonly primaryPeak: number };
}

export interface FactorEffect {
  /** Equal parts first, then the actual ones as they were given. */
  readonly shaking: readonly ShakingFigures[];
  readonly orders: readonly OrderFigures[];
  readonly sweep: readonly SweepPoint[];
  readonly best: { readonly force: BestFactor | null; readonly couple: BestFactor | null };
  readonly onePercent: {
    readonly bobG: readonly number[];
    readonly planesGmm: { readonly a: number; readonly b: number };
    /** Centrifugal force of those at the speed, N. */
    readonly planesN: { readonly a: number; readonly b: number };
    readonly forceN: number;
    readonly coupleNm: number;
  };
}

/** Half a degree a step: the fourth order then has 180 steps a turn of its own. */
const STEPS = 720;
/** Steps that a drawing shows. */
const DRAWN = 120;
const ORDERS = [1, 2, 4];

/**
 * What the balance factor does to an engine at a speed (handbook section 8): shaking force and couple over a turn and by
 * order, the sweep over factors, and what one per cent is worth; with equal parts, and with parts as they are.
 *
 * @throws CoreError for an engine that cannot turn, a speed or planes that make no sense
 */
export function factorEffect({ engine, factorRatio, speedRpm, factorRatios, planes, actual }: EffectInput): FactorEffect {
  checkNumber('The speed', speedRpm, { min: 0, max: 30000, unit: 'rpm' }, 'speedRpm');
  checkNumber('The balance factor', factorRatio, { min: 0, max: 1 }, 'factorRatio');
  const omega2 = ((2 * Math.PI * speedRpm) / 60) ** 2;
  const shaking = factorShaking(engine, STEPS);
  const equal = shaking.at(factorRatio);
  const { sizes, best } = factorSweep(shaking, factorRatios);
  const one = onePercent(engine, planes);
  const times = <T extends Readonly<Record<string, number>>>(size: T): T =>
    Object.fromEntries(Object.entries(size).map(([key, value]) => [key, value * omega2])) as T;
  const order = (turn: Turn, n: number): { forward: Polar; backward: Polar } => {
    const { forward, backward } = orderOf(turn, engine.layout, n);
    const sized = (polar: Polar): Polar => ({ ...polar, amount: polar.amount * omega2 });
    return { forward: sized(toPolar(forward)), backward: sized(toPolar(backward)) };
  };
  return {
    shaking: [
      figures('Equal parts', equal, omega2),
      ...actual.map(({ name, reciprocatingG, rotatingG, bobG }) =>
        figures(name, engineShaking({ ...engine, reciprocatingG, rotatingG }, bobG, STEPS), omega2),
      ),
    ],
    orders: ORDERS.map((n) => ({ order: n, force: order(equal.force, n), couple: order(equal.couple, n) })),
    sweep: sizes.map(({ factorRatio: f, force, couple }) => ({ factorRatio: f, force: times({ ...force }), couple: times({ ...couple }) })),
    best,
    onePercent: {
      bobG: one.bobG,
      planesGmm: one.planesGmm,
      planesN: { a: unbalanceForceN(one.planesGmm.a, speedRpm), b: unbalanceForceN(one.planesGmm.b, speedRpm) },
      forceN: one.force * omega2,
      coupleNm: one.couple * omega2,
    },
  };
}

function figures(name: string, { force, couple }: Shaking, omega2: number): ShakingFigures {
  const drawn = (turn: Turn): ShakingFigures['force'] => {
    const at = Array.from({ length: DRAWN + 1 }, (_, i) => ((i * STEPS) / DRAWN) % STEPS);
    const { peak, rms } = sizeOf(turn);
    return {
      size: at.map((i) => Math.hypot(turn.re[i]!, turn.im[i]!) * omega2),
      re: at.map((i) => turn.re[i]! * omega2),
      im: at.map((i) => turn.im[i]! * omega2),
      peak: peak * omega2,
      rms: rms * omega2,
    };
  };
  return { name, force: drawn(force), couple: drawn(couple) };
}
