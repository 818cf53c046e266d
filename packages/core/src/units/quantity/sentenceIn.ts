import { METRIC, sayIn, type Systems } from './systems.js';
import { isUnit } from './unit.js';

const NUMBER = '([-\u2212]?\\d+(?:\\.\\d+)?)';
/** A figure with its unit, or two that share one: "14 mm", "16 × 22.0 mm", "-394 to 394 mm". */
const FIGURES = new RegExp(`${NUMBER}(?: (×|to|and) ${NUMBER})? (mm|N|N·m|g/cm³)(?![\\w·/²³])`, 'g');

/**
 * A sentence that was made with metric figures, as somebody reads it. What stands between quotes was typed by somebody, and stays.
 * @example sentenceIn(INCH, 'A 12.7 mm hole 25.4 mm deep fits nowhere.') // 'A 0.5000 in hole 1.0000 in deep fits nowhere.'
 */
export function sentenceIn(systems: Systems, sentence: string): string {
  if (Object.entries(METRIC).every(([kind, system]) => systems[kind as keyof Systems] === system)) return sentence;
  return sentence
    .split(/(“[^”]*”)/)
    .map((part) => (part.startsWith('“') ? part : part.replace(FIGURES, said)))
    .join('');

  function said(whole: string, one: string, between: string | undefined, other: string | undefined, unit: string): string {
    if (!isUnit(unit)) return whole;
    const figure = (text: string): string => sayIn(systems, Number(text.replace('\u2212', '-')), unit, text.split('.')[1]?.length ?? 0);
    return other === undefined ? figure(one) : `${figure(one)} ${between} ${figure(other)}`;
  }
}
