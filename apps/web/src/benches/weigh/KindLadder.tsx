import { KIND_NAMES, MEASURE_NAMES, unsettledWords } from '@tare/card';
import { hasEnds } from '@tare/core';
import type { ReactNode } from 'react';
import { WeightLadder } from '../../draw/WeightLadder.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { kindFigures } from './kindFigures.js';
import type { Weighing } from './useWeighing.js';

/** The kind's parts on one gram scale, and what one more placement would settle. */
export function KindLadder({ weighing }: { readonly weighing: Weighing }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { kind, waiting } = weighing;
  const measure = waiting?.measure ?? (hasEnds(kind) ? 'total' : 'mass');
  const shown = kindFigures(figures.weighed, kind, measure, sheet.spec.matchToleranceG, weighing.divisionG);
  if (!shown || shown.rungs.length < 2) return null;
  const title = measure === 'mass' ? KIND_NAMES[kind].many : `${KIND_NAMES[kind].many}, ${MEASURE_NAMES[measure].toLowerCase()}`;
  const settleable = shown.open.filter(({ standing }) => standing.placements !== null);
  const hopeless = shown.open.filter(({ standing }) => standing.placements === null);
  return (
    <section className="grid gap-2">
      <WeightLadder title={title} rungs={shown.rungs} targetG={shown.targetG} toleranceG={sheet.spec.matchToleranceG} />
      {settleable.map(({ cylinder, standing }) => (
        <p
          key={cylinder}
        >{`${KIND_NAMES[kind].one} ${cylinder}: whether it is inside is still open; ${standing.placements === 1 ? 'one more placement would help' : `about ${standing.placements} more placements would settle it`}.`}</p>
      ))}
      {hopeless.length > 0 && (
        <p className="text-ink-soft">
          {unsettledWords(
            kind,
            hopeless.map(({ cylinder }) => cylinder),
            sheet.spec.matchToleranceG,
          )}
        </p>
      )}
    </section>
  );
}
