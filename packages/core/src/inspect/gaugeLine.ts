import { MM_PER_INCH } from '../units/convert.js';
import { patternReader, type LineTemplate } from '../weigh/linePattern.js';

/** What a gauge shows, as its line says it. */
export interface GaugeLine {
  readonly mm: number;
  readonly stable: boolean;
}

/** Patterns that fit most gauges; the shop sets its own. */
export const USUAL_GAUGE_TEMPLATES: readonly LineTemplate[] = ['{stable:ST|US},{sign}{number} {unit}', '{sign}{number} {unit}', '{sign}{number}'];

const UNITS: Readonly<Record<string, number>> = { mm: 1, um: 0.001, µm: 0.001, in: MM_PER_INCH };

/**
 * Reads the lines of a gauge, in mm; a line without a unit is millimetres.
 * @returns a function that gives null for a line that does not fit
 * @throws CoreError for a pattern that is none
 * @example gaugeLineReader('{sign}{number} {unit}')('-0.0005 in') // { mm: -0.0127, stable: true }
 */
export function gaugeLineReader(template: LineTemplate): (line: string) => GaugeLine | null {
  const read = patternReader(template, Object.keys(UNITS).join('|'));
  return (line) => {
    const said = read(line);
    return said && { mm: said.value * UNITS[said.unit ?? 'mm']!, stable: said.stable };
  };
}
