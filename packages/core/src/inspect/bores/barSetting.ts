import { deviation, mean } from 'd3-array';
import type { WorkFact } from '../inspectFacts.js';

/** What a boring tool cuts over what its bar is set to. */
export interface ToolOffset {
  readonly mm: number;
  /** Of the mean; null after one cut alone. */
  readonly deviationMm: number | null;
  readonly cuts: number;
}

/** What the tool of these works cut over its setting, from the trial cuts that say both; null before any. */
export function toolOffset(works: readonly WorkFact[]): ToolOffset | null {
  const over = works.flatMap(({ work }) => (work.kind === 'trialCut' && work.setMm !== undefined ? [work.toMm - work.setMm] : []));
  const mm = mean(over);
  if (mm === undefined) return null;
  const scatter = deviation(over);
  return { mm, deviationMm: scatter === undefined ? null : scatter / Math.sqrt(over.length), cuts: over.length };
}

/** What the bar is set to: the finished size, less what the hone takes, less what the tool cuts over its setting (handbook, bores and pistons). */
export const barSettingMm = (finishMm: number, honeMm: number, offset: Pick<ToolOffset, 'mm'> | null): number =>
  finishMm - honeMm - (offset?.mm ?? 0);
