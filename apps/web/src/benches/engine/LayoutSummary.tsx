import { fixed } from '@tare/card';
import { bobsNeeded, firingIntervalsDeg, LAYOUTS, type EngineLayout } from '@tare/core';
import type { ReactNode } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { CrankEnd } from '../../draw/CrankEnd.js';
import { Note } from '../../ui/Notice.js';
import { useTypedLater } from './useTypedLater.js';
import { checkedLayout, type SpecForm } from './specForm.js';
import { useDisplay } from '../../ui/display.js';

/** The crank as it is typed, drawn from the front, and what follows from its shape. */
export function LayoutSummary({ form }: { readonly form: UseFormReturn<SpecForm> }): ReactNode {
  const { say } = useDisplay();
  const values = useTypedLater(form.control);
  const layout = checkedLayout(values);
  if (typeof layout === 'string') return <Note>{`The crank cannot be drawn yet: ${layout}`}</Note>;
  const needed = bobsNeeded(layout);
  const { customaryFactorRatio, factorReason } = LAYOUTS[values.layoutId];
  return (
    <section aria-label="What follows from the layout" className="grid items-center gap-4 md:grid-cols-[16rem_minmax(0,1fr)]">
      <CrankEnd layout={layout} />
      <dl className="grid gap-2">
        <Fact name={needed.needed ? 'Bob weights are needed' : 'No bob weights are needed'}>
          {`${needed.reason} Force sum ${fixed(needed.forceSum.amount, 3)}, couple sum ${say(needed.coupleSumMm.amount, 'mm', 1)}.`}
        </Fact>
        <Fact name="Rods on the pins">{sharing(layout)}</Fact>
        <Fact name="Customary factor">{`${fixed(customaryFactorRatio * 100, 0)} %: ${factorReason}.`}</Fact>
        <Fact name="Fires">{firing(layout)}</Fact>
      </dl>
    </section>
  );
}

function Fact({ name, children }: { readonly name: string; readonly children: string }): ReactNode {
  return (
    <div>
      <dt className="font-semibold">{name}</dt>
      <dd className="text-ink-soft">{children}</dd>
    </div>
  );
}

/** Which pins carry more than one rod under one bob. */
function sharing({ pins }: EngineLayout): string {
  const most = Math.max(...pins.map(({ cylinders }) => cylinders.length));
  if (most === 1) return `One rod on each of ${pins.length} ${pins.length === 1 ? 'pin' : 'pins'}: a bob for every rod.`;
  const shared = pins.flatMap(({ cylinders }, p) => (cylinders.length > 1 ? [`pin ${p + 1} holds ${cylinders.join(' and ')}`] : []));
  return `Rods that share a pin share its bob: ${shared.join('; ')}.`;
}

function firing(layout: EngineLayout): string {
  if (!layout.firingOrder) return 'no order is typed.';
  const intervals = firingIntervalsDeg(layout, layout.firingOrder);
  if (intervals === null) return `not in two turns in the order ${layout.firingOrder.join('-')}: see the banks, the pins and the rotation.`;
  const even = intervals.every((one) => Math.abs(one - intervals[0]!) < 0.5);
  return even ? `evenly, every ${fixed(intervals[0]!, 0)}°.` : `unevenly: ${intervals.map((one) => fixed(one, 0)).join(', ')}°.`;
}
