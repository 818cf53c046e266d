import type { MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { CommitText } from '../../ui/form/CommitFields.js';
import { useDecide } from '../../ui/useDecide.js';

interface NoCutFacesProps {
  readonly made: MadeReady;
  readonly faces: readonly (readonly [feature: string, name: string])[];
}

/** Faces that bear a number or a stamp that must stay: nothing is planned that would cut them. */
export function NoCutFaces({ made, faces }: NoCutFacesProps): ReactNode {
  const { sheet } = useOpenJob();
  const { decide } = useDecide();
  const told = faces.filter(([feature]) => made.noCut[feature] !== undefined).length;
  return (
    <Disclosure title={`Faces that are not cut: ${told === 0 ? 'none' : told}`}>
      <div className="flex flex-wrap gap-3">
        {faces.map(([feature, name]) => (
          <CommitText
            key={feature}
            label={`${name} bears`}
            className="w-60"
            place={`no-cut.${sheet.id}.${feature}`}
            kept={made.noCut[feature] ?? ''}
            maxLength={200}
            onCommit={(why, settled) => decide({ subject: `block.noCut.${feature}`, value: why.trim() === '' ? null : why.trim() }, settled)}
          />
        ))}
      </div>
    </Disclosure>
  );
}
