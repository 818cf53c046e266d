import { isRimCut, replacedId } from '../rotor/cut.js';
import type { PartCutFact, ReadingFact } from '../parts/facts.js';
import type { HoleFact, SpinFact } from '../job/jobFacts.js';
import type { HungPiece } from '../estimate/hungPieces.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import { standingEntries, standingOf, standingReference, type WhatStands, type VoidFact } from './standing.js';

/** Known weights that hung on the crank in a spin, g·mm in the spin's planes. */
export interface HungFact {
  readonly id: string;
  readonly spinId: string;
  readonly hung: PlaneUnbalance;
  /** Where each of them sat; null or left out where nobody said. */
  readonly pieces?: readonly HungPiece[] | null;
}

/** A job's ledgers as they were written, oldest first, with every void and amendment. */
export interface Ledgers<R, C, S, H> {
  readonly readings: readonly R[];
  readonly partCuts: readonly C[];
  readonly spins: readonly S[];
  readonly holes: readonly H[];
  readonly hungWeights: readonly HungFact[];
  readonly voids: readonly VoidFact[];
}

interface Hung {
  readonly hung: PlaneUnbalance | null;
  readonly hungPieces: readonly HungPiece[] | null;
}

/** The same with only what stands; voided readings stay in sight, marked. */
export interface OpenLedgers<R, C, S, H> {
  readonly readings: readonly (R & { readonly voided: boolean })[];
  readonly partCuts: readonly C[];
  readonly spins: readonly (S & Hung)[];
  readonly holes: readonly H[];
  readonly standing: WhatStands;
}

/**
 * A job's ledgers as they count: what was voided is as if it never had been, what was amended is replaced in its place. A
 * reading after a voided cut is one of the part as it was before; a hole after a voided spin follows the spin before, and one that
 * goes deeper into an amended hole goes into what stands in its place.
 */
export function openLedgers<
  R extends Omit<ReadingFact, 'voided'>,
  C extends PartCutFact,
  S extends Omit<SpinFact, 'hung' | 'hungPieces'>,
  H extends HoleFact,
>({ readings, partCuts, spins, holes, hungWeights, voids }: Ledgers<R, C, S, H>): OpenLedgers<R, C, S, H> {
  const standing = standingOf(voids);
  const hungInSpin = new Map(standingEntries(hungWeights, standing).map((weight) => [weight.spinId, weight]));
  // Readings keep their places, so that a ledger reads as it was written: an amended one stands struck beside the new.
  const counted = (reading: R): R & { readonly voided: boolean } => ({
    ...reading,
    cutId: standingReference(reading.cutId, partCuts, standing, ({ partId }) => partId === reading.partId),
    voided: standing.against(reading.id) !== null,
  });
  return {
    readings: readings.map(counted),
    partCuts: standingEntries(partCuts, standing),
    spins: standingEntries(spins, standing).map((spin) => ({
      ...spin,
      hung: hungInSpin.get(spin.id)?.hung ?? null,
      hungPieces: hungInSpin.get(spin.id)?.pieces ?? null,
    })),
    holes: standingEntries(holes, standing).map((hole) => ({
      ...hole,
      ...nowReplaces(hole, standing),
      afterSpinId: standingReference(hole.afterSpinId, spins, standing),
    })),
    standing,
  };
}

function nowReplaces(hole: HoleFact, { inPlaceOf }: WhatStands): { readonly replacesId?: string } {
  const old = isRimCut(hole) ? null : replacedId(hole);
  const now = old === null ? null : inPlaceOf(old);
  return now === null || now === old ? {} : { replacesId: now };
}
