import { PERSON_HEADER } from '@tare/contract';
import type { Request, Response } from 'express';
import { setSignedCookie, signedCookie } from './cookies.js';

/** People of one device; whoever was picked longest ago makes room. */
const MOST_PEOPLE = 20;

/** Another shop on the same machine has cookies of its own: a browser does not tell ports apart. */
const cookieName = (shopId: string): string => `tare-bench-${shopId.slice(0, 8)}`;

/** The people picked on the device that asks, the last first: what a cookie that this server signed says. */
function pickedOn(request: Request, shopId: string): readonly string[] {
  return signedCookie(request, cookieName(shopId))?.split('.') ?? [];
}

/** Puts a person at the bench of the device that asks. */
export function pick(request: Request, response: Response, shopId: string, personId: string): void {
  const others = pickedOn(request, shopId).filter((id) => id !== personId);
  setSignedCookie(request, response, cookieName(shopId), [personId, ...others].slice(0, MOST_PEOPLE).join('.'));
}

/**
 * Who makes the request: one of those picked on its device, whom it names, or else the last of them. Several can be: what one of
 * them typed may still wait there to be sent when the next is at the bench.
 */
export function whoAsks(request: Request, shopId: string): string | null {
  const picked = pickedOn(request, shopId);
  const named = request.get(PERSON_HEADER);
  if (named === undefined) return picked[0] ?? null;
  return picked.includes(named) ? named : null;
}
