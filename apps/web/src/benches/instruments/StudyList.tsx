import { clock, fixed } from '@tare/card';
import type { Study } from '@tare/contract';
import { summariseReadings } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { VoidButton } from '../../ui/VoidButton.js';
import { Diagnosis } from './FixtureDoctor.js';
import { AmendStudy } from './AmendStudy.js';

/** Every study that stands, newest first, each of which can be put right or voided. */
export function StudyList({ studies }: { readonly studies: readonly Study[] }): ReactNode {
  const nameOf = usePersonName();
  return (
    <Disclosure title={`Every study (${studies.length})`}>
      <ul className="grid gap-1">
        {[...studies].reverse().map((study) => (
          <li key={study.id} className="flex flex-wrap items-center gap-x-4">
            <span>{`${clock(study.at)}, ${nameOf(study.personId)}: ${studyWords(study)}`}</span>
            <AmendStudy study={study} />
            {study.kind === 'causes' && (
              <Disclosure title="What it found">
                <Diagnosis readingsG={study.readingsG} />
              </Disclosure>
            )}
            <VoidButton entryId={study.id} what="this study" reasons={['another scale', 'the bench was knocked', 'mistyped']} />
          </li>
        ))}
      </ul>
    </Disclosure>
  );
}

function studyWords({ kind, subject, readingsG, nominalG }: Study): string {
  const { meanG, deviationG } = summariseReadings(readingsG);
  if (kind === 'causes') return `what scatters, by ${readingsG.length} placements of ${subject}`;
  return kind === 'repeatability'
    ? `${readingsG.length} placements of ${subject}, s = ${fixed(deviationG ?? 0, 3)} g`
    : `check weight of ${nominalG ?? 0} g, shown ${fixed(meanG, 2)} g`;
}
