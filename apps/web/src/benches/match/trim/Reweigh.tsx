import { fixed, KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import { readingComplaint, typedQuantity, type Measure, type WeighedPart } from '@tare/core';
import type { ReactNode } from 'react';
import { useRefreshTools } from '../../../api/tools.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import type { Complaints } from '../../../ui/form/useTypedForm.js';
import { useWriteForm } from '../../../ui/form/useWriteForm.js';

interface ReweighProps {
  readonly weighed: WeighedPart;
  readonly measure: Measure;
  readonly cutId: string;
  /** What it should read now, g; null where nobody said. */
  readonly expectedG: number | null;
  /** A new part in the old one's place. */
  readonly isNew: boolean;
}

/** One weighing after a cut; Enter captures. */
export function Reweigh({ weighed, measure, cutId, expectedG, isNew }: ReweighProps): ReactNode {
  const { sheet } = useOpenJob();
  const refreshTools = useRefreshTools();
  const { part } = weighed;
  const since = sheet.readings.filter((r) => r.partId === part.id && r.measure === measure && r.cutId === cutId && !r.voided);
  const write = useWriteForm({
    route: 'POST jobs/:jobId/readings',
    ids: { jobId: sheet.id },
    place: `reweigh.${part.id}.${measure}`,
    initial: { valueG: '' },
    wrong: ({ valueG }): Complaints => {
      const grams = typedQuantity(valueG, 'g');
      const complaint = Number.isNaN(grams) ? `“${valueG.trim()}” is not a number of grams.` : readingComplaint(part.kind, measure, grams);
      return complaint === null ? {} : { valueG: complaint };
    },
    beside: { partId: part.id, measure, cutId },
    onDone: () => {
      write.startOver();
      refreshTools();
    },
  });
  const expected = expectedG === null ? '' : ` It should read ${fixed(expectedG, 2)}.`;
  return (
    <form className="w-64" noValidate onSubmit={write.submit}>
      <FormQuantity
        control={write.form.control}
        name="valueG"
        label={`${KIND_NAMES[part.kind].one} ${part.cylinder}${measure === 'mass' ? '' : `, ${MEASURE_NAMES[measure].toLowerCase()}`}, ${isNew ? 'the new one' : 'after the cut'}`}
        unit="g"
        hint={
          since.length === 0
            ? `Not weighed since; Enter captures.${expected}`
            : `Since then: ${since.map((r) => fixed(r.valueG, 2)).join('; ')}.${expected}`
        }
      />
      {write.complaint !== null && <ProblemNotice>{write.complaint}</ProblemNotice>}
    </form>
  );
}
