import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { hasBench, bobWholeG, bobWorking, latestOf, type JobFigures } from '@tare/core';
import { figure, joined, line } from '../cardDocument.js';

/** Bob weights: as worked out, as accepted, as they were on the scale. */
export function bobs({ bobChoices, decisions, spec }: JobSheet, { bobs: card, bobsNeeded }: JobFigures): CardSection {
  const head = { id: 'bobs', title: 'Bob weights, g' } as const;
  if (!bobsNeeded.needed) return { ...head, table: null, lines: [line`Not needed. ${bobsNeeded.reason}`] };
  if (!hasBench(spec.jobKind, 'weigh')) {
    const given = bobChoices.acceptedG ?? [];
    return {
      ...head,
      table: null,
      lines: [
        given.length === 0
          ? line`They were not said.`
          : line`Given, not worked out here: ${joined(
              given.map((g, p): CardLine => line`pin ${String(p + 1)}, ${figure(g, 2, 'g')}`),
              '; ',
            )}.`,
      ],
    };
  }
  if (card.kind !== 'ready')
    return { ...head, table: null, lines: [line`Not worked out: ${card.kind === 'waiting' ? 'weights are missing' : card.reason}.`] };
  const { factorRatio, oilG, extras, acceptedG } = bobChoices;
  const wholeOf = (pin: number): CardLine => {
    const weighIn = latestOf(decisions, 'bob.weighIn.*', pin);
    const whole = weighIn ? bobWholeG(weighIn) : null;
    return whole === null ? ['·'] : [figure(whole, 2, '')];
  };
  return {
    ...head,
    lines: [
      line`Factor ${figure(factorRatio * 100, 1, '%')}, oil ${figure(oilG, 1, 'g')} a pin${extras.map(({ name, eachG }) => line`, ${name} ${figure(eachG, 1, 'g')} a rod`).flat()}.`,
      ...(acceptedG === null ? [line`The bobs were not accepted.`] : []),
    ],
    table: {
      columns: [
        { title: 'Pin', isFigure: false },
        { title: 'Cylinders', isFigure: false },
        { title: 'Worked out', isFigure: true },
        { title: 'Built to', isFigure: true },
        { title: 'On the scale', isFigure: true },
      ],
      rows: card.pins.map(({ pin, cylinders, card: own }, i) => [
        [String(pin)],
        [cylinders.join(', ')],
        [figure(own.bobWeightG, 2, '', bobWorking(`Bob weight, pin ${pin}`, own, factorRatio))],
        acceptedG?.[i] === undefined ? ['·'] : [figure(acceptedG[i], 1, '')],
        wholeOf(pin),
      ]),
    },
  };
}
