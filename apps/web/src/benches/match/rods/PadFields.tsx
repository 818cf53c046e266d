import type { Said } from '@tare/contract';
import { BIG_END_PLACES, SMALL_END_PLACES, type BigEndPlace, type MatchChoices, type SmallEndPlace } from '@tare/core';
import type { ReactNode } from 'react';
import { Choice } from '../../../ui/Choice.js';
import { Disclosure } from '../../../ui/Disclosure.js';
import { RodSketch } from '../../../draw/PartSketch.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { CommitQuantity } from '../../../ui/form/CommitFields.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { ROD_PLACE_NAMES } from './rodPlaceNames.js';
import type { RodWork } from './useRodPlan.js';

/** Where the rod's pads are, measured along the rod from the small-end centre, with the sketch that shows how. */
export function PadFields({ work }: { readonly work: RodWork }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const { places } = work;
  const change = (part: Partial<MatchChoices>, settled?: () => void, said?: { said?: Said }): void =>
    decide({ subject: 'match.choices', value: { ...sheet.matchChoices, ...part }, ...said }, settled);
  const measured = sheet.matchChoices.bigPadMm !== null && sheet.matchChoices.smallPadMm !== null;
  return (
    <Disclosure
      title={
        <>
          Where the rods are cut:{' '}
          <span className="text-ink-soft">{`${ROD_PLACE_NAMES[places.bigEndPlace]}, and ${ROD_PLACE_NAMES[places.smallEndPlace]}; ${measured ? 'as measured' : 'not measured yet: the usual stations are taken'}`}</span>
        </>
      }
    >
      <div className="flex flex-wrap items-start gap-5 pb-2">
        <RodSketch rodLengthMm={sheet.spec.rodLengthMm} {...places} />
        <div className="grid w-64 gap-2">
          <Choice
            label="At the big end"
            value={places.bigEndPlace}
            disabled={blocked}
            onChange={(event) => change({ bigEndPlace: event.target.value as BigEndPlace, bigPadMm: null })}
            options={BIG_END_PLACES.map(option)}
          />
          <CommitQuantity
            key={places.bigEndPlace}
            label="Its station at the big end"
            unit="mm"
            place={`pad.${sheet.id}.bigPadMm.${places.bigEndPlace}`}
            kept={Math.round(places.bigPadMm * 10) / 10}
            isGood={isStation}
            complaint="A number of mm."
            onCommit={(bigPadMm, settled, said) => change({ bigPadMm }, settled, said)}
          />
          <Choice
            label="At the small end"
            value={places.smallEndPlace}
            disabled={blocked}
            onChange={(event) => change({ smallEndPlace: event.target.value as SmallEndPlace, smallPadMm: null })}
            options={SMALL_END_PLACES.map(option)}
          />
          <CommitQuantity
            key={places.smallEndPlace}
            label="Its station at the small end"
            unit="mm"
            place={`pad.${sheet.id}.smallPadMm.${places.smallEndPlace}`}
            kept={Math.round(places.smallPadMm * 10) / 10}
            isGood={isStation}
            complaint="A number of mm."
            onCommit={(smallPadMm, settled, said) => change({ smallPadMm }, settled, said)}
          />
          <p className="text-ink-soft">
            From the small-end bore’s centre along the rod to the middle of what is cut: the cap’s pad lies beyond the big-end centre, the top of the
            eye before the small end’s, so it counts backwards. Lay a rule on the centre marks. Not the ribs; no notches.
          </p>
          {error && <ProblemNotice>{error.message}</ProblemNotice>}
        </div>
      </div>
    </Disclosure>
  );
}

const option = (value: BigEndPlace | SmallEndPlace): { value: string; label: string } => ({ value, label: ROD_PLACE_NAMES[value] });

/** On a rod, or a little beyond it. */
const isStation = (mm: number): boolean => mm >= -500 && mm <= 2000;
