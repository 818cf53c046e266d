import { fixed, KIND_NAMES } from '@tare/card';
import type { CylinderSet, KindMatch, MatchedItem, PartKind, SetMatch } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';

/** The cylinders' sets with what comes off, in numbers beside the ladder. */
export function SetTable({ sets }: { readonly sets: Extract<SetMatch, { kind: 'matched' }> }): ReactNode {
  const { sheet } = useOpenJob();
  const kinds = Object.keys(sets.cylinders[0]!.parts) as PartKind[];
  return (
    <div>
      <DataTable
        caption="Cylinder sets in g"
        hideCaption
        rows={sets.cylinders}
        keyOf={({ cylinder }) => cylinder}
        columns={[
          { title: 'Cyl.', cell: ({ cylinder }) => cylinder },
          ...kinds.map((kind) => ({ title: KIND_NAMES[kind].one, cell: (set: CylinderSet) => fixed(set.parts[kind] ?? 0, 2) })),
          { title: 'Set', className: 'font-semibold', cell: ({ weightG }) => fixed(weightG, 2) },
          {
            title: 'Take off',
            className: ({ inTolerance }) => (inTolerance ? 'text-ink-soft' : 'font-semibold text-blue'),
            cell: ({ removalG }) => fixed(removalG, 2),
          },
          { title: 'Bare target', cell: ({ bareTargetG }) => fixed(bareTargetG, 2) },
          {
            title: 'State',
            is: 'words',
            cell: (set) => <ItemState item={set} isReference={sheet.fixedTargets.set === undefined && set.id === sets.set.referenceId} />,
          },
        ]}
      />
      <SpreadLine spreadG={sets.set.spreadG} inTolerance={sets.set.inTolerance} />
    </div>
  );
}

/** The parts of one kind among themselves. */
export function KindTable({ kind, match }: { readonly kind: PartKind; readonly match: Extract<KindMatch, { kind: 'matched' }> }): ReactNode {
  const { sheet } = useOpenJob();
  const cylinder = ({ id }: MatchedItem): number => sheet.parts.find((part) => part.id === id)?.cylinder ?? 0;
  const items = [...match.set.items].sort((a, b) => cylinder(a) - cylinder(b));
  return (
    <div>
      <h3 className="font-semibold">{KIND_NAMES[kind].many}</h3>
      <ul className="flex flex-wrap gap-x-5">
        {items.map((item) => (
          <li key={item.id} className="flex items-baseline gap-2">
            <span className="text-ink-soft">{cylinder(item)}</span>
            <span className="figure-type">{fixed(item.weightG, 2)}</span>
            <ItemState item={item} isReference={sheet.fixedTargets[kind] === undefined && item.id === match.set.referenceId} />
          </li>
        ))}
      </ul>
      <SpreadLine spreadG={match.set.spreadG} inTolerance={match.set.inTolerance} />
    </div>
  );
}

function SpreadLine({ spreadG, inTolerance }: { readonly spreadG: number; readonly inTolerance: boolean }): ReactNode {
  const { sheet } = useOpenJob();
  return (
    <p className="mt-2">
      Largest − smallest <span className="figure-type font-semibold">{fixed(spreadG, 2)} g</span>{' '}
      <VerdictMark verdict={inTolerance ? 'inside' : 'outside'}>
        {inTolerance ? 'inside' : 'outside'} {fixed(sheet.spec.matchToleranceG, 2)} g
      </VerdictMark>
    </p>
  );
}

function ItemState({ item, isReference }: { readonly item: MatchedItem | CylinderSet; readonly isReference: boolean }): ReactNode {
  if (isReference) return <VerdictMark verdict="inside">target: lightest</VerdictMark>;
  if (item.belowTarget)
    return (
      <VerdictMark verdict={item.inTolerance ? 'open' : 'outside'}>{item.damaged ? 'damaged, below the target' : 'below the target'}</VerdictMark>
    );
  return (
    <VerdictMark verdict={item.inTolerance ? 'inside' : 'outside'}>
      {item.inTolerance ? 'inside' : 'cut'}
      {item.damaged ? ', damaged' : ''}
    </VerdictMark>
  );
}
