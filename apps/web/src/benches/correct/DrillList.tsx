import { degrees, fixed, NOUNS, shortSize, toMeasureMm, wordOf } from '@tare/card';
import type { HoleEntry, PlanEntry } from '@tare/contract';
import { counterweightOf, furtherCut, isRimCut, isSpunBefore, type Cut, type HoleMetal } from '@tare/core';
import { Printer } from 'lucide-react';
import { Fragment, useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { Caution } from '../../ui/Notice.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { LogHole } from './LogHole.js';
import { stillLeaves, usePlannedMetal } from './plannedCuts.js';
import { ResidualLine } from './PlanTable.js';
import { punched, RimStrips } from './RimStrips.js';
import { useCutMetals } from './useCutMetals.js';
import { useDisplay } from '../../ui/display.js';

/** The holes of a taken plan, each to be drilled and logged with the depth that was measured. */
export function DrillList({ plan, onPutAside }: { readonly plan: PlanEntry; readonly onPutAside: () => void }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const [printing, setPrinting] = useState(false);
  const logged = (index: number): HoleEntry | undefined => sheet.holes.find((h) => h.planId === plan.id && h.planIndex === index);
  const allIn = plan.holes.every((_, i) => logged(i) !== undefined);
  const forStrips = punched(plan.holes);
  const { before, metals } = usePlannedMetal(sheet, plan);
  const took = useCutMetals();
  const residual = useMemo(() => stillLeaves(sheet, figures, plan), [sheet, figures, plan]);
  const { crank } = useMemo(() => furtherCut(before, plan.holes.filter(isRimCut)), [before, plan]);
  return (
    <section className="grid gap-3">
      {!allIn && <Cautions holes={plan.holes} />}
      <div className="flex flex-wrap items-center justify-between gap-4">
        <ResidualLine residual={residual} />
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
          return (
            <Fragment key={i}>
              {isSpunBefore(plan.holes, i) && !allIn && <SpinFirst />}
              {done ? (
                <DoneRow number={i + 1} planned={hole} meant={metals[i]!} done={done} took={took.get(done.id)!} />
              ) : (
                <LogHole plan={plan} hole={hole} metal={metals[i]!} before={before} index={i} />
              )}
            </Fragment>
          );
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
function Cautions({ holes }: { readonly holes: readonly Cut[] }): ReactNode {
  const kinds = new Set(holes.map(wordOf));
  return (
    <Caution>
      <p>
        Eye protection on, the crank secured, gloves off near the drill. Forged and alloy steel: pilot hole first, then step up. Stop short and
        measure: metal does not go back in.
        {(kinds.has('bar') || kinds.has('filled')) && ' Heavy metal: mask and extraction, its dust harms.'}
        {kinds.has('weld') && ' Welding only by somebody qualified, by the maker’s word on this crank: a welded-over hole can open at speed.'}
        {(kinds.has('turn') || kinds.has('grind')) && ' Turning and grinding: guard closed, nobody in line with the wheel, mask on.'}
      </p>
    </Caution>
  );
}

/** What was welded or pressed in is known only by a spin, and what is drilled after it cannot be put back. */
function SpinFirst(): ReactNode {
  const { sheet } = useOpenJob();
  return (
    <li className="flex flex-wrap items-center gap-4 border-l-8 border-brass bg-plate-low px-4 py-2">
      <span>Spin before anything below is drilled, and plan the rest from that: what a weld or a bar really brought is known only then.</span>
      <Link className="inline-flex min-h-11 items-center underline underline-offset-4" to={benchPath(sheet.id, 'spin')}>
        To the spin
      </Link>
    </li>
  );
}

interface DoneRowProps {
  readonly number: number;
  readonly planned: Cut;
  readonly meant: HoleMetal;
  readonly done: HoleEntry;
  readonly took: HoleMetal;
}

/** A cut that is in: what was planned, what was measured, and what that makes. */
function DoneRow({ number, planned, meant, done, took }: DoneRowProps): ReactNode {
  const { say, systems } = useDisplay();
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const { crank } = sheet.spec;
  const { massG } = took;
  const moreG = massG - meant.massG;
  const mass = massG < 0 ? `+${fixed(-massG, 1)} g net` : `${fixed(massG, 1)} g`;
  const brings = massG < 0 ? -moreG : moreG;
  const [where, meantWhere] = [done, planned].map((cut) => `${counterweightOf(crank, cut.counterweightId).name} at ${degrees(cut.angleDeg, 1)}`);
  const elsewhere = where === meantWhere ? [] : [`planned in ${meantWhere!}`];
  const otherAmount =
    Math.abs(moreG) < 0.05
      ? []
      : [`${fixed(Math.abs(moreG), 1)} g ${brings > 0 ? 'more' : 'less'} than planned (${say(toMeasureMm(planned), 'mm', 1)})`];
  return (
    <li className="flex flex-wrap items-center gap-x-5 border-l-8 border-steel bg-plate-low px-4 py-2">
      <span className="text-xl font-semibold">
        {number}. {counterweightOf(crank, done.counterweightId).name} at <span className="figure-type">{degrees(done.angleDeg, 1)}</span>
      </span>
      <span className="figure-type">{`${NOUNS[wordOf(done)]}, ${shortSize(done, systems)}${isRimCut(done) ? ' off the radius' : ''}, ${mass}`}</span>
      <span className="figure-type text-ink-soft">
        {[...elsewhere, ...otherAmount].join('; ') || 'as planned'}
        {done.chipsG === null ? '' : `; chips weighed ${fixed(done.chipsG, 1)} g`}
      </span>
      <span className="ml-auto text-ink-soft">done; {nameOf(done.personId)}</span>
    </li>
  );
}
