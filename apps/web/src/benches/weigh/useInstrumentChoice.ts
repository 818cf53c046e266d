import type { Instrument } from '@tare/contract';
import { fitness, type Fitness, type Measure } from '@tare/core';
import { studiedDeviationG, useInstruments } from '../../api/instruments.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { useDraft } from '../../ui/useDraft.js';
import type { PartKind } from '@tare/core';

export interface InstrumentChoice {
  /** The instruments that can weigh this: a rod's ends hang in a fixture, everything else stands on a scale. */
  readonly fitting: readonly Instrument[];
  readonly chosen: Instrument | null;
  readonly choose: (id: string) => void;
  readonly fitness: Fitness | null;
}

/** Chosen where the readings come from none of the shop's instruments, or nobody says from which. */
export const NOT_SAID = 'not-said';

/** Which instrument weighs this kind at this bench, and whether it can hold the job's tolerance. */
export function useInstrumentChoice(kind: PartKind, measure: Measure, placements: number): InstrumentChoice {
  const { sheet, figures } = useOpenJob();
  const { data: cupboard } = useInstruments();
  const wanted = measure === 'bigEnd' || measure === 'smallEnd' ? 'rodFixture' : 'scale';
  // A choice of this screen, not of the job: another bench has another scale.
  const [chosenId, choose] = useDraft(`instrument.${wanted}`);
  const fitting = cupboard?.instruments.filter(({ spec }) => spec.kind === wanted) ?? [];
  // The only fixture in the shop needs no choosing; that it was not used can still be said.
  const only = fitting.length === 1 && chosenId === '' ? fitting[0]! : null;
  const chosen = only ?? fitting.find(({ id }) => id === chosenId) ?? null;
  const means = figures.weighed.parts.filter(({ part }) => part.kind === kind).flatMap(({ now }) => (now[measure] ? [now[measure].meanG] : []));
  return {
    fitting,
    chosen,
    choose,
    fitness:
      chosen && cupboard
        ? fitness({
            divisionG: chosen.spec.divisionG,
            capacityG: chosen.spec.capacityG,
            deviationG: figures.weighed.deviationG[`${kind}.${measure}`] ?? studiedDeviationG(chosen, cupboard),
            toleranceG: sheet.spec.matchToleranceG,
            heaviestG: Math.max(0, ...means) + chosen.spec.fixtureG,
            placements,
          })
        : null,
  };
}
