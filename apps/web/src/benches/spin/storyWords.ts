import { degrees, fixed, NOUNS, PART_WORDS, wordOf } from '@tare/card';
import type { JobSheet } from '@tare/contract';
import { toPolar, type StoryEntry, type UnloggedCut } from '@tare/core';
import { hungWords, piecesOfPlanes } from './hungRows.js';

const SLIPS: Readonly<Record<string, string>> = {
  tenfold: 'the decimal point',
  digit: 'one digit',
  exchanged: 'two digits exchanged',
  opposite: 'the opposite side',
  mirrored: 'counted the other way',
};

/** What may have happened, as one would say it. */
export function storyWords(entry: StoryEntry, sheet: Pick<JobSheet, 'spins' | 'holes' | 'spec'>): string {
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
      const unit = entry.what === 'angle' ? '°' : ' mm';
      return `The cut in ${rimOf(hole?.counterweightId ?? '')}: its ${entry.what} was logged as ${fixed(entry.was, 1)}${unit} and is ${fixed(entry.meant, 1)}${unit} (${SLIPS[entry.slip]}).`;
    }
    case 'cutNotMade': {
      const hole = sheet.holes.find(({ id }) => id === entry.holeId)!;
      return `The ${NOUNS[wordOf(hole)]} in ${rimOf(hole.counterweightId)} at ${degrees(hole.angleDeg)} was logged and is not there.`;
    }
    case 'calibratedAnew':
      return 'The machine was calibrated anew, or something at it was changed.';
    case 'hung': {
      const hung = toPolar(entry.hung.aGmm).amount + toPolar(entry.hung.bGmm).amount > 0;
      return hung ? `The known weight hung still: ${hungWords(piecesOfPlanes(entry.hung, crank))}.` : 'No known weight hung on the crank.';
    }
    case 'mounted':
      return `The ${PART_WORDS[entry.part] ?? entry.part} was ${entry.on ? 'on' : 'off'} in this spin.`;
    case 'unlogged':
      return `A cut is not logged: ${cutWords(entry.cut, rimOf, crank.planes.radiusAMm)}.`;
    case 'unloggedAtBothEnds':
      return `A cut at each end is not logged: ${entry.cuts.map((cut) => cutWords(cut, rimOf, crank.planes.radiusAMm)).join(', and ')}.`;
    case 'somethingMounted':
      return 'Something was bolted on or taken off that is not on record.';
  }
}

function cutWords({ counterweightId, angleDeg, momentGmm, inItsArc }: UnloggedCut, rimOf: (id: string) => string, radiusMm: number): string {
  const grams = fixed(momentGmm / radiusMm, 1);
  return inItsArc
    ? `${rimOf(counterweightId)}, about ${grams} g at ${fixed(radiusMm, 0)} mm off at ${degrees(angleDeg)}`
    : `near ${rimOf(counterweightId)}, about ${grams} g at ${fixed(radiusMm, 0)} mm gone at ${degrees(angleDeg)} or come at ${degrees((angleDeg + 180) % 360)}`;
}
