import type { Display, ShopFittings } from '@tare/contract';
import { POINT_ANGLE_DEG, type Bit, type UsualBobChoices } from '@tare/core';
import type { Knex } from 'knex';
import { readVersion, type VersionedTable } from '../ledger/versions.js';

/** What a shop takes until it says otherwise (handbook section 4). */
export const USUAL_BOB_CHOICES: UsualBobChoices = { factorRatio: 0.5, oilG: 4 };

/** What a new shop has in its drill cabinet until it says otherwise. */
export const USUAL_BITS: readonly Bit[] = [6, 8, 10, 12, 16, 20].map((bitMm) => ({
  bitMm,
  pointAngleDeg: POINT_ANGLE_DEG,
  usableDepthMm: bitMm < 8 ? 30 : 50,
}));

export const usualOf = (shopId: string): VersionedTable => ({ table: 'shop_usual', column: 'usual', key: { shop_id: shopId } });
export const fittingsOf = (shopId: string): VersionedTable => ({ table: 'shop_fittings', column: 'fittings', key: { shop_id: shopId } });
export const bitsOf = (shopId: string): VersionedTable => ({ table: 'shop_bits', column: 'bits', key: { shop_id: shopId } });

/** The shop's bits, and the version of their list. */
export async function readBits(db: Knex, shopId: string): Promise<{ readonly bits: readonly Bit[]; readonly version: number }> {
  const last = await readVersion<readonly Bit[]>(db, bitsOf(shopId));
  return { bits: last?.value ?? USUAL_BITS, version: last?.version ?? 0 };
}

/** What new jobs start with. */
export async function readUsual(db: Knex, shopId: string): Promise<UsualBobChoices & { readonly version: number }> {
  const last = await readVersion<UsualBobChoices>(db, usualOf(shopId));
  return { ...(last?.value ?? USUAL_BOB_CHOICES), version: last?.version ?? 0 };
}

/** A shop that said nothing yet spins and weighs on what it owns. */
const NO_FITTINGS: ShopFittings = { standIns: false, trialPieces: [] };

/** The shop's trial pieces, and whether its stand-ins are offered. */
export async function readFittings(db: Knex, shopId: string): Promise<ShopFittings & { readonly version: number }> {
  const last = await readVersion<ShopFittings>(db, fittingsOf(shopId));
  return { ...(last?.value ?? NO_FITTINGS), version: last?.version ?? 0 };
}

export const displayOf = (personId: string): VersionedTable => ({ table: 'person_display', column: 'display', key: { whose: personId } });

/** In which units each person types and reads, of those who said so. */
export async function readDisplays(db: Knex, shopId: string): Promise<Record<string, Display & { readonly version: number }>> {
  const rows = await db('person_display')
    .where({ shop_id: shopId })
    .orderBy(['whose', { column: 'version', order: 'desc' }])
    .distinctOn('whose')
    .select<{ whose: string; version: number; display: Display }[]>('whose', 'version', 'display');
  return Object.fromEntries(rows.map(({ whose, version, display }) => [whose, { ...display, version }]));
}
