import { spinRequestSchema } from '@tare/contract';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { Button } from '../../ui/Button.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useTypedForm } from '../../ui/form/useTypedForm.js';
import { useWho } from '../../ui/WhoFirst.js';
import { useCautions } from './Cautions.js';
import { StandinDrawer, useStandinDials } from './StandinDrawer.js';
import { useHung } from './useHung.js';
import type { Spin } from './useSpin.js';
import { useSpinSetUp } from './useSpinSetUp.js';

/** Speed, turns, and the cautions that come before every spin. */
export function SpinOrderForm({ onStart }: { readonly onStart: Spin['start'] }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const first = sheet.spins.length === 0;
  const { cautions, allConfirmed } = useCautions();
  const { hungPieces, whole, fields } = useHung();
  const { setUp, fields: setUpFields, startOver } = useSpinSetUp();
  const [dials, setDials] = useStandinDials();
  const order = useTypedForm({
    schema: spinRequestSchema,
    place: `spin-order.${sheet.id}.${sheet.setUp?.current.id ?? ''}`,
    initial: { speedRpm: String(sheet.setUp?.current.speedRpm ?? (first ? 450 : 600)), turns: '60' },
    beside: { cautionsConfirmed: true, hungPieces, dials, ...setUp },
    isBlocked: personId === null,
    holdsOn: true,
    send: (checked) => {
      const { cautionsConfirmed: _, ...content } = checked;
      onStart({ ...content, personId } as unknown as Parameters<Spin['start']>[0]);
      return Promise.resolve();
    },
    onSent: startOver,
  });
  const { control } = order.form;
  return (
    <form className="grid gap-4" noValidate onSubmit={order.submit}>
      <div className="grid items-start gap-4 lg:grid-cols-2">
        {cautions}
        <div className="grid gap-1">
          <div className="flex flex-wrap items-start gap-4">
            <FormQuantity
              control={control}
              name="speedRpm"
              label="Balancing speed"
              unit="rpm"
              className="w-32"
              hint={first ? 'First spin slow' : undefined}
            />
            <FormQuantity control={control} name="turns" label="Turns to read" unit="" className="w-28" />
            <Button type="submit" look="primary" className="mt-6" disabled={order.isBlocked || !allConfirmed || !whole}>
              {first ? 'Spin as received' : 'Spin again'}
            </Button>
          </div>
          {order.complaint !== null && <ProblemNotice>{order.complaint}</ProblemNotice>}
        </div>
      </div>
      {setUpFields}
      {fields}
      <StandinDrawer dials={dials} onChange={setDials} />
    </form>
  );
}
