import { randomInt, timingSafeEqual } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { NewDevice, ShopDevice } from '@tare/contract';
import type { Request, Response } from 'express';
import type { Knex } from 'knex';
import { signedCookie, setSignedCookie } from '../access/cookies.js';
import { secretOf } from '../access/secret.js';
import { KNEX } from '../database/connect.js';
import { ProblemException } from '../http/problem.js';
import { CurrentShop } from '../shop/currentShop.js';
import { isLoopback } from './ownNames.js';

/** Without letters and digits that are taken for others. */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const GROUPS = 5;
const GROUP_LETTERS = 4;
/** A revoked device is out within this. */
const KNOWN_MS = 2000;
const SEEN_EVERY_MS = 3600 * 1000;
/** Wrong codes of one address, and of all of them, within an hour. */
const MOST_WRONG = { each: 10, all: 100 };
const HOUR_MS = 3600 * 1000;

/** Twenty letters, some 98 bits: nobody tries them all. */
export const makeCode = (): string =>
  Array.from({ length: GROUPS }, () => Array.from({ length: GROUP_LETTERS }, () => LETTERS[randomInt(LETTERS.length)]).join('')).join('-');

/** The devices that the shop let in. Whoever sits at the machine that Tare runs on needs no code. */
@Injectable()
export class Devices {
  /** Of each device, whether it was let in when that was last looked up. */
  private readonly known = new Map<string, { readonly letIn: boolean; readonly at: number }>();
  private wrong: { readonly from: string; readonly at: number }[] = [];

  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  code(): Promise<string> {
    return secretOf(this.db, 'shopCode', makeCode);
  }

  /** Whether the device that asks is of the shop. */
  async letsIn(request: Request): Promise<boolean> {
    if (isLoopback(request.socket.remoteAddress)) return true;
    const id = await this.idOf(request);
    if (id === null) return false;
    const now = Date.now();
    const before = this.known.get(id);
    if (before && now - before.at < KNOWN_MS) return before.letIn;
    const row = await this.db('device').where({ id }).whereNull('revoked_at').first<{ seen_at: Date } | undefined>('seen_at');
    if (row && now - row.seen_at.getTime() > SEEN_EVERY_MS) await this.db('device').where({ id }).update({ seen_at: this.db.fn.now() });
    this.known.set(id, { letIn: row !== undefined, at: now });
    return row !== undefined;
  }

  /** @throws ProblemException 422 for a wrong code, 429 for too many */
  async add({ id, name, code }: NewDevice, request: Request, response: Response): Promise<ShopDevice> {
    const from = request.socket.remoteAddress ?? '';
    this.wrong = this.wrong.filter(({ at }) => Date.now() - at < HOUR_MS);
    if (this.wrong.length >= MOST_WRONG.all || this.wrong.filter((one) => one.from === from).length >= MOST_WRONG.each)
      throw new ProblemException(429, 'Too many wrong codes were tried. Wait an hour, or let somebody of the shop look who that is.');
    if (!isSame(code, await this.code())) {
      this.wrong.push({ from, at: Date.now() });
      throw new ProblemException(
        422,
        'That is not the shop code. It stands where Tare was started, and on the page “Other devices” of that machine.',
      );
    }
    const shopId = await this.shop.id();
    await this.db('device').insert({ id, shop_id: shopId, name: name.trim() }).onConflict('id').ignore();
    setSignedCookie(request, response, cookieName(shopId), id);
    return (await this.list(request, id)).find((device) => device.id === id)!;
  }

  /** The latest first. @param thisId the device that asks, where its cookie does not say so yet */
  async list(request: Request, thisId?: string): Promise<ShopDevice[]> {
    const own = thisId ?? (await this.idOf(request));
    const rows = await this.db('device')
      .where({ shop_id: await this.shop.id() })
      .orderBy('created_at', 'desc')
      .limit(200)
      .select<DeviceRow[]>('id', 'name', 'created_at', 'seen_at', 'revoked_at');
    return rows.map(({ id, name, created_at, seen_at, revoked_at }) => ({
      id,
      name,
      since: created_at.toISOString(),
      seenAt: seen_at.toISOString(),
      revokedAt: revoked_at?.toISOString() ?? null,
      isThis: id === own,
    }));
  }

  /** From now on it needs the code again. */
  async revoke(id: string): Promise<void> {
    await this.db('device')
      .where({ id, shop_id: await this.shop.id() })
      .whereNull('revoked_at')
      .update({ revoked_at: this.db.fn.now() });
    this.known.delete(id);
  }

  /** Another code; devices that were let in stay. */
  async renewCode(): Promise<string> {
    await this.code();
    const value = makeCode();
    await this.db('server_secret').where({ name: 'shopCode' }).update({ value });
    return value;
  }

  private async idOf(request: Request): Promise<string | null> {
    return signedCookie(request, cookieName(await this.shop.id()));
  }
}

interface DeviceRow {
  readonly id: string;
  readonly name: string;
  readonly created_at: Date;
  readonly seen_at: Date;
  readonly revoked_at: Date | null;
}

const cookieName = (shopId: string): string => `tare-device-${shopId.slice(0, 8)}`;

/** Whatever case and however parted; in a time that tells nothing. */
function isSame(typed: string, code: string): boolean {
  const [x, y] = [typed, code].map((text) => Buffer.from(text.toUpperCase().replace(/[^A-Z0-9]/g, '')));
  return x!.length === y!.length && timingSafeEqual(x!, y!);
}
