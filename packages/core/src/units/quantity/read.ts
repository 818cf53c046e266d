import Fraction from 'fraction.js';
import { normaliseAngleDeg } from '../angle.js';
import { KIND_WORDS, kindOfUnit, UNITS, unitAtStart, type Unit } from './unit.js';

/** What a typed quantity turned out to be. */
export type ReadQuantity =
  | { readonly kind: 'blank' }
  /** In the unit that it is kept in. */
  | { readonly kind: 'quantity'; readonly value: number }
  /** "gr" is a grain to some and a gram to others. */
  | { readonly kind: 'grainOrGram' }
  /** No number that can be read, or one that is read and is not what is wanted. */
  | { readonly kind: 'notANumber' | 'refused'; readonly sentence: string };

export interface ReadAs {
  /** What a bare number is in; left out for the unit that it is kept in. */
  readonly bare?: Unit;
  /** What somebody means by "gr"; null where nobody was asked. */
  readonly gr?: 'grain' | 'g' | null;
  /** Where the crankpins are, degrees, the first first: for "20 from pin 3". */
  readonly pinsDeg?: readonly number[];
}

/**
 * Reads a quantity as people say it: "3.45 in", "5/8 in", "2 1/8"", "1 lb 2 oz", "30 thou", "0,842 kg", "3.45 + 0.030", of an angle also
 * "4:30" on a clock and "20 from pin 3". Everything is added up as exact rationals, and rounded once, at the end.
 *
 * A bare number takes the unit named next in its sum, or else `bare`. A comma is a decimal mark, never one of thousands; where
 * both could be meant, as in 5,200 rpm, nothing is guessed.
 * @param keptIn the unit of the answer; it also says which kind is wanted
 * @example readQuantity('3.45 in', 'mm') // { kind: 'quantity', value: 87.63 }
 */
export function readQuantity(text: string, keptIn: Unit, { bare = keptIn, gr = null, pinsDeg = [] }: ReadAs = {}): ReadQuantity {
  const trimmed = unified(text);
  if (trimmed === '') return { kind: 'blank' };
  if (kindOfUnit(keptIn) === 'angle') {
    const said = angleAsSaid(trimmed, pinsDeg);
    if (said) return said;
  }
  const terms = termsOf(trimmed);
  if ('sentence' in terms) return terms;
  const read = terms.map((term) => (term.unit === 'gr' && gr !== null ? { ...term, unit: gr } : term));
  if (read.some((term) => term.unit === 'gr'))
    return kindOfUnit(keptIn) === 'mass' ? { kind: 'grainOrGram' } : { kind: 'refused', sentence: wanted(keptIn, `${trimmed} is a mass`) };
  return added(read as readonly Term<Unit>[], trimmed, keptIn, bare);
}

/** The typed quantity in the unit it is kept in, or NaN for a blank and for what is none: for schemas that complain in their own words. */
export function typedQuantity(text: string, keptIn: Unit): number {
  const read = readQuantity(text, keptIn);
  return read.kind === 'quantity' ? read.value : Number.NaN;
}

interface Term<U extends string> {
  readonly number: Fraction;
  readonly unit: U | null;
  /** A fraction such as 5/8: nobody counts millimetres so. */
  readonly isFraction: boolean;
  readonly text: string;
}

const VULGAR: Readonly<Record<string, string>> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8' };

/** One kind of minus, of blank and of fraction. */
const unified = (text: string): string =>
  text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]!}`)
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[\u00a0\u2009\u202f\s]+/g, ' ')
    .trim();

/** 2 1/8 or 2-1/8; 5/8; 3.45, 3,45, .030, 12. */
const NUMBER = /^(?:(\d+)(?: |-)(\d+) ?[/⁄] ?(\d+)|(\d+) ?[/⁄] ?(\d+)|(\d+[.,]?\d*|[.,]\d+))(?![\d.,])/;
/** "gr" is asked for, so it is no unit of its own. */
const GR = /^grs?\.?(?!\p{L})/iu;

function termsOf(text: string): readonly Term<Unit | 'gr'>[] | Extract<ReadQuantity, { readonly sentence: string }> {
  const terms: Term<Unit | 'gr'>[] = [];
  let rest = text;
  while (rest !== '') {
    const sign = /^([+-]) ?/.exec(rest);
    const after = terms.at(-1);
    // "1 lb 2 oz" needs no sign between; two bare numbers do.
    if (!sign && after && after.unit === null) return { kind: 'notANumber', sentence: `“${text}” is not a number.` };
    rest = rest.slice(sign?.[0].length ?? 0);
    const found = NUMBER.exec(rest);
    if (!found) return { kind: 'notANumber', sentence: `“${text}” is not a number.` };
    rest = rest.slice(found[0].length).trimStart();
    const number = numberOf(found);
    if (number === null) return { kind: 'refused', sentence: 'Nothing can be divided by 0.' };
    const gr = GR.exec(rest);
    const unit = gr ? { unit: 'gr' as const, length: gr[0].length } : unitAtStart(rest);
    if (!unit && /^[^\d\s+-]/.test(rest)) return { kind: 'refused', sentence: `“${/^[^\s\d+]+/.exec(rest)![0]}” is not a unit that Tare knows.` };
    rest = rest.slice(unit?.length ?? 0).trimStart();
    const isFraction = found[6] === undefined;
    terms.push({ number: sign?.[1] === '-' ? number.neg() : number, unit: unit?.unit ?? null, isFraction, text: found[0] });
  }
  return terms;
}

function numberOf([, whole, over, under, top, bottom, decimal]: RegExpExecArray): Fraction | null {
  if (decimal !== undefined) return new Fraction(decimalOf(decimal));
  const [n, d] = whole === undefined ? [top!, bottom!] : [over!, under!];
  if (/^0+$/.test(d)) return null;
  return new Fraction(BigInt(n), BigInt(d)).add(BigInt(whole ?? '0'));
}

const decimalOf = (text: string): string => {
  const [before, after] = text.replace(',', '.').split('.');
  return `${before === '' ? '0' : before!}.${after ?? ''}0`;
};

function added(terms: readonly Term<Unit>[], text: string, keptIn: Unit, bare: Unit): ReadQuantity {
  const kind = kindOfUnit(keptIn);
  let sum = new Fraction(0);
  for (const [i, { number, unit, isFraction, text: said }] of terms.entries()) {
    const named = unit ?? terms.slice(i + 1).find((term) => term.unit !== null)?.unit ?? null;
    if (named === null && terms.slice(0, i).some((term) => term.unit !== null))
      return { kind: 'refused', sentence: `${said} of what? Write its unit too.` };
    const of = named ?? bare;
    if (kindOfUnit(of) !== kind) return { kind: 'refused', sentence: wanted(keptIn, `${said} ${of} is ${KIND_WORDS[kindOfUnit(of)]}`) };
    if (named === null && isFraction && METRIC_LENGTHS.has(of))
      return { kind: 'refused', sentence: `${said} of what? Write ${said} in for inches, or a decimal for ${of}.` };
    if (kind === 'speed' && /^[1-9]\d{0,2},\d{3}$/.test(said))
      return { kind: 'refused', sentence: `${said} can be read in two ways: write ${said.replace(',', '')} or ${said.replace(',', '.')}.` };
    sum = sum.add(number.mul(UNITS[of].factor));
  }
  const value = sum.div(UNITS[keptIn].factor).valueOf();
  return Number.isFinite(value) ? { kind: 'quantity', value } : { kind: 'refused', sentence: `“${text}” is too large a number.` };
}

const METRIC_LENGTHS = new Set<Unit>(['mm', 'cm', 'm', 'µm']);

const wanted = (keptIn: Unit, but: string): string => `${capital(KIND_WORDS[kindOfUnit(keptIn)])} is wanted; ${but}.`;
const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** "4:30" and "4 o'clock" count from the top, clockwise; "20 from pin 3", "5 before pin 2" and "pin 4" from a crankpin. Null for anything else. */
function angleAsSaid(text: string, pinsDeg: readonly number[]): ReadQuantity | null {
  const clock = /^(\d{1,2})(?:: ?(\d{2}))?( ?o['’]? ?clock)?$/i.exec(text);
  if (clock && (clock[2] !== undefined || clock[3] !== undefined)) {
    const [hours, minutes] = [Number(clock[1]), Number(clock[2] ?? 0)];
    if (hours > 12 || minutes > 59) return { kind: 'refused', sentence: `“${text}” is no time on a clock’s face.` };
    return { kind: 'quantity', value: (hours % 12) * 30 + minutes / 2 };
  }
  const pin = /^(?:(.*?) ?(from|past|after|before) )?(?:crank)? ?pin (\d+)$/i.exec(text);
  if (!pin) return null;
  const atDeg = pinsDeg[Number(pin[3]) - 1];
  if (atDeg === undefined)
    return {
      kind: 'refused',
      sentence: pinsDeg.length === 0 ? 'No crankpin is known here: write the angle itself.' : `This crank has no pin ${pin[3]!}.`,
    };
  if (pin[1] === undefined) return { kind: 'quantity', value: atDeg };
  const read = readQuantity(pin[1], '°');
  if (read.kind !== 'quantity') return read.kind === 'blank' ? { kind: 'refused', sentence: `How far ${pin[2]!} pin ${pin[3]!}?` } : read;
  const turned = atDeg + (pin[2]!.toLowerCase() === 'before' ? -read.value : read.value);
  return { kind: 'quantity', value: normaliseAngleDeg(turned) };
}
