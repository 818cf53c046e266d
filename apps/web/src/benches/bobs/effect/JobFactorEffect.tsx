import {
  bobCard,
  howWeighed,
  ONE_BOB_FIGURE_WITHIN_G,
  partsHere,
  weighParts,
  type ActualParts,
  type BobCard,
  type JobFacts,
  type ShakingEngine,
} from '@tare/core';
import { useMemo, type ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { FactorEffectView } from './FactorEffectView.js';

type Ready = Extract<BobCard, { kind: 'ready' }>;

/** What the factor does to the open job's engine: with equal parts, with its own, and with those that came in. */
export function JobFactorEffect({ card, factorRatio }: { readonly card: Ready; readonly factorRatio: number }): ReactNode {
  const { sheet, facts, figures } = useOpenJob();
  const { spec } = sheet;
  const actual = useMemo(() => {
    const received = receivedCard(facts, factorRatio);
    return [partsOf('Parts as they are now', card, spec), ...(received ? [partsOf('Parts as received', received, spec)] : [])];
  }, [card, facts, factorRatio, spec]);
  const engine = useMemo((): ShakingEngine => {
    const own = actual[0]!.reciprocatingG;
    const meanG = own.reduce((sum, g) => sum + g, 0) / own.length;
    return { layout: spec.layout, crankRadiusMm: spec.strokeMm / 2, rodLengthMm: spec.rodLengthMm, reciprocatingG: own.map(() => meanG) };
  }, [actual, spec]);
  return (
    <FactorEffectView
      engine={engine}
      factorRatio={factorRatio}
      redlineRpm={spec.redlineRpm}
      planes={spec.crank.planes}
      actual={actual}
      allowedGmm={{ a: figures.tolerance.aGmm, b: figures.tolerance.bGmm }}
    />
  );
}

/** What hangs on each pin by the card, and the bobs it asks for. */
function partsOf(name: string, card: Ready, { layout }: JobFacts['spec']): ActualParts {
  const upAndDownG = new Map<number, number>();
  for (const { cylinders, card: pin } of card.pins)
    cylinders.forEach((cylinder, i) =>
      upAndDownG.set(
        cylinder,
        pin.lines.filter(({ group }) => group === 'reciprocating').reduce((sum, line) => sum + line.eachG[i]!, 0),
      ),
    );
  return {
    name,
    reciprocatingG: layout.cylinders.map(({ number }) => upAndDownG.get(number) ?? 0),
    rotatingG: card.pins.map((pin) => pin.card.rotatingG),
    bobG: card.pins.map((pin) => card.commonG ?? pin.card.bobWeightG),
  };
}

/** The card of the parts as they came in, on one mean figure as a shop would build it; null where nothing was changed or they were not all weighed. */
function receivedCard({ spec, parts, readings, partCuts, bobChoices, weighChoices }: JobFacts, factorRatio: number): Ready | null {
  if (partCuts.length === 0 && parts.every((part) => part.runsIn === undefined)) return null;
  const received = weighParts({
    parts: partsHere(parts, spec.elsewhere).map(({ id, kind, cylinder, damaged }) => ({ id, kind, cylinder, damaged })),
    readings: readings.filter((reading) => reading.cutId === null),
    partCuts: [],
  });
  const card = bobCard(spec.layout, received, { ...bobChoices, factorRatio }, ONE_BOB_FIGURE_WITHIN_G, howWeighed({ weighChoices, spec }));
  if (card.kind !== 'ready') return null;
  // Pins with other numbers of rods never share a figure.
  if (new Set(card.pins.map(({ cylinders }) => cylinders.length)).size > 1) return card;
  const figures = card.pins.map((pin) => pin.card.bobWeightG);
  return { ...card, commonG: card.commonG ?? figures.reduce((sum, g) => sum + g, 0) / figures.length };
}
