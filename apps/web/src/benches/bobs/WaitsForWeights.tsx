import { missingWords } from '@tare/card';
import type { MissingWeight } from '@tare/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Note } from '../../ui/Notice.js';

/** Which weights the bobs wait for, where they are weighed, and what is done about one that never comes. */
export function WaitsForWeights({ missing }: { readonly missing: readonly MissingWeight[] }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const here = missing.find(({ why }) => why !== 'elsewhere');
  const link = 'inline-flex min-h-11 items-center underline underline-offset-4';
  return (
    <>
      <BenchHead title="Bob weights" next={`Bob weights wait for ${missingWords(missing)}.`} />
      {here && (
        <p className="grid max-w-3xl gap-1">
          <Link className={link} to={`${benchPath(sheet.id, 'weigh')}?kind=${here.kind}`}>
            {missing.length === 1 ? 'Weigh it' : 'On to the first of them'}
          </Link>
          <span className="text-ink-soft">
            One that does not come: say under “How this job is weighed” there that one of each kind stands for all. A kind that nobody weighs here is
            said at check-in, with its figure.
          </span>
        </p>
      )}
      <Link className={link} to={benchPath(sheet.id, 'checkIn')}>
        On to check-in
      </Link>
      <Note>{figures.bobsNeeded.reason}</Note>
    </>
  );
}
