import { fixed, missingWords } from '@tare/card';
import { endsOfPads, measuresOf, type RodPlan } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Choice } from '../../../ui/Choice.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { AfterCut } from '../trim/TrimDesk.js';
import { LogCut } from '../trim/LogCut.js';
import type { ChosenTool } from '../trim/useTool.js';
import { doubtfulWords, HandOrderTable } from './HandOrderTable.js';
import { PadFields } from './PadFields.js';
import { ROD_PLACE_SHORT } from './rodPlaceNames.js';
import { useRodPlan, type RodWay, type RodWork } from './useRodPlan.js';

const WAYS: Readonly<Record<RodWay, { readonly name: string; readonly reason: string }>> = {
  least: {
    name: 'Both ends at once, least metal',
    reason: 'Target and removals together, so that all ends come within the tolerance with the least metal.',
  },
  equal: { name: 'Both ends at once, all equal', reason: 'Every rod comes to the same ends in one step.' },
  hand: { name: 'End by end, in turn', reason: 'One end first, then the totals at the other pad, then again: each cut moves the other reading.' },
};

/** Rods: both removals of every rod in one step, or the hand order for who prefers it. */
export function RodDesk({ chosen }: { readonly chosen: ChosenTool }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const work = useRodPlan();
  const { rods } = figures;
  const waiting = figures.weighed.parts.filter(
    ({ part, lastCutId, needsReweighing, now }) =>
      part.kind === 'rod' &&
      lastCutId !== null &&
      (needsReweighing || measuresOf('rod', sheet.weighChoices.rodSchool).some((measure) => now[measure] === undefined)),
  );
  return (
    <section className="grid gap-3">
      <h2 className="text-xl">Rods: both ends</h2>
      {waiting.map((weighed) => (
        <AfterCut key={weighed.part.id} weighed={weighed} />
      ))}
      {rods.kind === 'waiting' && waiting.length === 0 && <Note>Rods wait for {missingWords(rods.missing)}.</Note>}
      {rods.kind === 'refused' && <ProblemNotice>{rods.reason}</ProblemNotice>}
      {rods.kind === 'matched' && work === null && (
        <Note>Pistons are pressed on these rods: they are matched with their sets above, and at their big ends by grinding the cap pad.</Note>
      )}
      {work && work.doubtful.length > 0 && <Note>{doubtfulWords(work.doubtful)}</Note>}
      {work && (
        <>
          <Choice
            label="How rods are worked"
            className="max-w-md"
            value={work.way}
            hint={WAYS[work.way].reason}
            onChange={(event) => work.setWay(event.target.value as RodWay)}
            options={Object.entries(WAYS).map(([value, { name }]) => ({ value, label: name }))}
          />
          <PadFields work={work} />
          {typeof work.plan === 'string' && <ProblemNotice>{work.plan}</ProblemNotice>}
          {work.way === 'hand' ? (
            <HandOrderTable work={work} chosen={chosen} />
          ) : (
            work.plan !== null && typeof work.plan !== 'string' && <PlanTable work={work} plan={work.plan} chosen={chosen} />
          )}
        </>
      )}
    </section>
  );
}

/** Less than this at a pad is not worth a grinder, g. */
const NOTHING_G = 0.005;

function PlanTable({ work, plan, chosen }: { readonly work: RodWork; readonly plan: RodPlan; readonly chosen: ChosenTool }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const lift = -endsOfPads({ bigPadG: 1, smallPadG: 0 }, work.stations).smallEndG;
  const rows = plan.removals
    .map((removal) => ({
      removal,
      rod: work.rods.find(({ id }) => id === removal.id)!,
      weighed: figures.weighed.parts.find(({ part }) => part.id === removal.id)!,
    }))
    .sort((a, b) => a.weighed.part.cylinder - b.weighed.part.cylinder);
  const spread = (end: 'bigEndG' | 'smallEndG', after: boolean): number => {
    const values = rows.map(({ rod, removal }) => (after ? removal.after[end] : rod[end]));
    return Math.max(...values) - Math.min(...values);
  };
  const offLook = (grams: number): string => (grams < NOTHING_G ? 'text-ink-soft' : 'font-semibold text-blue');
  const limitOf = (received: number | undefined, now: number): boolean => now < (received ?? now) * (1 - sheet.matchChoices.rodEndLimitRatio);
  return (
    <div>
      <DataTable
        caption="Rods: what comes off at each pad, and what the ends will read"
        hideCaption
        rows={rows}
        keyOf={({ removal }) => removal.id}
        columns={[
          { title: 'Rod', cell: ({ weighed }) => weighed.part.cylinder },
          { title: 'Big end', cell: ({ rod }) => fixed(rod.bigEndG, 2) },
          { title: 'Small end', cell: ({ rod }) => fixed(rod.smallEndG, 2) },
          {
            title: `Off ${ROD_PLACE_SHORT[work.places.bigEndPlace]}`,
            className: ({ removal }) => offLook(removal.bigPadG),
            cell: ({ removal }) => fixed(removal.bigPadG, 2),
          },
          {
            title: `Off ${ROD_PLACE_SHORT[work.places.smallEndPlace]}`,
            className: ({ removal }) => offLook(removal.smallPadG),
            cell: ({ removal }) => fixed(removal.smallPadG, 2),
          },
          { title: 'Big end then', cell: ({ removal }) => fixed(removal.after.bigEndG, 2) },
          { title: 'Small end then', cell: ({ removal }) => fixed(removal.after.smallEndG, 2) },
          {
            title: '',
            is: 'words',
            cell: ({ removal, rod, weighed }) => {
              if (removal.bigPadG < NOTHING_G && removal.smallPadG < NOTHING_G) return <VerdictMark verdict="inside">stays</VerdictMark>;
              if (
                limitOf(weighed.asReceived.bigEnd?.meanG, removal.after.bigEndG) ||
                limitOf(weighed.asReceived.smallEnd?.meanG, removal.after.smallEndG)
              )
                return <VerdictMark verdict="outside">past the limit: replace, or widen the tolerance</VerdictMark>;
              return (
                <LogCut
                  short
                  weighed={weighed}
                  toolId={chosen.tool?.id ?? null}
                  removal={{ bigEnd: rod.bigEndG - removal.after.bigEndG, smallEnd: rod.smallEndG - removal.after.smallEndG }}
                />
              );
            },
          },
        ]}
      />
      <p className="mt-2">
        {`Metal in all ${fixed(plan.metalG, 2)} g. Largest − smallest: big ends ${fixed(spread('bigEndG', false), 2)}, then ${fixed(spread('bigEndG', true), 2)} g; small ends ${fixed(spread('smallEndG', false), 2)}, then ${fixed(spread('smallEndG', true), 2)} g.`}
      </p>
      {lift > 0 && (
        <p className="text-ink-soft">
          {`Do not be surprised: a gram off ${ROD_PLACE_SHORT[work.places.bigEndPlace]} makes the small end read ${fixed(lift, 2)} g heavier, since that lies beyond the big-end centre. The figures above count with it. Stop at 70 % and weigh both ends. Leave the ribs alone, blend with a radius.`}
        </p>
      )}
    </div>
  );
}
