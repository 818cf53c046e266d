import type { Request, Response } from 'express';

const A_YEAR_MS = 365 * 24 * 3600 * 1000;

/** What a cookie that this server signed says; null for none, or one that somebody else made. */
export function signedCookie(request: Request, name: string): string | null {
  const said: unknown = (request.signedCookies as Record<string, unknown>)[name];
  return typeof said === 'string' && said !== '' ? said : null;
}

/** A signed cookie that no script reads and no other site's page sends. */
export function setSignedCookie(request: Request, response: Response, name: string, value: string): void {
  response.cookie(name, value, { signed: true, httpOnly: true, sameSite: 'strict', secure: request.secure, maxAge: A_YEAR_MS });
}
