import { ELSEWHERE_WHYS, SINGLE_KINDS, type Elsewhere, type ElsewhereKind, type ElsewhereWhy, type JobKind } from '@tare/core';
import { KIND_NAMES } from './names.js';
import { fixed } from './numbers.js';

export const JOB_KIND_NAMES: Readonly<Record<JobKind, string>> = {
  full: 'Full balance',
  match: 'Match parts',
  bobCard: 'Bob card',
  correct: 'Correct the crank',
  survey: 'Survey',
};

export const ELSEWHERE_NAMES: Readonly<Record<ElsewhereWhy, string>> = {
  notInEngine: 'not in this engine',
  notWeighed: 'not weighed here',
  doneElsewhere: 'done elsewhere',
};

const isBare = ({ why, by, massG, bigEndG }: ElsewhereKind): boolean =>
  why === 'notInEngine' || (by.trim() === '' && massG === null && bigEndG === null);

/**
 * What is not weighed here, in sentences: "Not weighed here: pins, locks.", and one of its own for a kind of which more is known:
 * "Rods: done elsewhere, by the yard on the quay; 620.00 g at the big end and 180.00 g at the small end were given."
 */
export function elsewhereSentences(elsewhere: Elsewhere = {}): string[] {
  const entries = SINGLE_KINDS.flatMap((kind) => (elsewhere[kind] ? [[kind, elsewhere[kind]] as const] : []));
  const bare = ELSEWHERE_WHYS.flatMap((why) => {
    const kinds = entries.flatMap(([kind, entry]) => (entry.why === why && isBare(entry) ? [KIND_NAMES[kind].many.toLowerCase()] : []));
    const name = ELSEWHERE_NAMES[why];
    return kinds.length === 0 ? [] : [`${name.charAt(0).toUpperCase()}${name.slice(1)}: ${kinds.join(', ')}.`];
  });
  return [...bare, ...entries.flatMap(([kind, entry]) => (isBare(entry) ? [] : [ownSentence(KIND_NAMES[kind].many, entry)]))];
}

function ownSentence(many: string, { why, by, massG, bigEndG, smallEndG }: ElsewhereKind): string {
  const given =
    massG !== null
      ? `; ${fixed(massG, 2)} g each was given`
      : bigEndG !== null && smallEndG !== null
        ? `; ${fixed(bigEndG, 2)} g at the big end and ${fixed(smallEndG, 2)} g at the small end were given`
        : '';
  return `${many}: ${ELSEWHERE_NAMES[why]}${by.trim() === '' ? '' : `, by ${by.trim()}`}${given}.`;
}
