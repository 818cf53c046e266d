/**
 * What people measured and decided on a job, in the shape the computation needs. The server's ledgers and the
 * web's cache both carry these; nothing here is worked out.
 */
export const PART_KINDS = ['piston', 'pin', 'lockPair', 'ringSet', 'rod', 'bearingPair'] as const;
export type PartKind = (typeof PART_KINDS)[number];

export const MEASURES = ['mass', 'total', 'bigEnd', 'smallEnd'] as const;
export type Measure = (typeof MEASURES)[number];

export interface PartFact {
  readonly id: string;
  readonly kind: PartKind;
  /** The cylinder the part is numbered to, counted from 1. */
  readonly cylinder: number;
  /** Damaged or to be replaced: never the reference of a set. */
  readonly damaged: boolean;
}

export interface ReadingFact {
  readonly id: string;
  readonly partId: string;
  readonly measure: Measure;
  readonly valueG: number;
  /** The cut after which this was weighed; null before any cut. */
  readonly cutId: string | null;
  /** Set when the value is a signed difference from this part, which the scale was tared on. */
  readonly referencePartId: string | null;
  readonly voided: boolean;
}

/** Metal taken off a part while matching, in the order it happened. */
export interface PartCutFact {
  readonly id: string;
  readonly partId: string;
}

export interface WeighFacts {
  readonly parts: readonly PartFact[];
  readonly readings: readonly ReadingFact[];
  readonly partCuts: readonly PartCutFact[];
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

/** The weighings a kind of part needs: a rod's by its school, everything else one. */
export const measuresOf = (kind: PartKind, rodSchool: RodSchool): readonly Measure[] => (kind === 'rod' ? ROD_MEASURES[rodSchool] : ['mass']);

/** Every weighing that a kind of part can have, whatever the school. */
export const allMeasuresOf = (kind: PartKind): readonly Measure[] => measuresOf(kind, 'endsAndTotal');
