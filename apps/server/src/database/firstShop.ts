import { randomUUID } from 'node:crypto';
import { POINT_ANGLE_DEG, type Bit } from '@tare/core';
import type { Knex } from 'knex';

/** What a new shop has in its drill cabinet until it says otherwise. */
export const USUAL_BITS: readonly Bit[] = [6, 8, 10, 12, 16, 20].map((bitMm) => ({
  bitMm,
  pointAngleDeg: POINT_ANGLE_DEG,
  usableDepthMm: bitMm < 8 ? 30 : 50,
}));

export async function insertShop(db: Knex, id: string, name: string): Promise<void> {
  await db('shop').insert({ id, name, factor_ratio: 0.5, oil_g: 4 });
  await db('bit').insert(
    USUAL_BITS.map((bit) => ({ shop_id: id, bit_mm: bit.bitMm, point_angle_deg: bit.pointAngleDeg, usable_depth_mm: bit.usableDepthMm })),
  );
}

/** Gives an empty database its one shop. */
export async function ensureShop(db: Knex, name: string): Promise<void> {
  const shop = await db('shop').first<{ id: string } | undefined>('id');
  if (!shop) await insertShop(db, randomUUID(), name);
}
