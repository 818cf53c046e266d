import { countWords, fixed, timesIn100 } from '@tare/card';
import type { PlanChoice, PlanMerit, ShopTools } from '@tare/core';
import type { ReactNode } from 'react';
import { Cloud } from '../../draw/Cloud.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { drilledOnly } from './usePlan.js';

const MERITS: Readonly<Record<PlanMerit, string>> = {
  fewestHoles: 'fewest holes',
  leastTime: 'least time',
  surest: 'misses by least',
  fewestBits: 'fewest bits',
  noNewHoles: 'no new holes',
  noHeavyMetal: 'no heavy metal',
  easiestToReach: 'easiest to reach',
};

interface PlanChoicesListProps {
  readonly choices: readonly PlanChoice[];
  readonly chosen: number;
  readonly onChoose: (index: number) => void;
  readonly tools: ShopTools;
}

/** Plans one under the other: what each costs, and how it may turn out. */
export function PlanChoicesList({ choices, chosen, onChoose, tools }: PlanChoicesListProps): ReactNode {
  const { sheet } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  return (
    <section aria-label="Plans">
      <div role="radiogroup" aria-label="Which plan" className="grid gap-2">
        {choices.map((choice, i) => (
          <label
            key={i}
            className={`grid cursor-pointer content-start border-2 px-3 py-1.5 ${i === chosen ? 'border-blue bg-plate-low' : 'border-edge'}`}
          >
            <span className="flex items-start gap-2 text-lg font-semibold">
              <input type="radio" name="plan" className="mt-1 size-5 shrink-0 accent-ink" checked={i === chosen} onChange={() => onChoose(i)} />
              {`${countWords(choice.plan.holes)}, about ${fixed(choice.minutes, 0)} min, ${fixed(choice.price, 0)} ${tools.money}`}
            </span>
            <span>{[...(i === 0 ? ['proposed'] : []), ...choice.merits.map((merit) => MERITS[merit])].join(', ')}</span>
            <span className="text-ink-soft">
              {`Inside at once: ${timesIn100(choice.inside)}. Goes too far: ${timesIn100(choice.overshot)}. The drill may miss by ${fixed(choice.drillSpread.aGmm / radiusAMm, 2)} g in A, ${fixed(choice.drillSpread.bGmm / radiusBMm, 2)} g in B.`}
            </span>
          </label>
        ))}
      </div>
    </section>
  );
}

interface HowItMayEndProps {
  readonly choice: PlanChoice;
  readonly choices: readonly PlanChoice[];
  /** How few holes any plan needs; null while nobody knows. */
  readonly fewest: number | null;
}

/** Where a plan may leave the crank, try by try, and how few holes any plan needs. */
export function HowItMayEnd({ choice, choices, fewest }: HowItMayEndProps): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  return (
    <section aria-label="How it may end" className="grid gap-3">
      {fewest !== null && <p>{fewestWords(fewest, drilledOnly(choices)[0]!.plan.holes.length)}</p>}
      <div className="flex flex-wrap items-center gap-4">
        <Cloud plane="A" ends={choice.cloud.map(({ aGmm }) => aGmm)} toleranceGmm={figures.tolerance.aGmm} radiusMm={radiusAMm} />
        <Cloud plane="B" ends={choice.cloud.map(({ bGmm }) => bGmm)} toleranceGmm={figures.tolerance.bGmm} radiusMm={radiusBMm} />
        <p className="max-w-md text-ink-soft">
          Each dot is one try: the crank as far from what is known as it may be, each hole as far amiss as a drill goes. What is left is planned again
          from the next spin.
        </p>
      </div>
    </section>
  );
}

const holesWords = (n: number): string => `${n} ${n === 1 ? 'hole' : 'holes'}`;

/** What the bound says of the plan with the fewest holes. */
export const fewestWords = (bound: number, planned: number): string =>
  bound >= planned
    ? `No plan with fewer than ${holesWords(planned)} exists that takes as much: that is proven.`
    : `Any plan that takes as much needs at least ${holesWords(bound)}; ${holesWords(planned)} is the least that was found.`;
