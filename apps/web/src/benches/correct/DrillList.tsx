import type { HoleEntry, PlanEntry } from '@tare/contract';
import { counterweightOf, holeMetal, metalNow, type CrankHole } from '@tare/core';
import { Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { degrees, fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { Caution } from '../../ui/Notice.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { kindOf } from './cutWords.js';
import { LogHole } from './LogHole.js';
import { ResidualLine } from './PlanTable.js';
import { punched, RimStrips } from './RimStrips.js';

/** The holes of a taken plan, each to be drilled and logged with the depth that was measured. */
export function DrillList({ plan, onPutAside }: { readonly plan: PlanEntry; readonly onPutAside: () => void }): ReactNode {
  const { sheet } = useOpenJob();
  const [printing, setPrinting] = useState(false);
  const logged = (index: number): HoleEntry | undefined => sheet.holes.find((h) => h.planId === plan.id && h.planIndex === index);
  const allIn = plan.holes.every((_, i) => logged(i) !== undefined);
  const forStrips = punched(plan.holes);
  const before = sheet.holes.filter((hole) => hole.planId !== plan.id);
  const { crank } = metalNow(sheet.spec.crank, [...before, ...plan.holes.filter(({ rim }) => rim)]);
  return (
    <section className="grid gap-3">
      {!allIn && <Cautions holes={plan.holes} />}
      <div className="flex flex-wrap items-center justify-between gap-4">
        <ResidualLine residual={plan.predicted} />
        {forStrips.length > 0 && (
          <Button onClick={() => setPrinting(true)}>
            <Printer aria-hidden className="size-5" /> Strips for the rims, 1:1
          </Button>
        )}
        {printing && <RimStrips crank={crank} holes={forStrips} onPrinted={() => setPrinting(false)} />}
      </div>
      <ol className="grid gap-2">
        {plan.holes.map((hole, i) => {
          const done = logged(i);
          return done ? <DoneRow key={i} number={i + 1} planned={hole} done={done} /> : <LogHole key={i} plan={plan} hole={hole} index={i} />;
        })}
      </ol>
      {allIn ? (
        <Link
          className="inline-flex min-h-12 w-fit items-center rounded-sm border-2 border-enamel-deep bg-enamel-deep px-6 text-lg font-semibold text-on-enamel dark:border-brass dark:bg-brass dark:text-on-brass"
          to={benchPath(sheet.id, 'spin')}
        >
          Spin again
        </Link>
      ) : (
        <div className="flex flex-wrap items-center gap-4">
          <Button onClick={onPutAside}>Put this plan aside and plan anew</Button>
          <p className="text-ink-soft">What is cut stays cut: the new plan starts from it. Or spin first, and plan from that reading.</p>
        </div>
      )}
    </section>
  );
}

/** What can hurt somebody at this plan. */
function Cautions({ holes }: { readonly holes: readonly CrankHole[] }): ReactNode {
  const kinds = new Set(holes.map(kindOf));
  return (
    <Caution>
      <p>
        Eye protection on, the crank secured, gloves off near the drill. Forged and alloy steel: pilot hole first, then step up. Stop short and
        measure: metal does not go back in.
        {(kinds.has('slug') || kinds.has('filled')) && ' Heavy metal: mask and extraction, its dust harms.'}
        {kinds.has('welded') && ' Welding only by somebody qualified, by the maker’s word on this crank: a welded-over hole can open at speed.'}
        {(kinds.has('turned') || kinds.has('ground')) && ' Turning and grinding: guard closed, nobody in line with the wheel, mask on.'}
      </p>
    </Caution>
  );
}

/** A hole that is in: what was planned, what was measured, and what that makes. */
function DoneRow({ number, planned, done }: { readonly number: number; readonly planned: CrankHole; readonly done: HoleEntry }): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const { crank } = sheet.spec;
  const massG = holeMetal(crank, done).massG;
  const moreG = massG - holeMetal(crank, planned).massG;
  const width = done.rim ? 'rim down' : `${fixed(done.bitMm, 0)} mm ${done.slug ? 'bar' : 'bit'},`;
  const mass = massG < 0 ? `+${fixed(-massG, 1)} g net` : `${fixed(massG, 1)} g`;
  const brings = massG < 0 ? -moreG : moreG;
  const deep = `${fixed(done.depthMm, 1)} mm${done.rim ? '' : done.slug ? ' long' : ' deep'}`;
  return (
    <li className="flex flex-wrap items-center gap-x-5 border-l-8 border-steel bg-plate-low px-4 py-2">
      <span className="text-xl font-semibold">
        {number}. {counterweightOf(crank, done.counterweightId).name} at <span className="figure-type">{degrees(done.angleDeg, 1)}</span>
      </span>
      <span className="figure-type">{`${width} ${deep}, ${mass}`}</span>
      <span className="figure-type text-ink-soft">
        {Math.abs(moreG) < 0.05
          ? 'as planned'
          : `${fixed(Math.abs(moreG), 1)} g ${brings > 0 ? 'more' : 'less'} than planned (${fixed(planned.depthMm, 1)} mm)`}
        {done.chipsG === null ? '' : `; chips weighed ${fixed(done.chipsG, 1)} g`}
      </span>
      <span className="ml-auto text-ink-soft">done; {nameOf(done.personId)}</span>
    </li>
  );
}
