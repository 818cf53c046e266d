import { fixed, handOrderWords, MEASURE_NAMES, partName } from '@tare/card';
import { handCut, isWorkedByHand, matchToLightest, orSentence, type HandStep, type MatchedItem, type MatchedSet } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { LogCut } from '../trim/LogCut.js';
import type { ChosenTool } from '../trim/useTool.js';
import { ROD_PLACE_NAMES } from './rodPlaceNames.js';
import type { RodWork } from './useRodPlan.js';

/** The hand order: one end of all rods to the lightest, then the totals at the other pad, then again, with how long that is going to take. */
export function HandOrderTable({ work, chosen }: { readonly work: RodWork; readonly chosen: ChosenTool }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { first, rods, stations, places } = work;
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
  const isWorked = ({ removalG }: MatchedItem): boolean => isWorkedByHand(removalG, set.inTolerance, work.divisionG);
  const rows = set.items
    .map((item) => {
      const rod = rods.find(({ id }) => id === item.id)!;
      const weighed = figures.weighed.parts.find(({ part }) => part.id === item.id)!;
      return { item, rod, weighed, cut: handCut(rod, step, item.removalG, stations, first) };
    })
    .sort((a, b) => a.weighed.part.cylinder - b.weighed.part.cylinder);
  const nameOf = (one: HandStep): string => MEASURE_NAMES[one].toLowerCase();
  const other = first === 'bigEnd' ? 'smallEnd' : 'bigEnd';
  return (
    <div className="grid gap-2">
      <p className="text-lg">
        {ends.inTolerance && totals.inTolerance
          ? `The ${nameOf(first)}s and the totals of all rods are inside.`
          : `Now the ${nameOf(step)}s: all down to ${fixed(set.targetG, 2)} g, at ${ROD_PLACE_NAMES[rows[0]?.cut.pad === 'small' ? places.smallEndPlace : places.bigEndPlace]}. Metal and reading are two figures: what comes off is not what the reading falls by.`}
      </p>
      <DataTable
        caption={`The ${nameOf(step)}s in turn`}
        hideCaption
        rows={rows}
        keyOf={({ item }) => item.id}
        columns={[
          { title: 'Rod', cell: ({ weighed }) => weighed.part.cylinder },
          { title: MEASURE_NAMES[step], cell: ({ item }) => fixed(item.weightG, 2) },
          {
            title: 'Metal to take',
            className: ({ item }) => (isWorked(item) ? 'font-semibold text-blue' : 'text-ink-soft'),
            cell: ({ item, cut }) => (isWorked(item) ? fixed(cut.metalG, 2) : '·'),
          },
          { title: `${MEASURE_NAMES[first]} then`, cell: ({ cut }) => fixed(cut.after[`${first}G`], 2) },
          { title: `${MEASURE_NAMES[other]} then`, cell: ({ cut }) => fixed(cut.after[`${other}G`], 2) },
          { title: 'Total then', cell: ({ cut }) => fixed(cut.after.totalG, 2) },
          {
            title: '',
            is: 'words',
            cell: ({ item, rod, weighed, cut: { after } }) =>
              !isWorked(item) ? (
                <VerdictMark verdict="inside">{set.inTolerance ? 'inside' : 'the lightest'}</VerdictMark>
              ) : (
                <LogCut
                  short
                  weighed={weighed}
                  removal={{ bigEnd: rod.bigEndG - after.bigEndG, smallEnd: rod.smallEndG - after.smallEndG }}
                  toolId={chosen.tool?.id ?? null}
                />
              ),
          },
        ]}
      />
      {work.hand && <p>{handOrderWords(work.hand, nameOf(first), sheet.spec.matchToleranceG, work.scatter)}</p>}
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
