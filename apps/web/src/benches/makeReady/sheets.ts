import { featureOf, journalNumbers, type CrankLimits, type JobSpec, type JournalGroup, type Quantity } from '@tare/core';

/** The sheets of a crank, in working order. */
export const CRANK_SHEETS = ['limits', 'runOut', 'mains', 'pins', 'bearings', 'cracks', 'work'] as const;
export type CrankSheet = (typeof CRANK_SHEETS)[number];

export const SHEET_NAMES: Readonly<Record<CrankSheet, string>> = {
  limits: 'Limits',
  runOut: 'Run-out',
  mains: 'Mains',
  pins: 'Pins',
  bearings: 'Main bearings',
  cracks: 'Cracks',
  work: 'Work done',
};

/** One place that is measured, in the order in which a person walks round the crank. */
export interface Place {
  readonly feature: string;
  readonly quantity: Quantity;
  readonly angleDeg: number | null;
  readonly depth: number | null;
  /** Which row of the sheet it stands in, and under which head. */
  readonly row: string;
  readonly column: string;
}

const JOURNAL_PLACES = [
  [1, 0],
  [1, 90],
  [2, 0],
  [2, 90],
] as const;

/** Along a journal at two depths, in two directions each: of a pin in line with its throw and across. */
const journalPlaces = (group: JournalGroup, numbers: readonly number[]): Place[] =>
  numbers.flatMap((number) =>
    JOURNAL_PLACES.map(([depth, angleDeg]): Place => ({
      feature: featureOf(group, number),
      quantity: 'diameter',
      angleDeg,
      depth,
      row: `${group === 'mains' ? 'Main' : 'Pin'} ${number}`,
      column: `${depth === 1 ? 'front' : 'rear'}, ${angleDeg === 0 ? (group === 'pins' ? 'in line' : '0°') : group === 'pins' ? 'across' : '90°'}`,
    })),
  );

/** The places of a sheet; none where the sheet is no walk. */
export function placesOf(sheet: CrankSheet, spec: Pick<JobSpec, 'layout' | 'crank'>, limits: CrankLimits | null): Place[] {
  const mains = journalNumbers('mains', spec);
  switch (sheet) {
    case 'runOut': {
      const { blocks = [1, mains.length], stepsATurn = 8 } = limits ?? {};
      const angles = Array.from({ length: stepsATurn }, (_, i) => (360 * i) / stepsATurn);
      return mains
        .filter((number) => !blocks.includes(number))
        .flatMap((number) =>
          angles.map((angleDeg): Place => ({
            feature: featureOf('mains', number),
            quantity: 'runOut',
            angleDeg,
            depth: null,
            row: `Main ${number}`,
            column: `${Math.round(angleDeg * 10) / 10}°`,
          })),
        );
    }
    case 'mains':
    case 'pins':
      return journalPlaces(sheet, journalNumbers(sheet, spec));
    case 'bearings':
      return [
        ...mains.flatMap((number) =>
          (
            [
              ['housing', 'housing bore'],
              ['upperWall', 'upper wall'],
              ['lowerWall', 'lower wall'],
            ] as const
          ).map(([quantity, column]): Place => ({
            feature: featureOf('mains', number),
            quantity,
            angleDeg: null,
            depth: null,
            row: `Main ${number}`,
            column,
          })),
        ),
        { feature: 'crank', quantity: 'endFloat', angleDeg: null, depth: null, row: 'Crank', column: 'end float' },
      ];
    case 'limits':
    case 'cracks':
    case 'work':
      return [];
  }
}

/** Whether a measurement was made at a place. */
export const isAt = (place: Place, one: Pick<Place, 'feature' | 'quantity' | 'angleDeg' | 'depth'>): boolean =>
  one.feature === place.feature && one.quantity === place.quantity && one.angleDeg === place.angleDeg && one.depth === place.depth;
