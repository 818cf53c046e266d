import type { Request } from 'express';

const MAKERS = new WeakMap<Request, string>();

/** Notes who makes a request. */
export function madeBy(request: Request, personId: string): void {
  MAKERS.set(request, personId);
}

/** Who makes a request; null for one that nobody has to be picked for. */
export const makerOf = (request: Request): string | null => MAKERS.get(request) ?? null;
