import { degrees, fixed } from '@tare/card';
import { counterweightOf, isBrought, type HolePlan } from '@tare/core';
import { Magnet } from 'lucide-react';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { useDraft } from '../../ui/useDraft.js';
import type { HungRow } from '../spin/hungRows.js';
import { hungDraft } from '../spin/useHung.js';
import { useDisplay } from '../../ui/display.js';

/** Before anything is bored: the amounts hung on at their places, and a spin that the plan learns from. */
export function TrialPieces({ plan }: { readonly plan: HolePlan }): ReactNode {
  const { say } = useDisplay();
  const { sheet } = useOpenJob();
  const navigate = useNavigate();
  const [, setHung] = useDraft(hungDraft(sheet.id));
  const { crank } = sheet.spec;
  const added = plan.holes.filter(isBrought);
  if (added.length === 0) return null;
  const hang = (): void => {
    const rows = added.map((hole): HungRow => ({
      name: '',
      massG: tenth(-hole.metal.massG),
      deviationG: '',
      place: hole.counterweightId,
      zMm: '',
      radiusMm: tenth(hole.metal.centroidRadiusMm),
      angleDeg: tenth(hole.angleDeg),
    }));
    setHung(JSON.stringify(rows));
    void navigate(benchPath(sheet.id, 'spin'));
  };
  return (
    <section aria-label="Trial pieces" className="grid gap-2 border-l-8 border-brass bg-plate-low px-4 py-3">
      <p className="font-semibold">Try it before any metal is cut: fix these on, and spin.</p>
      <ul>
        {added.map((hole, i) => (
          <li key={i} className="figure-type">
            {`${fixed(-hole.metal.massG, 1)} g at ${say(hole.metal.centroidRadiusMm, 'mm', 1)} @ ${degrees(hole.angleDeg, 1)} on ${counterweightOf(crank, hole.counterweightId).name}`}
          </li>
        ))}
      </ul>
      <p className="text-ink-soft">
        Clamped or screwed on so that they cannot leave: speed low, nobody in line with them. The plan learns from that spin what the machine’s
        numbers are worth, as from a cut.
      </p>
      <Button className="w-fit" onClick={hang}>
        <Magnet aria-hidden className="size-5" /> Hang them in the next spin
      </Button>
    </section>
  );
}

/** As it is written on the list of pieces: to a tenth. */
const tenth = (value: number): string => String(Math.round(value * 10) / 10);
