import { useState, type ReactNode } from 'react';
import { Button } from '../../../ui/Button.js';
import { Disclosure } from '../../../ui/Disclosure.js';
import { Field } from '../../../ui/Field.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { REFUSALS, REFUSED_MEANS } from './weightWords.js';

/** Goes on without known weights, with a reason; asked once a job. */
export function RefuseWeights(): ReactNode {
  const { decide, blocked, error } = useDecide();
  const [typed, setTyped] = useState('');
  const refuse = (reason: string): void => decide({ subject: 'correct.weightsRefused', value: reason });
  return (
    <Disclosure title="Go on without known weights">
      <div className="grid gap-3">
        <p>{REFUSED_MEANS}</p>
        <div className="flex flex-wrap gap-3">
          {REFUSALS.map((reason) => (
            <Button key={reason} disabled={blocked} onClick={() => refuse(reason)}>
              {`Go on: ${reason}`}
            </Button>
          ))}
        </div>
        <div className="flex flex-wrap items-end gap-3">
          <Field label="Another reason" className="w-80" value={typed} onChange={(event) => setTyped(event.target.value)} />
          <Button disabled={blocked || typed.trim() === ''} onClick={() => refuse(typed.trim())}>
            Go on for this reason
          </Button>
        </div>
        {error && <ProblemNotice>{error.message}</ProblemNotice>}
      </div>
    </Disclosure>
  );
}

/** That somebody goes on without known weights, and the way back. */
export function WeightsRefused(): ReactNode {
  const { figures } = useOpenJob();
  const { decide, blocked } = useDecide();
  const { refused } = figures.estimate.restsOn;
  if (refused === null) return null;
  return (
    <p className="flex flex-wrap items-center gap-3">
      {`No known weights on this job: ${refused}. ${REFUSED_MEANS}`}
      <Button disabled={blocked} onClick={() => decide({ subject: 'correct.weightsRefused', value: null })}>
        Ask for them again
      </Button>
    </p>
  );
}
