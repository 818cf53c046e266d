import type { SpinRequest } from '@tare/contract';
import { hungUnbalance, movePlanes, type Planes, type PlaneUnbalance } from '@tare/core';

/** What hung in a spin, in the planes that it is read in: said piece by piece, or in the crank’s planes; null for nothing. */
export function hungIn({ hung, hungPieces }: Pick<SpinRequest, 'hung' | 'hungPieces'>, from: Planes, to: Planes): PlaneUnbalance | null {
  if (hungPieces && hungPieces.length > 0) return hungUnbalance(hungPieces, to);
  return hung ? movePlanes(hung, from, to) : null;
}
