import { drillOrder, trackJob, USUAL_BARS, USUAL_DRILL, type ChoicesInput, type CutShares, type PlanChoices } from '@tare/core';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useEntry, useShop } from '../../api/queries.js';
import { RimMap } from '../../draw/RimMap.js';
import { fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { BitsEditor } from './BitsEditor.js';
import { DrillList } from './DrillList.js';
import { Known } from './Known.js';
import { countWords, PlanChoicesList } from './PlanChoice.js';
import { PlanTable } from './PlanTable.js';
import { usePlan } from './usePlan.js';

/** Takes metal out of the counterweights until both planes are inside. */
export function CorrectBench(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const last = figures.spins.at(-1);
  const inside = last?.verdict === 'inside' && figures.holesSinceLastSpin === 0;
  const taken = sheet.plans.filter((plan) => plan.spinId === last?.spinId).at(-1);
  const left = taken ? taken.holes.filter((_, i) => !sheet.holes.some((h) => h.planId === taken.id && h.planIndex === i)) : [];
  if (!last)
    return (
      <Frame next="The correction waits for a spin.">
        <Note>Spin the crank first: the plan is made from what it reads.</Note>
      </Frame>
    );
  if (inside) {
    return (
      <Frame next="Inside the tolerance. Nothing more to drill.">
        <Known tracked={trackJob(sheet)!} />
        <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={last} drilled={sheet.holes} planned={[]} />
        <Link className="underline underline-offset-4" to={benchPath(sheet.id, 'signOff')}>
          On to the sign-off
        </Link>
      </Frame>
    );
  }
  if (taken && (left.length > 0 || figures.holesSinceLastSpin > 0)) {
    return (
      <Frame
        next={
          left.length > 0
            ? 'Drill these, log each with the depth you measure, then spin again.'
            : 'Every hole of this plan is in. Spin again to see what is left.'
        }
      >
        <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={last} drilled={sheet.holes} planned={left} />
        <DrillList plan={taken} />
      </Frame>
    );
  }
  return <Planning />;
}

function Frame({ next, children }: { readonly next: string; readonly children: ReactNode }): ReactNode {
  return (
    <div className="grid gap-5 border-2 border-edge bg-plate p-5">
      <BenchHead title="Correct" next={next} />
      <WhoFirst />
      {children}
    </div>
  );
}

/** Plans from all that is known, to be looked at side by side, and one taken to the drill. */
function Planning(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const personId = useWho();
  const take = useEntry(sheet.id);
  const [maxHoles, setMaxHoles] = useState('8');
  const [percent, setPercent] = useState(SURELY);
  const [picked, pick] = useState(0);
  const [heavyMetal, setHeavyMetal] = useState(true);
  const last = figures.spins.at(-1)!;
  const tracked = useMemo(() => trackJob(sheet)!, [sheet]);
  const { tolerance } = figures;
  const input: ChoicesInput | null = shop
    ? {
        crank: sheet.spec.crank,
        bits: shop.bits,
        bars: heavyMetal ? USUAL_BARS : [],
        existing: sheet.holes,
        maxHoles: Number(maxHoles),
        known: { a: tracked.a, b: tracked.b, toleranceAGmm: tolerance.aGmm, toleranceBGmm: tolerance.bGmm, drill: USUAL_DRILL },
        ...(percent === SURELY ? {} : { share: { a: Number(percent) / 100, b: Number(percent) / 100 } }),
      }
    : null;
  const { data: result, error, isFetching } = usePlan(input, last.spinId);
  const choice = result?.kind === 'choices' ? (result.choices[picked] ?? result.choices[0]!) : null;
  const plan = choice?.plan ?? (result?.kind === 'notFound' ? result.best : null);
  const takeIt = (): void => {
    const ids = sheet.spec.crank.counterweights.map(({ id }) => id);
    const holes = drillOrder(plan!.holes, ids).map(({ counterweightId, angleDeg, bitMm, pointAngleDeg, depthMm, slug, was }) => ({
      counterweightId,
      angleDeg,
      bitMm,
      pointAngleDeg,
      depthMm,
      slug: slug ?? null,
      was: was ?? null,
    }));
    take.mutate({ path: 'plans', body: { id: crypto.randomUUID(), personId, spinId: last.spinId, holes } });
  };
  return (
    <Frame next={isFetching ? 'Working out where to drill …' : nextWords(result)}>
      <Known tracked={tracked} />
      <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={last} drilled={sheet.holes} planned={plan?.holes ?? []} />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {result?.kind === 'nothingToDo' && (
        <Note>
          What is left is too near nothing for what is known of it: more drilling would be a guess. Spin again, with more turns, rather than drill.
        </Note>
      )}
      {result?.kind === 'notFound' && <ProblemNotice>{`No plan of up to ${maxHoles} holes does it. ${result.reason}`}</ProblemNotice>}
      {result?.kind === 'choices' && <PlanChoicesList choices={result.choices} chosen={result.choices.indexOf(choice!)} onChoose={pick} />}
      {plan && plan.holes.length > 0 && <PlanTable plan={plan} />}
      {take.error && <ProblemNotice>{take.error.message}</ProblemNotice>}
      <div className="flex flex-wrap items-end gap-4">
        <Button look="primary" disabled={!plan || plan.holes.length === 0 || isFetching || personId === null || take.isPending} onClick={takeIt}>
          {result?.kind === 'notFound' ? 'Drill this much all the same' : 'Take this plan to the drill'}
        </Button>
        <Choice
          label="Take first"
          className="w-72"
          value={percent}
          onChange={(event) => setPercent(event.target.value)}
          options={[
            {
              value: SURELY,
              label: result && result.kind !== 'nothingToDo' && percent === SURELY ? surelyWords(result.share) : 'what is surely not past',
            },
            ...[60, 70, 80, 90, 100].map((n) => ({ value: String(n), label: `${n} %` })),
          ]}
        />
        <Choice
          label="At most"
          className="w-32"
          value={maxHoles}
          onChange={(event) => {
            setMaxHoles(event.target.value);
          }}
          options={[1, 2, 3, 4, 5, 6, 8, 10, 12].map((n) => ({ value: String(n), label: `${n} ${n === 1 ? 'hole' : 'holes'}` }))}
        />
        <label className="flex min-h-11 items-center gap-2">
          <input type="checkbox" className="size-5 accent-ink" checked={heavyMetal} onChange={(event) => setHeavyMetal(event.target.checked)} />
          heavy metal too, where drilling is not enough
        </label>
        <BitsEditor />
        <Link className="ml-auto inline-flex min-h-11 items-center underline underline-offset-4" to={benchPath(sheet.id, 'engine')}>
          Counterweights, arcs and depth limits
        </Link>
      </div>
    </Frame>
  );
}

const SURELY = 'surely';

const surelyWords = ({ a, b }: CutShares): string => `surely not past: A ${fixed(100 * a, 0)} %, B ${fixed(100 * b, 0)} %`;

function nextWords(result: PlanChoices | undefined): string {
  if (result?.kind === 'choices')
    return `${countWords(result.choices[0]!)}: as much as may be done now. Look the plans over, then take one to the drill.`;
  return result?.kind === 'nothingToDo' ? 'Nothing to drill by what is known: spin again.' : 'Look at what drilling can do here.';
}
