import type { Counterweight, Crank } from '@tare/core';

/** What bolts on has rims of its own: iron all the way round, drilled from the rim; a cover is ground. */
const rim = (kind: 'damper' | 'flywheel' | 'clutchCover', name: string, zMm: number): Counterweight => ({
  id: kind,
  name,
  zMm,
  widthMm: 24,
  rimRadiusMm: 110,
  arcCentreDeg: 0,
  arcHalfWidthDeg: 180,
  depthLimitMm: 20,
  kind,
  ...(kind === 'clutchCover' ? { drillFrom: 'grind' as const } : {}),
});
export const withBoltOns = (crank: Crank): Crank => {
  const zs = crank.counterweights.map(({ zMm }) => zMm);
  const [front, rear] = [Math.min(...zs), Math.max(...zs)];
  return {
    ...crank,
    counterweights: [
      ...crank.counterweights,
      rim('damper', 'Damper', front - 46),
      rim('flywheel', 'Flywheel', rear + 60),
      rim('clutchCover', 'Clutch cover', rear + 88),
    ],
  };
};
