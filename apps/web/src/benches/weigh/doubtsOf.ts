import { readingDoubt, type Measure, type PartKind, type WeighedPart } from '@tare/core';
import { readOf } from './readOf.js';

/** A reading that comes with others, of a file or a pasted column. */
interface IncomingReading {
  readonly kind: PartKind;
  readonly partId: string;
  readonly measure: Measure;
  readonly valueG: number;
}

/** Readings that do not look like what they are said to be, with why: each against the others that come with it, and what is weighed here. */
export function doubtsOf<T extends IncomingReading>(lines: readonly T[], parts: readonly WeighedPart[], divisionG: number): ReadonlyMap<T, string> {
  return new Map(
    lines.flatMap((line): [T, string][] => {
      const { kind, measure, partId } = line;
      const beside = lines.filter((one) => one !== line && one.kind === kind && one.measure === measure);
      const here = parts.flatMap(({ part, now, needsReweighing }) =>
        part.kind === kind && !needsReweighing && now[measure] ? [{ partId: part.id, valueG: now[measure].meanG }] : [],
      );
      const all = [...beside, ...here];
      const ownG = all.filter((one) => one.partId === partId).map((one) => one.valueG);
      const othersG = all.filter((one) => one.partId !== partId).map((one) => one.valueG);
      const readHere = readOf(parts, partId);
      const readG = (other: Measure): number | null =>
        lines.findLast((one) => one.partId === partId && one.measure === other)?.valueG ?? readHere(other);
      const doubt = readingDoubt({ ...line, ownG, othersG, readG, divisionG });
      return doubt ? [[line, doubt.sentence]] : [];
    }),
  );
}
