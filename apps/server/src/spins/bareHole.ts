import type { CrankHole } from '@tare/core';

/** A hole without its ledger entry: the machine is told metal, not records. */
export const bareHole = ({ counterweightId, angleDeg, bitMm, pointAngleDeg, depthMm, slug, was }: CrankHole): CrankHole => ({
  counterweightId,
  angleDeg,
  bitMm,
  pointAngleDeg,
  depthMm,
  ...(slug ? { slug } : {}),
  ...(was ? { was } : {}),
});
