import { elsewhereSentences } from '@tare/card';
import { keptSpecOf } from '@tare/contract';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { ElsewhereFields, type HasElsewhere } from '../engine/ElsewhereFields.js';
import { elsewhereOf, typedElsewhere } from '../engine/elsewhereForm.js';

/** Kinds of part that this engine does not have, that nobody weighs, or that somebody else does: nothing waits for them. */
export function NotHereForm(): ReactNode {
  const { sheet } = useOpenJob();
  const { elsewhere: kept, ...spec } = keptSpecOf(sheet);
  const write = useWriteForm<'PUT jobs/:jobId/spec', HasElsewhere>({
    route: 'PUT jobs/:jobId/spec',
    ids: { jobId: sheet.id },
    beside: { baseVersion: sheet.specVersion },
    place: `elsewhere.${sheet.id}.${sheet.specVersion}`,
    initial: { elsewhere: typedElsewhere(kept) },
    contentOf: (typed) => ({ spec: { ...spec, ...elsewhereOf(typed.elsewhere) } }),
    fieldOf: (path) => path.replace(/^spec\./, ''),
  });
  return (
    <Disclosure
      title={
        <>
          What is not weighed here <span className="text-ink-soft">{elsewhereSentences(kept).join(' ')}</span>
        </>
      }
    >
      <WriteFormFrame write={write} keep="Keep this" leave="Leave it as it was" asksWho={false} label="What is not weighed here">
        <ElsewhereFields control={write.form.control} />
      </WriteFormFrame>
    </Disclosure>
  );
}
