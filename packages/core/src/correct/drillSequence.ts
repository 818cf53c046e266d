import type { Bit } from '../rotor/cut.js';
import { needsPilot, type ShopTools } from './shopTools.js';

/**
 * The bits that a new hole goes through, smallest first: where the metal wants a pilot, the largest bit of the drawer that is no
 * more than half as wide goes before, and its own pilot before that (handbook section 7: pilot hole, then step up; cast straight).
 * @example drillSequence(USUAL_TOOLS, bits 6, 8, 10, 12, 16, 20, 20, 7.85) // [10, 20]
 */
export function drillSequence(tools: Pick<ShopTools, 'pilotAboveMm'>, bits: readonly Bit[], bitMm: number, densityGPerCm3: number): number[] {
  if (!needsPilot(tools, bitMm, densityGPerCm3)) return [bitMm];
  const pilots = bits.map((bit) => bit.bitMm).filter((mm) => mm <= bitMm / 2);
  return pilots.length === 0 ? [bitMm] : [...drillSequence(tools, bits, Math.max(...pilots), densityGPerCm3), bitMm];
}
