import type { DecisionBody } from '@tare/contract';
import type { Unit } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { CommitQuantity } from '../../ui/form/CommitFields.js';
import { useDecide } from '../../ui/useDecide.js';

interface FigureEachProps {
  readonly title: string;
  readonly members: readonly { readonly subject: DecisionBody['subject']; readonly label: string; readonly kept: number | undefined }[];
  readonly unit: Unit;
  readonly isGood: (value: number) => boolean;
  readonly complaint: string;
}

/** A figure of every journal or bore that most have none of: folded away, each kept as it is left, nought for none. */
export function FigureEach({ title, members, unit, isGood, complaint }: FigureEachProps): ReactNode {
  const { sheet } = useOpenJob();
  const { decide } = useDecide();
  const told = members.filter(({ kept }) => kept !== undefined).length;
  return (
    <Disclosure title={`${title}: ${told === 0 ? 'none' : told}`}>
      <div className="flex flex-wrap gap-3">
        {members.map(({ subject, label, kept }) => (
          <CommitQuantity
            key={subject}
            label={label}
            unit={unit}
            className="w-44"
            place={`${subject}.${sheet.id}`}
            kept={kept ?? 0}
            isGood={isGood}
            complaint={complaint}
            onCommit={(value, settled) => decide({ subject, value: value === 0 ? null : value } as DecisionBody, settled)}
          />
        ))}
      </div>
    </Disclosure>
  );
}
