import Fraction from 'fraction.js';
import { MM_PER_INCH } from '../convert.js';
import { readQuantity, type ReadQuantity } from './read.js';
import { sayIn, type Systems } from './systems.js';
import type { Unit } from './unit.js';

/** Diameters of numbered drills 1 to 60 and lettered ones A to Z, inches (ANSI/ASME B94.11M, table of jobbers' twist drills). */
const NUMBERED_IN = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177, 0.173, 0.1695, 0.166, 0.161, 0.159,
  0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116, 0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098, 0.096,
  0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076, 0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04,
] as const;
const LETTERED_IN = [
  0.234, 0.238, 0.242, 0.246, 0.25, 0.257, 0.261, 0.266, 0.272, 0.277, 0.281, 0.29, 0.295, 0.302, 0.316, 0.323, 0.332, 0.339, 0.348, 0.358, 0.368,
  0.377, 0.386, 0.397, 0.404, 0.413,
] as const;
const A = 'A'.charCodeAt(0);

/** A diameter in inches is kept to a hundredth of a micrometre: what the product in binary leaves behind is none. */
const mmOf = (inches: number): number => Number((inches * MM_PER_INCH).toFixed(5));

/**
 * A drill's diameter in mm, as drills are named: "#7" by number, "F" by letter, "5/16" in inches, "12 mm", "1/2 in". A whole number by itself
 * is in mm ("7" is 7 mm, "#7" the number); a bare decimal is in `bare`.
 * @example readBit('#7') // { kind: 'quantity', value: 5.1054 }
 */
export function readBit(text: string, bare: Unit = 'mm'): ReadQuantity {
  const name = text.trim();
  const number = /^(?:#|no\.? ?)(\d{1,2})$/i.exec(name);
  if (number) {
    const inches = NUMBERED_IN[Number(number[1]) - 1];
    return inches === undefined
      ? { kind: 'refused', sentence: `“${name}” is no drill’s number: they go from #1 to #${NUMBERED_IN.length}.` }
      : { kind: 'quantity', value: mmOf(inches) };
  }
  if (/^[a-z]$/i.test(name)) return { kind: 'quantity', value: mmOf(LETTERED_IN[name.toUpperCase().charCodeAt(0) - A]!) };
  if (/^(?:\d+[ -])?\d+ ?[/⁄] ?\d+$/.test(name)) return readQuantity(name, 'mm', { bare: 'in' });
  return readQuantity(name, 'mm', { bare: /^\d+$/.test(name) ? 'mm' : bare });
}

/** A drill and what was typed of it agree to this, mm. */
const SAME_BIT_MM = 0.006;
const SIXTY_FOURTHS = 64;

/** What a drill is called that is no whole number of tenths of a millimetre wide; null for none that is sold in inches. */
function inchNameOf(mm: number): string | null {
  const inches = mm / MM_PER_INCH;
  const sixtyFourths = Math.round(inches * SIXTY_FOURTHS);
  if (sixtyFourths > 0 && Math.abs(sixtyFourths / SIXTY_FOURTHS - inches) * MM_PER_INCH < SAME_BIT_MM)
    return `${new Fraction(sixtyFourths, SIXTY_FOURTHS).toFraction(true)} in`;
  const isIt = (one: number): boolean => Math.abs(one - inches) * MM_PER_INCH < SAME_BIT_MM;
  const number = NUMBERED_IN.findIndex(isIt);
  if (number >= 0) return `#${number + 1}`;
  const letter = LETTERED_IN.findIndex(isIt);
  return letter < 0 ? null : String.fromCharCode(A + letter);
}

/**
 * A drill, or a bar, by the name that is stamped on it: a 20 mm bit is called so in an inch shop too, and one of 7.9375 mm is 5/16 in
 * everywhere. What has a name in both systems goes by the reader's.
 */
export function sayBit(mm: number, systems: Systems): string {
  const named = inchNameOf(mm);
  const isMetric = Math.abs(mm * 10 - Math.round(mm * 10)) < 1e-6;
  if (named !== null && (systems.length === 'inch' || !isMetric)) return named;
  if (isMetric) return `${Number(mm.toFixed(1))} mm`;
  return systems.length === 'inch' ? sayIn(systems, mm, 'mm', 2) : `${Number(mm.toFixed(2))} mm`;
}
