import { RE2JS } from 're2js';
import { CoreError } from '../units/check.js';
import { toGrams } from '../units/massUnits.js';

/**
 * How a scale or a gauge writes a line, as a template of fields and literal text:
 *
 *   {number}          digits with a point or comma, blanks before it allowed
 *   {sign}            + or − or a blank
 *   {unit}            g, kg, oz, lb, gr in any case, of a gauge mm, um, in; without it, grams or millimetres
 *   {stable:A|B}      A when settled, B while it moves (words of letters, digits, marks, or nothing)
 *   {tare:A|B}        A for net, B for gross
 *   {any}             anything, as short as it can be
 *
 * A blank in the template stands for any number of blanks.
 * @example "{stable:ST|US},{tare:NT|GS},{sign}{number} {unit}"
 */
export type LineTemplate = string;

export interface ScaleLine {
  readonly valueG: number;
  /** True without a {stable} field: such a scale speaks only when it has settled. */
  readonly stable: boolean;
  readonly net: boolean;
}

/** Templates that fit most scales; the shop sets its own and tests it against sample lines. */
export const USUAL_TEMPLATES: readonly LineTemplate[] = [
  '{stable:ST|US},{tare:NT|GS},{sign}{number} {unit}',
  '{sign}{number} {unit} {stable:S|?}',
  '{sign}{number} {unit}',
  '{number}',
];

const FIELD = /\{(number|sign|unit|any|stable:([^|{}]*)\|([^|{}]*)|tare:([^|{}]*)\|([^|{}]*))\}/g;

/** Reads the lines of one scale. */
export type LineReader = (line: string) => ScaleLine | null;

/** What a line says before anybody knows of what. */
export interface PatternLine {
  readonly value: number;
  /** As it stood there, in small letters; null where the pattern has none. */
  readonly unit: string | null;
  readonly stable: boolean;
  readonly net: boolean;
}

/** Units of a scale's lines, longest first. */
const SCALE_UNITS = 'kg|gr|g|oz|lb';

/**
 * Reads the lines of a scale.
 * @returns a function that gives null for a line that does not fit
 * @throws CoreError when the template has no {number}, or a field twice, or a brace that belongs to no field
 */
export function lineReader(template: LineTemplate): LineReader {
  const read = patternReader(template, SCALE_UNITS);
  return (line) => {
    const said = read(line);
    return said && { valueG: toGrams(said.value, said.unit ?? 'g'), stable: said.stable, net: said.net };
  };
}

/**
 * Makes a reader from a template. Lines are matched in time that grows with their length and no faster (RE2's automaton), whatever the
 * template: one with several {any} would otherwise hold up whoever reads it for minutes.
 *
 * @param units what {unit} may be, between strokes, longest first
 * @returns a function that gives null for a line that does not fit
 * @throws CoreError when the template has no {number}, or a field twice, or a brace that belongs to no field
 */
export function patternReader(template: LineTemplate, units: string): (line: string) => PatternLine | null {
  const seen = new Set<string>();
  let pattern = '';
  let at = 0;
  const words: { stable?: string; net?: string } = {};
  for (const match of template.matchAll(FIELD)) {
    pattern += literal(template.slice(at, match.index));
    at = match.index + match[0].length;
    const name = match[1]!.split(':')[0]!;
    if (name !== 'any' && seen.has(name)) throw new CoreError(`The pattern has {${name}} twice.`, 'template');
    seen.add(name);
    if (name === 'stable') words.stable = match[2]!;
    if (name === 'tare') words.net = match[4]!;
    pattern += name === 'unit' ? `(?<unit>${units})` : fieldPattern(name, match);
  }
  pattern += literal(template.slice(at));
  if (!seen.has('number')) throw new CoreError('The pattern needs a {number}: without it a line has no weight.', 'template');
  const compiled = RE2JS.compile(`^\\s*${pattern}\\s*$`, RE2JS.CASE_INSENSITIVE);
  return (line) => {
    const matcher = compiled.matcher(line);
    return matcher.find() ? read(matcher.getNamedGroups(), words) : null;
  };
}

function fieldPattern(name: string, match: RegExpMatchArray): string {
  const either = (one: string, other: string): string => `(?:${escape(one)}|${escape(other)})`;
  switch (name) {
    case 'number':
      return '\\s*(?<number>\\d+(?:[.,]\\d+)?)';
    case 'sign':
      return '(?<sign>[-+\u2212 ]?)';
    case 'stable':
      return `(?<stable>${either(match[2]!, match[3]!)})`;
    case 'tare':
      return `(?<tare>${either(match[4]!, match[5]!)})`;
    default:
      return '.*?';
  }
}

function read(groups: Readonly<Record<string, string | null>>, words: { stable?: string; net?: string }): PatternLine {
  const size = Number(groups['number']!.replace(',', '.'));
  const negative = groups['sign'] === '-' || groups['sign'] === '\u2212';
  return {
    value: negative ? -size : size,
    unit: groups['unit']?.toLowerCase() ?? null,
    stable: words.stable === undefined || groups['stable']!.toLowerCase() === words.stable.toLowerCase(),
    net: words.net !== undefined && groups['tare']!.toLowerCase() === words.net.toLowerCase(),
  };
}

function literal(text: string): string {
  if (/[{}]/.test(text))
    throw new CoreError(
      `“${text.trim()}” is not a field of a pattern: there are {number}, {sign}, {unit}, {stable:A|B}, {tare:A|B} and {any}.`,
      'template',
    );
  return text.split(/\s+/).map(escape).join('\\s*');
}

const escape = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
