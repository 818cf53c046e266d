import { broughtWords, countWords, metalAfter, waitSentence } from '@tare/card';
import { bareCut, correctionInput, type Cut, type PlanChoices } from '@tare/core';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useShop } from '../../api/queries.js';
import { useWrite } from '../../api/useWrite.js';
import { useShopTools } from '../../api/shopThings.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { RefuseWeights } from '../spin/weights/RefuseWeights.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho } from '../../ui/WhoFirst.js';
import { Advice } from './Advice.js';
import { CorrectFrame } from './CorrectFrame.js';
import { EndViews } from './EndViews.js';
import { Known } from './Known.js';
import { NeutralRims, useNeutralReason } from './NeutralRims.js';
import { HowItMayEnd, PlanChoicesList } from './PlanChoice.js';
import { PlanTable } from './PlanTable.js';
import { PlanWishes, SURELY, USUAL_WISHES } from './PlanWishes.js';
import { ToInternal } from './ToInternal.js';
import { TrialPieces } from './TrialPieces.js';
import { useFewestHoles, usePlan } from './usePlan.js';

/** Plans from all that is known, to be looked at side by side, and one taken to the drill. */
export function Planning({ map, children }: { readonly map: (planned: readonly Cut[]) => ReactNode; readonly children: ReactNode }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const { data: entry } = useShopTools();
  const personId = useWho();
  const take = useWrite('POST jobs/:jobId/plans', { jobId: sheet.id });
  const [wishes, setWishes] = useState(USUAL_WISHES);
  const [picked, pick] = useState(0);
  const neutralReason = useNeutralReason();
  const last = figures.spins.at(-1)!;
  const { crank } = sheet.spec;
  const [wait] = figures.estimate.restsOn.planWaits;
  const metal = useMemo(() => metalAfter(sheet, sheet.holes), [sheet]);
  const input = useMemo(() => {
    if (!shop || !entry || wait) return null;
    const part = Number(wishes.percent) / 100;
    return correctionInput(
      sheet,
      figures.estimate,
      figures.tolerance,
      { bits: shop.bits, tools: entry.tools },
      {
        maxHoles: Number(wishes.maxHoles),
        heavyMetal: wishes.heavyMetal,
        neutralReason,
        ...(wishes.percent === SURELY ? {} : { share: { a: part, b: part } }),
      },
    );
  }, [sheet, figures, shop, entry, wishes, neutralReason, wait]);
  const { data, error, isFetching } = usePlan(input, last.spinId);
  const plans = data?.plans;
  const fewest = useFewestHoles(input, plans, last.spinId);
  const choice = plans?.kind === 'choices' ? (plans.choices[picked] ?? plans.choices[0]!) : null;
  const plan = choice?.plan ?? (plans?.kind === 'notFound' ? plans.best : null);
  const takeIt = (): void => {
    if (personId !== null) take.mutate({ personId, spinId: last.spinId, holes: plan!.holes.map(bareCut) });
  };
  const nameOf = (id: string): string => crank.counterweights.find((c) => c.id === id)?.name ?? id;
  if (wait)
    return (
      <CorrectFrame next={waitSentence(wait)}>
        <Known estimate={figures.estimate} />
        <Link className="inline-flex min-h-11 w-fit items-center underline underline-offset-4" to={benchPath(sheet.id, 'spin')}>
          On to the spin
        </Link>
        {wait.kind === 'weights' && <RefuseWeights />}
        {map([])}
        {children}
      </CorrectFrame>
    );
  return (
    <CorrectFrame next={isFetching ? 'Working out where to drill …' : nextWords(plans)}>
      <Known estimate={figures.estimate} />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {plans?.kind === 'notFound' && <ProblemNotice>{`No plan of up to ${wishes.maxHoles} holes does it. ${plans.reason}`}</ProblemNotice>}
      {plans?.kind === 'choices' && plans.drillingFails !== null && (
        <ProblemNotice>{`Cannot be done by drilling alone: ${broughtWords(plans.choices[0]!.plan.holes, nameOf)}. ${plans.drillingFails}`}</ProblemNotice>
      )}
      {take.error && <ProblemNotice>{take.error.message}</ProblemNotice>}
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <div className="grid gap-2">
          {map(plan?.holes ?? [])}
          {data && <Advice plans={data.plans} insideNow={figures.estimate.inside ?? 0} />}
        </div>
        <div className="grid gap-3">
          <Button look="primary" disabled={!plan || plan.holes.length === 0 || isFetching || personId === null || take.isPending} onClick={takeIt}>
            {plans?.kind === 'notFound' ? 'Drill this much all the same' : 'Take this plan to the drill'}
          </Button>
          {plans?.kind === 'choices' && (
            <PlanChoicesList choices={plans.choices} chosen={plans.choices.indexOf(choice!)} onChoose={pick} tools={entry!.tools} />
          )}
        </div>
      </div>
      <div className="flex flex-wrap items-end gap-4">
        <PlanWishes wishes={wishes} share={plans && plans.kind !== 'nothingToDo' ? plans.share : null} onChange={setWishes} />
      </div>
      {plans?.kind === 'choices' && <HowItMayEnd choice={choice!} choices={plans.choices} fewest={fewest} />}
      {plan && plan.holes.length > 0 && (
        <>
          <PlanTable plan={plan} />
          <TrialPieces plan={plan} />
          <EndViews metal={metal} planned={plan.holes} />
        </>
      )}
      {!sheet.setUp && <NeutralRims />}
      <ToInternal input={input} />
      {children}
    </CorrectFrame>
  );
}

function nextWords(plans: PlanChoices | undefined): string {
  if (plans?.kind === 'choices')
    return `${countWords(plans.choices[0]!.plan.holes)}: as much as is safe now. Look the plans over, then take one to the drill.`;
  return plans?.kind === 'nothingToDo' ? 'Nothing to drill by what is known: spin again.' : 'Look at what drilling can do here.';
}
