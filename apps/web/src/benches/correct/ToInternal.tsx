import { broughtWords, countWords, degrees, fixed } from '@tare/card';
import {
  fromPolar,
  partsTold,
  rimKindOf,
  staticOf,
  toInternal,
  toPolar,
  typedQuantity,
  type BoltOnUnbalance,
  type ChoicesInput,
  type PlanChoices,
  type Tolerance,
} from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { useKept } from '../../ui/form/useKept.js';
import { usePlan } from './usePlan.js';
import { useDisplay } from '../../ui/display.js';

type Typed = Readonly<Record<string, { readonly g: string; readonly deg: string }>>;

/** What it would take to balance an externally balanced crank by itself. */
export function ToInternal({ input }: { readonly input: ChoicesInput | null }): ReactNode {
  const { say } = useDisplay();
  const { sheet, facts, figures } = useOpenJob();
  const [open, setOpen] = useState(false);
  const boltOns = sheet.spec.crank.counterweights.filter((rim) => rimKindOf(rim) !== 'counterweight');
  const { value: typed, set } = useKept<Typed>(`toInternal.${sheet.id}`, Object.fromEntries(boltOns.map(({ id }) => [id, { g: '', deg: '' }])), {});
  const carried = boltOns.map((rim): BoltOnUnbalance | null => {
    const [grams, deg] = [typedQuantity(typed[rim.id]?.g ?? '', 'g'), typedQuantity(typed[rim.id]?.deg ?? '', '°')];
    return Number.isNaN(grams) || Number.isNaN(deg) ? null : { zMm: rim.zMm, unbalanceGmm: fromPolar(grams * rim.rimRadiusMm, deg) };
  });
  const whole = carried.filter((one) => one !== null);
  const ready = open && input !== null && whole.length === boltOns.length && boltOns.length > 0;
  const { data } = usePlan(ready ? toInternal(input, whole) : null, 'internal');
  if (sheet.spec.balance !== 'external') return null;
  /** Damper and flywheel as the spins of all set-ups tell them apart. */
  const takeMeasured = (): void => {
    const told = partsTold(facts, sheet.spec.redlineRpm).filter(({ isApart }) => isApart);
    const found = boltOns.flatMap((rim) => {
      const part = told.find(({ parts }) => parts[0] === rimKindOf(rim));
      if (!part) return [];
      const { amount, angleDeg } = toPolar(staticOf(part));
      return [[rim.id, { g: fixed(amount / rim.rimRadiusMm, 2), deg: fixed(angleDeg, 0) }] as const];
    });
    set({ ...typed, ...Object.fromEntries(found) });
  };
  const nameOf = (id: string): string => sheet.spec.crank.counterweights.find((c) => c.id === id)?.name ?? id;
  return (
    <Disclosure open={open} onToggle={(event) => setOpen(event.currentTarget.open)} title="What would it take to balance this crank internally?">
      <div className="grid gap-3">
        {boltOns.length === 0 && <p>Put the damper and the flywheel among the counterweights on the engine bench first.</p>}
        {boltOns.map((rim) => (
          <div key={rim.id} className="flex flex-wrap items-end gap-3">
            <p className="w-40 pb-2">{`${rim.name} carries`}</p>
            {(['g', 'deg'] as const).map((key) => (
              <QuantityField
                key={key}
                label={key === 'g' ? `${rim.name}: heavy by, at ${say(rim.rimRadiusMm, 'mm', 0)}` : `${rim.name}: at`}
                unit={key === 'g' ? 'g' : '°'}
                className="w-56"
                value={typed[rim.id]?.[key] ?? ''}
                onChange={(event) => set({ ...typed, [rim.id]: { g: '', deg: '', ...typed[rim.id], [key]: event.target.value } })}
              />
            ))}
          </div>
        ))}
        {sheet.setUp && boltOns.length > 0 && (
          <Button className="w-fit" onClick={takeMeasured}>
            As the spins of its set-ups tell them
          </Button>
        )}
        {boltOns.map((rim, i) => {
          const one = carried[i];
          if (!one) return null;
          const { amount, angleDeg } = toPolar(one.unbalanceGmm);
          return (
            <p key={rim.id}>
              {`To make the ${rim.name.toLowerCase()} neutral, `}
              <span className="figure-type">{`${fixed(amount / rim.rimRadiusMm, 2)} g at ${say(rim.rimRadiusMm, 'mm', 0)}`}</span>
              {` come off it at ${degrees(angleDeg)}; spin it in a set-up of its own to see that they did.`}
            </p>
          );
        })}
        {data && <p role="status">{conversionWords(data.plans, figures.tolerance, nameOf)}</p>}
      </div>
    </Disclosure>
  );
}

function conversionWords(plans: PlanChoices, { aGmm, bGmm }: Tolerance, nameOf: (id: string) => string): string {
  if (plans.kind === 'nothingToDo') return 'Nothing: without them the crank is as good as balanced by itself.';
  if (plans.kind === 'notFound') {
    const left = plans.best.residual;
    const worse = Math.max(toPolar(left.aGmm).amount / aGmm, toPolar(left.bGmm).amount / bGmm);
    return `It does not go all the way: ${countWords(plans.best.holes)} leave ${fixed(worse, 1)} times the tolerance. ${plans.reason}`;
  }
  const { plan, minutes, price } = plans.choices[0]!;
  const brought = broughtWords(plan.holes, nameOf);
  return `${countWords(plan.holes)}${brought === '' ? '' : ` (${brought})`}, about ${fixed(minutes, 0)} minutes, price ${fixed(price, 0)}: then damper and flywheel have to be neutral, and can be swapped for ever.`;
}
