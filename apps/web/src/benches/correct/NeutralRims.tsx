import { latestOn, rimKindOf } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';

/** Why parts that should be neutral are corrected all the same; null while they are left alone. */
export function useNeutralReason(): string | null {
  const { sheet } = useOpenJob();
  return latestOn(sheet.decisions, 'correct.neutralReason') ?? null;
}

/** On an internally balanced crank, what bolts on stays neutral unless somebody says why not. */
export function NeutralRims(): ReactNode {
  const { sheet } = useOpenJob();
  const reason = useNeutralReason();
  const { decide, blocked, error } = useDecide();
  const [typed, setTyped] = useState('');
  const names = sheet.spec.crank.counterweights.filter((rim) => rimKindOf(rim) !== 'counterweight').map(({ name }) => name);
  if (names.length === 0 || sheet.spec.balance === 'external') return null;
  const them = names.join(', ');
  if (reason !== null)
    return (
      <p className="flex flex-wrap items-center gap-3">
        {`${them} are corrected too, against the rule: ${reason}`}
        <Button disabled={blocked} onClick={() => decide({ subject: 'correct.neutralReason', value: null })}>
          Leave them neutral again
        </Button>
      </p>
    );
  return (
    <Disclosure title={`${them}: left neutral, so that they can be swapped for ever`}>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Correct them all the same, because" className="w-96" value={typed} onChange={(event) => setTyped(event.target.value)} />
        <Button disabled={blocked || typed.trim() === ''} onClick={() => decide({ subject: 'correct.neutralReason', value: typed.trim() })}>
          Put on record
        </Button>
      </div>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </Disclosure>
  );
}
