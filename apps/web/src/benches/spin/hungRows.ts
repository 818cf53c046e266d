import { degrees, fixed } from '@tare/card';
import type { JobSheet } from '@tare/contract';
import { METRIC, sayIn, toPolar, typedQuantity, type Crank, type HungPiece, type PlaneUnbalance } from '@tare/core';

/** A known weight as it is typed. */
export interface HungRow {
  readonly name: string;
  readonly massG: string;
  readonly deviationG: string;
  /** "A", "B", the id of a counterweight or rim, or blank for a place that is typed. */
  readonly place: string;
  readonly zMm: string;
  readonly radiusMm: string;
  readonly angleDeg: string;
}

/** Where it hangs by itself: in plane A, at the radius that grams are given for. */
export const blankRow = ({ planes }: Crank): HungRow => ({ name: '', massG: '', deviationG: '', ...placed('A', planes) });

const placed = (place: 'A' | 'B', planes: Crank['planes']): Pick<HungRow, 'place' | 'zMm' | 'radiusMm' | 'angleDeg'> => ({
  place,
  zMm: '',
  radiusMm: String(place === 'A' ? planes.radiusAMm : planes.radiusBMm),
  angleDeg: '',
});

/** The places that a weight can hang at without being measured: both planes, and every rim. */
export function hungPlaces({
  planes,
  counterweights,
}: Crank): { readonly value: string; readonly at: string; readonly zMm: number; readonly radiusMm: number }[] {
  return [
    { value: 'A', at: 'A', zMm: planes.zAMm, radiusMm: planes.radiusAMm },
    { value: 'B', at: 'B', zMm: planes.zBMm, radiusMm: planes.radiusBMm },
    ...counterweights.map(({ id, name, zMm, rimRadiusMm }) => ({ value: id, at: name, zMm, radiusMm: rimRadiusMm })),
  ];
}

/** A row as a piece; null while it is not whole. */
export function pieceOf(row: HungRow, crank: Crank): HungPiece | null {
  const place = hungPlaces(crank).find(({ value }) => value === row.place);
  const [massG, radiusMm, angleDeg] = [typedQuantity(row.massG, 'g'), typedQuantity(row.radiusMm, 'mm'), typedQuantity(row.angleDeg, '°')];
  const zMm = place?.zMm ?? typedQuantity(row.zMm, 'mm');
  const deviationG = row.deviationG.trim() === '' ? null : typedQuantity(row.deviationG, 'g');
  const whole = massG > 0 && radiusMm > 0 && ![angleDeg, zMm, deviationG ?? 0].some(Number.isNaN);
  return whole ? { name: row.name, massG, deviationG, at: place?.at ?? '', zMm, radiusMm, angleDeg } : null;
}

/** A piece that is on record, to be typed again. */
export function rowOf({ name, massG, deviationG, at, zMm, radiusMm, angleDeg }: HungPiece, crank: Crank): HungRow {
  const place = hungPlaces(crank).find((one) => one.at === at && one.zMm === zMm);
  return {
    name,
    massG: String(massG),
    deviationG: deviationG === null ? '' : String(deviationG),
    place: place?.value ?? '',
    zMm: String(zMm),
    radiusMm: String(radiusMm),
    angleDeg: String(angleDeg),
  };
}

/** What hung, said in the planes alone, as pieces in A and B. */
export function piecesOfPlanes({ aGmm, bGmm }: PlaneUnbalance, { planes }: Crank): HungPiece[] {
  return (
    [
      ['A', toPolar(aGmm), planes.zAMm, planes.radiusAMm],
      ['B', toPolar(bGmm), planes.zBMm, planes.radiusBMm],
    ] as const
  )
    .filter(([, { amount }]) => amount > 0)
    .map(([at, { amount, angleDeg }, zMm, radiusMm]) => ({ name: '', massG: amount / radiusMm, deviationG: null, at, zMm, radiusMm, angleDeg }));
}

/** What is on record of known weights in a spin, that stands. */
export const hungEntryOf = ({ hungWeights, voids }: JobSheet, spinId: string): JobSheet['hungWeights'][number] | undefined =>
  hungWeights.findLast((weight) => weight.spinId === spinId && !voids.some((word) => word.entryId === weight.id));

/** "20.0 g at 60° in A, 12.5 g at 210° on CW 3 at 71 mm". */
export function hungWords(pieces: readonly HungPiece[], systems = METRIC): string {
  return pieces
    .map(({ name, massG, at, zMm, radiusMm, angleDeg }) => {
      const where = at === 'A' || at === 'B' ? `in ${at}` : at === '' ? `${sayIn(systems, zMm, 'mm', 0)} along the crank` : `on ${at}`;
      return `${name === '' ? '' : `${name}, `}${fixed(massG, 1)} g at ${degrees(angleDeg)} ${where}${at === '' || at.length > 1 ? ` at ${sayIn(systems, radiusMm, 'mm', 0)}` : ''}`;
    })
    .join('; ');
}
