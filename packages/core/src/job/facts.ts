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
  /** A damaged part is never the reference of a set. */
  readonly damaged: boolean;
}

export interface ReadingFact {
  readonly id: string;
  readonly partId: string;
  readonly measure: Measure;
  readonly valueG: number;
  /** The cut after which this was weighed; null before any cut. */
  readonly cutId: string | null;
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

/** The weighings a kind of part needs: a rod three, everything else one. */
export const measuresOf = (kind: PartKind): readonly Measure[] => (kind === 'rod' ? ['total', 'bigEnd', 'smallEnd'] : ['mass']);
