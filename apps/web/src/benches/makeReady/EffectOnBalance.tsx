import { keptSpecOf } from '@tare/contract';
import { thickerShellsG, tolerance, toPolar, workChange, type CrankFigures, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { plannedGrind } from './plannedGrind.js';
import { useDisplay } from '../../ui/display.js';

/** What a grind that is planned will do to each plane, before it is done. */
export function EffectOnBalance({ made, figures }: { readonly made: MadeReady; readonly figures: CrankFigures }): ReactNode {
  const { sheet } = useOpenJob();
  const { figure, unit } = useDisplay();
  const spec = keptSpecOf(sheet);
  const planned = made.planned.pins;
  const work = plannedGrind('pins', { made, figures, sheet });
  if (planned === undefined || !work) return null;
  const found = workChange(work, spec, null);
  if (!found) return null;
  const { planes } = spec.crank;
  const allowed = tolerance(spec.tolerance, planes, {
    massKg: spec.crank.massKg,
    massCentreZMm: spec.crank.massCentreZMm,
    redlineRpm: spec.redlineRpm,
  });
  const rows = [
    { plane: 'A', gmm: found.change.aGmm, radiusMm: planes.radiusAMm, allowedGmm: allowed.aGmm, at: 0 },
    { plane: 'B', gmm: found.change.bGmm, radiusMm: planes.radiusBMm, allowedGmm: allowed.bGmm, at: 10 },
  ].map((row) => ({ ...row, ...toPolar(row.gmm), errorGmm: 2 * Math.sqrt(found.covariance[row.at]!) }));
  const isFelt = rows.some(({ amount, allowedGmm }) => amount > allowedGmm / 5);
  return (
    <section className="grid gap-1 border-2 border-edge p-3" aria-label="What it does to the balance">
      <h2 className="text-xl">What grinding the pins will do to the balance</h2>
      {isFelt ? (
        rows.map(({ plane, amount, angleDeg, radiusMm, errorGmm }) => (
          <p key={plane}>
            {`Plane ${plane}: `}
            <strong className="figure-type">{`${figure(amount, 'g·mm', 0)} ± ${figure(errorGmm, 'g·mm', 0)} ${unit('g·mm')} at ${Math.round(angleDeg)}°`}</strong>
            {`, ${figure(amount / radiusMm, 'g', 2)} ${unit('g')} at the correction radius.`}
          </p>
        ))
      ) : (
        <p>The pins of this crank cancel: it does not notice what they lose.</p>
      )}
      {made.limits?.pins.shells && (
        <p>
          {'Shells that much thicker weigh '}
          <strong className="figure-type">{`${figure(thickerShellsG(made.limits.pins.shells, planned), 'g', 2)} ${unit('g')}`}</strong>
          {' more a pair: so much more of every rod’s bearings turns, and the bob weights grow by it.'}
        </p>
      )}
      <p className="text-ink-soft">
        Thicker undersize shells give part of it back in the bob weights: weigh the new pairs. A spin made before is of another crank; the next one is
        held against this.
      </p>
    </section>
  );
}
