import { placesByDivision } from '@tare/core';
import { ticks, tickStep } from 'd3-array';

export interface Rung {
  readonly name: string;
  readonly weightG: number;
  /** Half the length of the whisker: 95 % of the mean, zero when its scatter is not known. */
  readonly whiskerG: number;
  readonly damaged: boolean;
}

export interface LadderScale {
  readonly width: number;
  readonly height: number;
  readonly yOf: (weightG: number) => number;
  readonly xOf: (index: number) => number;
  readonly ticks: readonly number[];
  /** As many as tell one tick from the next. */
  readonly tickPlaces: number;
}

const HEIGHT = 190;

/** A gram scale that holds every rung with its whisker and the tolerance band. */
export function ladderScale(rungs: readonly Rung[], targetG: number, toleranceG: number): LadderScale {
  const low = Math.min(targetG, ...rungs.map((r) => r.weightG - r.whiskerG));
  const high = Math.max(targetG + toleranceG, ...rungs.map((r) => r.weightG + r.whiskerG));
  const room = (high - low) * 0.08;
  const [bottom, top] = [low - room, high + room];
  return {
    width: 80 + rungs.length * 44,
    height: HEIGHT,
    yOf: (weightG) => 4 + ((top - weightG) / (top - bottom)) * (HEIGHT - 26),
    xOf: (index) => 86 + index * 44,
    ticks: ticks(low, high, 5),
    tickPlaces: placesByDivision(Math.abs(tickStep(low, high, 5))),
  };
}
