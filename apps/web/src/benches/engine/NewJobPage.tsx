import { hasBench, isSpun } from '@tare/core';
import type { ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { useNavigate, useSearchParams } from 'react-router';
import { firstDecisions } from '../../api/firstDecisions.js';
import { useWrite } from '../../api/useWrite.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { calculatorDecisions, formOfCalculator } from '../calculator/calculatorJob.js';
import { JobKindChoice, ShortSpecFields } from './JobKindFields.js';
import { TakeJobIn } from './TakeJobIn.js';
import { SpecFields } from './SpecFields.js';
import { emptyForm } from './specForm.js';
import { useSpecForm } from './useSpecForm.js';

/** Starts a job from the engine that stands in front of you. */
export function NewJobPage(): ReactNode {
  const navigate = useNavigate();
  const personId = useWho();
  const start = useWrite('POST jobs');
  const [params] = useSearchParams();
  const fromCalculator = params.get('from') === 'calculator';
  const state = useSpecForm(
    fromCalculator ? `new-job.${params.toString()}` : 'new-job',
    () => (fromCalculator ? formOfCalculator(params) : emptyForm()),
    true,
    async (spec) => {
      if (personId === null) return;
      const job = await start.mutateAsync({ personId, spec });
      if (fromCalculator) await firstDecisions(job.id, personId, calculatorDecisions(params));
      await navigate(benchPath(job.id, hasBench(spec.jobKind, 'weigh') && !fromCalculator ? 'weigh' : 'bobs'));
    },
  );
  const jobKind = useWatch({ control: state.form.control, name: 'jobKind' });
  return (
    <main className="mx-auto w-full max-w-6xl p-4">
      <form
        noValidate
        className="grid gap-5 border-2 border-edge bg-plate p-5"
        onSubmit={(event) => {
          event.preventDefault();
          void state.submit();
        }}
      >
        <div className="flex flex-wrap items-start justify-between gap-3">
          <h1 className="text-3xl">New job</h1>
          <TakeJobIn />
        </div>
        <JobKindChoice form={state.form} />
        {isSpun(jobKind) ? <SpecFields state={state} fixedLayout={false} /> : <ShortSpecFields state={state} />}
        {start.error && <ProblemNotice>{start.error.message}</ProblemNotice>}
        <div className="flex flex-wrap items-center gap-4">
          <Button type="submit" look="primary" disabled={personId === null || start.isPending}>
            Start the job
          </Button>
          <WhoFirst />
        </div>
      </form>
    </main>
  );
}
