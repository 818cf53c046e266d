import { everyHoleOf, everySpinOf, keptSpecOf } from '@tare/contract';
import { isSpun } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWatch, type Control } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { ReasonForm } from '../../ui/form/ReasonForm.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { ElsewhereFields, type HasElsewhere } from './ElsewhereFields.js';
import { JobKindChoice, ShortSpecFields } from './JobKindFields.js';
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
  const kept = keptSpecOf(sheet);
  // Nothing was made by its layout yet: a job that was begun for its parts alone is told later what engine it is.
  const isOpen = everySpinOf(sheet).length === 0 && everyHoleOf(sheet).length === 0 && sheet.bobChoices.acceptedG === null;
  const state = useSpecForm(
    `spec.${sheet.id}.${sheet.specVersion}`,
    () => formOf(kept),
    !isSpun(kept.jobKind),
    async (spec) => {
      setSaved(false);
      if (personId === null) return;
      await change.mutateAsync({ personId, baseVersion: sheet.specVersion, spec });
      setSaved(true);
    },
  );
  const wanted = useWatch({ control: state.form.control, name: 'jobKind' });
  return (
    <form
      noValidate
      className="grid gap-5 border-2 border-edge bg-plate p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void state.submit();
      }}
    >
      <BenchHead
        title="Engine"
        next={
          isSpun(wanted)
            ? 'Check these against the crank on the bench. Holes and bob weights are worked out from them.'
            : 'Enough for the parts alone. To widen the job, say what is wanted: nothing that was weighed is lost.'
        }
      />
      <JobKindChoice form={state.form} />
      <Disclosure title="What is not weighed here">
        <ElsewhereFields control={state.form.control as unknown as Control<HasElsewhere>} />
      </Disclosure>
      {isSpun(wanted) ? (
        <>
          <TypedCrank form={state.form} />
          <SpecFields state={state} fixedLayout={!isOpen} />
        </>
      ) : (
        <ShortSpecFields state={state} isBegun />
      )}
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
