import { checkNumber, CoreError } from '../units/check.js';
import { degToRad } from '../units/angle.js';
import type { Vector } from '../units/vector.js';
import { checkLayout, type Crankpin, type EngineLayout } from './layout.js';

/** An engine with its masses: what shakes it. */
export interface ShakingEngine {
  readonly layout: EngineLayout;
  readonly crankRadiusMm: number;
  readonly rodLengthMm: number;
  /** Mass that goes up and down in each cylinder, g, in the order of `layout.cylinders`. */
  readonly reciprocatingG: readonly number[];
  /** Mass that turns with each pin and is not the crank's own, g, in the order of `layout.pins`; left out, what the bobs hold of it. */
  readonly rotatingG?: readonly number[];
}

/**
 * One turn of a vector square to the shaft, at even steps of the crank, per ω²: force in N·s² (kg·m), couple in N·m·s²
 * (kg·m²). A couple is Σ z·F: it points where its force does, not along its axis.
 */
export interface Turn {
  readonly re: Float64Array;
  readonly im: Float64Array;
}

/** Force, and its couple about the middle of the rods. */
export interface Shaking {
  readonly force: Turn;
  readonly couple: Turn;
}

/**
 * Acceleration of a piston along its bore per ω² and per crank radius, exact for a rigid rod (handbook section 8):
 * x = r·cos ψ + √(l² − u²), u = r·sin ψ − e, differentiated twice. Its series in λ = r/l begins −cos ψ − λ·cos 2ψ.
 *
 * @param psiRad angle from the bore's axis to the pin, in the crank's own direction
 * @param lengthRatio l/r
 * @param offsetRatio e/r, the piston pin's offset
 */
export function pistonAcceleration(psiRad: number, lengthRatio: number, offsetRatio = 0): number {
  const sin = Math.sin(psiRad);
  const cos = Math.cos(psiRad);
  const u = sin - offsetRatio;
  const q = Math.sqrt(lengthRatio ** 2 - u ** 2);
  return -cos - (cos ** 2 - u * sin) / q - (u * cos) ** 2 / q ** 3;
}

/** What the parts that go up and down do to the block, over a turn of `steps` steps. @throws CoreError for an engine that cannot turn */
export function reciprocatingShaking(engine: ShakingEngine, steps: number): Shaking {
  checkEngine(engine);
  const { layout, crankRadiusMm, rodLengthMm, reciprocatingG } = engine;
  const shaking = empty(steps);
  const middleMm = middleOfRodsMm(layout);
  const sense = senseOf(layout);
  const lengthRatio = rodLengthMm / crankRadiusMm;
  const offsetRatio = (layout.pinOffsetMm ?? 0) / crankRadiusMm;
  // Cylinders whose pistons move alike share one curve.
  const curves = new Map<number, Float64Array>();
  const curveOf = (startDeg: number): Float64Array => {
    const known = curves.get(startDeg);
    if (known) return known;
    const start = degToRad(startDeg);
    const curve = Float64Array.from({ length: steps }, (_, i) => -pistonAcceleration(start + (2 * Math.PI * i) / steps, lengthRatio, offsetRatio));
    curves.set(startDeg, curve);
    return curve;
  };
  layout.cylinders.forEach(({ number, bankDeg }, c) => {
    const pin = layout.pins.find((one) => one.cylinders.includes(number))!;
    const curve = curveOf(sense * (pin.angleDeg - bankDeg));
    const kgM = reciprocatingG[c]! * crankRadiusMm * 1e-6;
    const alongM = (rodMm(layout, pin, number) - middleMm) / 1000;
    const [re, im] = [kgM * Math.cos(degToRad(bankDeg)), kgM * Math.sin(degToRad(bankDeg))];
    for (let i = 0; i < steps; i += 1) {
      const a = curve[i]!;
      shaking.force.re[i]! += re * a;
      shaking.force.im[i]! += im * a;
      shaking.couple.re[i]! += re * a * alongM;
      shaking.couple.im[i]! += im * a * alongM;
    }
  });
  return shaking;
}

/** What unit masses that turn with the pins would do: `massG[p]` on pin p, over a turn of `steps` steps. */
export function rotatingShaking(layout: EngineLayout, crankRadiusMm: number, massG: readonly number[], steps: number): Shaking {
  const shaking = empty(steps);
  const middleMm = middleOfRodsMm(layout);
  const sense = senseOf(layout);
  let [forceRe, forceIm, coupleRe, coupleIm] = [0, 0, 0, 0];
  layout.pins.forEach((pin, p) => {
    const kgM = massG[p]! * crankRadiusMm * 1e-6;
    const alongM = (pin.zMm - middleMm) / 1000;
    const [re, im] = [kgM * Math.cos(degToRad(pin.angleDeg)), kgM * Math.sin(degToRad(pin.angleDeg))];
    forceRe += re;
    forceIm += im;
    coupleRe += re * alongM;
    coupleIm += im * alongM;
  });
  for (let i = 0; i < steps; i += 1) {
    const turned = (sense * 2 * Math.PI * i) / steps;
    const [cos, sin] = [Math.cos(turned), Math.sin(turned)];
    shaking.force.re[i] = forceRe * cos - forceIm * sin;
    shaking.force.im[i] = forceRe * sin + forceIm * cos;
    shaking.couple.re[i] = coupleRe * cos - coupleIm * sin;
    shaking.couple.im[i] = coupleRe * sin + coupleIm * cos;
  }
  return shaking;
}

/**
 * What is left on the block when the counterweights balance bobs of `bobG` on the pins: the parts that go up and down, and
 * what turns less the bobs. Counterweights are taken to be ideal, opposite each pin (handbook section 8).
 *
 * @param bobG bob weight of each pin, g; its part above `rotatingG` is the factor's share
 */
export function engineShaking(engine: ShakingEngine, bobG: readonly number[], steps: number): Shaking {
  const up = reciprocatingShaking(engine, steps);
  engine.layout.pins.forEach((_, p) => {
    checkNumber(`The bob of pin ${p + 1}`, bobG[p], { min: 0, unit: 'g' }, `bobG.${p}`);
    checkNumber(`What turns with pin ${p + 1}`, engine.rotatingG?.[p] ?? 0, { min: 0, unit: 'g' }, `rotatingG.${p}`);
  });
  const left = engine.layout.pins.map((_, p) => (engine.rotatingG?.[p] ?? 0) - bobG[p]!);
  return addShaking(up, rotatingShaking(engine.layout, engine.crankRadiusMm, left, steps), 1);
}

/** x + factor·y, step by step. */
export function addShaking(x: Shaking, y: Shaking, factor: number): Shaking {
  const sum = (a: Turn, b: Turn): Turn => ({
    re: a.re.map((value, i) => value + factor * b.re[i]!),
    im: a.im.map((value, i) => value + factor * b.im[i]!),
  });
  return { force: sum(x.force, y.force), couple: sum(x.couple, y.couple) };
}

/** The mass that goes up and down on each pin, g. */
export const reciprocatingOfPins = ({ layout, reciprocatingG }: ShakingEngine): number[] =>
  layout.pins.map((pin) => pin.cylinders.reduce((sum, number) => sum + reciprocatingG[layout.cylinders.findIndex((c) => c.number === number)]!, 0));

/**
 * The part of a turn that goes round n times with the crank (forward) or against it (backward), per ω²: amplitude and phase
 * as a vector, at the crank's own 0. F(φ) = Σ forward_n·e^{inφ} + backward_n·e^{−inφ}, φ in the crank's own direction.
 */
export function orderOf({ re, im }: Turn, layout: EngineLayout, n: number): { readonly forward: Vector; readonly backward: Vector } {
  const steps = re.length;
  const at = (order: number): Vector => {
    let [sumRe, sumIm] = [0, 0];
    for (let i = 0; i < steps; i += 1) {
      const angle = (2 * Math.PI * ((order * i) % steps)) / steps;
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      sumRe += re[i]! * cos + im[i]! * sin;
      sumIm += im[i]! * cos - re[i]! * sin;
    }
    return { re: sumRe / steps, im: sumIm / steps };
  };
  const sense = senseOf(layout);
  return { forward: at(sense * n), backward: at(-sense * n) };
}

/** Largest size in a turn, and root of the mean square. */
export function sizeOf({ re, im }: Turn): { readonly peak: number; readonly rms: number } {
  let [most, sum] = [0, 0];
  for (let i = 0; i < re.length; i += 1) {
    const square = re[i]! ** 2 + im[i]! ** 2;
    most = Math.max(most, square);
    sum += square;
  }
  return { peak: Math.sqrt(most), rms: Math.sqrt(sum / re.length) };
}

/** Where a cylinder's rod runs along the crank: rods that share a pin stand side by side about its middle, in the order in which it names them. */
const rodMm = ({ rodsApartMm = 0 }: EngineLayout, { zMm, cylinders }: Crankpin, number: number): number =>
  zMm + (cylinders.indexOf(number) - (cylinders.length - 1) / 2) * rodsApartMm;

const senseOf = ({ rotation }: EngineLayout): 1 | -1 => (rotation === 'anticlockwise' ? -1 : 1);

function middleOfRodsMm({ pins, cylinders }: EngineLayout): number {
  return pins.reduce((sum, pin) => sum + pin.zMm * pin.cylinders.length, 0) / cylinders.length;
}

const emptyTurn = (steps: number): Turn => ({ re: new Float64Array(steps), im: new Float64Array(steps) });
const empty = (steps: number): Shaking => ({ force: emptyTurn(steps), couple: emptyTurn(steps) });

function checkEngine({ layout, crankRadiusMm, rodLengthMm, reciprocatingG }: ShakingEngine): void {
  checkLayout(layout);
  checkNumber('The crank radius', crankRadiusMm, { above: 0, max: 1000, unit: 'mm' }, 'crankRadiusMm');
  checkNumber('The rod length', rodLengthMm, { above: 0, max: 3000, unit: 'mm' }, 'rodLengthMm');
  if (rodLengthMm <= crankRadiusMm + Math.abs(layout.pinOffsetMm ?? 0))
    throw new CoreError(`A rod of ${rodLengthMm} mm cannot pass a crank radius of ${crankRadiusMm} mm: the crank could not turn.`, 'rodLengthMm');
  layout.cylinders.forEach(({ number }, c) =>
    checkNumber(`What goes up and down in cylinder ${number}`, reciprocatingG[c], { min: 0, max: 20000, unit: 'g' }, `reciprocatingG.${c}`),
  );
}
