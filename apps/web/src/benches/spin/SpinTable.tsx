import { clock, degrees, fixed, mountedWords, VERDICT_WORDS, placesKnown } from '@tare/card';
import { useMutation } from '@tanstack/react-query';
import type { Reprocessed, SpinEntry } from '@tare/contract';
import { toPolar, type PlaneKnown } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { ask } from '../../api/client.js';
import { useMachines } from '../../api/machines.js';
import type { ProblemError } from '../../api/problem.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { KEEPS_NOTHING } from '../../shell/useAskBeforeLeaving.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { VoidButton } from '../../ui/VoidButton.js';
import { EntryMore } from '../photos/EntryMore.js';
import { AmendSpin } from './AmendSpin.js';
import { hungWords, piecesOfPlanes } from './hungRows.js';
import { useDisplay } from '../../ui/display.js';

/** Every spin of this crank, the first kept as received. */
export function SpinTable(): ReactNode {
  const { say, systems } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const nameOf = usePersonName();
  const { data: hall } = useMachines();
  const machineOf = ({ machineId }: SpinEntry): string =>
    machineId === null ? 'stand-in' : (hall?.machines.find(({ id }) => id === machineId)?.spec.name ?? '…');
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const received = figures.spins.find(({ quick }) => !quick);
  const rows = figures.spins.map((spin, i) => ({ spin, entry: sheet.spins[i]!, number: i + 1, counts: !spin.quick && !spin.setAside }));
  return (
    <DataTable
      caption="Spins"
      rows={rows}
      keyOf={({ spin }) => spin.spinId}
      columns={[
        { title: 'Spin', is: 'words', cell: ({ entry, number }) => (entry.id === received?.spinId ? 'as received' : number) },
        {
          title: 'The machine showed, A',
          className: 'whitespace-nowrap',
          cell: ({ spin, entry }) => offScaleWords(entry, 'a') ?? shownWords(spin.alone.a, radiusAMm),
        },
        { title: 'B', className: 'whitespace-nowrap', cell: ({ spin, entry }) => offScaleWords(entry, 'b') ?? shownWords(spin.alone.b, radiusBMm) },
        { title: `Known then, A, g at ${say(radiusAMm, 'mm', 0)}`, cell: ({ spin, counts }) => (counts ? knownWords(spin.a, radiusAMm) : '') },
        { title: `B, g at ${say(radiusBMm, 'mm', 0)}`, cell: ({ spin, counts }) => (counts ? knownWords(spin.b, radiusBMm) : '') },
        { title: 'Speed', cell: ({ entry }) => fixed(entry.speedRpm, 0) },
        { title: 'Turns', cell: ({ spin }) => spin.alone.a.n },
        {
          title: 'Verdict',
          is: 'words',
          cell: ({ spin }) =>
            spin.quick ? (
              'a quick look, not counted'
            ) : spin.setAside ? (
              <VerdictMark verdict="open">does not fit: set aside</VerdictMark>
            ) : (
              <VerdictMark verdict={spin.verdict === 'cannotYetTell' ? 'open' : spin.verdict}>{VERDICT_WORDS[spin.verdict]}</VerdictMark>
            ),
        },
        {
          title: 'On what, who, when',
          is: 'words',
          className: 'text-ink-soft',
          cell: ({ entry, number }) => (
            <>
              {`${machineOf(entry)}, ${nameOf(entry.personId)}, ${clock(entry.at)}`}
              {entry.hung && (
                <span className="block">{`${hungWords(entry.hungPieces ?? piecesOfPlanes(entry.hung, sheet.spec.crank), systems)} hung on it`}</span>
              )}
              {entry.mounted && <span className="block">{mountedWords(entry.mounted)}</span>}
              {entry.note !== '' && <span className="block">{entry.note}</span>}
              {entry.source !== 'typed' && <Recording spinId={entry.id} />}
              <EntryMore entryId={entry.id} title={`spin ${number}`}>
                <AmendSpin entry={entry} number={number} />
                <VoidButton entryId={entry.id} what={`spin ${number}`} reasons={['misread', 'something was loose', 'another crank lay in it']} />
              </EntryMore>
            </>
          ),
        },
      ]}
    />
  );
}

/** ">100": a display or a needle that was pinned each time showed no figure; null for one that did. */
export function offScaleWords({ shown }: Pick<SpinEntry, 'shown'>, plane: 'a' | 'b'): string | null {
  const readings = (shown ?? []).map((pair) => pair[plane]);
  if (readings.length === 0 || readings.some(({ offScale }) => offScale !== true)) return null;
  return `>${Math.max(...readings.map(({ amount }) => amount))}`;
}

/** "2.40 @ 185°", as the machine showed it. */
function shownWords({ meanGmm }: Pick<PlaneKnown, 'meanGmm'>, radiusMm: number): string {
  const { amount, angleDeg } = toPolar(meanGmm);
  return `${fixed(amount / radiusMm, 2)} @ ${degrees(angleDeg)}`;
}

/** "2.40 ± 0.31 @ 185°", or what is known of one that was off the scale. */
function knownWords({ meanGmm, radius95Gmm, atLeastGmm }: PlaneKnown, radiusMm: number): string {
  const { amount, angleDeg } = toPolar(meanGmm);
  if (atLeastGmm !== null) return atLeastGmm > 0 ? `at least ${fixed(atLeastGmm / radiusMm, 1)}` : 'off the scale';
  const places = placesKnown(radius95Gmm, radiusMm);
  const radius = radius95Gmm === null ? '' : ` ± ${fixed(radius95Gmm / radiusMm, places)}`;
  return `${fixed(amount / radiusMm, places)}${radius} @ ${degrees(angleDeg)}`;
}

/** The recording that a spin came from, to be had back, and to be worked out anew by the present arithmetic. */
function Recording({ spinId }: { readonly spinId: string }): ReactNode {
  const { sheet } = useOpenJob();
  const again = useMutation<Reprocessed, ProblemError>({
    ...KEEPS_NOTHING,
    mutationFn: () => ask('POST jobs/:jobId/spins/:spinId/reprocess', { ids: { jobId: sheet.id, spinId } }),
  });
  return (
    <span className="flex flex-wrap items-center gap-x-3">
      <a className="inline-flex min-h-11 items-center underline underline-offset-4" href={`/api/jobs/${sheet.id}/spins/${spinId}/recording`} download>
        its recording
      </a>
      <button type="button" className="min-h-11 underline underline-offset-4" disabled={again.isPending} onClick={() => again.mutate()}>
        Work it out again
      </button>
      {again.error && <span className="text-outside">{again.error.message}</span>}
      {again.data && <span>{differenceWords(again.data)}</span>}
    </span>
  );
}

/** Vectors nearer than this are the same, g·mm. */
const SAME_GMM = 0.5;

function differenceWords({ differsGmm: { a, b } }: Reprocessed): string {
  const most = Math.max(a, b);
  return most < SAME_GMM
    ? `The present arithmetic agrees with what was kept, to ${fixed(most, 2)} g·mm.`
    : `The present arithmetic differs by ${fixed(a, 1)} g·mm in A and ${fixed(b, 1)} in B.`;
}
