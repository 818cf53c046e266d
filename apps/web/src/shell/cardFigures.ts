import { degrees, fixed, gramsAt, KIND_NAMES, MEASURE_NAMES, placesKnown } from '@tare/card';
import type { JobSheet } from '@tare/contract';
import {
  bobWorking,
  commonBobWorking,
  meanWorking,
  allMeasuresOf,
  removalWorking,
  spinWorking,
  toleranceWorking,
  PART_KINDS,
  toPolar,
  type JobFigures,
  type PartKind,
  type Working,
  METRIC,
} from '@tare/core';

/** A line of the card: a label and a figure that opens its working. */
export interface CardLine {
  readonly label: string;
  readonly text: string;
  readonly working: Working | null;
  readonly personId?: string;
  readonly at?: string;
}

/** The weights of each kind: lightest to heaviest of the present means. */
export function weightLines(sheet: JobSheet, figures: JobFigures): CardLine[] {
  return PART_KINDS.flatMap((kind) => allMeasuresOf(kind).flatMap((measure) => weightLine(sheet, figures, kind, measure)));
}

function weightLine(sheet: JobSheet, { weighed }: JobFigures, kind: PartKind, measure: ReturnType<typeof allMeasuresOf>[number]): CardLine[] {
  const parts = weighed.parts.filter(({ part, now }) => part.kind === kind && now[measure] !== undefined);
  if (parts.length === 0) return [];
  const means = parts.map(({ now }) => now[measure]!.meanG);
  const lightest = parts.reduce((x, y) => (y.now[measure]!.meanG < x.now[measure]!.meanG ? y : x));
  const readings = sheet.readings.filter(
    (r) => r.partId === lightest.part.id && r.measure === measure && !r.voided && r.cutId === lightest.lastCutId,
  );
  const last = readings.at(-1);
  const [low, high] = [Math.min(...means), Math.max(...means)];
  const name = measure === 'mass' ? KIND_NAMES[kind].many : `${KIND_NAMES[kind].many}, ${MEASURE_NAMES[measure].toLowerCase()}`;
  return [
    {
      label: `${name} × ${parts.length}`,
      text: high - low < 0.005 ? `${fixed(low, 2)} g` : `${fixed(low, 2)} to ${fixed(high, 2)} g`,
      working: meanWorking(
        `Lightest: ${KIND_NAMES[kind].one.toLowerCase()} ${lightest.part.cylinder}`,
        readings.map((r) => r.valueG),
        lightest.now[measure]!,
      ),
      ...(last ? { personId: last.personId, at: last.at } : {}),
    },
  ];
}

export function matchLines({ sets, rods }: JobFigures): CardLine[] {
  const lines: CardLine[] = [];
  if (sets.kind === 'matched') {
    const heaviest = sets.cylinders.reduce((x, y) => (y.weightG > x.weightG ? y : x));
    lines.push({ label: 'Sets, largest − smallest', text: `${fixed(sets.set.spreadG, 2)} g`, working: removalWorking(heaviest, sets.set.targetG) });
  }
  if (rods.kind === 'matched')
    lines.push({ label: 'Big ends, small ends', text: `${fixed(rods.bigEnd.spreadG, 2)} g, ${fixed(rods.smallEnd.spreadG, 2)} g`, working: null });
  if (rods.kind === 'totals') lines.push({ label: 'Rods by total, largest − smallest', text: `${fixed(rods.total.spreadG, 2)} g`, working: null });
  return lines;
}

export function bobLines(sheet: JobSheet, { bobs, bobsNeeded }: JobFigures): CardLine[] {
  if (!bobsNeeded.needed) return [{ label: 'Bob weights', text: 'not needed', working: null }];
  if (bobs.kind !== 'ready') return [];
  const accepted = sheet.decisions['bob.acceptedG'];
  const by = accepted?.value ? { personId: accepted.personId, at: accepted.at } : {};
  if (bobs.commonG !== null)
    return [
      {
        label: 'Bob weight, every pin',
        text: `${fixed(bobs.commonG, 1)} g`,
        working: commonBobWorking(bobs.pins, bobs.commonG),
        ...by,
      },
    ];
  return bobs.pins.map(({ pin, card }) => ({
    label: `Bob weight, pin ${pin}`,
    text: `${fixed(card.bobWeightG, 1)} g`,
    working: bobWorking(`Bob weight, pin ${pin}`, card, sheet.bobChoices.factorRatio),
    ...by,
  }));
}

export function toleranceLine(sheet: JobSheet, { tolerance }: JobFigures, systems = METRIC): CardLine {
  const { planes } = sheet.spec.crank;
  const [a, b] = [gramsAt(tolerance.aGmm, planes.radiusAMm, 2, systems), gramsAt(tolerance.bGmm, planes.radiusBMm, 2, systems)];
  return { label: 'Tolerance, planes A and B', text: a === b ? `each ${a}` : `${a}; ${b}`, working: toleranceWorking(tolerance) };
}

/** Both planes of a spin; `index` counts back from the end when negative. */
export function spinLines(sheet: JobSheet, figures: JobFigures, index: number, title: string, systems = METRIC): CardLine[] {
  const spin = figures.spins.at(index);
  const entry = sheet.spins.find((s) => s.id === spin?.spinId);
  if (!spin || !entry) return [];
  const { planes } = sheet.spec.crank;
  return (['a', 'b'] as const).map((plane) => {
    const radiusMm = plane === 'a' ? planes.radiusAMm : planes.radiusBMm;
    const { amount, angleDeg } = toPolar(spin[plane].meanGmm);
    const places = placesKnown(spin[plane].radius95Gmm, radiusMm);
    const name = `${title}, plane ${plane.toUpperCase()}`;
    return {
      label: name,
      text: `${gramsAt(amount, radiusMm, places, systems)} @ ${degrees(angleDeg)}`,
      working: spinWorking(name, spin, plane, radiusMm),
      personId: entry.personId,
      at: entry.at,
    };
  });
}
