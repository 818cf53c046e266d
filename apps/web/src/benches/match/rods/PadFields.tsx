import type { ReactNode } from 'react';
import { Disclosure } from '../../../ui/Disclosure.js';
import { RodSketch } from '../../../draw/PartSketch.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { CommitQuantity } from '../../../ui/form/CommitFields.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import type { RodWork } from './useRodPlan.js';

/** Where the rod's pads are, measured along the rod from the small-end centre, with the sketch that shows how. */
export function PadFields({ work }: { readonly work: RodWork }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, error } = useDecide();
  const { padsMm } = work;
  const measured = sheet.matchChoices.bigPadMm !== null && sheet.matchChoices.smallPadMm !== null;
  return (
    <Disclosure
      title={
        <>
          Where the pads are: <span className="text-ink-soft">{measured ? 'as measured' : 'not measured yet; usual places are taken'}</span>
        </>
      }
    >
      <div className="flex flex-wrap items-start gap-5 pb-2">
        <RodSketch rodLengthMm={sheet.spec.rodLengthMm} {...padsMm} />
        <div className="grid w-64 gap-2">
          <CommitQuantity
            label="Cap pad"
            unit="mm"
            place={`pad.${sheet.id}.bigPadMm`}
            kept={Math.round(padsMm.bigPadMm * 10) / 10}
            isGood={isStation}
            complaint="A number of mm."
            onCommit={(bigPadMm, settled, said) => decide({ subject: 'match.choices', value: { ...sheet.matchChoices, bigPadMm }, ...said }, settled)}
          />
          <CommitQuantity
            label="Eye pad"
            unit="mm"
            place={`pad.${sheet.id}.smallPadMm`}
            kept={Math.round(padsMm.smallPadMm * 10) / 10}
            isGood={isStation}
            complaint="A number of mm."
            onCommit={(smallPadMm, settled, said) =>
              decide({ subject: 'match.choices', value: { ...sheet.matchChoices, smallPadMm }, ...said }, settled)
            }
          />
          <p className="text-ink-soft">
            From the small-end bore’s centre along the rod to the middle of the pad: the cap pad lies beyond the big-end centre, the eye pad before
            the small end’s, so it counts backwards. Lay a rule on the centre marks.
          </p>
          {error && <ProblemNotice>{error.message}</ProblemNotice>}
        </div>
      </div>
    </Disclosure>
  );
}

/** On a rod, or a little beyond it. */
const isStation = (mm: number): boolean => mm >= -500 && mm <= 2000;
