import { factsOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { partsTold, toPolar, type KnownUnbalance } from '@tare/core';
import { PART_WORDS } from '../../words/mountedWords.js';
import { placesKnown } from '../../words/numbers.js';
import { angle, figure, line } from '../cardDocument.js';

/** Each part's own unbalance, worst first; nothing in a job that spins one thing. */
export function parts(sheet: JobSheet): CardSection[] {
  if (!sheet.setUp || sheet.setUp.kept.spins.length === 0) return [];
  const { planes } = sheet.spec.crank;
  const { redlineRpm } = sheet.spec;
  const told = partsTold(factsOf(sheet), redlineRpm).toSorted((x, y) => Math.max(y.forceN.a, y.forceN.b) - Math.max(x.forceN.a, x.forceN.b));
  const amount = (known: KnownUnbalance, plane: 'aGmm' | 'bGmm', radiusMm: number): CardLine => {
    const radius = known.radius95Gmm?.[plane] ?? null;
    const polar = toPolar(known.unbalance[plane]);
    const places = placesKnown(radius, radiusMm);
    return radius === null
      ? line`${figure(polar.amount / radiusMm, places, 'g')} @ ${angle(polar.angleDeg, 0)}`
      : line`${figure(polar.amount / radiusMm, places, 'g')} ± ${figure(radius / radiusMm, places, 'g')} @ ${angle(polar.angleDeg, 0)}`;
  };
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
        rows: told.map(({ parts: names, known, forceN }) => [
          [names.map((part) => PART_WORDS[part] ?? part).join(' with ')],
          amount(known, 'aGmm', planes.radiusAMm),
          amount(known, 'bGmm', planes.radiusBMm),
          [figure(forceN.a, 0, '')],
          [figure(forceN.b, 0, '')],
        ]),
      },
    },
  ];
}
