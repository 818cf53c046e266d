import { degrees, fixed } from '@tare/card';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { loggedCut, wholeSheet, type HoleEntry, type JobSheet } from '@tare/contract';
import {
  counterweightOf,
  normaliseAngleDeg,
  partOfRim,
  toPolar,
  usuallyMounted,
  type PlaneUnbalance,
  type SpinTold,
  type Story,
  type StoryEntry,
} from '@tare/core';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { ask } from '../../api/client.js';
import type { ProblemError } from '../../api/problem.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { VoidButton } from '../../ui/VoidButton.js';
import { useWho } from '../../ui/WhoFirst.js';
import { useStories } from '../correct/usePlan.js';
import { hungEntryOf } from './hungRows.js';
import { storyWords } from './storyWords.js';
import { useDisplay } from '../../ui/display.js';

/** Stories that are shown at first. */
const FIRST = 6;

/** A spin that does not fit what was known: it is set aside, and the person who was there is asked what happened. */
export function Surprise({ told }: { readonly told: SpinTold }): ReactNode {
  const { systems } = useDisplay();
  const sheet = useWholeSheet();
  const { spec, spins, holes, drill, spinsThatAreSo } = sheet;
  const stories = useStories(
    useMemo(() => ({ spec, spins, holes, drill, spinsThatAreSo }), [spec, spins, holes, drill, spinsThatAreSo]),
    told,
  );
  const [all, showAll] = useState(false);
  const [chosen, choose] = useState<number | null>(null);
  const number = sheet.spins.findIndex(({ id }) => id === told.spinId) + 1;
  const { hungPieces } = sheet.spins[number - 1] ?? {};
  const shown = stories?.slice(0, all ? undefined : FIRST) ?? [];
  const story = chosen === null ? null : (stories?.[chosen] ?? null);
  return (
    <section aria-label="What happened?" className="grid gap-3 border-l-8 border-brass bg-plate-low px-4 py-3">
      <h2 className="text-xl font-semibold">{`Spin ${number} does not fit what was known. What happened?`}</h2>
      <ExpectedAndRead told={told} />
      <p>
        {`An honest spin lies this far off ${oftenWords(told.chance)}. Spin ${number} was set aside, and nothing is planned until you say what happened. Look at your paper, at the machine and at the crank.`}
      </p>
      {(hungPieces?.length ?? 0) > 0 && (
        <p>
          {`Known weights hung in spin ${number}. Weigh each again by itself, and look whether it hung at the end and the angle that are typed. Put right what differs, in the table of spins.`}
        </p>
      )}
      <fieldset className="grid">
        <legend className="font-semibold">Any of these would explain the reading</legend>
        {shown.map((one, i) => (
          <label key={i} className="flex min-h-11 items-center gap-3">
            <input type="radio" name="story" className="size-5 shrink-0" checked={chosen === i} onChange={() => choose(i)} />
            <span>{storyWords(one.entry, sheet, systems)}</span>
          </label>
        ))}
      </fieldset>
      {!all && (stories?.length ?? 0) > FIRST && (
        <button type="button" className="min-h-11 w-fit underline underline-offset-4" onClick={() => showAll(true)}>
          {`Show the other ${stories!.length - FIRST}`}
        </button>
      )}
      {story && <WriteIt story={story} spinId={told.spinId} onDone={() => choose(null)} />}
      <div className="flex flex-wrap items-center gap-x-6">
        <VoidButton entryId={told.spinId} what={`spin ${number}`} reasons={['something was loose', 'misread', 'another crank lay in it']} />
        <ItIsSo spinId={told.spinId} />
      </div>
    </section>
  );
}

/** How often honest spins lie so far off. */
function oftenWords(chance: number | null): string {
  return chance !== null && chance > 1e-6 ? `about once in ${fixed(1 / chance, 0)} times` : 'less than once in a million times';
}

function ExpectedAndRead({ told }: { readonly told: SpinTold }): ReactNode {
  const sheet = useWholeSheet();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const words = ({ aGmm, bGmm }: PlaneUnbalance): string =>
    (
      [
        ['A', aGmm, radiusAMm],
        ['B', bGmm, radiusBMm],
      ] as const
    )
      .map(([plane, vector, radiusMm]) => `${plane} ${fixed(toPolar(vector).amount / radiusMm, 2)} g @ ${degrees(toPolar(vector).angleDeg)}`)
      .join(', ');
  return (
    <dl className="grid w-fit grid-cols-[auto_1fr] gap-x-4">
      <dt>By what was known</dt>
      <dd className="figure-type">{told.expected ? words(told.expected) : ''}</dd>
      <dt>This spin read</dt>
      <dd className="figure-type font-semibold">{words(told.read)}</dd>
    </dl>
  );
}

/** Writes a story as the ordinary entry that it is, or goes to where that is written. */
function WriteIt({ story: { entry }, spinId, onDone }: { readonly story: Story; readonly spinId: string; readonly onDone: () => void }): ReactNode {
  const sheet = useWholeSheet();
  const turnOf = useTurnOf();
  const personId = useWho();
  const queries = useQueryClient();
  const { decide, blocked, error: refused } = useDecide();
  const write = useMutation<unknown, ProblemError>({
    mutationFn: () => writeStory(entry, spinId, sheet, turnOf, personId!),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onDone();
    },
  });
  if (entry.kind === 'unlogged' || entry.kind === 'unloggedAtBothEnds') {
    const cuts = entry.kind === 'unlogged' ? [entry.cut] : entry.cuts;
    return (
      <p className="flex flex-wrap gap-x-6">
        {cuts.map(({ counterweightId, angleDeg }, i) => (
          <Link
            key={i}
            className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
            to={`${benchPath(sheet.id, 'correct')}?log=${counterweightId}&at=${Math.round(angleDeg)}&before=${spinId}`}
          >
            {`Log the cut in ${counterweightOf(sheet.spec.crank, counterweightId).name} as it really is`}
          </Link>
        ))}
      </p>
    );
  }
  const { mounted = usuallyMounted(sheet.spec.crank) } = sheet.spins.find(({ id }) => id === spinId) ?? {};
  const say = (): void => {
    if (entry.kind === 'calibratedAnew') decide({ subject: `spin.calibratedAnew.${spinId}`, value: true }, onDone);
    else if (entry.kind === 'mounted') decide({ subject: `spin.mounted.${spinId}`, value: entry.mounted }, onDone);
    else if (entry.kind === 'somethingMounted') decide({ subject: `spin.mounted.${spinId}`, value: { ...mounted, 'something else': 0 } }, onDone);
    else write.mutate();
  };
  return (
    <div className="flex flex-wrap items-center gap-4">
      <Button look="primary" disabled={personId === null || write.isPending || blocked} onClick={say}>
        Yes, that is what happened
      </Button>
      <span className="text-ink-soft">That is written down, and everything is worked out again.</span>
      {(write.error ?? refused) && <ProblemNotice>{(write.error ?? refused)!.message}</ProblemNotice>}
    </div>
  );
}

/** The job with every spin and cut, in whatever set-up they were made: a story may be of another one than is spun now. */
function useWholeSheet(): JobSheet {
  const { sheet } = useOpenJob();
  return useMemo(() => wholeSheet(sheet), [sheet]);
}

/** How far the part of a rim is turned in the set-up that is spun now. */
function useTurnOf(): (counterweightId: string) => number {
  const { sheet } = useOpenJob();
  return (id) => {
    const rim = sheet.spec.crank.counterweights.find((one) => one.id === id);
    return (rim && sheet.setUp?.mounted[partOfRim(rim)]) ?? 0;
  };
}

/** What was mistyped is typed anew in its place. @throws ProblemError for what the server refuses */
function writeStory(
  entry: StoryEntry,
  spinId: string,
  sheet: JobSheet,
  turnOf: (counterweightId: string) => number,
  personId: string,
): Promise<unknown> {
  const ids = { jobId: sheet.id };
  const id = crypto.randomUUID();
  const reason = storyWords(entry, sheet);
  if (entry.kind === 'spinMistyped') {
    const { machineId, calibrationId, speedRpm, hung, hungPieces, mounted, note } = sheet.spins.find((spin) => spin.id === entry.spinId)!;
    const setUp = { note, ...(mounted ? { mounted } : {}), ...(hungPieces ? { hungPieces } : {}) };
    const shown = { machineId: machineId!, calibrationId, speedRpm, repeats: entry.repeats, hung };
    const body = { id, personId, ...shown, ...setUp, cautionsConfirmed: true, amends: { entryId: entry.spinId, reason } } as const;
    return ask('POST jobs/:jobId/spins/typed', { ids, body });
  }
  if (entry.kind === 'cutMistyped') {
    const { planId, planIndex, chipsG } = sheet.holes.find((one) => one.id === entry.holeId)!;
    const { id: _its, ...own } = loggedCut(entry.cut as HoleEntry);
    // A cut is typed as its part is turned now.
    const cut = { ...own, angleDeg: normaliseAngleDeg(own.angleDeg + turnOf(own.counterweightId)) };
    const body = { id, personId, cut, planId, planIndex, chipsG, amends: { entryId: entry.holeId, reason } };
    return ask('POST jobs/:jobId/holes', { ids, body });
  }
  if (entry.kind === 'cutNotMade') return ask('POST entries/:entryId/void', { ids: { entryId: entry.holeId }, body: { id, personId, reason } });
  if (entry.kind !== 'hung') throw new Error(`Nothing is written for ${entry.kind}.`);
  const said = hungEntryOf(sheet, spinId);
  return ask('POST jobs/:jobId/hung-weights', {
    ids,
    body: { id, personId, spinId, hung: entry.hung, ...(said ? { amends: { entryId: said.id, reason } } : {}) },
  });
}

/** The spin is right, and the crank is otherwise than everything before said: nothing is known of it from before. */
function ItIsSo({ spinId }: { readonly spinId: string }): ReactNode {
  const { decide, blocked, error } = useDecide();
  return (
    <>
      <Button disabled={blocked} onClick={() => decide({ subject: `spin.isSo.${spinId}`, value: 'said at the bench' })}>
        It really is so: start from this spin
      </Button>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </>
  );
}
