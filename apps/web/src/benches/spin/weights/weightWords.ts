import { degrees, fixed } from '@tare/card';
import type { HungPiece, WeightDoubt, WeightProposal } from '@tare/core';

const pieceWords = ({ name, massG, angleDeg, at }: HungPiece): string =>
  `${name === '' ? '' : `${name}, `}${fixed(massG, 1)} g in ${at} at ${degrees(angleDeg)}`;

/** What to hang where. */
export function hangSentence({ a, b, fromShop }: WeightProposal, isSecond: boolean): string {
  const what = `${pieceWords(a)}; ${pieceWords(b)}`;
  if (isSecond) return `Change ends and go a quarter turn further on: ${what}. Spin and read three times.`;
  return fromShop
    ? `Hang ${what}. Spin and read three times.`
    : `Hang about ${what}. Weigh each by itself and type what it weighs. Spin and read three times.`;
}

export const TAKE_OFF = 'Take both known weights off the crank.';

/** What is wrong with the weights that are typed for the next spin. */
export function doubtSentence(doubt: WeightDoubt): string {
  switch (doubt.kind) {
    case 'tooLight':
      return `${fixed(doubt.massG, 1)} g in ${doubt.at} is too light to check the reading there: hang about ${fixed(doubt.wantedG, 0)} g.`;
    case 'oneEnd':
      return 'Hang one weight at each end: a weight at one end leaves the other unchecked.';
    case 'samePlace':
      return 'These weights hang as in the spin before. Change their ends and go a quarter turn further on.';
  }
}

/** Why somebody goes on without known weights: said in a press. */
export const REFUSALS = ['no weights here', 'no time for them', 'a machine I know'] as const;
export const REFUSED_MEANS =
  'Without known weights each plan takes half of what is there at most until two rounds have agreed, and the card says why.';
