import { keptSpecOf } from '@tare/contract';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { ReasonForm } from '../../ui/form/ReasonForm.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { SpecFields } from './SpecFields.js';
import { formOf } from './specForm.js';
import { TypedCrank } from './TypedCrank.js';
import { useSpecForm } from './useSpecForm.js';

/** What is agreed for the job and known of its engine, to be looked up and corrected. */
export function EngineBench(): ReactNode {
  const { sheet } = useOpenJob();
  const [saved, setSaved] = useState(false);
  const personId = useWho();
  const change = useWrite('PUT jobs/:jobId/spec', { jobId: sheet.id });
  const state = useSpecForm(
    `spec.${sheet.id}.${sheet.specVersion}`,
    () => formOf(keptSpecOf(sheet)),
    false,
    async (spec) => {
      setSaved(false);
      if (personId === null) return;
      await change.mutateAsync({ personId, baseVersion: sheet.specVersion, spec });
      setSaved(true);
    },
  );
  return (
    <form
      noValidate
      className="grid gap-5 border-2 border-edge bg-plate p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void state.submit();
      }}
    >
      <BenchHead title="Engine" next="Check these against the crank on the bench. Holes and bob weights are worked out from them." />
      <TypedCrank form={state.form} />
      <SpecFields state={state} fixedLayout />
      {change.error && <ProblemNotice>{change.error.message}</ProblemNotice>}
      <div className="flex flex-wrap items-center gap-4">
        <Button type="submit" look="primary" disabled={personId === null || change.isPending}>
          Keep these figures
        </Button>
        {saved && (
          <p role="status" className="font-semibold">
            Kept. Everything that follows from them is worked out anew.
          </p>
        )}
        <WhoFirst />
        <RemoveJob />
      </div>
    </form>
  );
}

function RemoveJob(): ReactNode {
  const { sheet } = useOpenJob();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const remove = useWrite('POST jobs/:jobId/removal', { jobId: sheet.id });
  return (
    <>
      <Button
        look="quiet"
        className="ml-auto"
        onClick={() => {
          setAsking(true);
        }}
      >
        Take this job off the list …
      </Button>
      <Modal title={`Take job ${sheet.number} off the list`} open={asking} onOpenChange={setAsking}>
        <ReasonForm
          question="Its records stay in the database, but nobody finds it on the list any more."
          label="Why"
          keep="Take it off"
          place={`remove.${sheet.id}`}
          isUnderWay={remove.isPending}
          problem={remove.error?.message}
          onReason={(reason, by, settled) =>
            remove.mutate(
              { personId: by, reason },
              {
                onSuccess: () => {
                  settled();
                  void navigate('/');
                },
              },
            )
          }
        />
      </Modal>
    </>
  );
}
