import { fixed, KIND_NAMES } from '@tare/card';
import { readQuantity, type FixedTarget, type TargetGroup } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { Field } from '../../../ui/Field.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { Modal } from '../../../ui/Modal.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDraft } from '../../../ui/useDraft.js';
import { useDecide } from '../../../ui/useDecide.js';

interface Target {
  readonly group: TargetGroup;
  readonly name: string;
  readonly targetG: number;
  readonly fixed: FixedTarget | undefined;
}

/** What everything comes down to, why, and another target with its reason. */
export function TargetLine(): ReactNode {
  const { figures, sheet } = useOpenJob();
  const [changing, setChanging] = useState<Target | null>(null);
  const targets: Target[] = [
    ...(Object.keys(figures.kinds).length === 0 && figures.sets.kind === 'matched'
      ? [{ group: 'set' as const, name: 'Sets', targetG: figures.sets.set.targetG, fixed: sheet.fixedTargets.set }]
      : []),
    ...Object.entries(figures.kinds).flatMap(([kind, match]) =>
      match.kind === 'matched'
        ? [{ group: kind as TargetGroup, name: KIND_NAMES[kind as 'pin'].many, targetG: match.set.targetG, fixed: sheet.fixedTargets[kind as 'pin'] }]
        : [],
    ),
  ];
  return (
    <div className="grid gap-1">
      {targets.map((target) => (
        <p key={target.group} className="flex flex-wrap items-center gap-x-3">
          <span>
            {target.name}: target <strong className="figure-type">{fixed(target.targetG, 2)} g</strong>,{' '}
            {target.fixed ? `fixed: ${target.fixed.reason}` : 'the lightest usable one'}
          </span>
          <Button look="quiet" onClick={() => setChanging(target)}>
            Another target
          </Button>
        </p>
      ))}
      {changing && <TargetDialog target={changing} onClose={() => setChanging(null)} />}
    </div>
  );
}

function TargetDialog({ target, onClose }: { readonly target: Target; readonly onClose: () => void }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const [typed, setTyped] = useDraft(`target.${sheet.id}.${target.group}`, fixed(target.targetG, 2));
  const [reason, setReason] = useDraft(`target-why.${sheet.id}.${target.group}`);
  const done = (): void => {
    setTyped('');
    setReason('');
    onClose();
  };
  const parsed = readQuantity(typed, 'g');
  const valid = parsed.kind === 'quantity' && parsed.value > 0 && reason.trim() !== '';
  const keep = (value: FixedTarget | null): void => decide({ subject: `match.target.${target.group}`, value }, done);
  return (
    <Modal title={`${target.name}: another target`} open onOpenChange={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (valid) keep({ targetG: parsed.value, reason: reason.trim() });
        }}
      >
        <QuantityField
          label="Target"
          unit="g"
          value={typed}
          problem={parsed.kind === 'quantity' ? undefined : 'A number of grams.'}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Field label="Why" value={reason} placeholder="to match the spare set" onChange={(event) => setReason(event.target.value)} />
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="primary" disabled={blocked || !valid}>
            Fix this target
          </Button>
          {target.fixed && (
            <Button disabled={blocked} onClick={() => keep(null)}>
              Follow the lightest again
            </Button>
          )}
        </div>
        {error && <ProblemNotice>{error.message}</ProblemNotice>}
      </form>
    </Modal>
  );
}
