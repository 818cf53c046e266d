import { fixed, KIND_NAMES } from '@tare/card';
import { ASSUMED_DEVIATION_G, bobCard, CoreError, hasBench, howWeighed, ONE_BOB_FIGURE_WITHIN_G, type BobCard } from '@tare/core';
import { Tabs } from 'radix-ui';
import { useMemo, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { Link, useSearchParams } from 'react-router';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { addressOfJob } from '../calculator/calculatorJob.js';
import { BobCardTable } from './BobCardTable.js';
import { BobChoicesForm } from './BobChoicesForm.js';
import { BuildDesk } from './build/BuildDesk.js';
import { WeighIn } from './build/WeighIn.js';
import { GivenBobs } from './GivenBobs.js';
import { ExtraLines } from './ExtraLines.js';
import { JobFactorEffect } from './effect/JobFactorEffect.js';
import { bobFigures } from './build/useBobBuild.js';
import { MountingGuide } from './mount/MountingGuide.js';
import { useLiveChoice } from './useBobChoices.js';
import { WaitsForWeights } from './WaitsForWeights.js';
import { useDisplay } from '../../ui/display.js';

/** What hangs on each pin in place of rods and pistons while the crank is spun. */
export function BobBench(): ReactNode {
  const { figures, sheet } = useOpenJob();
  return (
    <div className="grid gap-5 border-2 border-edge bg-plate p-5">
      {!figures.bobsNeeded.needed ? <BobsNotNeeded /> : hasBench(sheet.spec.jobKind, 'weigh') ? <NeededBobs /> : <GivenBobs />}
    </div>
  );
}

function BobsNotNeeded(): ReactNode {
  const { say } = useDisplay();
  const { figures, sheet } = useOpenJob();
  const { reason, forceSum, coupleSumMm } = figures.bobsNeeded;
  return (
    <>
      <BenchHead title="Bob weights" next="Not needed: spin this crank bare." />
      <p className="text-lg">{reason}</p>
      <table className="w-fit figure-type">
        <tbody>
          <tr>
            <td className="pr-6 font-sign text-ink-soft">Sum of the pins’ directions, one for each rod</td>
            <td className="text-right">{fixed(forceSum.amount, 3)}</td>
          </tr>
          <tr>
            <td className="pr-6 font-sign text-ink-soft">The same times their positions</td>
            <td className="text-right">{say(coupleSumMm.amount, 'mm', 2)}</td>
          </tr>
        </tbody>
      </table>
      <Note>
        Both are zero, so equal masses on the pins add nothing to what the machine reads. Matched sets still matter: unequal ones do not cancel.
      </Note>
      {figures.bobs.kind === 'ready' && (
        <Disclosure large title="What shakes this engine all the same">
          <JobFactorEffect card={figures.bobs} factorRatio={sheet.bobChoices.factorRatio} />
        </Disclosure>
      )}
    </>
  );
}

const PARTS = [
  ['card', 'The card'],
  ['effect', 'What the factor does'],
  ['build', 'Build and weigh in'],
  ['mount', 'Mount'],
] as const;

function NeededBobs(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const [params, setParams] = useSearchParams();
  const { factorRatio, oilG, extras } = sheet.bobChoices;
  const factor = useLiveChoice({
    subject: 'bob.factorRatio',
    kept: factorRatio,
    unit: '%',
    per: 100,
    most: 100,
    complaint: 'The factor is a share of the reciprocating mass, from 0 to 100 %.',
  });
  const oil = useLiveChoice({
    subject: 'bob.oilG',
    kept: oilG,
    unit: 'g',
    per: 1,
    most: 100,
    complaint: 'The oil allowance is a number of grams from 0 to 100.',
  });
  const live = useMemo<BobCard | CoreError>(() => {
    try {
      return bobCard(
        sheet.spec.layout,
        figures.weighed,
        { factorRatio: factor.value, oilG: oil.value, extras },
        ONE_BOB_FIGURE_WITHIN_G,
        howWeighed(sheet),
      );
    } catch (error) {
      if (error instanceof CoreError) return error;
      throw error;
    }
  }, [sheet, figures, factor.value, oil.value, extras]);

  if (live instanceof CoreError) return <NotYet reason={live.message} />;
  if (figures.bobs.kind === 'refused') return <NotYet reason={figures.bobs.reason} />;
  if (live.kind === 'waiting' || figures.bobs.kind === 'waiting') return <WaitsForWeights missing={live.kind === 'waiting' ? live.missing : []} />;
  const part = PARTS.find(([key]) => key === params.get('part'))?.[0] ?? 'card';
  return (
    <>
      <BenchHead
        title="Bob weights"
        next={
          live.commonG === null
            ? 'The pins differ: build each bob to its own figure.'
            : 'One figure serves every pin. Build the bobs to it, weigh them, mount them square to their throws.'
        }
      >
        <p className="text-right">
          {live.commonG === null ? 'Pins differ by' : 'Each bob'}
          <span className="block figure-type text-4xl font-semibold">{fixed(live.commonG ?? live.spreadG, 1)} g</span>
          {live.commonG !== null && <span className="figure-type text-ink-soft">{`± ${fixed(live.halfWidth95G, 2)} at 95 %`}</span>}
        </p>
      </BenchHead>
      <WhoFirst />
      <Tabs.Root value={part} onValueChange={(next) => setParams({ part: next }, { replace: true })} className="grid gap-4">
        <Tabs.List aria-label="Work on the bob weights" className="flex flex-wrap gap-1 border-b-2 border-edge">
          {PARTS.map(([key, name]) => (
            <Tabs.Trigger
              key={key}
              value={key}
              className="min-h-11 border-x-2 border-t-2 border-transparent px-4 text-ink-soft data-[state=active]:border-edge data-[state=active]:bg-plate-low data-[state=active]:font-semibold data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="card" className="grid gap-5">
          <BobChoicesForm factor={factor} oil={oil} kept={figures.bobs} live={live} />
          <BobCardTable pins={live.pins} />
          <p className="text-ink-soft">
            {live.commonG === null
              ? `The pins’ figures differ by ${fixed(live.spreadG, 2)} g, more than ${ONE_BOB_FIGURE_WITHIN_G} g, so each pin has its own, from the parts that run on it. Matching brings them together.`
              : `The pins’ own figures differ by ${fixed(live.spreadG, 2)} g, so their mean serves them all.`}{' '}
            {`By the scatter of the placements, the scale’s rounding and what was read against a tared part ${live.commonG === null ? 'each figure is known to' : 'it is known to'} ± ${fixed(live.halfWidth95G, 2)} g at 95 %; an error of the scale itself cancels where the bobs are built on it.`}{' '}
            {live.assumedKinds.length > 0 &&
              `Of ${live.assumedKinds.map((kind) => KIND_NAMES[kind].many.toLowerCase()).join(', ')} nothing was placed twice and no study of the scale says how it scatters: ${fixed(ASSUMED_DEVIATION_G, 1)} g is assumed. `}
            {figures.bobsNeeded.reason}
          </p>
          <ExtraLines />
          <Link to={`/calculator?${addressOfJob(live, sheet).toString()}`} className="w-fit underline underline-offset-4">
            These figures in the calculator
          </Link>
        </Tabs.Content>
        <Tabs.Content value="effect">
          <div className="grid gap-5">
            <BobChoicesForm factor={factor} oil={oil} kept={figures.bobs} live={live} />
            <JobFactorEffect card={live} factorRatio={factor.value} />
          </div>
        </Tabs.Content>
        <Tabs.Content value="build" className="grid gap-5">
          <BuildDesk card={figures.bobs} />
          <WeighIn card={figures.bobs} />
        </Tabs.Content>
        <Tabs.Content value="mount">
          <MountingGuide figuresG={bobFigures(figures.bobs)} />
        </Tabs.Content>
      </Tabs.Root>
    </>
  );
}

/** Why there are no figures: something has to be put right. */
function NotYet({ reason }: { readonly reason: string }): ReactNode {
  return (
    <>
      <BenchHead title="Bob weights" next="Something has to be put right first." />
      <ProblemNotice>{reason}</ProblemNotice>
    </>
  );
}
