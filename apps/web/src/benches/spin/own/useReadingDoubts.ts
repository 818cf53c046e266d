import { fixed } from '@tare/card';
import type { JobSheet, Machine, ShownPair } from '@tare/contract';
import { isOneReading, oddReading, readShown, senseOf, toPolar, type Planes, type PlaneUnbalance, type ReadingsKnown } from '@tare/core';
import { useRef } from 'react';

/** Where a needle has no unit, its numbers are held against one another as they are. */
const AS_THEY_ARE = { radiusAMm: 1, radiusBMm: 1 };

/** What three readings of one state say of one another: which was typed wrongly, or that it was one reading; null where nothing. */
function readingDoubt(repeats: readonly ShownPair[], { spec }: Machine, planes: Planes): string | null {
  const unit = spec.unit === 'none' ? 'gmm' : spec.unit;
  const by = {
    unit,
    convention: spec.convention,
    planes: spec.unit === 'none' ? AS_THEY_ARE : planes,
    influence: null,
    amountStep: spec.amountStep ?? null,
    angleStepDeg: spec.angleStepDeg ?? null,
  };
  const onScale = repeats.filter(({ a, b }) => a.offScale !== true && b.offScale !== true);
  if (onScale.length < 3) return null;
  const { spins, display } = readShown(onScale, by);
  const across = (plane: keyof PlaneUnbalance): number => toPolar(spins[0]![plane]).amount;
  const known: ReadingsKnown = {
    stepGmm: {
      a: Math.hypot(display.a.amountGmm, display.a.angleRad * across('aGmm')),
      b: Math.hypot(display.b.amountGmm, display.b.angleRad * across('bGmm')),
    },
    deviationGmm: spec.scatterGmm,
  };
  const odd = oddReading(spins, known);
  if (odd !== null) {
    const at = repeats.indexOf(onScale[odd]!) + 1;
    return `Reading ${at} lies far from the others. Read the machine again there and type what it shows. Press “Keep this reading” again if it really shows that.`;
  }
  // Amounts alone: between two steps of an angle nobody reads.
  return isOneReading(spins, { ...known, stepGmm: { a: display.a.amountGmm, b: display.b.amountGmm } })
    ? 'All readings are the same to the last digit. Read the machine again for each. Press “Keep this reading” again if it really shows the same each time.'
    : null;
}

/** Why a job's first reading makes no sense, with what it would be in the units that fit; null where it does, or nothing can be said. */
function senseDoubt(repeats: readonly ShownPair[], { spec }: Machine, { spec: { crank, redlineRpm }, spins }: JobSheet): string | null {
  if (spins.length > 0 || spec.unit === 'none') return null;
  const onScale = repeats.filter(({ a, b }) => a.offScale !== true && b.offScale !== true);
  if (onScale.length === 0) return null;
  const by = { ...spec, planes: crank.planes, influence: null, amountStep: spec.amountStep ?? null, angleStepDeg: spec.angleStepDeg ?? null };
  const [read] = readShown(onScale, by).spins;
  const told = senseOf(read!, { crank, redlineRpm });
  if (told === null) return null;
  const amounts = (ratio: number): string =>
    `${fixed(toPolar(read!.aGmm).amount / ratio / crank.planes.radiusAMm, 1)} g in A and ${fixed(toPolar(read!.bGmm).amount / ratio / crank.planes.radiusBMm, 1)} g in B`;
  const why =
    told.why === 'metal'
      ? 'that is more than the counterweights at that end hold'
      : 'at redline it would pull with more than forty times the crank’s weight';
  const fits = told.fits.map(({ unit, ratio }) => `divided by ${ratio} (${UNIT_WORDS[unit]}) it would be ${amounts(ratio)}`);
  return `This reads ${amounts(1)}: ${why}. Is the machine’s unit right on its page?${fits.length === 0 ? '' : ` As typed, ${fits.join('; ')}.`} Press “Keep this reading” again if it really shows that.`;
}
const UNIT_WORDS = { ounces: 'ounces for grams', inches: 'inches for millimetres', newtons: 'newtons for kilograms' } as const;

/** Asks once about readings as they stand: pressed again with nothing changed, they are what the machine shows. */
export function useReadingDoubts(machine: Machine, sheet: JobSheet): (repeats: readonly ShownPair[]) => string | null {
  const asked = useRef('');
  return (repeats) => {
    const doubt = senseDoubt(repeats, machine, sheet) ?? readingDoubt(repeats, machine, sheet.spec.crank.planes);
    const key = JSON.stringify(repeats);
    if (doubt === null || asked.current === key) return null;
    asked.current = key;
    return doubt;
  };
}
