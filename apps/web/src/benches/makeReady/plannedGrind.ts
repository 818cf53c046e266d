import { keptSpecOf, type JobSheet } from '@tare/contract';
import type { CrankFigures, CrankWork, JournalGroup, MadeReady } from '@tare/core';
import { mean } from 'd3-array';

/** A pin of a crank whose own sizes nobody typed, mm. */
const USUAL_WIDTH_MM = 20;

/** How wide a pin is: as it was measured, else by the crank's own sizes, as far as they are known. */
export const pinWidthMm = (sheet: JobSheet, { groups: { pins } }: CrankFigures): number => {
  const measured = mean(pins.journals, ({ width }) => width?.mm);
  if (measured !== undefined) return measured;
  const { sizes } = keptSpecOf(sheet).crank;
  return sizes ? Math.min(...sizes.pins.map(({ widthMm }) => widthMm)) : USUAL_WIDTH_MM;
};

interface Ground {
  readonly widthMm: number;
  readonly axisMovedMm: number;
  readonly axisMovedAtDeg: number;
}

/** The grind that is decided on, as it would be logged: from what the journals measure now, else from what they are ground to. */
export function plannedGrind(
  group: JournalGroup,
  { made, figures, sheet }: { readonly made: MadeReady; readonly figures: CrankFigures; readonly sheet: JobSheet },
  ground: Partial<Ground> = {},
): CrankWork | null {
  const underMm = made.planned[group];
  if (underMm === undefined) return null;
  if (group === 'mains') return { kind: 'grindMains', underMm, axisMovedMm: ground.axisMovedMm ?? 0, axisMovedAtDeg: ground.axisMovedAtDeg ?? 0 };
  const diameterMm =
    mean(figures.groups.pins.journals, ({ figures: own }) => own?.meanMm) ?? made.limits?.pins.targetMm ?? keptSpecOf(sheet).strokeMm * 0.6;
  return { kind: 'grindPins', underMm, diameterMm, widthMm: ground.widthMm ?? pinWidthMm(sheet, figures) };
}
