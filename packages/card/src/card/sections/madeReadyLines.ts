import type { CardLine, JobSheet } from '@tare/contract';
import type { Limits, Work } from '@tare/core';
import { clock } from '../../words/numbers.js';
import { figure, line } from '../cardDocument.js';
import { personIn, type CardNames } from '../cardNames.js';

/** What was allowed, where both sides were typed. */
export const allowed = (limits: Limits | undefined): CardLine =>
  limits?.lowMm != null && limits.highMm != null ? line`, ${figure(limits.lowMm, 3, 'mm')} to ${figure(limits.highMm, 3, 'mm')} allowed` : [];

/** From the smallest to the largest of some lengths, mm. */
export const spread = (mm: readonly number[]): CardLine => line`${figure(Math.min(...mm), 3, 'mm')} to ${figure(Math.max(...mm), 3, 'mm')}`;

/** What of a kind was done, each with by whom and when. */
export const workLines = <W extends Work>(
  sheet: JobSheet,
  names: CardNames,
  is: (work: Work) => work is W,
  words: (work: W) => CardLine,
): CardLine[] =>
  sheet.works.flatMap(({ work, personId, at }): CardLine[] => (is(work) ? [line`${words(work)} (${personIn(names, personId)}, ${clock(at)}).`] : []));
