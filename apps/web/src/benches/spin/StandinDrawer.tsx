import { degrees, fixed } from '@tare/card';
import { useMutation } from '@tanstack/react-query';
import { AS_IT_SHOULD_BE, type StandinDials } from '@tare/contract';
import { toPolar, type PlaneUnbalance, type Vector } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { ask } from '../../api/client.js';
import type { ProblemError } from '../../api/problem.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { KEEPS_NOTHING } from '../../shell/useAskBeforeLeaving.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useKept } from '../../ui/form/useKept.js';
import { useDisplay } from '../../ui/display.js';

/** How the stand-in is set up: kept at this screen, since no real machine has such a drawer. */
export function useStandinDials(): readonly [StandinDials, (dials: StandinDials) => void] {
  const { sheet } = useOpenJob();
  const { value, set } = useKept<StandinDials>(`standin-dials.${sheet.id}`, AS_IT_SHOULD_BE, AS_IT_SHOULD_BE);
  return [value, set];
}

interface DialsProps {
  readonly dials: StandinDials;
  readonly onChange: (dials: StandinDials) => void;
}

/** Ticks for how the stand-in is set up, and what is wrong with it. */
export function StandinTicks({ dials, onChange }: DialsProps): ReactNode {
  const tick = (label: string, on: boolean, next: Partial<StandinDials>): ReactNode => (
    <CheckRow checked={on} onChange={() => onChange({ ...dials, ...next })}>
      {label}
    </CheckRow>
  );
  return (
    <>
      {tick('soft supports', dials.supports === 'soft', { supports: dials.supports === 'soft' ? 'hard' : 'soft' })}
      {tick('a loose bob', dials.looseBob, { looseBob: !dials.looseBob })}
      {tick('end stop forgotten', dials.endStopForgotten, { endStopForgotten: !dials.endStopForgotten })}
      <Choice
        label="Heavier pistons: each counterweight too light by"
        className="w-72"
        value={String(dials.lightG ?? 0)}
        onChange={(event) => onChange({ ...dials, lightG: Number(event.target.value) })}
        options={[0, 10, 20, 30, 40, 60].map((grams) => ({ value: String(grams), label: grams === 0 ? 'nothing' : `${grams} g at its rim` }))}
      />
    </>
  );
}

/** The stand-in's own drawer: what is wrong with its set-up, and what no machine could tell. */
export function StandinDrawer({ dials, onChange }: DialsProps): ReactNode {
  const { say } = useDisplay();
  const { sheet } = useOpenJob();
  const truth = useMutation<PlaneUnbalance, ProblemError>({
    ...KEEPS_NOTHING,
    mutationFn: () => ask('GET jobs/:jobId/standin-truth', { ids: { jobId: sheet.id }, search: { lightG: String(dials.lightG ?? 0) } }),
  });
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const words = (vector: Vector, radiusMm: number): string => {
    const { amount, angleDeg } = toPolar(vector);
    return `${fixed(amount / radiusMm, 2)} g at ${say(radiusMm, 'mm', 0)}, ${degrees(angleDeg, 1)}`;
  };
  return (
    <Disclosure className="border-2 border-dashed border-steel px-3" title="The stand-in’s drawer: it stands in for a real machine">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-2">
        <StandinTicks dials={dials} onChange={onChange} />
        <Button disabled={truth.isPending} onClick={() => truth.mutate()}>
          Look at its truth
        </Button>
        {truth.data && (
          <p className="figure-type">{`A ${words(truth.data.aGmm, radiusAMm)}; B ${words(truth.data.bGmm, radiusBMm)}: really too heavy there, now.`}</p>
        )}
        {truth.error && <ProblemNotice>{truth.error.message}</ProblemNotice>}
      </div>
    </Disclosure>
  );
}
