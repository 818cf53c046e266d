import { group } from 'd3-array';
import {
  banksOf,
  BOLTS,
  featureOf,
  isSpun,
  journalNumbers,
  type CrankLimits,
  type MadeReady,
  type ArrivalKey,
  type BoreLimits,
  type JobFacts,
  type JobSpec,
  type JournalGroup,
  type Quantity,
} from '@tare/core';

/** The sheets of crank and rods, in working order. */
const CRANK_SHEETS = ['limits', 'runOut', 'mains', 'pins', 'bearings', 'cracks'] as const;
const ROD_SHEETS = ['rodLimits', 'bigEnds', 'rodLines', 'rodBolts', 'rodBearings'] as const;
const BLOCK_SHEETS = ['boreLimits', 'evidence', 'bores', 'pistons', 'rings', 'pistonPins'] as const;
const DECK_SHEETS = ['deckLimits', 'decks', 'crowns'] as const;
const DONE_SHEETS = ['sizes', 'work'] as const;
export const SHEETS = [...CRANK_SHEETS, ...ROD_SHEETS, ...BLOCK_SHEETS, ...DECK_SHEETS, ...DONE_SHEETS] as const;
export type SheetName = (typeof SHEETS)[number];

export interface SheetGroup {
  readonly title: string;
  readonly sheets: readonly SheetName[];
  /** Check in found none of it: its sheets wait, and nothing is asked of them first. */
  readonly isHere: boolean;
}

/**
 * The sheets that a job and its check-in call for: its crank's and decks' where it is spun, its rods' and its bores' where the engine has such parts; those of
 * what check in counted as none come later.
 */
export function sheetGroups({ jobKind, elsewhere }: Pick<JobSpec, 'jobKind' | 'elsewhere'>, arrivals: JobFacts['arrivals']): SheetGroup[] {
  const hasPistons = elsewhere?.piston?.why !== 'notInEngine';
  const hasRods = elsewhere?.rod?.why !== 'notInEngine';
  const isHere = (key: ArrivalKey): boolean => arrivals[key]?.count !== 0;
  return [
    ...(isSpun(jobKind) ? [{ title: 'Crank', sheets: CRANK_SHEETS, isHere: isHere('crank') }] : []),
    ...(hasRods ? [{ title: 'Rods', sheets: ROD_SHEETS, isHere: isHere('rod') }] : []),
    ...(hasPistons ? [{ title: 'Bores and pistons', sheets: BLOCK_SHEETS, isHere: isHere('block') }] : []),
    // What stands over a piston is nothing to whoever matches parts alone.
    ...(hasPistons && isSpun(jobKind) ? [{ title: 'Decks and crowns', sheets: DECK_SHEETS, isHere: isHere('block') }] : []),
    { title: 'Done', sheets: DONE_SHEETS, isHere: true },
  ];
}

export const SHEET_NAMES: Readonly<Record<SheetName, string>> = {
  limits: 'Limits',
  runOut: 'Run-out',
  mains: 'Mains',
  pins: 'Pins',
  bearings: 'Main bearings',
  cracks: 'Cracks',
  rodLimits: 'Limits of rods',
  bigEnds: 'Big ends',
  rodLines: 'Small ends, bend',
  rodBolts: 'Rod bolts',
  rodBearings: 'Rod bearings',
  boreLimits: 'Limits of bores',
  evidence: 'Evidence',
  bores: 'Bores',
  pistons: 'Pistons',
  rings: 'Ring gaps',
  pistonPins: 'Piston pins',
  deckLimits: 'Limits of decks',
  decks: 'Decks',
  crowns: 'Crowns',
  sizes: 'The page',
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
  /** Where the highest lies is read with it. */
  readonly asksAngle?: true;
  /** Read by whoever wants it: the walk goes past it. */
  readonly isOptional?: true;
}

/** How a sheet is walked. */
export interface Walk {
  /** The needle at every angle, or the short way: its highest, where that lies, its lowest. */
  readonly runOutWay: 'round' | 'short';
  readonly order: WalkOrder;
}

/** In which order a person goes round the crank: journal by journal from an end, or one place of every journal after another. */
export const WALK_ORDERS = ['front', 'rear', 'byPlace'] as const;
export type WalkOrder = (typeof WALK_ORDERS)[number];

export const USUAL_WALK: Walk = { runOutWay: 'round', order: 'front' };

const JOURNAL_PLACES = [
  [1, 0],
  [1, 90],
  [2, 0],
  [2, 90],
] as const;

/** Along a journal at two depths, in two directions each: of a pin in line with its throw and across. */
const journalPlaces = (of: JournalGroup, numbers: readonly number[], limits: CrankLimits | null): Place[] =>
  numbers.flatMap((number) => [
    ...JOURNAL_PLACES.map(([depth, angleDeg]): Place => ({
      feature: featureOf(of, number),
      quantity: 'diameter',
      angleDeg,
      depth,
      row: `${of === 'mains' ? 'Main' : 'Pin'} ${number}`,
      column: `${depth === 1 ? 'front' : 'rear'}, ${angleDeg === 0 ? (of === 'pins' ? 'in line' : '0°') : of === 'pins' ? 'across' : '90°'}`,
    })),
    ...(['fillet', 'width'] as const).map((quantity): Place => {
      const { lowMm = null, highMm = null } = limits?.[of][quantity] ?? {};
      const place = { feature: featureOf(of, number), quantity, angleDeg: null, depth: null };
      const heads = { row: `${of === 'mains' ? 'Main' : 'Pin'} ${number}`, column: quantity === 'fillet' ? 'fillet radius' : 'width' };
      // Nobody has to read what nobody judges.
      return lowMm === null && highMm === null ? { ...place, ...heads, isOptional: true } : { ...place, ...heads };
    }),
  ]);

/** Directions across a big end, from its beam; the last but one lies near the parting line. */
const BIG_END_DIRECTIONS = [
  [0, 'along'],
  [45, '+45°'],
  [90, 'across'],
  [135, '−45°'],
] as const;

const rodPlaces = (rod: number, quantities: readonly (readonly [Quantity, string, true?])[]): Place[] =>
  quantities.map(([quantity, column, isOptional]) => ({
    ...{ feature: `rod.${rod}`, quantity, angleDeg: null, depth: null, row: `Rod ${rod}`, column },
    ...(isOptional && { isOptional }),
  }));

const bigEndPlaces = (rod: number): Place[] =>
  [1, 2].flatMap((depth) =>
    BIG_END_DIRECTIONS.map(([angleDeg, words]): Place => ({
      ...{ feature: `rod.${rod}`, quantity: 'bigEnd', angleDeg, depth, row: `Rod ${rod}` },
      column: `${depth === 1 ? 'front' : 'rear'}, ${words}`,
    })),
  );

/** Of a rod besides its big end. */
const ROD_LINES = [
  ['smallEnd', 'small end'],
  ['centre', 'centre distance'],
  ['bend', 'bend'],
  ['twist', 'twist'],
] as const;

const ROD_BEARING: readonly (readonly [Quantity, string, true?])[] = [
  ['upperWall', 'upper wall'],
  ['lowerWall', 'lower wall'],
  ['clearanceSeen', 'clearance, another way', true],
];
const MAIN_BEARING: typeof ROD_BEARING = [['housing', 'housing bore'], ...ROD_BEARING];

const DEPTHS = ['top', 'middle', 'bottom'] as const;

/** A bore at three depths by two directions, across the crank and along it; its thinnest wall and a trial cut's shadow by whoever wants them. */
const borePlaces = (cylinder: number): Place[] => {
  const place = { feature: `bore.${cylinder}`, row: `Bore ${cylinder}` };
  return [
    ...DEPTHS.flatMap((words, i) =>
      [0, 90].map((angleDeg): Place => ({
        ...place,
        quantity: 'boreSize',
        angleDeg,
        depth: i + 1,
        column: `${words}, ${angleDeg === 0 ? 'across' : 'along'}`,
      })),
    ),
    { ...place, quantity: 'boreWall', angleDeg: null, depth: null, column: 'thinnest wall', isOptional: true },
    { ...place, quantity: 'shadow', angleDeg: null, depth: null, column: 'shadow', isOptional: true },
  ];
};

const boltPlaces = (rod: number): Place[] =>
  BOLTS.flatMap((bolt) =>
    (
      [
        ['boltFree', 'free'],
        ['boltTorqued', 'torqued'],
        ['boltFreeAgain', 'free again'],
      ] as const
    ).map(([quantity, words]): Place => ({
      ...{ feature: `rod.${rod}`, quantity, angleDeg: null, depth: bolt, row: `Rod ${rod}`, column: `bolt ${bolt}, ${words}` },
      ...(quantity === 'boltFreeAgain' && { isOptional: true as const }),
    })),
  );

/** Where the height of a deck is taken: at its corners, a cylinder's axis up. */
const CORNERS = [
  [1, 0, 'front, right'],
  [1, 180, 'front, left'],
  [2, 0, 'rear, right'],
  [2, 180, 'rear, left'],
] as const;

/** The rings of a bore, by what they are called where somebody typed that. */
const ringPlaces = (cylinder: number, rings: NonNullable<BoreLimits['rings']>): Place[] =>
  rings.map(({ name }, i) => ({
    ...{ feature: `bore.${cylinder}`, quantity: 'ringGap', angleDeg: null, depth: i + 1, row: `Bore ${cylinder}` },
    column: name,
  }));
/** The rings of a piston, from its crown down: as somebody typed them, else the usual three. */
export const ringsOf = (limits: BoreLimits | null): NonNullable<BoreLimits['rings']> => limits?.rings ?? USUAL_RINGS;
const USUAL_RINGS = ['top', 'second', 'oil'].map((name) => ({ name, lowMm: null, highMm: null }));

type LimitsSaid = Pick<MadeReady, 'limits' | 'bores'>;

/** The places of a sheet; none where the sheet is no walk. */
export function placesOf(sheet: SheetName, spec: Pick<JobSpec, 'layout' | 'crank'>, made: LimitsSaid | null, walk: Walk = USUAL_WALK): Place[] {
  const places = fromTheFront(sheet, spec, made, walk.runOutWay);
  if (walk.order === 'front') return places;
  if (walk.order === 'rear') return [...group(places, ({ row }) => row).values()].reverse().flat();
  const columns = [...new Set(places.map(({ column }) => column))];
  return columns.flatMap((column) => places.filter((one) => one.column === column));
}

function fromTheFront(sheet: SheetName, spec: Pick<JobSpec, 'layout' | 'crank'>, made: LimitsSaid | null, runOutWay: Walk['runOutWay']): Place[] {
  const limits = made?.limits ?? null;
  const mains = journalNumbers('mains', spec);
  switch (sheet) {
    case 'runOut': {
      const { blocks = [1, mains.length], stepsATurn = 8 } = limits ?? {};
      const angles = Array.from({ length: stepsATurn }, (_, i) => (360 * i) / stepsATurn);
      return mains
        .filter((number) => !blocks.includes(number))
        .flatMap((number): Place[] => {
          const [feature, row] = [featureOf('mains', number), `Main ${number}`];
          if (runOutWay === 'short')
            return [
              { feature, quantity: 'runOutHigh', angleDeg: null, depth: null, row, column: 'highest', asksAngle: true },
              { feature, quantity: 'runOutLow', angleDeg: null, depth: null, row, column: 'lowest' },
            ];
          return angles.map((angleDeg): Place => ({
            feature,
            quantity: 'runOut',
            angleDeg,
            depth: null,
            row,
            column: `${Math.round(angleDeg * 10) / 10}°`,
          }));
        });
    }
    case 'mains':
    case 'pins':
      return journalPlaces(sheet, journalNumbers(sheet, spec), limits);
    case 'bearings':
      return [
        ...mains.flatMap((number) =>
          MAIN_BEARING.map(([quantity, column, isOptional]): Place => ({
            feature: featureOf('mains', number),
            quantity,
            angleDeg: null,
            depth: null,
            row: `Main ${number}`,
            column,
            ...(isOptional && { isOptional }),
          })),
        ),
        { feature: 'crank', quantity: 'endFloat', angleDeg: null, depth: null, row: 'Crank', column: 'end float' },
      ];
    case 'bigEnds':
      return spec.layout.cylinders.flatMap((_, i) => bigEndPlaces(i + 1));
    case 'rodLines':
      return spec.layout.cylinders.flatMap((_, i) => rodPlaces(i + 1, ROD_LINES));
    case 'rodBolts':
      return spec.layout.cylinders.flatMap((_, i) => boltPlaces(i + 1));
    case 'rodBearings':
      return spec.layout.cylinders.flatMap((_, i) => rodPlaces(i + 1, ROD_BEARING));
    case 'bores':
      return spec.layout.cylinders.flatMap((_, i) => borePlaces(i + 1));
    case 'pistons':
      return spec.layout.cylinders.map((_, i): Place => ({
        ...{ feature: `piston.${i + 1}`, quantity: 'pistonSize', angleDeg: null, depth: null, row: `Piston ${i + 1}` },
        column: 'at its gauge point',
      }));
    case 'pistonPins':
      return spec.layout.cylinders.flatMap((_, i) => {
        const row = `Cylinder ${i + 1}`;
        const place = { angleDeg: null, depth: null, row } as const;
        return [
          { ...place, feature: `piston.${i + 1}`, quantity: 'pinSize', column: 'pin' },
          { ...place, feature: `piston.${i + 1}`, quantity: 'pinBore', column: 'pin bore of the piston' },
          { ...place, feature: `rod.${i + 1}`, quantity: 'smallEnd', column: 'small eye of the rod' },
        ] satisfies Place[];
      });
    case 'rings':
      return spec.layout.cylinders.flatMap((_, i) => ringPlaces(i + 1, ringsOf(made?.bores.limits ?? null)));
    case 'decks':
      return banksOf(spec.layout).flatMap((_, i) =>
        CORNERS.map(([depth, angleDeg, column]): Place => ({
          ...{ feature: `deck.${i + 1}`, quantity: 'deckHeight', angleDeg, depth, row: `Deck ${i + 1}`, column },
        })),
      );
    case 'crowns':
      return spec.layout.cylinders.map((_, i): Place => ({
        ...{ feature: `bore.${i + 1}`, quantity: 'pistonDown', angleDeg: null, depth: null, row: `Cylinder ${i + 1}` },
        column: 'below the deck',
      }));
    case 'deckLimits':
    case 'sizes':
    case 'evidence':
    case 'boreLimits':
    case 'rodLimits':
    case 'limits':
    case 'cracks':
    case 'work':
      return [];
  }
}

/** Whether a measurement was made at a place. */
export const isAt = (place: Place, one: Pick<Place, 'feature' | 'quantity' | 'angleDeg' | 'depth'>): boolean =>
  one.feature === place.feature &&
  one.quantity === place.quantity &&
  (place.asksAngle === true || one.angleDeg === place.angleDeg) &&
  one.depth === place.depth;
