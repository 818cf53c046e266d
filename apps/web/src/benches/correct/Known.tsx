import { degrees, fixed, placesKnown } from '@tare/card';
import { toPolar, type JobEstimate } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { useDisplay } from '../../ui/display.js';
import { RestsOnWords } from '../spin/weights/RestsOnWords.js';

/** What all spins, cuts and known weights together say of the crank, and what that rests on. */
export function Known({ estimate }: { readonly estimate: JobEstimate }): ReactNode {
  const { say } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const { now, counted } = estimate;
  if (!now) return null;
  const plane = (name: 'A' | 'B', radiusMm: number): ReactNode => {
    const of = name === 'A' ? 'aGmm' : 'bGmm';
    const { amount, angleDeg } = toPolar(now.unbalance[of]);
    const radius = now.radius95Gmm?.[of] ?? null;
    const places = placesKnown(radius, radiusMm);
    const atLeast = now.atLeastGmm[name === 'A' ? 'a' : 'b'];
    return (
      <p>
        {`${name}: `}
        {atLeast === null ? (
          <>
            <span className="figure-type font-semibold">{`${fixed(amount / radiusMm, places)} g at ${say(radiusMm, 'mm', 0)} @ ${degrees(angleDeg)}`}</span>
            <span className="figure-type">{radius === null ? ', how surely nobody knows yet' : ` ± ${fixed(radius / radiusMm, places)} g`}</span>
          </>
        ) : (
          <span className="font-semibold">
            {atLeast > 0 ? `at least ${fixed(atLeast / radiusMm, 1)} g at ${say(radiusMm, 'mm', 0)}: off the scale` : 'off the scale'}
          </span>
        )}
      </p>
    );
  };
  return (
    <section aria-label="What is known">
      <p className="font-semibold">
        {figures.holesSinceLastSpin > 0
          ? 'What should be left now, by the cuts since the last spin'
          : counted === 1
            ? 'Heavy spots, from 1 spin'
            : `Heavy spots, from ${counted} spins${sheet.holes.length > 0 ? ' and the cuts between them' : ''}`}
      </p>
      <div className="flex flex-wrap gap-x-8">
        {plane('A', radiusAMm)}
        {plane('B', radiusBMm)}
      </div>
      <RestsOnWords />
    </section>
  );
}
