import { checkNumber, CoreError } from '../units/check.js';
import { normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import type { LayoutTemplate } from './library.js';

/** A crankpin: where it is and which cylinders' rods run on it. */
export interface Crankpin {
  /** Direction of the pin's centre from the shaft axis; pin 1 is at 0. */
  readonly angleDeg: number;
  /** Position along the crank, front to rear. */
  readonly zMm: number;
  readonly cylinders: readonly number[];
}

export interface Cylinder {
  readonly number: number;
  /** Direction of the bank's axis, in the crank's angle convention at pin 1 on 0. */
  readonly bankDeg: number;
}

export const ROTATIONS = ['clockwise', 'anticlockwise'] as const;
/** Which way the crank runs, seen from the front. */
export type Rotation = (typeof ROTATIONS)[number];

/** The crank figure of an engine: pins and cylinders, without masses. */
export interface EngineLayout {
  readonly pins: readonly Crankpin[];
  readonly cylinders: readonly Cylinder[];
  /** Left out: clockwise. */
  readonly rotation?: Rotation;
  /** Cylinders in the order they fire; left out where nobody said. */
  readonly firingOrder?: readonly number[];
  /** Piston pin off the bore's axis, towards the side the crankpin goes down on, mm; left out: none. */
  readonly pinOffsetMm?: number;
  /** Rods that run side by side on a shared pin, centre to centre along the crank, mm; left out: at the pin's own place. */
  readonly rodsApartMm?: number;
}

/**
 * Lays a template out along the crank.
 *
 * Throw centres are `throwSpacingMm` apart, symmetric about z = 0; the two pins of a split throw sit half a
 * `splitOffsetMm` either side of their throw's centre. Angles are turned so that pin 1 is at 0, and the banks
 * with them, since a bank axis is given relative to the crank at pin 1 on 0. Cylinders are numbered along the
 * crank, the banks of one throw in turn.
 *
 * @throws CoreError when a spacing makes no sense
 */
export function layOut(template: LayoutTemplate, throwSpacingMm: number, splitOffsetMm = 0): EngineLayout {
  checkNumber('The throw spacing', throwSpacingMm, { above: 0, max: 2000, unit: 'mm' }, 'throwSpacingMm');
  checkNumber('The offset of split pins', splitOffsetMm, { min: 0, max: throwSpacingMm, unit: 'mm' }, 'splitOffsetMm');
  const pins: Crankpin[] = [];
  const cylinders: Cylinder[] = [];
  const first = template.throws[0]!;
  const pinOneDeg = first.angleDeg - first.splayDeg / 2;
  template.throws.forEach(({ angleDeg, splayDeg }, t) => {
    const centreMm = (t - (template.throws.length - 1) / 2) * throwSpacingMm;
    const numbers = template.bankDegs.map((bankDeg) => {
      cylinders.push({ number: cylinders.length + 1, bankDeg: normaliseAngleDeg(bankDeg - pinOneDeg) });
      return cylinders.length;
    });
    if (splayDeg === 0) {
      pins.push({ angleDeg: normaliseAngleDeg(angleDeg - pinOneDeg), zMm: centreMm, cylinders: numbers });
    } else {
      numbers.forEach((number, i) => {
        const side = i === 0 ? -1 : 1;
        pins.push({
          angleDeg: normaliseAngleDeg(angleDeg + (side * splayDeg) / 2 - pinOneDeg),
          zMm: centreMm + (side * splitOffsetMm) / 2,
          cylinders: [number],
        });
      });
    }
  });
  return { pins, cylinders };
}

/** Two rods whose pins are less than this apart along the crank stand at the same place, mm. */
const SAME_PLACE_MM = 1;
/** Angles closer than this are the same, degrees. */
const SAME_ANGLE_DEG = 0.5;

/**
 * Refuses a layout that cannot be an engine, by name.
 * @throws CoreError for no pins, a pin without rods, more pins than cylinders, a rod on two pins, an unknown cylinder, two
 *   cylinders with one number or in one another's way, a firing order that leaves one out, an absurd angle, position or offset
 */
export function checkLayout(layout: EngineLayout): void {
  const { pins, cylinders } = layout;
  if (pins.length === 0) throw new CoreError('A crank needs at least one pin.', 'pins');
  if (pins.length > cylinders.length) {
    throw new CoreError(`There are ${pins.length} pins for ${cylinders.length} cylinders; each pin carries at least one rod.`, 'pins');
  }
  cylinders.forEach(({ number, bankDeg }, c) => {
    checkNumber(`The bank angle of cylinder ${number}`, bankDeg, { min: -360, max: 360, unit: '°' }, `cylinders.${c}.bankDeg`);
    if (cylinders.findIndex((other) => other.number === number) !== c)
      throw new CoreError(`Two cylinders have the number ${number}.`, `cylinders.${c}.number`);
  });
  const seen = new Map<number, number>();
  pins.forEach((pin, p) => {
    checkNumber(`The angle of pin ${p + 1}`, pin.angleDeg, { min: -360, max: 360, unit: '°' }, `pins.${p}.angleDeg`);
    checkNumber(`The position of pin ${p + 1}`, pin.zMm, { min: -5000, max: 5000, unit: 'mm' }, `pins.${p}.zMm`);
    if (pin.cylinders.length === 0) throw new CoreError(`No rod runs on pin ${p + 1}.`, `pins.${p}.cylinders`);
    for (const number of pin.cylinders) {
      if (!cylinders.some((cylinder) => cylinder.number === number))
        throw new CoreError(`Pin ${p + 1} carries cylinder ${number}, which this engine does not have.`, `pins.${p}.cylinders`);
      const other = seen.get(number);
      if (other !== undefined)
        throw new CoreError(`Cylinder ${number} is on pin ${other + 1} and on pin ${p + 1}; a rod runs on one pin.`, `pins.${p}.cylinders`);
      seen.set(number, p);
    }
  });
  for (const { number } of cylinders) {
    if (!seen.has(number)) throw new CoreError(`Cylinder ${number} is on no pin.`, 'pins');
  }
  checkRoom(layout, seen);
  checkNumber('The offset of the piston pins', layout.pinOffsetMm ?? 0, { min: -50, max: 50, unit: 'mm' }, 'pinOffsetMm');
  checkNumber('The distance of rods on a shared pin', layout.rodsApartMm ?? 0, { min: 0, max: 300, unit: 'mm' }, 'rodsApartMm');
  const order = layout.firingOrder ?? cylinders.map(({ number }) => number);
  if (order.length !== cylinders.length || cylinders.some(({ number }) => !order.includes(number)))
    throw new CoreError(`The firing order ${order.join('-')} has to name each of the ${cylinders.length} cylinders once.`, 'firingOrder');
}

/** Two cylinders of one bank cannot stand at the same place along the crank. */
function checkRoom({ pins, cylinders }: EngineLayout, pinOf: ReadonlyMap<number, number>): void {
  cylinders.forEach((one, i) => {
    for (const other of cylinders.slice(i + 1)) {
      const [a, b] = [pinOf.get(one.number)!, pinOf.get(other.number)!];
      const turn = turnBetweenDeg(other.bankDeg, one.bankDeg);
      if (Math.abs(turn) > SAME_ANGLE_DEG || Math.abs(pins[a]!.zMm - pins[b]!.zMm) > SAME_PLACE_MM) continue;
      const where = a === b ? `on pin ${a + 1}` : `on pins ${a + 1} and ${b + 1}, both at ${pins[a]!.zMm} mm`;
      throw new CoreError(`Cylinders ${one.number} and ${other.number} stand in the same bank at the same place, ${where}.`, `pins.${b}.cylinders`);
    }
  });
}
