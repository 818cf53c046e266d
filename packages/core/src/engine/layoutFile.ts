import { checkNumber, CoreError } from '../units/check.js';
import { checkLayout, ROTATIONS, type EngineLayout } from './layout.js';

/** A crank figure as it travels in a file; docs/formats.md describes it. */
export interface LayoutFile {
  readonly name: string;
  readonly layout: EngineLayout;
  readonly strokeMm: number | null;
  readonly rodLengthMm: number | null;
}

const FORMAT = 'tare-layout';
const VERSION = 1;

/** The file's text, two blanks deep. */
export function writeLayoutFile({ name, layout, strokeMm, rodLengthMm }: LayoutFile): string {
  const { pins, cylinders, rotation = 'clockwise', firingOrder, pinOffsetMm = 0, rodsApartMm } = layout;
  const file = {
    format: FORMAT,
    version: VERSION,
    name,
    strokeMm,
    rodLengthMm,
    rotation,
    pinOffsetMm,
    ...(rodsApartMm === undefined ? {} : { rodsApartMm }),
    pins: pins.map(({ angleDeg, zMm, cylinders: on }) => ({ angleDeg, zMm, cylinders: on })),
    cylinders: cylinders.map(({ number, bankDeg }) => ({ number, bankDeg })),
    firingOrder: firingOrder ?? null,
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/**
 * Reads a layout file; what it does not know is left aside.
 * @throws CoreError that names what is wrong with it, from checkLayout too
 */
export function readLayoutFile(text: string): LayoutFile {
  const file = objectOf(parse(text), 'The file', '');
  if (file['format'] !== FORMAT) throw new CoreError(`This is no layout file: its “format” is not “${FORMAT}”.`, 'format');
  if (file['version'] !== VERSION)
    throw new CoreError(`The layout file is of version ${String(file['version'])}; this Tare reads version ${VERSION}.`, 'version');
  const number = (value: unknown, what: string, field: string): number => checkNumber(what, value, { min: -100000, max: 100000 }, field);
  const numbers = (value: unknown, what: string, field: string): number[] =>
    listOf(value, what, field).map((one, i) => number(one, what, `${field}.${i}`));
  const pins = listOf(file['pins'], 'The list of pins', 'pins').map((one, i) => {
    const pin = objectOf(one, `Pin ${i + 1}`, `pins.${i}`);
    return {
      angleDeg: number(pin['angleDeg'], `The angle of pin ${i + 1}`, `pins.${i}.angleDeg`),
      zMm: number(pin['zMm'], `The position of pin ${i + 1}`, `pins.${i}.zMm`),
      cylinders: numbers(pin['cylinders'], `The list of cylinders on pin ${i + 1}`, `pins.${i}.cylinders`),
    };
  });
  const cylinders = listOf(file['cylinders'], 'The list of cylinders', 'cylinders').map((one, i) => {
    const cylinder = objectOf(one, `Cylinder ${i + 1} of the list`, `cylinders.${i}`);
    return {
      number: number(cylinder['number'], `The number of cylinder ${i + 1} of the list`, `cylinders.${i}.number`),
      bankDeg: number(cylinder['bankDeg'], `The bank angle of cylinder ${i + 1} of the list`, `cylinders.${i}.bankDeg`),
    };
  });
  const rotation = file['rotation'] ?? 'clockwise';
  if (!ROTATIONS.some((one) => one === rotation))
    throw new CoreError(`The rotation is ${JSON.stringify(rotation)}; it is ${ROTATIONS.join(' or ')}.`, 'rotation');
  const layout: EngineLayout = {
    pins,
    cylinders,
    rotation: rotation as EngineLayout['rotation'] & string,
    pinOffsetMm: number(file['pinOffsetMm'] ?? 0, 'The offset of the piston pins', 'pinOffsetMm'),
    ...(file['rodsApartMm'] === undefined ? {} : { rodsApartMm: number(file['rodsApartMm'], 'The distance of rods on a shared pin', 'rodsApartMm') }),
    ...(file['firingOrder'] == null ? {} : { firingOrder: numbers(file['firingOrder'], 'The firing order', 'firingOrder') }),
  };
  checkLayout(layout);
  const sized = (key: 'strokeMm' | 'rodLengthMm', what: string): number | null =>
    file[key] == null ? null : checkNumber(what, file[key], { above: 0, max: 3000, unit: 'mm' }, key);
  return {
    name: typeof file['name'] === 'string' ? file['name'].slice(0, 120) : '',
    layout,
    strokeMm: sized('strokeMm', 'The stroke'),
    rodLengthMm: sized('rodLengthMm', 'The rod length'),
  };
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new CoreError(`The file is not JSON: ${(error as Error).message}.`, '');
  }
}

function objectOf(value: unknown, what: string, field: string): Readonly<Record<string, unknown>> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) throw new CoreError(`${what} has to be an object in braces.`, field);
  return value as Readonly<Record<string, unknown>>;
}

function listOf(value: unknown, what: string, field: string): readonly unknown[] {
  if (!Array.isArray(value)) throw new CoreError(`${what} has to be a list in brackets.`, field);
  return value as readonly unknown[];
}
