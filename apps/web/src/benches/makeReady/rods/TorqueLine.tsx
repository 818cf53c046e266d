import { boltTorqueSchema } from '@tare/contract';
import { TORQUE_STEPS, type BoltTorque, type MadeReady, type RodsFigures, type TorqueStep } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Disclosure } from '../../../ui/Disclosure.js';
import { FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { readForm } from '../../../ui/form/typedForm.js';
import { useDecideForm } from '../../../ui/form/useDecideForm.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { useDisplay } from '../../../ui/display.js';

const STEPS: Readonly<Record<TorqueStep, string>> = { gauging: 'to gauge', honing: 'to hone', assembly: 'when it goes together' };

/** One torque line for the whole set: a value, and what the bolts are lubricated with, at every step the same. */
export function TorqueLine({ made: { rods: said }, rods: { torquesDiffer } }: { readonly made: MadeReady; readonly rods: RodsFigures }): ReactNode {
  const { say } = useDisplay();
  const { sheet } = useOpenJob();
  const known = TORQUE_STEPS.filter((step) => said.torques[step] !== undefined);
  const versionOf = (step: TorqueStep): number => sheet.decisions[`rods.torque.${step}`]?.version ?? 0;
  const words = ({ torqueNm, lubricant }: BoltTorque): string => `${say(torqueNm, 'N·m', 1)} with ${lubricant}`;
  const [first] = known;
  const title =
    first === undefined
      ? 'One torque for the rod bolts: say at which the big ends are gauged, and with what on the threads'
      : `Rod bolts are torqued to ${words(said.torques[first]!)}, so far ${known.map((step) => STEPS[step]).join(' and ')}`;
  return (
    <section className="grid gap-2 border-2 border-edge p-3" aria-label="The torque line">
      {torquesDiffer && (
        <p className="border-2 border-outside p-2" role="alert">
          <strong>{`▲ Torqued ${STEPS[torquesDiffer[0]]}: ${words(said.torques[torquesDiffer[0]]!)}; ${STEPS[torquesDiffer[1]]}: ${words(said.torques[torquesDiffer[1]]!)}.`}</strong>
          {' A bore sized at one torque is another bore at another: nothing is judged until one of them is put right.'}
        </p>
      )}
      <Disclosure title={title} open={known.length === 0 || torquesDiffer !== null}>
        <div className="grid gap-2">
          {TORQUE_STEPS.map((step) => (
            <TorqueForm
              key={`${step}.${versionOf(step)}.${known[0] === undefined ? 0 : versionOf(known[0])}`}
              step={step}
              kept={said.torques[step]}
              // What was said first is what is meant at the next step, until somebody says otherwise.
              first={said.torques[known[0] ?? step]}
            />
          ))}
        </div>
      </Disclosure>
    </section>
  );
}

interface TypedTorque {
  readonly torqueNm: string;
  readonly lubricant: string;
}

/** How the bolts are torqued at one step. */
export function TorqueForm({
  step,
  kept,
  first,
}: {
  readonly step: TorqueStep;
  readonly kept: BoltTorque | undefined;
  readonly first: BoltTorque | undefined;
}): ReactNode {
  const { sheet } = useOpenJob();
  const from = kept ?? first;
  const initial: TypedTorque = { torqueNm: from ? String(from.torqueNm) : '', lubricant: from?.lubricant ?? '' };
  const write = useDecideForm<TypedTorque>({
    subject: `rods.torque.${step}`,
    place: `rod-torque.${sheet.id}.${step}`,
    initial,
    valueOf: (typed) => readForm(boltTorqueSchema, typed).content,
    figuresOf: ({ torqueNm }) => ({ torqueNm }),
  });
  const { control } = write.form;
  return (
    <WriteFormFrame
      write={write}
      keep={kept ? 'Keep this' : `Torqued so ${STEPS[step]}`}
      {...(kept && { leave: 'Leave it' })}
      asksWho={false}
      label={`Torqued ${STEPS[step]}`}
      look="plain"
      className="flex flex-wrap items-end gap-2"
    >
      <FormQuantity label={kept ? `${STEPS[step]} ✓` : STEPS[step]} unit="N·m" className="w-32" control={control} name="torqueNm" />
      <FormField label="with" className="w-36" control={control} name="lubricant" />
    </WriteFormFrame>
  );
}
