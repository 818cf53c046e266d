import { fixed } from '@tare/card';
import { typedQuantity, type FixedTarget } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { useDecideForm } from '../../../ui/form/useDecideForm.js';
import { Modal } from '../../../ui/Modal.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { matchedGroups, type MatchedGroup } from './matchedGroups.js';

type Target = MatchedGroup & { readonly fixed: FixedTarget | undefined };

/** What everything comes down to, why, and another target with its reason. */
export function TargetLine(): ReactNode {
  const { figures, sheet } = useOpenJob();
  const [changing, setChanging] = useState<Target | null>(null);
  const targets = matchedGroups(figures).map((one): Target => ({ ...one, fixed: sheet.fixedTargets[one.group] }));
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
  const subject = `match.target.${target.group}` as const;
  const { decide, blocked, error } = useDecide();
  const write = useDecideForm({
    subject,
    place: `target.${sheet.id}.${target.group}`,
    initial: { targetG: fixed(target.targetG, 2), reason: '' },
    valueOf: ({ targetG, reason }) => ({ targetG: typedQuantity(targetG, 'g'), reason: reason.trim() }),
    figuresOf: ({ targetG }) => ({ targetG }),
    onKept: onClose,
  });
  const { control } = write.form;
  return (
    <Modal title={`${target.name}: another target`} open onOpenChange={onClose}>
      <WriteFormFrame
        write={write}
        keep="Fix this target"
        asksWho={false}
        more={
          target.fixed && (
            <Button disabled={blocked} onClick={() => decide({ subject, value: null }, onClose)}>
              Follow the lightest again
            </Button>
          )
        }
      >
        <FormQuantity control={control} name="targetG" label="Target" unit="g" />
        <FormField control={control} name="reason" label="Why" placeholder="to match the spare set" />
        {error && <ProblemNotice>{error.message}</ProblemNotice>}
      </WriteFormFrame>
    </Modal>
  );
}
