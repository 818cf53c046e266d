import { factsOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { partsTold, toPolar, type KnownUnbalance, type PartTold } from '@tare/core';
import { PART_WORDS } from '../../words/mountedWords.js';
import { placesKnown } from '../../words/numbers.js';
import { angle, figure, line } from '../cardDocument.js';

/** What is known of a plane, with its region where that is known: "8.9 g ± 1.1 g @ 226°". */
function knownGrams({ unbalance, radius95Gmm }: KnownUnbalance, plane: 'aGmm' | 'bGmm', radiusMm: number): CardLine {
  const radius = radius95Gmm?.[plane] ?? null;
  const { amount, angleDeg } = toPolar(unbalance[plane]);
  const places = placesKnown(radius, radiusMm);
  const spread = radius === null ? [] : line` ± ${figure(radius / radiusMm, places, 'g')}`;
  return [...line`${figure(amount / radiusMm, places, 'g')}`, ...spread, ...line` @ ${angle(angleDeg, 0)}`];
}

const worstForce = ({ forceN }: PartTold): number => Math.max(forceN.a, forceN.b);

/** Each part's own unbalance in the planes of the set-up that is looked at, worst first: its name, both planes, and its pull as it was told. */
export function partRows(sheet: JobSheet): { readonly cells: readonly [CardLine, CardLine, CardLine]; readonly forceN: PartTold['forceN'] }[] {
  const { crank, redlineRpm } = sheet.spec;
  const { radiusAMm, radiusBMm } = crank.planes;
  return partsTold(factsOf(sheet), redlineRpm)
    .toSorted((x, y) => worstForce(y) - worstForce(x))
    .map(({ parts: names, known, forceN }) => ({
      cells: [
        [names.map((part) => PART_WORDS[part] ?? part).join(' with ')],
        knownGrams(known, 'aGmm', radiusAMm),
        knownGrams(known, 'bGmm', radiusBMm),
      ],
      forceN,
    }));
}

/** Each part's own unbalance, worst first; nothing in a job that spins one thing. */
export function parts(sheet: JobSheet): CardSection[] {
  if (!sheet.setUp || sheet.setUp.kept.spins.length === 0) return [];
  const { planes } = sheet.spec.crank;
  return [
    {
      id: 'parts',
      title: 'Each part by itself',
      lines: [
        line`In its own angles, at ${figure(planes.radiusAMm, 0, 'mm')} in A and ${figure(planes.radiusBMm, 0, 'mm')} in B, worst first; ± holds the truth 95 times in 100. Parts that were never spun apart are told together.`,
      ],
      table: {
        columns: [
          { title: 'Part', isFigure: false },
          { title: 'Plane A', isFigure: true },
          { title: 'Plane B', isFigure: true },
          { title: 'Pull in A, N', isFigure: true },
          { title: 'in B, N', isFigure: true },
        ],
        rows: partRows(sheet).map(({ cells, forceN }) => [...cells, [figure(forceN.a, 0, '')], [figure(forceN.b, 0, '')]]),
      },
    },
  ];
}
