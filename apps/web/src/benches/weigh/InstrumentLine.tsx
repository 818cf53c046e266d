import { fixed } from '@tare/card';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { fitnessWords } from '../../format/fitnessWords.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { StandinDrawer } from './StandinDrawer.js';
import { NOT_SAID } from './useInstrumentChoice.js';
import type { Weighing } from './useWeighing.js';

/** What the part stands on, whether that serves, and what it shows now. */
export function InstrumentLine({ weighing }: { readonly weighing: Weighing }): ReactNode {
  const { sheet } = useOpenJob();
  const { instrument, scale } = weighing;
  const { chosen, fitting, fitness } = instrument;
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <Choice
          label="Weighed on"
          className="w-64"
          value={chosen?.id ?? NOT_SAID}
          onChange={(event) => instrument.choose(event.target.value)}
          options={[
            { value: NOT_SAID, label: fitting.length === 0 ? 'nothing in the cupboard yet' : 'not said' },
            ...fitting.map(({ id, spec }) => ({ value: id, label: spec.name })),
          ]}
        />
        {fitness && chosen ? (
          <p className="max-w-md pb-2">
            <VerdictMark verdict={fitness.kind === 'unfit' ? 'outside' : fitness.kind === 'notStudied' ? 'open' : 'inside'}>
              {FITNESS_WORDS[fitness.kind]}
            </VerdictMark>{' '}
            {fitnessWords(fitness, chosen.spec.name, sheet.spec.matchToleranceG)}
          </p>
        ) : (
          <p className="pb-2 text-ink-soft">
            Say what it is weighed on, and Tare tells whether that can hold {fixed(sheet.spec.matchToleranceG, 2)} g.{' '}
            <Link to="/instruments" className="underline underline-offset-4">
              Scales and fixtures
            </Link>
          </p>
        )}
        {scale.openSerial && <Button onClick={scale.openSerial}>Open the serial scale</Button>}
      </div>
      {scale.problem && <ProblemNotice>{scale.problem}</ProblemNotice>}
      {chosen?.spec.source === 'standin' && <StandinDrawer weighing={weighing} />}
    </div>
  );
}

const FITNESS_WORDS = { fit: 'fit', fitWith: 'fit with more', unfit: 'unfit', notStudied: 'not studied' } as const;
