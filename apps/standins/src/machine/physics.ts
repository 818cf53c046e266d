import {
  add,
  addPlanes,
  BALANCED,
  fromPolar,
  over,
  scale,
  staticAndCouple,
  subtract,
  times,
  type Influence,
  type PlaneUnbalance,
  type SpinSignal,
  type Vector,
} from '@tare/core';
import { chanceFor } from '../chance.js';
import { trueUnbalance } from './hiddenCrank.js';
import type { Mount, SpinOrder } from './mount.js';

/** Samples a second of the stand-in's logger. */
const RATE_HZ = 2000;
/** Hard supports are sprung far above the balancing speed, soft ones far below: natural speed, rad/s. */
const NATURAL_RAD_PER_S = { hard: 600, soft: 14 };
const DAMPING_RATIO = 0.06;
/** Supports stand this far outside the planes, mm. */
const OUTSIDE_MM = 40;
/** Signal of 1000 g·mm in plane A at 600 rpm at the nearer support, V. */
const VOLTS_AT_600 = 1;

/** How far from perfect its sensors are: fixed for the machine, and a little different at every run. */
const GAIN_ERROR = 0.03;
const PHASE_ERROR_DEG = 3;
const RUN_GAIN_ERROR = 0.002;
const RUN_PHASE_ERROR_DEG = 0.15;
const NOISE_V = 0.1;
const SECOND_ORDER_V = 0.12;
const THIRD_ORDER_V = 0.05;
const HUM_V = 0.06;
const HUM_HZ = 50;
/** The belt slips: the speed swings by this share over some seconds; with an end stop forgotten it drags as well. */
const WANDER_RATIO = 0.002;
const DRAG_RATIO = 0.03;
const TACH_JITTER_RAD = 0.003;
const MARK_RAD = 0.25;
const MARK_RISE_RAD = 1 / 30;
/** What remounting and drift put on from spin to spin, g·mm in each component of each plane. */
const DRIFT_GMM = 8;
/** A bob that was not tightened moves about, g·mm in each component. */
const LOOSE_BOB_GMM = 300;

const RAD_PER_DEG = Math.PI / 180;

/** What its maker says of the machine: how each sensor's gain may be off for good, and what changes from spin to spin. */
export interface DataSheet {
  /** Coefficients of the planes for perfect sensors, V per g·mm. */
  readonly influence: Influence;
  /** Deviation of a sensor's gain in each component, as a share. */
  readonly gainRatio: number;
  readonly runRatio: number;
  readonly driftGmm: number;
}

/** The machine's own calibration for what lies in it. */
export function dataSheet(mount: Mount, order: SpinOrder): DataSheet {
  const volts = (on: PlaneUnbalance): readonly [Vector, Vector] => {
    const perMetre = voltsPerMetre(mount, order);
    const [left, right] = supportMotion(mount, order, on);
    return [scale(left, perMetre), scale(right, perMetre)];
  };
  const one = { re: 1, im: 0 };
  const [leftOfA, rightOfA] = volts({ ...BALANCED, aGmm: one });
  const [leftOfB, rightOfB] = volts({ ...BALANCED, bGmm: one });
  return {
    influence: { leftOfA, leftOfB, rightOfA, rightOfB },
    gainRatio: perComponent(GAIN_ERROR, PHASE_ERROR_DEG),
    runRatio: perComponent(RUN_GAIN_ERROR, RUN_PHASE_ERROR_DEG),
    driftGmm: DRIFT_GMM,
  };
}

/** Errors of amount and of angle as one deviation in each component. */
const perComponent = (gain: number, phaseDeg: number): number => Math.hypot(gain, phaseDeg * RAD_PER_DEG) / Math.SQRT2;

/**
 * What two sensors and a tach would give of a mounted crank: a rigid rotor on two springs and dampers, driven by its true
 * unbalance with whatever was hung on it, and everything that spoils a signal on top.
 * @param bench which machine it is: another label has other errors of gain and phase
 */
export function spinSignals(mount: Mount, order: SpinOrder, bench = 'stand-in bench'): SpinSignal {
  const chance = chanceFor(mount.rotor, 'spin', order.run, JSON.stringify(order.hung));
  const drift = (): Vector => ({ re: chance.normal(DRIFT_GMM), im: chance.normal(DRIFT_GMM) });
  const on = addPlanes(addPlanes(trueUnbalance(mount), order.hung), { aGmm: drift(), bGmm: drift() });
  const [left, right] = sensors(mount, order, on, chance, bench);
  const samplesPerTurn = (60 / order.speedRpm) * RATE_HZ;
  const n = Math.ceil((order.turns + 2) * samplesPerTurn);
  const signal = { sampleRateHz: RATE_HZ, left: new Float64Array(n), right: new Float64Array(n), tach: new Float64Array(n) };
  const phases = Array.from({ length: 6 }, () => chance.between(0, 2 * Math.PI)) as [number, number, number, number, number, number];
  const wander = WANDER_RATIO + (order.endStopForgotten ? DRAG_RATIO : 0);
  let [phi, turn, jitter] = [-chance.between(0.5, 5), 0, 0];
  let loose: Vector = { re: 0, im: 0 };
  for (let i = 0; i < n; i += 1) {
    const seconds = i / RATE_HZ;
    const speed = 1 + wander * Math.sin(1.9 * seconds + phases[0]) + (wander / 2) * Math.sin(5.3 * seconds + phases[1]);
    phi += ((2 * Math.PI) / samplesPerTurn) * speed;
    if (Math.floor(phi / (2 * Math.PI)) > turn) {
      turn = Math.floor(phi / (2 * Math.PI));
      jitter = chance.normal(TACH_JITTER_RAD);
      if (order.looseBob) loose = { re: chance.normal(LOOSE_BOB_GMM), im: chance.normal(LOOSE_BOB_GMM) };
    }
    const wave = (c: Vector, offset: number): number =>
      c.re * Math.cos(phi) -
      c.im * Math.sin(phi) +
      SECOND_ORDER_V * Math.cos(2 * phi + phases[2] + offset) +
      THIRD_ORDER_V * Math.cos(3 * phi + phases[3] + offset) +
      HUM_V * Math.sin(2 * Math.PI * HUM_HZ * seconds + phases[4]) +
      chance.normal(NOISE_V);
    // A bob that knocks about is heard by both supports alike.
    const knock = scale(loose, VOLTS_AT_600 / 1000);
    signal.left[i] = wave(add(left, knock), 0);
    signal.right[i] = wave(add(right, knock), 1);
    // The mark's edge rises through its middle at angle 0.
    const mark = phi + jitter + MARK_RISE_RAD / 2;
    const within = mark - 2 * Math.PI * Math.floor(mark / (2 * Math.PI));
    signal.tach[i] = within < MARK_RAD ? Math.min(1, within / MARK_RISE_RAD) : 0;
  }
  return signal;
}

/** Once-per-turn vectors of both sensors, V. */
function sensors(mount: Mount, order: SpinOrder, on: PlaneUnbalance, run: ReturnType<typeof chanceFor>, bench: string): readonly [Vector, Vector] {
  const machine = chanceFor(bench, order.supports);
  const perMetre = voltsPerMetre(mount, order);
  return supportMotion(mount, order, on).map((motion) => {
    const gain = perMetre * (1 + machine.normal(GAIN_ERROR) + run.normal(RUN_GAIN_ERROR));
    return times(motion, fromPolar(gain, machine.normal(PHASE_ERROR_DEG) + run.normal(RUN_PHASE_ERROR_DEG)));
  }) as unknown as readonly [Vector, Vector];
}

/** The sensors are set so that 1000 g·mm in plane A at 600 rpm are one volt at the nearer support. */
function voltsPerMetre(mount: Mount, order: SpinOrder): number {
  const [nearer] = supportMotion(mount, { ...order, speedRpm: 600 }, { ...BALANCED, aGmm: { re: 1000, im: 0 } });
  return VOLTS_AT_600 / Math.hypot(nearer.re, nearer.im);
}

/**
 * Displacement of the supports under a turning unbalance: centre and tilt of a rigid rotor on two like springs, set evenly
 * about its middle, so that both move on their own. m·ẍ = F − 2k·x − 2c·ẋ and J·θ̈ = M − 2k·d²·θ − 2c·d²·θ̇.
 */
function supportMotion({ crank }: Mount, { speedRpm, supports }: SpinOrder, on: PlaneUnbalance): readonly [Vector, Vector] {
  const omega = (2 * Math.PI * speedRpm) / 60;
  const { planes, massKg } = crank;
  const d = ((planes.zBMm - planes.zAMm) / 2 + OUTSIDE_MM) / 1000;
  const tiltInertia = (massKg * (2 * d) ** 2) / 12;
  const natural = NATURAL_RAD_PER_S[supports];
  const stiffness = massKg * natural ** 2;
  const damping = 2 * DAMPING_RATIO * massKg * natural;
  const { staticGmm, coupleGmm2 } = staticAndCouple(on, planes);
  const force = scale(staticGmm, 1e-6 * omega ** 2);
  const moment = scale(coupleGmm2, 1e-9 * omega ** 2);
  // A motion that lags turns against the crank's angle.
  const centre = over(force, { re: stiffness - massKg * omega ** 2, im: damping * omega });
  const tilt = over(moment, { re: stiffness * d ** 2 - tiltInertia * omega ** 2, im: damping * d ** 2 * omega });
  return [subtract(centre, scale(tilt, d)), add(centre, scale(tilt, d))];
}
