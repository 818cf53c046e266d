import { degrees, gramsAt, NOUNS, PART_WORDS, wordOf } from '@tare/card';
import type { JobSheet } from '@tare/contract';
import { METRIC, sayIn, toPolar, type Crank, type StoryEntry, type Systems, type UnloggedCut } from '@tare/core';
import { hungWords, piecesOfPlanes } from './hungRows.js';

const SLIPS: Readonly<Record<string, string>> = {
  tenfold: 'the decimal point',
  digit: 'one digit',
  exchanged: 'two digits exchanged',
  opposite: 'the opposite side',
  mirrored: 'counted the other way',
};

/** What may have happened, as one would say it. */
export function storyWords(entry: StoryEntry, sheet: Pick<JobSheet, 'spins' | 'holes' | 'spec'>, systems = METRIC): string {
  const { crank } = sheet.spec;
  const rimOf = (id: string): string => crank.counterweights.find((one) => one.id === id)?.name ?? id;
  const numberOf = (spinId: string): number => sheet.spins.findIndex(({ id }) => id === spinId) + 1;
  switch (entry.kind) {
    case 'spinMistyped': {
      const spin = `Spin ${numberOf(entry.spinId)}`;
      return entry.slip === 'planes'
        ? `${spin}: planes A and B were typed the wrong way round.`
        : `${spin}: the ${entry.what} was typed ${entry.was} and is ${entry.meant} (${SLIPS[entry.slip]}).`;
    }
    case 'cutMistyped': {
      const hole = sheet.holes.find(({ id }) => id === entry.holeId);
      const say = (value: number): string => (entry.what === 'angle' ? degrees(value, 1) : sayIn(systems, value, 'mm', 1));
      return `The cut in ${rimOf(hole?.counterweightId ?? '')}: its ${entry.what} was logged as ${say(entry.was)} and is ${say(entry.meant)} (${SLIPS[entry.slip]}).`;
    }
    case 'cutNotMade': {
      const hole = sheet.holes.find(({ id }) => id === entry.holeId)!;
      return `The ${NOUNS[wordOf(hole)]} in ${rimOf(hole.counterweightId)} at ${degrees(hole.angleDeg)} was logged and is not there.`;
    }
    case 'calibratedAnew':
      return 'The machine was calibrated anew, or something at it was changed.';
    case 'hung': {
      const hung = toPolar(entry.hung.aGmm).amount + toPolar(entry.hung.bGmm).amount > 0;
      return hung ? `The known weight hung still: ${hungWords(piecesOfPlanes(entry.hung, crank), systems)}.` : 'No known weight hung on the crank.';
    }
    case 'mounted':
      return `The ${PART_WORDS[entry.part] ?? entry.part} was ${entry.on ? 'on' : 'off'} in this spin.`;
    case 'unlogged':
      return `A cut is not logged: ${cutWords(entry.cut, crank, systems)}.`;
    case 'unloggedAtBothEnds':
      return `A cut at each end is not logged: ${entry.cuts.map((cut) => cutWords(cut, crank, systems)).join(', and ')}.`;
    case 'somethingMounted':
      return 'Something was bolted on or taken off that is not on record.';
  }
}

/** In grams at the radius of the plane that it is nearer to. */
function cutWords({ counterweightId, angleDeg, momentGmm, inItsArc }: UnloggedCut, { counterweights, planes }: Crank, systems: Systems): string {
  const rim = counterweights.find(({ id }) => id === counterweightId);
  const inB = rim !== undefined && Math.abs(rim.zMm - planes.zBMm) < Math.abs(rim.zMm - planes.zAMm);
  const grams = gramsAt(momentGmm, inB ? planes.radiusBMm : planes.radiusAMm, 1, systems);
  const name = rim?.name ?? counterweightId;
  return inItsArc
    ? `${name}, about ${grams} off at ${degrees(angleDeg)}`
    : `near ${name}, about ${grams} gone at ${degrees(angleDeg)} or come at ${degrees((angleDeg + 180) % 360)}`;
}
