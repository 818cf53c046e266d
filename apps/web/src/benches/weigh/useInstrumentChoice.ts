import type { Instrument } from '@tare/contract';
import { fitness, type Fitness, type Measure } from '@tare/core';
import { studiedDeviationG, useInstruments } from '../../api/instruments.js';
import { useShop } from '../../api/queries.js';
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
  const { data: shop } = useShop();
  const kindOf = (partId: string): PartKind | undefined => sheet.parts.find(({ id }) => id === partId)?.kind;
  const wanted = measure === 'bigEnd' || measure === 'smallEnd' ? 'rodFixture' : 'scale';
  const ofKind = cupboard?.instruments.filter(({ spec }) => spec.kind === wanted) ?? [];
  // A job goes on with what it was last weighed on; another job at the same bench has its own.
  const used = sheet.readings.findLast(({ instrumentId }) => ofKind.some(({ id }) => id === instrumentId))?.instrumentId ?? null;
  const [chosenId, choose] = useDraft(`instrument.${wanted}.${sheet.id}`);
  const isOffered = ({ id, spec }: Instrument): boolean => spec.source !== 'standin' || shop?.fittings.standIns === true || id === used;
  const fitting = ofKind.filter(isOffered);
  // The only one in the shop needs no choosing; that it was not used can still be said.
  const only = fitting.length === 1 ? fitting[0]!.id : null;
  const goesBy = chosenId === '' ? (used ?? only) : chosenId;
  const chosen = fitting.find(({ id }) => id === goesBy) ?? null;
  // Scatter that was seen on another scale says nothing of this one.
  const ownReadings = sheet.readings.filter(({ voidedBy, measure: of, partId }) => voidedBy === null && of === measure && kindOf(partId) === kind);
  const isItsOwn = ownReadings.every(({ instrumentId }) => instrumentId === chosen?.id);
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
            deviationG: (isItsOwn ? figures.weighed.deviationG[`${kind}.${measure}`] : undefined) ?? studiedDeviationG(chosen, cupboard),
            toleranceG: sheet.spec.matchToleranceG,
            heaviestG: Math.max(0, ...means) + chosen.spec.fixtureG,
            placements,
          })
        : null,
  };
}
