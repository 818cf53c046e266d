import { bareCut, counterweightOf, effectOfCuts, isBrought, toPolar, type HolePlan } from '@tare/core';
import { Magnet } from 'lucide-react';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { degrees, fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { metalAfter } from './useCutMetals.js';
import { useDraft } from '../../ui/useDraft.js';

/** Before anything is bored: the amounts hung on at their places, and a spin that the plan learns from. */
export function TrialPieces({ plan }: { readonly plan: HolePlan }): ReactNode {
  const { sheet } = useOpenJob();
  const navigate = useNavigate();
  const [, setHung] = useDraft(`hung.${sheet.id}`);
  const { crank } = sheet.spec;
  const added = plan.holes.filter(isBrought);
  if (added.length === 0) return null;
  const hang = (): void => {
    const { aGmm, bGmm } = effectOfCuts(metalAfter(sheet, sheet.holes), added.map(bareCut));
    const [a, b] = [toPolar(aGmm), toPolar(bGmm)];
    const typed = (value: number): string => String(Math.round(value * 100) / 100);
    setHung(
      JSON.stringify({
        aG: typed(a.amount / crank.planes.radiusAMm),
        aDeg: typed(a.angleDeg),
        bG: typed(b.amount / crank.planes.radiusBMm),
        bDeg: typed(b.angleDeg),
      }),
    );
    void navigate(benchPath(sheet.id, 'spin'));
  };
  return (
    <section aria-label="Trial pieces" className="grid gap-2 border-l-8 border-brass bg-plate-low px-4 py-3">
      <p className="font-semibold">Try it before any metal is cut: fix these on, and spin.</p>
      <ul>
        {added.map((hole, i) => (
          <li key={i} className="figure-type">
            {`${fixed(-hole.metal.massG, 1)} g at ${fixed(hole.metal.centroidRadiusMm, 1)} mm @ ${degrees(hole.angleDeg, 1)} on ${counterweightOf(crank, hole.counterweightId).name}`}
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
