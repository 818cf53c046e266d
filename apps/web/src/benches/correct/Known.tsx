import { RAYLEIGH95, toPolar, type TrackedJob, type TrackedPlane } from '@tare/core';
import type { ReactNode } from 'react';
import { degrees, fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';

/** A gain known to better than this was learned: calibrations are not so good by themselves. */
const LEARNED_BELOW = 0.03;

/** What all spins, cuts and known weights together say of the crank, and of the machine that reads it. */
export function Known({ tracked }: { readonly tracked: TrackedJob }): ReactNode {
  const { sheet } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const plane = (name: string, known: TrackedPlane, radiusMm: number): ReactNode => {
    const { amount, angleDeg } = toPolar(known.unbalanceGmm);
    return (
      <p>
        {`${name}: `}
        <span className="figure-type font-semibold">{`${fixed(amount / radiusMm, 2)} g at ${fixed(radiusMm, 0)} mm @ ${degrees(angleDeg)}`}</span>
        <span className="figure-type">{` ± ${fixed((RAYLEIGH95 * known.deviationGmm) / radiusMm, 2)} g`}</span>
        <span className="text-ink-soft">{`; ${gainWords(known)}`}</span>
      </p>
    );
  };
  return (
    <section aria-label="What is known">
      <p className="font-semibold">
        {tracked.spins === 1
          ? 'By one spin the crank is too heavy'
          : `By ${tracked.spins} spins and what was drilled between, the crank is too heavy`}
      </p>
      {plane('A', tracked.a, radiusAMm)}
      {plane('B', tracked.b, radiusBMm)}
    </section>
  );
}

function gainWords({ gain, gainDeviation }: TrackedPlane): string {
  const { amount, angleDeg } = toPolar(gain);
  const turnDeg = angleDeg > 180 ? angleDeg - 360 : angleDeg;
  const good = `± ${fixed(100 * gainDeviation, 1)} %`;
  return gainDeviation < LEARNED_BELOW
    ? `this set-up reads ${fixed(amount, 3)} of what is there, ${fixed(Math.abs(turnDeg), 1)}° ${turnDeg < 0 ? 'before' : 'past'} it (${good}), learned from what the cuts did`
    : `what its numbers are worth is known to ${good}: the first cut will tell`;
}
