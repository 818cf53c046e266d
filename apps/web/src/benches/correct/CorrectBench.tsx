import { cutShare, type PlanInput } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useEntry, useShop } from '../../api/queries.js';
import { RimMap } from '../../draw/RimMap.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { BitsEditor } from './BitsEditor.js';
import { DrillList } from './DrillList.js';
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

/** A plan from the last spin, to be looked at and taken to the drill. */
function Planning(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const personId = useWho();
  const take = useEntry(sheet.id);
  const [maxHoles, setMaxHoles] = useState('6');
  const last = figures.spins.at(-1)!;
  const safe = Math.floor(
    100 *
      cutShare([
        [last.a, figures.tolerance.aGmm],
        [last.b, figures.tolerance.bGmm],
      ]),
  );
  const [chosen, choose] = useState<string | null>(null);
  const share = chosen ?? String(safe);
  const input: PlanInput | null = shop
    ? {
        crank: sheet.spec.crank,
        unbalance: { aGmm: last.a.meanGmm, bGmm: last.b.meanGmm },
        toleranceAGmm: figures.tolerance.aGmm,
        toleranceBGmm: figures.tolerance.bGmm,
        bits: shop.bits,
        existing: sheet.holes,
        maxHoles: Number(maxHoles),
        share: Number(share) / 100,
      }
    : null;
  const { data: result, error, isFetching } = usePlan(input, last.spinId);
  const plan = result?.kind === 'solved' ? result : result?.kind === 'notFound' ? result.best : null;
  const takeIt = (): void => {
    const holes = plan!.holes.map(({ counterweightId, angleDeg, bitMm, pointAngleDeg, depthMm }) => ({
      counterweightId,
      angleDeg,
      bitMm,
      pointAngleDeg,
      depthMm,
    }));
    take.mutate({ path: 'plans', body: { id: crypto.randomUUID(), personId, spinId: last.spinId, holes } });
  };
  return (
    <Frame
      next={
        isFetching
          ? 'Working out where to drill …'
          : result?.kind === 'solved'
            ? `${result.holes.length} ${result.holes.length === 1 ? 'hole takes' : 'holes take'} ${share} % of what was read. Look ${result.holes.length === 1 ? 'it' : 'them'} over, then take the plan to the drill.`
            : 'Look at what drilling can do here.'
      }
    >
      <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={last} drilled={sheet.holes} planned={plan?.holes ?? []} />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {result?.kind === 'nothingToDo' && (
        <Note>
          What is left is under half the tolerance in both planes already; only the reading is not sure enough. Spin again with more turns rather than
          drill.
        </Note>
      )}
      {result?.kind === 'notFound' && (
        <ProblemNotice>{`No plan of up to ${maxHoles} holes brings both planes inside. ${result.reason}`}</ProblemNotice>
      )}
      {plan && plan.holes.length > 0 && <PlanTable plan={plan} />}
      {take.error && <ProblemNotice>{take.error.message}</ProblemNotice>}
      <div className="flex flex-wrap items-end gap-4">
        <Button look="primary" disabled={!plan || plan.holes.length === 0 || isFetching || personId === null || take.isPending} onClick={takeIt}>
          {result?.kind === 'notFound' ? 'Drill this much all the same' : 'Take this plan to the drill'}
        </Button>
        <Choice
          label="At most"
          className="w-32"
          value={maxHoles}
          onChange={(event) => {
            setMaxHoles(event.target.value);
          }}
          options={[1, 2, 3, 4, 5, 6, 8, 10].map((n) => ({ value: String(n), label: `${n} ${n === 1 ? 'hole' : 'holes'}` }))}
        />
        <Choice
          label="Take first"
          className="w-52"
          value={share}
          onChange={(event) => choose(event.target.value)}
          options={[...new Set([safe, 60, 70, 80, 90, 100])]
            .sort((x, y) => x - y)
            .map((percent) => ({ value: String(percent), label: percent === safe ? `${percent} %, surely not past` : `${percent} %` }))}
        />
        <BitsEditor />
        <Link className="ml-auto inline-flex min-h-11 items-center underline underline-offset-4" to={benchPath(sheet.id, 'engine')}>
          Counterweights, arcs and depth limits
        </Link>
      </div>
    </Frame>
  );
}
