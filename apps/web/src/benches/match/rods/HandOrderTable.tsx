import { fixed, handOrderWords, partName } from '@tare/card';
import { handCut, matchToLightest, orSentence, type HandCut, type HandStep, type MatchedItem, type MatchedSet, type WeighedPart } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { LogCut } from '../trim/LogCut.js';
import type { ChosenTool } from '../trim/useTool.js';
import type { RodWork } from './useRodPlan.js';

const NAMES: Readonly<Record<HandStep, string>> = { bigEnd: 'big end', smallEnd: 'small end', total: 'total' };
const PADS = { big: 'the cap’s pad or the shoulders', small: 'round the outside of the eye' } as const;

/** The hand order: one end of all rods to the lightest, then the totals at the other pad, then again, with how long that is going to take. */
export function HandOrderTable({ work, chosen }: { readonly work: RodWork; readonly chosen: ChosenTool }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { weighed } = figures;
  const { first, rods, stations } = work;
  const readsOf = (step: HandStep): MatchedSet | string =>
    orSentence(() =>
      matchToLightest(
        rods.map(({ id, damaged, bigEndG, smallEndG }) => ({
          id,
          damaged,
          weightG: { bigEnd: bigEndG, smallEnd: smallEndG, total: bigEndG + smallEndG }[step],
        })),
        sheet.spec.matchToleranceG,
      ),
    );
  const [ends, totals] = [readsOf(first), readsOf('total')];
  if (typeof ends === 'string') return <ProblemNotice>{ends}</ProblemNotice>;
  if (typeof totals === 'string') return <ProblemNotice>{totals}</ProblemNotice>;
  // One end first; totals once those are inside.
  const step = ends.inTolerance ? 'total' : first;
  const set = ends.inTolerance ? totals : ends;
  const partOf = ({ id }: MatchedItem): WeighedPart => weighed.parts.find(({ part }) => part.id === id)!;
  const cutOf = (item: MatchedItem): HandCut =>
    handCut(
      rods.find(({ id }) => id === item.id)!,
      step,
      item.removalG,
      stations,
      first,
    );
  const items = [...set.items].sort((a, b) => partOf(a).part.cylinder - partOf(b).part.cylinder);
  const name = NAMES[step];
  const other = first === 'bigEnd' ? 'smallEndG' : 'bigEndG';
  return (
    <div className="grid gap-2">
      <p className="text-lg">
        {ends.inTolerance && totals.inTolerance
          ? `The ${NAMES[first]}s and the totals of all rods are inside.`
          : `Now the ${name}s: all down to ${fixed(set.targetG, 2)} g, at ${PADS[items[0] ? cutOf(items[0]).pad : 'big']}. Metal and reading are two figures: what comes off is not what the reading falls by.`}
      </p>
      <DataTable
        caption={`The ${name}s in turn`}
        hideCaption
        rows={items}
        keyOf={({ id }) => id}
        columns={[
          { title: 'Rod', cell: (item) => partOf(item).part.cylinder },
          { title: name.replace(/^./, (letter) => letter.toUpperCase()), cell: ({ weightG }) => fixed(weightG, 2) },
          {
            title: 'Metal to take',
            className: ({ inTolerance }) => (inTolerance ? 'text-ink-soft' : 'font-semibold text-blue'),
            cell: (item) => fixed(cutOf(item).metalG, 2),
          },
          { title: `${NAMES[first].replace(/^./, (letter) => letter.toUpperCase())} then`, cell: (item) => fixed(cutOf(item).after[`${first}G`], 2) },
          {
            title: `${NAMES[first === 'bigEnd' ? 'smallEnd' : 'bigEnd'].replace(/^./, (l) => l.toUpperCase())} then`,
            cell: (item) => fixed(cutOf(item).after[other], 2),
          },
          { title: 'Total then', cell: (item) => fixed(cutOf(item).after.totalG, 2) },
          {
            title: '',
            is: 'words',
            cell: (item) => {
              if (item.inTolerance) return <VerdictMark verdict="inside">inside</VerdictMark>;
              const rod = rods.find(({ id }) => id === item.id)!;
              const { after } = cutOf(item);
              return (
                <LogCut
                  short
                  weighed={partOf(item)}
                  removal={{ bigEnd: rod.bigEndG - after.bigEndG, smallEnd: rod.smallEndG - after.smallEndG }}
                  toolId={chosen.tool?.id ?? null}
                />
              );
            },
          },
        ]}
      />
      {work.hand && <p>{handOrderWords(work.hand, NAMES[first], sheet.spec.matchToleranceG, work.scatter)}</p>}
    </div>
  );
}

/** Rods that do not add up, and are left out of every plan until they are weighed again. */
export const doubtfulWords = (rods: readonly { readonly cylinder: number; readonly closureG: number; readonly closureBoundG: number }[]): string =>
  rods
    .map(
      ({ cylinder, closureG, closureBoundG }) =>
        `${partName({ kind: 'rod', cylinder })} does not add up: its ends are ${fixed(Math.abs(closureG), 2)} g ${closureG > 0 ? 'over' : 'under'} its total, and ${fixed(closureBoundG, 2)} g is what the weighing explains. It steers nobody else’s cuts until it is weighed again.`,
    )
    .join(' ');
