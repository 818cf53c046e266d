import { fixed, handOrderWords } from '@tare/card';
import type { MatchedItem } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { LogCut } from '../trim/LogCut.js';
import type { ChosenTool } from '../trim/useTool.js';
import type { RodWork } from './useRodPlan.js';

/** The hand order: one end of all rods to the lightest, then the other, then again, with how long that is going to take. */
export function HandOrderTable({ work, chosen }: { readonly work: RodWork; readonly chosen: ChosenTool }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { rods, weighed } = figures;
  if (rods.kind !== 'matched') return null;
  // Big ends first; small ends once those are inside.
  const end = rods.bigEnd.inTolerance ? 'smallEnd' : 'bigEnd';
  const name = end === 'bigEnd' ? 'big end' : 'small end';
  const items = [...rods[end].items].sort((a, b) => cylinderOfRod(a) - cylinderOfRod(b));
  function cylinderOfRod({ id }: MatchedItem): number {
    return weighed.parts.find(({ part }) => part.id === id)?.part.cylinder ?? 0;
  }
  return (
    <div className="grid gap-2">
      <p className="text-lg">
        {rods.inTolerance ? 'Both ends of every rod are inside.' : `Now the ${name}s: all down to ${fixed(rods[end].targetG, 2)} g.`}
      </p>
      <DataTable
        caption={`The ${name}s in turn`}
        hideCaption
        className="w-full max-w-3xl"
        rows={items}
        keyOf={({ id }) => id}
        columns={[
          { title: 'Rod', cell: cylinderOfRod },
          { title: name.replace(/^./, (letter) => letter.toUpperCase()), cell: ({ weightG }) => fixed(weightG, 2) },
          {
            title: 'Take off',
            className: ({ inTolerance }) => (inTolerance ? 'text-ink-soft' : 'font-semibold text-blue'),
            cell: ({ removalG }) => fixed(removalG, 2),
          },
          {
            title: '',
            is: 'words',
            cell: (item) =>
              item.inTolerance ? (
                <VerdictMark verdict="inside">inside</VerdictMark>
              ) : (
                <LogCut
                  short
                  weighed={weighed.parts.find(({ part }) => part.id === item.id)!}
                  removal={{ [end]: item.removalG }}
                  toolId={chosen.tool?.id ?? null}
                />
              ),
          },
        ]}
      />
      {work.hand && <p>{handOrderWords(work.hand, sheet.spec.matchToleranceG, weighed.deviationG['rod.smallEnd'] ?? null)}</p>}
    </div>
  );
}
