import type { Machine, PlanEntry } from '@tare/contract';
import {
  counterweightOf,
  fromHeavyDeg,
  holeMetal,
  PRESS_FIT_RATIO,
  slugForceN,
  type Slug,
  parseDecimal,
  pointHeightMm,
  type CrankHole,
} from '@tare/core';
import { Printer } from 'lucide-react';
import { useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useMachines } from '../../api/machines.js';
import { useEntry } from '../../api/queries.js';
import { degrees, fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { NumberField } from '../../ui/Field.js';
import { Caution, Note } from '../../ui/Notice.js';
import { useDraft } from '../../ui/useDraft.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { useWho } from '../../ui/WhoFirst.js';
import { ResidualLine } from './PlanTable.js';
import { RimStrips } from './RimStrips.js';

/** The holes of a taken plan, each to be drilled and logged with the depth that was measured. */
export function DrillList({ plan }: { readonly plan: PlanEntry }): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const [printing, setPrinting] = useState(false);
  const logged = (index: number): (typeof sheet.holes)[number] | undefined => sheet.holes.find((h) => h.planId === plan.id && h.planIndex === index);
  const allIn = plan.holes.every((_, i) => logged(i) !== undefined);
  return (
    <section className="grid gap-3">
      {!allIn && (
        <Caution>
          <p>
            Eye protection on, the crank secured, gloves off near the drill. Forged and alloy steel: pilot hole first, then step up. Stop short and
            measure: metal does not go back in.
          </p>
        </Caution>
      )}
      <div className="flex flex-wrap items-center justify-between gap-4">
        <ResidualLine residual={plan.predicted} />
        <Button onClick={() => setPrinting(true)}>
          <Printer aria-hidden className="size-5" /> Strips for the rims, 1:1
        </Button>
        {printing && <RimStrips holes={plan.holes} onPrinted={() => setPrinting(false)} />}
      </div>
      <ol className="grid gap-2">
        {plan.holes.map((hole, i) => {
          const done = logged(i);
          return done ? (
            <li key={i} className="flex flex-wrap items-center gap-x-5 border-l-8 border-steel bg-plate-low px-4 py-2">
              <span className="text-xl font-semibold">
                {i + 1}. {counterweightOf(sheet.spec.crank, hole.counterweightId).name} at{' '}
                <span className="figure-type">{degrees(done.angleDeg, 1)}</span>
              </span>
              <span className="figure-type">{`${fixed(done.bitMm, 0)} mm bit, ${fixed(done.depthMm, 1)} mm deep, ${fixed(holeMetal(sheet.spec.crank, done).massG, 1)} g`}</span>
              <span className="ml-auto text-ink-soft">drilled; {nameOf(done.personId)}</span>
            </li>
          ) : (
            <LogHole key={i} plan={plan} hole={hole} index={i} />
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
        <Note>To leave some holes out, go to the spin bench and spin: what is left is planned anew from that reading.</Note>
      )}
    </section>
  );
}

function LogHole({ plan, hole, index }: { readonly plan: PlanEntry; readonly hole: CrankHole; readonly index: number }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const log = useEntry(sheet.id);
  const id = useRef(crypto.randomUUID());
  const { name } = counterweightOf(sheet.spec.crank, hole.counterweightId);
  const { data: hall } = useMachines();
  const lastOn = sheet.spins.at(-1)?.machineId;
  const machine = hall?.machines.find(({ id: machineId, spec }) => machineId === lastOn && spec.driver === 'typed');
  const [depth, setDepth] = useDraft(`hole.${plan.id}.${index}`, fixed(hole.depthMm, 1));
  const [complaint, setComplaint] = useState<string | null>(null);
  const send = (): void => {
    const parsed = parseDecimal(depth);
    const reason = parsed.kind !== 'number' ? 'The depth has to be a number of mm.' : parsed.value <= 0 ? 'The depth has to be above 0 mm.' : null;
    setComplaint(reason);
    if (reason !== null || parsed.kind !== 'number') return;
    log.mutate({
      path: 'holes',
      body: {
        id: id.current,
        personId,
        planId: plan.id,
        planIndex: index,
        counterweightId: hole.counterweightId,
        angleDeg: hole.angleDeg,
        bitMm: hole.bitMm,
        pointAngleDeg: hole.pointAngleDeg,
        slug: hole.slug ?? null,
        was: hole.was ?? null,
        depthMm: parsed.value,
      },
    });
  };
  return (
    <li className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2 border-l-8 border-blue bg-plate-low px-4 py-2">
      <div>
        <p className="text-xl font-semibold">
          {index + 1}. {hole.slug ? 'Bore the side of' : hole.was ? 'Deepen the hole in' : 'Drill'} {name} at{' '}
          <span className="figure-type text-blue">{degrees(hole.angleDeg, 1)}</span>
          {machine && (
            <span className="text-base font-normal text-ink-soft">
              {' '}
              from crankpin 1; {machine.spec.name} says <span className="figure-type">{degrees(shownDeg(machine, hole.angleDeg), 1)}</span>
            </span>
          )}
        </p>
        <p
          className={hole.slug ? 'hidden' : 'figure-type text-lg'}
        >{`${fixed(hole.bitMm, 0)} mm bit, ${fixed(hole.depthMm, 1)} mm to the shoulder (${fixed(hole.depthMm + pointHeightMm(hole.bitMm, hole.pointAngleDeg), 1)} mm from tip touch), ${fixed(holeMetal(sheet.spec.crank, hole).massG, 1)} g`}</p>
        {hole.slug && <SlugWords hole={hole} slug={hole.slug} />}
        <p className={hole.slug ? 'hidden' : 'text-ink-soft'}>
          {hole.was ? `It is ${fixed(hole.was.bitMm, 0)} × ${fixed(hole.was.depthMm, 1)} mm now. ` : 'In the middle of its width. '}Stop at{' '}
          <span className="figure-type">{fixed(stopAtMm(hole), 1)}</span> mm and measure.
        </p>
      </div>
      <form
        className="flex items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        <NumberField
          label={hole.slug ? 'Length pressed in' : 'Depth measured'}
          unit="mm"
          className="w-44"
          value={depth}
          onChange={(event) => {
            setComplaint(null);
            setDepth(event.target.value);
          }}
          problem={complaint ?? log.error?.message}
        />
        <Button type="submit" className="mt-6" disabled={personId === null || log.isPending}>
          {hole.slug ? 'Pressed in' : 'Drilled'}
        </Button>
      </form>
    </li>
  );
}

/** The machine's own angle of a place on the crank: what its scale says there, whatever spot its display points to. */
const shownDeg = ({ spec }: Machine, angleDeg: number): number => fromHeavyDeg(angleDeg, { ...spec.convention, shows: 'heavy' });

/** How a slug is to be set, and what will pull at it. */
function SlugWords({ hole, slug }: { readonly hole: CrankHole; readonly slug: Slug }): ReactNode {
  const { sheet } = useOpenJob();
  const { redlineRpm, crank } = sheet.spec;
  return (
    <>
      <p className="figure-type text-lg">{`${fixed(hole.bitMm, 0)} mm heavy metal, ${fixed(hole.depthMm, 1)} mm long, its axis at ${fixed(slug.radiusMm, 1)} mm; brings ${fixed(-holeMetal(crank, hole).massG, 1)} g net`}</p>
      <p className="max-w-prose text-ink-soft">
        {`Parallel to the shaft, so that spinning cannot throw it out. Bore ${fixed(hole.bitMm * PRESS_FIT_RATIO, 3)} mm under the bar for a press fit, and stake it. At ${fixed(redlineRpm, 0)} rpm it pulls with ${fixed(slugForceN(hole.bitMm, hole.depthMm, slug, redlineRpm), 0)} N. A radial slug or a welded hole can leave at speed. Try the amount first with a trial piece fixed there: hang it on and spin.`}
      </p>
    </>
  );
}

/** Where to stop first and measure: at 70 % of what is to go. */
const stopAtMm = ({ depthMm, was }: CrankHole): number => (was?.depthMm ?? 0) + 0.7 * (depthMm - (was?.depthMm ?? 0));
