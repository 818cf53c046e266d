import type { CardLine } from '@tare/contract';
import { besideRadiusMm, counterweightOf, isRimCut, type Crank, type Cut } from '@tare/core';
import { fromWords, NOUNS, toMeasureMm, wordOf } from '../../words/cutWords.js';
import { angle, figure, line } from '../cardDocument.js';

/** What was done and from where: "hole in the face, from the front face, its axis at 70.0 mm radius". */
export function cutWhat(cut: Cut): CardLine {
  if (isRimCut(cut)) return line`${NOUNS[wordOf(cut)]}`;
  const from = fromWords(cut);
  const radiusMm = besideRadiusMm(cut);
  return line`${NOUNS[wordOf(cut)]}${from === '' ? '' : `, ${from}`}${radiusMm === null ? '' : line`, its axis at ${figure(radiusMm, 1, 'mm')} radius`}`;
}

/** Its size: "16 mm × 20.0 mm", "0.8 mm off the radius, 55° to both sides". */
export const cutSize = (cut: Cut): CardLine =>
  isRimCut(cut)
    ? line`${figure(cut.depthMm, 2, 'mm')} off the radius, ${figure(cut.halfArcDeg, 0, '°')} to both sides`
    : line`${figure(cut.kind === 'bar' ? cut.diameterMm : cut.bitMm, 1, 'mm')} × ${figure(toMeasureMm(cut), 1, 'mm')}`;

/** What, where and how large, in one. */
export const cutPlace = (crank: Crank, cut: Cut): CardLine =>
  line`a ${cutWhat(cut)} in ${counterweightOf(crank, cut.counterweightId).name} at ${angle(cut.angleDeg, 1)}, ${cutSize(cut)}`;
