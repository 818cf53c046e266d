import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { toPolar, turnBetweenDeg, type HungPiece, type JobFigures, type WeightCheck } from '@tare/core';
import { count } from '../../words/names.js';
import { clock } from '../../words/numbers.js';
import { angle, figure, joined, line } from '../cardDocument.js';
import { machineIn, type CardNames } from '../cardNames.js';

/** What it was spun on, the known weights that hung, and what they said of the machine. */
export function machine(sheet: JobSheet, figures: JobFigures, names: CardNames): CardSection {
  const { spins } = sheet;
  const lines: CardLine[] = [...machinesUsed(sheet, names)];
  spins.forEach((spin, i) => {
    if (spin.hungPieces && spin.hungPieces.length > 0)
      lines.push(line`Spin ${String(i + 1)} had ${joined(spin.hungPieces.map(pieceWords), ' and ')} on it.`);
    const checks = figures.spins.find(({ spinId }) => spinId === spin.id)?.checks;
    for (const plane of ['a', 'b'] as const) {
      const check = checks?.[plane];
      if (check)
        lines.push(
          line`Spin ${String(i + 1)}, plane ${plane.toUpperCase()}: ${checkWords(check, plane === 'a' ? sheet.spec.crank.planes.radiusAMm : sheet.spec.crank.planes.radiusBMm)}.`,
        );
    }
  });
  const isChecked = figures.spins.some(({ checks }) => checks.a ?? checks.b);
  if (spins.length > 0 && !isChecked) lines.push(line`No known weight was hung on to check the machine.`);
  for (const { a, b } of figures.estimate.gains.filter(({ before, ...now }) => Math.min(now.a.deviation, now.b.deviation) < LEARNED * before))
    lines.push(
      line`By the ${isChecked ? 'known weights and cuts' : 'cuts'} it shows ${figure(toPolar(a.gain).amount, 2, '')} of what is there in A and ${figure(toPolar(b.gain).amount, 2, '')} in B, to ± ${figure(100 * 2 * a.deviation, 0, '%')} and ± ${figure(100 * 2 * b.deviation, 0, '%')}.`,
    );
  return { id: 'machine', title: 'The machine and its check', table: null, lines: lines.length === 0 ? [line`Not spun.`] : lines };
}

/** A gain that is known no better than before taught nothing. */
const LEARNED = 0.9;

/** "Spins 1 to 3 on Floor machine, 26 Nov …". */
function machinesUsed({ spins }: JobSheet, names: CardNames): CardLine[] {
  const runs: { machineId: string | null; from: number; to: number; at: string; quick: number }[] = [];
  spins.forEach(({ machineId, at, quick }, i) => {
    const last = runs.at(-1);
    if (last?.machineId === machineId) {
      last.to = i + 1;
      if (quick === true) last.quick += 1;
    } else runs.push({ machineId, from: i + 1, to: i + 1, at, quick: quick === true ? 1 : 0 });
  });
  return runs.map(
    ({ machineId, from, to, at, quick }) =>
      line`${from === to ? `Spin ${from}` : `Spins ${from} to ${to}`} on ${machineIn(names, machineId)}, from ${clock(at)}${quick === 0 ? '' : `; ${count(quick, 'quick look')} among them, not counted`}.`,
  );
}

const pieceWords = ({ name, massG, deviationG, at, radiusMm, angleDeg }: HungPiece): CardLine =>
  line`${name === '' ? 'a known weight of' : `${name},`} ${figure(massG, 2, 'g')}${deviationG === null ? '' : line` ± ${figure(2 * deviationG, 2, 'g')}`} at ${at}, ${figure(radiusMm, 1, 'mm')}, ${angle(angleDeg, 0)}`;

const OUTCOMES = { agrees: 'the machine agrees', differs: 'the machine is off', tooLittle: 'too little to tell' } as const;

function checkWords({ hungGmm, readGmm, gain, outcome }: WeightCheck, radiusMm: number): CardLine {
  const turnDeg = turnBetweenDeg(0, gain.angleDeg);
  return line`${figure(hungGmm.amount / radiusMm, 1, 'g')} more at ${figure(radiusMm, 0, 'mm')} were read as ${figure(readGmm.amount / radiusMm, 1, 'g')}, ${figure(Math.abs(turnDeg), 1, '°')} ${turnDeg < 0 ? 'before' : 'past'} their place: ${OUTCOMES[outcome]}`;
}
