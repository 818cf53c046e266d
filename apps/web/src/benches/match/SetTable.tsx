import { fixed, KIND_NAMES } from '@tare/card';
import type { CylinderSet, KindMatch, MatchedItem, PartKind, SetMatch } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';

/** The cylinders' sets with what comes off, in numbers beside the ladder. */
export function SetTable({ sets }: { readonly sets: Extract<SetMatch, { kind: 'matched' }> }): ReactNode {
  const { sheet } = useOpenJob();
  const kinds = Object.keys(sets.cylinders[0]!.parts) as PartKind[];
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-right figure-type [&_td]:pl-3 [&_th]:pl-3 [&_th:first-child]:pl-0">
        <caption className="sr-only">Cylinder sets in g</caption>
        <thead className="border-b-2 border-ink font-sign text-ink-soft">
          <tr>
            <th scope="col" className="text-left">
              Cyl.
            </th>
            {kinds.map((kind) => (
              <th key={kind} scope="col">
                {KIND_NAMES[kind].one}
              </th>
            ))}
            <th scope="col">Set</th>
            <th scope="col">Take off</th>
            <th scope="col">Bare target</th>
            <th scope="col" className="pl-3 text-left">
              State
            </th>
          </tr>
        </thead>
        <tbody>
          {sets.cylinders.map((set) => (
            <tr key={set.cylinder} className="border-b border-edge">
              <th scope="row" className="py-1.5 text-left text-lg">
                {set.cylinder}
              </th>
              {kinds.map((kind) => (
                <td key={kind}>{fixed(set.parts[kind] ?? 0, 2)}</td>
              ))}
              <td className="font-semibold">{fixed(set.weightG, 2)}</td>
              <td className={set.inTolerance ? 'text-ink-soft' : 'font-semibold text-blue'}>{fixed(set.removalG, 2)}</td>
              <td>{fixed(set.bareTargetG, 2)}</td>
              <td className="pl-3 text-left font-sign">
                <ItemState item={set} isReference={sheet.fixedTargets.set === undefined && set.id === sets.set.referenceId} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
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
