import { checkNumber, CoreError } from '../units/check.js';

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

/** The crank figure of an engine: pins and cylinders, without masses. */
export interface EngineLayout {
  readonly pins: readonly Crankpin[];
  readonly cylinders: readonly Cylinder[];
}

/** A layout by its shape; positions along the crank follow from the spacings of the engine at hand. */
export interface LayoutTemplate {
  readonly id: LayoutId;
  readonly name: string;
  /** Throws from front to rear; a split throw has one pin a rod. */
  readonly throws: readonly ThrowTemplate[];
  readonly bankDegs: readonly number[];
  readonly customaryFactorRatio: number;
  readonly factorReason: string;
}

interface ThrowTemplate {
  readonly angleDeg: number;
  /** Angle from the first to the second pin of a split throw; 0 for a shared pin or a single rod. */
  readonly splayDeg: number;
}

export const LAYOUT_IDS = ['v8Cross90', 'v6Split60', 'inline4', 'inline3', 'inline6', 'single'] as const;
export type LayoutId = (typeof LAYOUT_IDS)[number];

const shared = (...angles: number[]): ThrowTemplate[] => angles.map((angleDeg) => ({ angleDeg, splayDeg: 0 }));

/** The layouts a new job can start from; pin 1 is at 0 in each. */
export const LAYOUTS: Readonly<Record<LayoutId, LayoutTemplate>> = {
  v8Cross90: {
    id: 'v8Cross90',
    name: '90° V8, shared pins, cross-plane crank',
    throws: shared(0, 90, 270, 180),
    bankDegs: [315, 45],
    customaryFactorRatio: 0.5,
    factorReason: 'two rods at 90° on a pin leave nothing turning backward, so half the reciprocating mass is exact',
  },
  v6Split60: {
    id: 'v6Split60',
    name: '60° V6, six split pins',
    // Pins splayed 60° about throws 120° apart fire evenly; the first pin of each throw carries the bank at +30°.
    throws: [30, 150, 270].map((angleDeg) => ({ angleDeg, splayDeg: 60 })),
    bankDegs: [30, 330],
    customaryFactorRatio: 0.5,
    factorReason: 'the forward-turning couple vanishes at 50 %; some shops use 45 % by custom',
  },
  inline4: {
    id: 'inline4',
    name: 'Inline four, flat-plane crank',
    throws: shared(0, 180, 180, 0),
    bankDegs: [0],
    customaryFactorRatio: 0.5,
    factorReason: 'the pins cancel one another, so no factor enters the balance of the crank',
  },
  inline3: {
    id: 'inline3',
    name: 'Inline three, pins at 120°',
    throws: shared(0, 120, 240),
    bankDegs: [0],
    customaryFactorRatio: 0.5,
    factorReason: 'the forward-turning couple vanishes at 50 %; a backward couple remains whatever the factor',
  },
  inline6: {
    id: 'inline6',
    name: 'Inline six, pins at 120°',
    throws: shared(0, 120, 240, 240, 120, 0),
    bankDegs: [0],
    customaryFactorRatio: 0.5,
    factorReason: 'the pins cancel one another, so no factor enters the balance of the crank',
  },
  single: {
    id: 'single',
    name: 'Single cylinder',
    throws: shared(0),
    bankDegs: [0],
    customaryFactorRatio: 0.5,
    factorReason: '50 % makes the primary force a circle of half size; other figures prefer a direction',
  },
};

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
      cylinders.push({ number: cylinders.length + 1, bankDeg: turned(bankDeg, pinOneDeg) });
      return cylinders.length;
    });
    if (splayDeg === 0) {
      pins.push({ angleDeg: turned(angleDeg, pinOneDeg), zMm: centreMm, cylinders: numbers });
    } else {
      numbers.forEach((number, i) => {
        const side = i === 0 ? -1 : 1;
        pins.push({ angleDeg: turned(angleDeg + (side * splayDeg) / 2, pinOneDeg), zMm: centreMm + (side * splitOffsetMm) / 2, cylinders: [number] });
      });
    }
  });
  return { pins, cylinders };
}

const turned = (angleDeg: number, byDeg: number): number => (((angleDeg - byDeg) % 360) + 360) % 360;

/**
 * Refuses a layout that cannot be an engine, by name.
 * @throws CoreError for no pins, a pin without rods, more pins than cylinders, a rod on two pins, an unknown cylinder, an absurd angle or position
 */
export function checkLayout({ pins, cylinders }: EngineLayout): void {
  if (pins.length === 0) throw new CoreError('A crank needs at least one pin.', 'pins');
  if (pins.length > cylinders.length) {
    throw new CoreError(`There are ${pins.length} pins for ${cylinders.length} cylinders; each pin carries at least one rod.`, 'pins');
  }
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
}
