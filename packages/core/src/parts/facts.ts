import type { ScaleFacts } from './scaleFacts.js';

/**
 * What people measured and decided on a job, in the shape the computation needs. The server's ledgers and the
 * web's cache both carry these; nothing here is worked out.
 */
export const SINGLE_KINDS = ['piston', 'pin', 'lockPair', 'ringSet', 'rod', 'bearingPair'] as const;
export type SingleKind = (typeof SINGLE_KINDS)[number];

/**
 * What is weighed as one: a cylinder's piston, pin, locks and rings together; a piston pressed on its rod, with the pin.
 * Every job has these too, so that it can change its school without losing a reading.
 */
export const TOGETHER_KINDS = ['cylinderSet', 'pressedAssembly'] as const;

export const PART_KINDS = [...SINGLE_KINDS, ...TOGETHER_KINDS] as const;
export type PartKind = (typeof PART_KINDS)[number];

export const isSingleKind = (kind: PartKind): kind is SingleKind => (SINGLE_KINDS as readonly PartKind[]).includes(kind);

/**
 * The schools of weighing what goes up and down: every part by itself; a cylinder's set in one go; sets in one go, and from then on the
 * bare pistons alone; or, where pins are pressed and stay so, the piston on its rod as one assembly with two ends.
 */
export const PART_SCHOOLS = ['eachPart', 'cylinderSets', 'setAndBare', 'pressedAssemblies'] as const;
export type PartSchool = (typeof PART_SCHOOLS)[number];

const KINDS_WEIGHED: Readonly<Record<PartSchool, readonly PartKind[]>> = {
  eachPart: SINGLE_KINDS,
  cylinderSets: ['cylinderSet', 'rod', 'bearingPair'],
  setAndBare: ['cylinderSet', 'piston', 'rod', 'bearingPair'],
  pressedAssemblies: ['pressedAssembly', 'ringSet', 'bearingPair'],
};

/** The kinds that go on the scale in a school. */
export const kindsWeighed = (school: PartSchool): readonly PartKind[] => KINDS_WEIGHED[school];

export const MEASURES = ['mass', 'total', 'bigEnd', 'smallEnd'] as const;
export type Measure = (typeof MEASURES)[number];

export interface PartFact {
  readonly id: string;
  readonly kind: PartKind;
  /** The cylinder the part is numbered to, counted from 1. */
  readonly cylinder: number;
  /** Damaged or to be replaced: never the reference of a set. */
  readonly damaged: boolean;
  /** The place it will run in, where a swap moved it; left out where it stays in its own. */
  readonly runsIn?: number;
  /** It came beyond what the engine needs: a ninth piston, numbered on from the cylinders. */
  readonly extra?: true;
  /** It runs in no cylinder: its place is an extra part's. */
  readonly spare?: true;
}

/** The cylinder that a part will run in; of a spare its place beyond them. */
export const cylinderOf = (part: PartFact): number => part.runsIn ?? part.cylinder;

export interface ReadingFact {
  readonly id: string;
  readonly partId: string;
  readonly measure: Measure;
  readonly valueG: number;
  /** The cut after which this was weighed; null before any cut. */
  readonly cutId: string | null;
  /** Set when the value is a signed difference from this part, which the scale was tared on. */
  readonly referencePartId: string | null;
  /** The scale it was read on; null or left out where nobody said. */
  readonly instrumentId?: string | null;
  readonly voided: boolean;
}

/** Metal taken off a part while matching, in the order it happened. */
export interface PartCutFact {
  readonly id: string;
  readonly partId: string;
  /** Not cut, but replaced: a new part has come in the old one's place, as received from here on. */
  readonly replaced?: boolean;
}

export interface WeighFacts {
  readonly parts: readonly PartFact[];
  readonly readings: readonly ReadingFact[];
  readonly partCuts: readonly PartCutFact[];
  /** What is known of the scales that were used, by their ids; left out for nothing. */
  readonly scales?: Readonly<Record<string, ScaleFacts>>;
}

/**
 * The schools of weighing a rod (handbook section 2): both ends and the total, with their closure test; one end many
 * times and the total, the other end following; the total alone, which leaves the ends unknown.
 */
export const ROD_SCHOOLS = ['endsAndTotal', 'smallAndTotal', 'bigAndTotal', 'totalOnly'] as const;
export type RodSchool = (typeof ROD_SCHOOLS)[number];

const ROD_MEASURES: Readonly<Record<RodSchool, readonly Measure[]>> = {
  endsAndTotal: ['total', 'bigEnd', 'smallEnd'],
  smallAndTotal: ['total', 'smallEnd'],
  bigAndTotal: ['total', 'bigEnd'],
  totalOnly: ['total'],
};

/** A rod, or a piston pressed on one: weighed end by end. */
export const hasEnds = (kind: PartKind): boolean => kind === 'rod' || kind === 'pressedAssembly';

/** The weighings a kind of part needs: of what has ends by the rod school, of everything else one. */
export const measuresOf = (kind: PartKind, rodSchool: RodSchool): readonly Measure[] => (hasEnds(kind) ? ROD_MEASURES[rodSchool] : ['mass']);

/** Every weighing that a kind of part can have, whatever the school. */
export const allMeasuresOf = (kind: PartKind): readonly Measure[] => measuresOf(kind, 'endsAndTotal');

/** Balanced alone, with damper and flywheel neutral; or together with them. */
export type Balance = 'internal' | 'external';
