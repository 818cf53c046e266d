import { KIND_NAMES } from '@tare/card';
import { kindsHere, latestOf, NO_MARKS, type PartFact } from '@tare/core';
import type { ReactNode } from 'react';
import { askedBack } from '../../../api/problem.js';
import { useWrite } from '../../../api/useWrite.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { AskAnother } from '../../../ui/AskAnother.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { useWho } from '../../../ui/WhoFirst.js';

/** Parts that are damaged or to be replaced: once the new one is here it is weighed afresh, and counts again. */
export function Replacements(): ReactNode {
  const { sheet } = useOpenJob();
  const kinds = kindsHere(sheet.weighChoices.partSchool, sheet.spec.elsewhere);
  return sheet.parts
    .filter((part) => part.damaged && !part.spare && kinds.includes(part.kind))
    .map((part) => <Replacement key={part.id} part={part} />);
}

function Replacement({ part }: { readonly part: PartFact }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const renew = useWrite('POST jobs/:jobId/part-cuts', { jobId: sheet.id });
  const { decide, blocked, error } = useDecide();
  const name = `${KIND_NAMES[part.kind].one} ${part.cylinder}`;
  const marks = sheet.partMarks[part.id] ?? NO_MARKS;
  const sound = (): void => {
    if (marks.replace) decide({ subject: `part.marks.${part.id}`, value: { ...marks, replace: false } });
    if (latestOf(sheet.decisions, 'part.damaged.*', part.id) === true) decide({ subject: `part.damaged.${part.id}`, value: false });
  };
  const problem = renew.error ?? error;
  return (
    <div className="flex flex-wrap items-center gap-3 border-2 border-edge p-3">
      <p>{`${name} is damaged or to be replaced: it is no reference, and its set waits for the new one.`}</p>
      <Button
        disabled={blocked || renew.isPending}
        onClick={() => {
          if (personId !== null) renew.mutate({ personId, partId: part.id, replaced: true }, { onSuccess: sound });
        }}
      >
        {`The new ${name.toLowerCase()} is here`}
      </Button>
      <AskAnother write={renew} onMade={sound}>
        Another new part has come
      </AskAnother>
      {problem && askedBack(problem) === undefined && <ProblemNotice>{problem.message}</ProblemNotice>}
    </div>
  );
}
