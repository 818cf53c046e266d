import { asMeasured, degrees, fixed, LOGGED, shortSize, sizeWords, toMeasureMm, VERBS, wordOf } from '@tare/card';
import type { Machine, PlanEntry } from '@tare/contract';
import {
  counterweightOf,
  densityOf,
  drillSequence,
  fromHeavyDeg,
  isWorthMeasuringAgain,
  PRESS_FIT_RATIO,
  barForceN,
  typedQuantity,
  replacedId,
  sayBit,
  seatOf,
  type BarCut,
  type Cut,
  type HoleMetal,
  type MetalNow,
} from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { useLastMachine } from './useLastMachine.js';
import { useShop } from '../../api/queries.js';
import { useShopTools } from '../../api/shopThings.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import type { Complaints } from '../../ui/form/useTypedForm.js';
import { useAskOnce } from '../../ui/form/useAskOnce.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { LogOwnCut } from './LogOwnCut.js';
import { draftOf } from './ownCut.js';
import { useDisplay } from '../../ui/display.js';

interface LogHoleProps {
  readonly plan: PlanEntry;
  readonly hole: Cut;
  /** What it takes as it is planned. */
  readonly metal: HoleMetal;
  /** The crank before the plan. */
  readonly before: MetalNow;
  readonly index: number;
}

/** One hole to be made: where, how, how far before stopping to measure; and what it was in the end. */
export function LogHole({ plan, hole, metal, before, index }: LogHoleProps): ReactNode {
  const { systems } = useDisplay();
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const word = wordOf(hole);
  const machine = useLastMachine();
  const { massG } = metal;
  const draft = draftOf(hole);
  const [otherwise, setOtherwise] = useState(false);
  return (
    <li className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2 border-l-8 border-blue bg-plate-low px-4 py-2">
      <div>
        <p className="text-xl font-semibold">
          {index + 1}. {VERBS[word]} {counterweightOf(crank, hole.counterweightId).name} at{' '}
          <span className="figure-type text-blue">{degrees(hole.angleDeg, 1)}</span>
          {machine && (
            <span className="text-base font-normal text-ink-soft">
              {' '}
              from crankpin 1; {machine.spec.name} says <span className="figure-type">{degrees(shownDeg(machine, hole.angleDeg), 1)}</span>
            </span>
          )}
        </p>
        <p className="figure-type text-lg">{`${sizeWords(hole, systems)}; ${massG < 0 ? `brings ${fixed(-massG, 1)} g net` : `${fixed(massG, 1)} g`}`}</p>
        {hole.kind === 'bar' ? <BarWords bar={hole} /> : <StepWords hole={hole} before={before} />}
      </div>
      {otherwise && draft ? (
        <LogOwnCut start={draft} planned={{ planId: plan.id, planIndex: index }} onDone={() => setOtherwise(false)} />
      ) : (
        <LogForm plan={plan} hole={hole} takes={massG > 0} index={index} onOtherwise={draft && (() => setOtherwise(true))} />
      )}
    </li>
  );
}

/** What is measured of it, and the chips if somebody likes. */
function LogForm({
  plan,
  hole,
  takes,
  index,
  onOtherwise,
}: Pick<LogHoleProps, 'plan' | 'hole' | 'index'> & { readonly takes: boolean; readonly onOtherwise: (() => void) | null }): ReactNode {
  const { figure, say, unit } = useDisplay();
  const { sheet } = useOpenJob();
  const words = LOGGED[wordOf(hole)];
  const plannedMm = Number(fixed(toMeasureMm(hole), 1));
  /** A depth far from its plan that is to be looked at once more; said again, it is so. */
  const askOnce = useAskOnce();
  const log = useWriteForm({
    route: 'POST jobs/:jobId/holes',
    ids: { jobId: sheet.id },
    place: `hole.${plan.id}.${index}`,
    initial: { depthMm: '', chipsG: '' },
    wrong: ({ depthMm, chipsG }) => ({
      ...aboveZero('depthMm', `The depth has to be a number of ${unit('mm')} above 0.`, typedQuantity(depthMm, 'mm')),
      ...(chipsG.trim() === '' ? {} : aboveZero('chipsG', 'The chips have to be a number of g above 0.', typedQuantity(chipsG, 'g'))),
    }),
    doubt: (typed) => {
      const depthMm = typedQuantity(typed.depthMm, 'mm');
      if (!isWorthMeasuringAgain(plannedMm, depthMm, sheet.drill)) return null;
      const asked = `Planned ${say(plannedMm, 'mm', 1)}, said ${say(depthMm, 'mm', 1)}. Measure once more; if it is so, press again.`;
      return askOnce(String(depthMm), { depthMm: asked });
    },
    contentOf: ({ depthMm, chipsG }) => ({ cut: asMeasured(hole, typedQuantity(depthMm, 'mm')), chipsG }),
    figuresOf: (typed) => typed,
    fieldOf: (path) => path.replace(/^cut\.(depthMm|lengthMm)$/, 'depthMm'),
    beside: { planId: plan.id, planIndex: index },
    onDone: () => log.startOver(),
  });
  const { control } = log.form;
  const isTyped = useWatch({ control, name: 'depthMm' }).trim() !== '';
  return (
    <form className="grid gap-2" noValidate onSubmit={log.submit}>
      <div className="flex flex-wrap items-start gap-3">
        <FormQuantity
          control={control}
          name="depthMm"
          label={words.label}
          hint={`Planned ${figure(plannedMm, 'mm', 1)}`}
          unit="mm"
          className="w-44"
        />
        {takes && <FormQuantity control={control} name="chipsG" label="Chips, if weighed" unit="g" className="w-36" />}
        <div className="mt-6 flex flex-wrap gap-2">
          <Button type="submit" disabled={log.isBlocked || !isTyped}>
            {words.done}
          </Button>
          <Button
            disabled={log.isBlocked || isTyped}
            onClick={() => {
              log.form.setValue('depthMm', String(plannedMm));
              log.submit();
            }}
          >
            Measured, as planned
          </Button>
          {onOtherwise && (
            <Button disabled={log.isBlocked} onClick={onOtherwise}>
              Made otherwise
            </Button>
          )}
        </div>
      </div>
      {log.complaint !== null && <ProblemNotice>{log.complaint}</ProblemNotice>}
    </form>
  );
}

const aboveZero = (field: string, complaint: string, value: number): Complaints => (value > 0 ? {} : { [field]: complaint });

/** The machine's own angle of a place on the crank: what its scale says there, whatever spot its display points to. */
const shownDeg = ({ spec }: Machine, angleDeg: number): number => fromHeavyDeg(angleDeg, { ...spec.convention, shows: 'heavy' });

/** Bits in their order, and where to stop first. */
function StepWords({ hole, before }: { readonly hole: Exclude<Cut, BarCut>; readonly before: MetalNow }): ReactNode {
  const { say, systems } = useDisplay();
  const { sheet } = useOpenJob();
  const { data: shop } = useShop();
  const { data: entry } = useShopTools();
  const { crank } = sheet.spec;
  if (hole.kind === 'weld') return <p className="text-ink-soft">By somebody qualified; then dress it, and spin before anything else is drilled.</p>;
  const density = densityOf(crank, counterweightOf(crank, hole.counterweightId));
  const bits = shop && entry && (hole.kind === 'radial' || hole.kind === 'face') ? drillSequence(entry.tools, shop.bits, hole.bitMm, density) : [];
  const old = before.standing.find(({ id }) => id === replacedId(hole));
  const fromMm = old?.depthMm ?? 0;
  return (
    <p className="text-ink-soft">
      {bits.length > 1 && `Pilot first: ${bits.map((mm) => sayBit(mm, systems)).join(', then ')}. `}
      {old ? `It is ${shortSize(old, systems)} now. ` : hole.kind === 'radial' && hole.zMm == null ? 'In the middle of its width. ' : ''}
      Stop at <span className="figure-type">{say(fromMm + STOP_RATIO * (hole.depthMm - fromMm), 'mm', 1)}</span> and measure.
    </p>
  );
}

/** Where to stop first and measure, of what is to go. */
const STOP_RATIO = 0.7;

/** How a bar is to be set, and what will pull at it. */
function BarWords({ bar }: { readonly bar: BarCut }): ReactNode {
  const { say } = useDisplay();
  const { sheet } = useOpenJob();
  const { redlineRpm, crank } = sheet.spec;
  const seat = seatOf(bar);
  const radiusMm = seat.from === 'face' ? seat.radiusMm : counterweightOf(crank, bar.counterweightId).rimRadiusMm - bar.depthMm + bar.lengthMm / 2;
  return (
    <p className="max-w-prose text-ink-soft">
      {seat.from === 'rim'
        ? 'In a radial hole it can leave at speed: seat it on the shoulder, press, stake and pin it, and prefer a bar parallel to the shaft. '
        : 'Parallel to the shaft, so that spinning cannot throw it out; a radial slug or a welded hole can leave at speed. '}
      {`Bore ${say(bar.diameterMm * PRESS_FIT_RATIO, 'mm', 3)} under the bar for a press fit, and stake it. At ${fixed(redlineRpm, 0)} rpm it pulls with ${say(barForceN(bar.diameterMm, bar.lengthMm, bar.densityGPerCm3, radiusMm, redlineRpm), 'N', 0)}. Try the amount first with a trial piece fixed there: hang it on and spin.`}
    </p>
  );
}
