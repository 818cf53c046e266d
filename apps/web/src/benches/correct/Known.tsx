import { degrees, fixed, placesKnown } from '@tare/card';
import { toPolar, type GainKnown, type JobEstimate } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { useDisplay } from '../../ui/display.js';

/** A gain that is known by so much better than at first was learned. */
const LEARNED_RATIO = 0.7;

/** What all spins, cuts and known weights together say of the crank, and of the machine that reads it. */
export function Known({ estimate }: { readonly estimate: JobEstimate }): ReactNode {
  const { say } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const { now, gains, counted } = estimate;
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
      <p className="text-ink-soft">{gainsWords(gains.at(-1)!)}</p>
    </section>
  );
}

/** What the machine's numbers are worth (± holds the truth 95 times in 100, as on the card), once where both planes are alike. */
function gainsWords(known: GainKnown): string {
  const [a, b] = [gainWords(known, 'a'), gainWords(known, 'b')];
  return a === b ? `The machine’s ${a}` : `In A the machine’s ${a} In B its ${b}`;
}

function gainWords(known: GainKnown, plane: 'a' | 'b'): string {
  const { gain, deviation } = known[plane];
  const { amount, angleDeg } = toPolar(gain);
  const turnDeg = angleDeg > 180 ? angleDeg - 360 : angleDeg;
  const percent = 100 * deviation;
  return deviation < LEARNED_RATIO * known.before
    ? `numbers are ${fixed(amount, 2)} of what is there, ${fixed(Math.abs(turnDeg), 1)}° ${turnDeg < 0 ? 'before' : 'past'} it (± ${fixed(2 * percent, 1)} %): the cuts and known weights taught that.`
    : `own error is up to ${fixed(percent, 1)} %. The next cut or a known weight will narrow it.`;
}
