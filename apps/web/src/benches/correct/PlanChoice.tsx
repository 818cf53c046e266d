import type { PlanChoice, PlanMerit } from '@tare/core';
import type { ReactNode } from 'react';
import { Cloud } from '../../draw/Cloud.js';
import { fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';

const MERITS: Readonly<Record<PlanMerit, string>> = {
  fewestHoles: 'fewest holes',
  leastTime: 'least time',
  surest: 'misses by least',
  fewestBits: 'fewest bits',
  noNewHoles: 'no new holes',
};

interface PlanChoicesListProps {
  readonly choices: readonly PlanChoice[];
  readonly chosen: number;
  readonly onChoose: (index: number) => void;
}

/** Plans side by side: what each costs, and how it may turn out. */
export function PlanChoicesList({ choices, chosen, onChoose }: PlanChoicesListProps): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const taken = choices[chosen]!;
  return (
    <section aria-label="Plans" className="grid gap-3">
      <div role="radiogroup" aria-label="Which plan" className="grid gap-2 md:grid-cols-3">
        {choices.map((choice, i) => (
          <label
            key={i}
            className={`grid cursor-pointer content-start gap-1 border-2 p-3 ${i === chosen ? 'border-blue bg-plate-low' : 'border-edge'}`}
          >
            <span className="flex items-center gap-2 text-lg font-semibold">
              <input type="radio" name="plan" className="size-5 accent-ink" checked={i === chosen} onChange={() => onChoose(i)} />
              {`${countWords(choice)}, about ${fixed(choice.minutes, 0)} min`}
            </span>
            <span>{[...(i === 0 ? ['proposed'] : []), ...choice.merits.map((merit) => MERITS[merit])].join(', ')}</span>
            <span className="text-ink-soft">{`The drill may miss by ${fixed(choice.drillSpread.aGmm / radiusAMm, 2)} g in A, ${fixed(choice.drillSpread.bGmm / radiusBMm, 2)} g in B.`}</span>
            <span className="text-ink-soft">{`${fixed(100 * choice.inside, 0)} of 100 tries end inside at once, ${choice.overshot < 0.005 ? 'fewer than 1 is' : `${fixed(100 * choice.overshot, 0)} are`} taken past nothing.`}</span>
          </label>
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-4">
        <Cloud plane="A" ends={taken.cloud.map(({ aGmm }) => aGmm)} toleranceGmm={figures.tolerance.aGmm} radiusMm={radiusAMm} />
        <Cloud plane="B" ends={taken.cloud.map(({ bGmm }) => bGmm)} toleranceGmm={figures.tolerance.bGmm} radiusMm={radiusBMm} />
        <p className="max-w-md text-ink-soft">
          Each dot is one try: the crank as far from the reading as it may be, each hole as far amiss as a drill goes. What is left here is planned
          again from the next spin.
        </p>
      </div>
    </section>
  );
}

/** "2 holes, 1 slug of heavy metal". */
export function countWords({ plan, slugs }: PlanChoice): string {
  const deeper = plan.holes.filter(({ was }) => was).length;
  const holes = plan.holes.length - slugs - deeper;
  return [
    ...(holes > 0 || plan.holes.length === 0 ? [`${holes} ${holes === 1 ? 'hole' : 'holes'}`] : []),
    ...(deeper > 0 ? [`${deeper} ${deeper === 1 ? 'hole' : 'holes'} deepened`] : []),
    ...(slugs > 0 ? [`${slugs} ${slugs === 1 ? 'slug' : 'slugs'} of heavy metal`] : []),
  ].join(', ');
}
