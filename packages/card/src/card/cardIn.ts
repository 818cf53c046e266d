import type { CardFigure, CardLine, JobCard } from '@tare/contract';
import { isUnit, METRIC, sayIn, type System, type Systems } from '@tare/core';

const lineIn = (line: CardLine, systems: Systems): CardLine => line.map((part) => (typeof part === 'string' ? part : figureIn(part, systems)));

/** As good as it was written. */
function figureIn(figure: CardFigure, systems: Systems): CardFigure {
  if (figure.unit === '' || !isUnit(figure.unit)) return figure;
  const places = /\.(\d+)/.exec(figure.text)?.[1]?.length ?? 0;
  return { ...figure, text: sayIn(systems, figure.value, figure.unit, places) };
}

/**
 * A card as its customer reads it: every figure keeps its value, and lengths and forces are written in inches and pounds, or in both;
 * weights stay in grams, as the trade weighs. A metric one is as it was made, to the letter.
 */
export function cardIn(card: JobCard, printIn: System = 'metric'): JobCard {
  if (printIn === 'metric') return card;
  const systems = { ...METRIC, length: printIn, force: printIn, torque: printIn };
  return {
    ...card,
    sections: card.sections.map((section) => ({
      ...section,
      lines: section.lines.map((line) => lineIn(line, systems)),
      table: section.table && { ...section.table, rows: section.table.rows.map((row) => row.map((cell) => lineIn(cell, systems))) },
    })),
  };
}
