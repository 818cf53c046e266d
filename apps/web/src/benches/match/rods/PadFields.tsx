import { readQuantity } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { RodSketch } from '../../../draw/PartSketch.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { QuantityField } from '../../../ui/QuantityField.js';
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
    <details>
      <summary className="min-h-11 py-2">
        Where the pads are: <span className="text-ink-soft">{measured ? 'as measured' : 'not measured yet; usual places are taken'}</span>
      </summary>
      <div className="flex flex-wrap items-start gap-5 pb-2">
        <RodSketch rodLengthMm={sheet.spec.rodLengthMm} {...padsMm} />
        <div className="grid w-64 gap-2">
          <Station
            label="Cap pad"
            mm={padsMm.bigPadMm}
            keep={(bigPadMm) => decide({ subject: 'match.choices', value: { ...sheet.matchChoices, bigPadMm } })}
          />
          <Station
            label="Eye pad"
            mm={padsMm.smallPadMm}
            keep={(smallPadMm) => decide({ subject: 'match.choices', value: { ...sheet.matchChoices, smallPadMm } })}
          />
          <p className="text-ink-soft">
            From the small-end bore’s centre along the rod to the middle of the pad: the cap pad lies beyond the big-end centre, the eye pad before
            the small end’s, so it counts backwards. Lay a rule on the centre marks.
          </p>
          {error && <ProblemNotice>{error.message}</ProblemNotice>}
        </div>
      </div>
    </details>
  );
}

function Station({ label, mm, keep }: { readonly label: string; readonly mm: number; readonly keep: (mm: number) => void }): ReactNode {
  const [typed, setTyped] = useState<string | null>(null);
  const parsed = readQuantity(typed ?? String(mm), 'mm');
  const valid = parsed.kind === 'quantity' && parsed.value >= -500 && parsed.value <= 2000;
  const commit = (): void => {
    if (typed === null || !valid) return;
    keep(parsed.value);
    setTyped(null);
  };
  return (
    <QuantityField
      label={label}
      unit="mm"
      value={typed ?? String(Math.round(mm * 10) / 10)}
      problem={valid ? undefined : 'A number of mm.'}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === 'Enter') commit();
      }}
    />
  );
}
