import { fixed } from '@tare/card';
import type { JobSheet, Machine, ShownPair } from '@tare/contract';
import { isOneReading, oddReading, readShown, senseOf, toPolar, type Planes, type PlaneUnbalance, type ReadingsKnown } from '@tare/core';
import { useAskOnce } from '../../../ui/form/useAskOnce.js';

/** Where a needle has no unit, its numbers are held against one another as they are. */
const AS_THEY_ARE = { radiusAMm: 1, radiusBMm: 1 };

/** Readings on the scale, with what they say in grams-millimetre. */
interface Read extends ReturnType<typeof readShown> {
  readonly onScale: readonly ShownPair[];
}

function readOf(repeats: readonly ShownPair[], { spec }: Machine, planes: Planes): Read | null {
  const onScale = repeats.filter(({ a, b }) => a.offScale !== true && b.offScale !== true);
  if (onScale.length === 0) return null;
  const isUnitless = spec.unit === 'none';
  const by = {
    unit: isUnitless ? ('gmm' as const) : spec.unit,
    convention: spec.convention,
    planes: isUnitless ? AS_THEY_ARE : planes,
    influence: null,
    amountStep: spec.amountStep ?? null,
    angleStepDeg: spec.angleStepDeg ?? null,
  };
  return { onScale, ...readShown(onScale, by) };
}

/** What three readings of one state say of one another: which was typed wrongly, or that it was one reading; null where nothing. */
function readingDoubt(repeats: readonly ShownPair[], { onScale, spins, display }: Read, { spec }: Machine): string | null {
  if (onScale.length < 3) return null;
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
function senseDoubt({ spins: [read] }: Read, machine: Machine, { spec: { crank, redlineRpm }, spins }: JobSheet): string | null {
  if (spins.length > 0 || machine.spec.unit === 'none') return null;
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
  const askOnce = useAskOnce();
  return (repeats) => {
    const read = readOf(repeats, machine, sheet.spec.crank.planes);
    return read && askOnce(JSON.stringify(repeats), senseDoubt(read, machine, sheet) ?? readingDoubt(repeats, read, machine));
  };
}
